package tidemark.app.setup;

import static tidemark.core.words.Catalogue.say;

import java.nio.charset.StandardCharsets;
import java.security.MessageDigest;
import java.security.SecureRandom;
import java.util.Locale;
import org.springframework.boot.context.event.ApplicationReadyEvent;
import org.springframework.context.annotation.Lazy;
import org.springframework.context.event.EventListener;
import org.springframework.stereotype.Component;
import tidemark.app.access.People;
import tidemark.core.problem.RuleViolation;

/**
 * Whoever opens empty books shows that the installation is theirs: the code stands on the console of the server, and
 * only there. It is made anew at every start.
 */
@Component
@Lazy(false)
public class FirstRunCode {
    private static final String LETTERS = "23456789ABCDEFGHJKLMNPQRSTUVWXYZ";

    private final String code = code();
    private final People people;

    FirstRunCode(People people) {
        this.people = people;
    }

    private static String code() {
        SecureRandom random = new SecureRandom();
        StringBuilder made = new StringBuilder();
        for (int i = 0; i < 8; i++) {
            made.append(LETTERS.charAt(random.nextInt(LETTERS.length())));
        }
        return made.insert(4, '-').toString();
    }

    @EventListener(ApplicationReadyEvent.class)
    void tell() {
        if (!people.anybody()) {
            System.out.printf(say("setup.theseBooksAreEmptyTheFirstPage"), code);
        }
    }

    /** @throws RuleViolation first-run.code when another code was given */
    void check(String given) {
        String plain = given.replaceAll("[\\s-]", "").toUpperCase(Locale.ROOT);
        byte[] expected = code.replace("-", "").getBytes(StandardCharsets.UTF_8);
        if (!MessageDigest.isEqual(expected, plain.getBytes(StandardCharsets.UTF_8))) {
            throw new RuleViolation(
                    "first-run.code",
                    "code",
                    say("first-run.code.found"),
                    say("first-run.code.expected"),
                    say("first-run.code.remedy"));
        }
    }

    /** The code, for tests of the first run. */
    String shown() {
        return code;
    }
}
