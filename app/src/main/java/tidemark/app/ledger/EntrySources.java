package tidemark.app.ledger;

import static tidemark.core.words.Catalogue.say;

import java.util.List;
import java.util.Map;
import java.util.TreeMap;
import org.springframework.context.annotation.Bean;
import org.springframework.context.annotation.Configuration;
import org.springframework.stereotype.Component;
import tidemark.core.problem.RuleViolation;

/** Everything that makes journal entries, by its code. */
@Component
public class EntrySources {
    private final Map<String, EntrySource> byCode = new TreeMap<>();

    EntrySources(List<EntrySource> sources) {
        for (EntrySource source : sources) {
            if (byCode.put(source.code(), source) != null) {
                throw new IllegalStateException("two sources of entries are called " + source.code());
            }
        }
    }

    /** @throws IllegalStateException for a code that no capability declares */
    public EntrySource of(String code) {
        EntrySource source = byCode.get(code);
        if (source == null) {
            throw new IllegalStateException("no capability makes entries of " + code);
        }
        return source;
    }

    /** @throws RuleViolation {@code choice.unknown} for a code that no capability declares */
    void checkAsked(String code) {
        if (!byCode.containsKey(code)) {
            throw new RuleViolation(
                    "choice.unknown",
                    "source",
                    "“" + code + "”",
                    say("choice.unknown.expected2", String.join(", ", byCode.keySet())),
                    say("choice.unknown.remedy3"));
        }
    }

    /** @throws IllegalStateException for a source that is no bean, whose entries could not be read again */
    EntrySource registered(EntrySource source) {
        return of(source.code());
    }

    /** What the journal makes itself. */
    @Configuration(proxyBeanMethods = false)
    static class OfTheJournal {
        @Bean
        EntrySource sourceOpening() {
            return EntrySource.OPENING;
        }

        @Bean
        EntrySource sourceManual() {
            return EntrySource.MANUAL;
        }

        @Bean
        EntrySource sourceFile() {
            return EntrySource.FILE;
        }

        @Bean
        EntrySource sourceReversal() {
            return EntrySource.REVERSAL;
        }
    }
}
