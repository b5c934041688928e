package tidemark.core.movement;

import java.util.ArrayList;
import java.util.Collections;
import java.util.Comparator;
import java.util.EnumMap;
import java.util.LinkedHashMap;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.TreeMap;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import tidemark.core.rule.Rule;
import tidemark.core.statement.BankLine;

/**
 * The kinds of movements that a bank account had, by the bank's code and the side, with what was done with them and what
 * is not provided for. Lines without a code go by the first words of their text.
 *
 * @param rows those with most that is not provided for first, then by number of lines, code and words
 */
public record BankMovements(List<Row> rows) {
    /** Two words at most of a text stand in for a code: what comes after them changes from line to line. */
    private static final Pattern FIRST_WORDS =
            Pattern.compile("(?<![\\p{L}\\p{N}])\\p{L}+([^\\p{L}\\p{N}]+\\p{L}+)?(?![\\p{L}\\p{N}])");

    /** What became of a line. */
    public enum Done {
        /** Tied to what the ledger had already. */
        MATCHED,
        BOOKED_BY_RULE,
        BOOKED_BY_HAND,
        DECLARED,
        /** Open, and the ledger has what may explain it. */
        PROPOSED,
        OPEN
    }

    /**
     * A line with what became of it.
     *
     * @param booking by which the caller knows as what it was booked; 0 where it was not booked from the line
     * @param kind of what it was booked as; empty where it was not
     */
    public record Seen(BankLine line, Done done, long booking, String kind) {}

    /** How many lines, and what they move together; signed minor units. */
    public record Sum(int count, long minorUnits) {
        static final Sum NOTHING = new Sum(0, 0);

        Sum plus(long more) {
            return new Sum(count + 1, Math.addExact(minorUnits, more));
        }
    }

    /**
     * One kind of movement.
     *
     * @param code the bank's; empty where {@code words} stand in for it
     * @param words the first words of the lines' text, in capitals; empty beside a code
     * @param meaning what the code says by a standard
     * @param notProvided those that neither the ledger nor a rule knows of: open, or booked by hand
     * @param rules names of the rules that book some of them, or say that they came back, in their order
     * @param latest the last of the lines, as an example
     * @param bookedAs how often the lines were booked as what, by rule or by hand
     * @param lastBooking of the last line that was booked by hand; 0 for none
     */
    public record Row(
            String code,
            String words,
            boolean in,
            Optional<BankCode> meaning,
            Sum all,
            Map<Done, Sum> done,
            Sum notProvided,
            List<String> rules,
            BankLine latest,
            Map<String, Integer> bookedAs,
            long lastBooking) {
        public Row {
            bookedAs = Collections.unmodifiableSortedMap(new TreeMap<>(bookedAs));
            done = Map.copyOf(done);
            rules = List.copyOf(rules);
        }
    }

    private record Key(String code, String words, boolean in) {
        static Key of(BankLine line) {
            String code = line.code().strip();
            return new Key(code, code.isEmpty() ? firstWords(line) : "", line.minorUnits() > 0);
        }
    }

    private static final class Gathered {
        private Sum all = Sum.NOTHING;
        private Sum notProvided = Sum.NOTHING;
        private final Map<Done, Sum> done = new EnumMap<>(Done.class);
        private final LinkedHashSet<String> rules = new LinkedHashSet<>();
        private final Map<String, Integer> bookedAs = new TreeMap<>();
        private BankLine latest;
        private long lastBooking;

        Gathered(BankLine first) {
            latest = first;
        }

        void add(Seen seen, Optional<Rule> rule) {
            BankLine line = seen.line();
            all = all.plus(line.minorUnits());
            done.merge(seen.done(), Sum.NOTHING.plus(line.minorUnits()), (a, b) -> a.plus(line.minorUnits()));
            rule.ifPresent(r -> rules.add(r.name()));
            if (rule.isEmpty() && (seen.done() == Done.OPEN || seen.done() == Done.BOOKED_BY_HAND)) {
                notProvided = notProvided.plus(line.minorUnits());
            }
            if (!line.bookingDate().isBefore(latest.bookingDate())) {
                latest = line;
            }
            if (seen.done() == Done.BOOKED_BY_HAND && seen.booking() != 0) {
                lastBooking = seen.booking();
            }
            if (!seen.kind().isEmpty()) {
                bookedAs.merge(seen.kind(), 1, Integer::sum);
            }
        }

        Row row(Key key, List<Rule> order) {
            return new Row(
                    key.code(),
                    key.words(),
                    key.in(),
                    BankCode.of(key.code(), key.in()),
                    all,
                    done,
                    notProvided,
                    order.stream().map(Rule::name).filter(rules::contains).toList(),
                    latest,
                    bookedAs,
                    lastBooking);
        }
    }

    public BankMovements {
        rows = List.copyOf(rows);
    }

    /**
     * @param lines in the bank's order
     * @param inForce rules of the account that are switched on, in their order
     *
     * <p>Cost: O(lines × rules).
     */
    public static BankMovements of(List<Seen> lines, List<Rule> inForce) {
        Map<Key, Gathered> kinds = new LinkedHashMap<>();
        for (Seen seen : lines) {
            kinds.computeIfAbsent(Key.of(seen.line()), k -> new Gathered(seen.line()))
                    .add(seen, Rule.providing(inForce, seen.line()));
        }
        List<Row> rows = new ArrayList<>();
        kinds.forEach((key, gathered) -> rows.add(gathered.row(key, inForce)));
        rows.sort(Comparator.comparingInt((Row r) -> -r.notProvided().count())
                .thenComparingInt(r -> -r.all().count())
                .thenComparing(Row::code)
                .thenComparing(Row::words)
                .thenComparing(Row::in));
        return new BankMovements(rows);
    }

    /** The first words of its text as they stand there, in capitals; of the payer's name where it has no text. */
    private static String firstWords(BankLine line) {
        String text = line.text().isBlank() ? line.counterparty() : line.text();
        Matcher words = FIRST_WORDS.matcher(text.toUpperCase(Locale.ROOT));
        return words.find() ? words.group() : "";
    }
}
