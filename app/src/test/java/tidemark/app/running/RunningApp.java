package tidemark.app.running;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.LocalDate;
import java.util.Map;
import org.junit.jupiter.api.extension.BeforeAllCallback;
import org.junit.jupiter.api.extension.ExtensionContext;
import org.junit.jupiter.api.extension.ParameterContext;
import org.junit.jupiter.api.extension.ParameterResolver;
import org.springdoc.core.utils.SpringDocUtils;
import org.springframework.boot.SpringApplication;
import org.springframework.context.ConfigurableApplicationContext;
import tidemark.app.TideMark;
import tidemark.app.access.Actor;
import tidemark.practicebank.PracticeBank;

/** Starts the real application with the demo company once per test run, on a free port and a temporary file database. */
public final class RunningApp implements BeforeAllCallback, ParameterResolver {
    private static RunningApp started;

    private ConfigurableApplicationContext context;

    /** The running application. */
    public record App(ConfigurableApplicationContext context, int port) {
        public <T> T bean(Class<T> type) {
            return context.getBean(type);
        }
    }

    @Override
    public void beforeAll(ExtensionContext extension) throws IOException {
        synchronized (RunningApp.class) {
            if (started == null) {
                Path data = Files.createTempDirectory("tidemark-test");
                boolean told = ToldDemo.copied(data);
                SpringDocUtils.getConfig().addRequestWrapperToIgnore(Actor.class);
                // beside the one that ships, which has its own story in a test of its own
                PracticeBank bank = PracticeBank.start(
                        0, data.resolve("second-bank.json"), 7, LocalDate.of(2026, 5, 31), LocalDate.of(2026, 7, 2));
                SpringApplication application = new SpringApplication(TideMark.class);
                application.setDefaultProperties(Map.of(
                        "tidemark.demo", "true",
                        "tidemark.banks", "second|Second bank|" + bank.address(),
                        "tidemark.data", data.toString(),
                        "tidemark.port", "0",
                        "tidemark.link.patience-seconds", "2",
                        "tidemark.locks.strict", "true",
                        // the tests look at folders and links themselves; a look beside theirs would take a half
                        // written
                        // file for a whole one
                        "tidemark.folder.seconds", "86400",
                        "tidemark.link.look-seconds", "86400",
                        "springdoc.api-docs.path", "/api-docs"));
                context = application.run();
                started = this;
                if (!told) {
                    ToldDemo.keep(context);
                }
            } else {
                context = started.context;
            }
        }
    }

    @Override
    public boolean supportsParameter(ParameterContext parameter, ExtensionContext extension) {
        return parameter.getParameter().getType() == App.class;
    }

    @Override
    public Object resolveParameter(ParameterContext parameter, ExtensionContext extension) {
        Integer port = context.getEnvironment().getProperty("local.server.port", Integer.class);
        return new App(context, port);
    }
}
