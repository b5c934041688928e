package tidemark.app.link;

import static tidemark.core.words.Catalogue.say;

import java.net.URI;
import java.nio.file.Path;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.List;
import org.jspecify.annotations.Nullable;
import org.springframework.beans.factory.DisposableBean;
import org.springframework.beans.factory.annotation.Value;
import org.springframework.stereotype.Component;
import tidemark.app.access.NotFound;
import tidemark.practicebank.PracticeBank;

/**
 * The banks that can be linked: those the installation names ({@code tidemark.banks=id|Name|https://…;…}), and the
 * practice bank where it runs.
 */
@Component
class Banks implements DisposableBean {
    static final String PRACTICE = "practice";

    private final List<Bank> named = new ArrayList<>();
    private final boolean practice;
    private final Path home;
    private final int port;
    private @Nullable PracticeBank practiceBank;

    /** @param address without a path's end */
    record Bank(String id, String name, URI address) {}

    Banks(
            @Value("${tidemark.banks:}") String banks,
            @Value("${tidemark.practice-bank:${tidemark.demo:false}}") boolean practice,
            @Value("${tidemark.practice-bank.port:0}") int port,
            @Value("${tidemark.data:./data/tidemark}") String home) {
        for (String bank : banks.split(";")) {
            String[] parts = bank.split("\\|");
            if (parts.length == 3) {
                named.add(new Bank(parts[0].strip(), parts[1].strip(), URI.create(parts[2].strip())));
            }
        }
        this.practice = practice;
        this.port = port;
        this.home = Path.of(home);
    }

    /** The practice bank begins when it is first asked for. */
    synchronized List<Bank> list() {
        List<Bank> out = new ArrayList<>(named);
        if (practice) {
            if (practiceBank == null) {
                practiceBank = PracticeBank.start(
                        port,
                        home.resolve("practice-bank.json"),
                        20260601,
                        LocalDate.of(2026, 5, 31),
                        LocalDate.of(2026, 6, 12));
            }
            out.add(new Bank(PRACTICE, say("link.practiceBank"), URI.create(practiceBank.address())));
        }
        return out;
    }

    Bank get(String id) {
        return list().stream()
                .filter(b -> b.id().equals(id))
                .findFirst()
                .orElseThrow(() -> new NotFound(say("link.bank")));
    }

    @Override
    public synchronized void destroy() {
        if (practiceBank != null) {
            practiceBank.close();
        }
    }
}
