package tidemark.bench;

import java.nio.file.Files;
import java.time.YearMonth;
import java.util.List;
import java.util.Map;
import org.springframework.boot.SpringApplication;
import org.springframework.boot.WebApplicationType;
import org.springframework.context.ConfigurableApplicationContext;
import tidemark.app.TideMark;
import tidemark.app.company.BankAccount;
import tidemark.app.setup.SetUp;

/** An empty installation on a temporary file database, without its HTTP side. */
final class Installation {
    static final String LOGIN = "bench";
    static final String PASSWORD = "a long password";
    private final ConfigurableApplicationContext context;
    private final long company;
    private int accounts;

    Installation() throws Exception {
        SpringApplication application = new SpringApplication(TideMark.class);
        application.setWebApplicationType(WebApplicationType.SERVLET);
        application.setDefaultProperties(Map.of(
                "tidemark.data", Files.createTempDirectory("tidemark-bench").toString(),
                "tidemark.port", "0",
                "logging.level.tidemark", "warn"));
        context = application.run();
        company = bean(SetUp.class)
                .firstRun(new SetUp.FirstRun("Bench", "USD", null, LOGIN, "Bench", PASSWORD), List.of())
                .id();
    }

    <T> T bean(Class<T> type) {
        return context.getBean(type);
    }

    int port() {
        return context.getEnvironment().getRequiredProperty("local.server.port", Integer.class);
    }

    long company() {
        return company;
    }

    BankAccount account() {
        accounts++;
        return bean(SetUp.class)
                .addBankAccount(
                        company,
                        new SetUp.NewBankAccount(
                                "Account " + accounts,
                                "Bank",
                                "B-" + accounts,
                                "",
                                YearMonth.of(2025, 12),
                                "0.00",
                                "",
                                null),
                        "bench")
                .account();
    }
}
