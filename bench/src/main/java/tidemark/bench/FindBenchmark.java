package tidemark.bench;

import java.time.LocalDate;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.Random;
import java.util.Set;
import org.springframework.jdbc.core.JdbcTemplate;
import tidemark.app.company.BankAccount;
import tidemark.app.find.Finding;

/** Finding anything among a million bank lines and 20,000 parties, against a hundredth of that. */
final class FindBenchmark implements Benchmarks.Benchmark {
    private static final int LINES = 1_000_000;
    private static final int PARTIES = 20_000;
    private static final int ROUNDS = 400;
    private static final int WARM = 100;
    private static final long FIRST = 1_000_000_000L;

    /** Words as names and bank texts have them: a few very frequent, most seldom. */
    private static final class Vocabulary {
        private final String[] words;
        private final Random random;

        Vocabulary(long seed) {
            random = new Random(seed);
            String[] parts = {
                "ba", "ker", "lo", "mar", "sto", "ne", "wi", "ck", "fe", "rry", "ha", "ven", "tor", "pel", "dun", "mo",
                "re", "gan", "net", "ash", "by", "cor", "ran", "eld", "vi", "sen"
            };
            words = new String[4_000];
            for (int i = 0; i < words.length; i++) {
                StringBuilder word = new StringBuilder();
                for (int n = 2 + random.nextInt(3); n > 0; n--) {
                    word.append(parts[random.nextInt(parts.length)]);
                }
                words[i] = word.toString();
            }
        }

        String word() {
            double u = random.nextDouble();
            return words[(int) (words.length * u * u * u)];
        }

        String phrase(int count) {
            StringBuilder out = new StringBuilder(word());
            for (int i = 1; i < count; i++) {
                out.append(' ').append(word());
            }
            return out.toString();
        }
    }

    private record Books(Finding finding, long company, Vocabulary words) {}

    @Override
    public void run() throws Exception {
        Books large = fill(1);
        Books small = fill(100);
        for (int i = 0; i < WARM; i++) {
            ask(large, i);
            ask(small, i);
        }
        double[] many = new double[ROUNDS];
        double[] few = new double[ROUNDS];
        // in turns, so that a slow stretch of the machine meets both
        for (int i = 0; i < ROUNDS; i++) {
            many[i] = ask(large, i);
            few[i] = ask(small, i);
        }
        Arrays.sort(many);
        Arrays.sort(few);
        System.out.printf(
                "find: %,d lines and %,d parties: median %.1f ms, 95th percentile %.1f ms (target 100); a hundredth of them:"
                        + " %.1f and %.1f ms; %.2f times as long at the 95th percentile (target 2), %,d queries each%n",
                LINES,
                PARTIES,
                at(many, 0.5),
                at(many, 0.95),
                at(few, 0.5),
                at(few, 0.95),
                at(many, 0.95) / at(few, 0.95),
                ROUNDS);
    }

    /** What people type: beginnings, words, several words, amounts, numbers, and the choice of a customer. */
    private static double ask(Books books, int i) {
        String word = books.words().word();
        String beginning = word.substring(0, Math.min(3, word.length()));
        String text = switch (i % 6) {
            case 0, 1 -> beginning;
            case 2 -> word;
            case 3 -> word + " " + beginning;
            case 4 -> 1 + books.words().random.nextInt(9_000) + ".37";
            default -> Integer.toString(20_000 + books.words().random.nextInt(9_000));
        };
        Set<String> kinds = i % 6 == 0 ? Set.of("PARTY") : Set.of();
        Set<String> tags = i % 6 == 0 ? Set.of("RECEIVABLES", "active") : Set.of();
        long begun = System.nanoTime();
        books.finding().find(books.company(), text, kinds, tags, i % 6 == 0 ? 20 : 6);
        return (System.nanoTime() - begun) / 1e6;
    }

    private static Books fill(int part) throws Exception {
        Installation installation = new Installation();
        Vocabulary words = new Vocabulary(7);
        JdbcTemplate jdbc = installation.bean(JdbcTemplate.class);
        long company = installation.company();
        BankAccount account = installation.account();
        List<Object[]> identities = new ArrayList<>();
        List<Object[]> parties = new ArrayList<>();
        for (int i = 0; i < PARTIES / part; i++) {
            identities.add(new Object[] {FIRST + i, company, words.phrase(2) + " " + i});
            parties.add(new Object[] {FIRST + i, company, "P-" + i, FIRST + i});
        }
        jdbc.batchUpdate(
                "insert into party_identity (id, company_id, name, address, version) values (?, ?, ?, '', 0)",
                identities);
        jdbc.batchUpdate(
                "insert into party (id, company_id, control, code, identity_id, due_days, discount_percent, discount_days,"
                        + " active, version) values (?, ?, 'RECEIVABLES', ?, ?, 30, 0, 0, true, 0)",
                parties);
        LocalDate day = LocalDate.of(2026, 1, 1);
        jdbc.update(
                "insert into statement (id, bank_account_id, reference, from_date, to_date, opening_minor_units,"
                        + " closing_minor_units, line_count, taken_by, taken_at)"
                        + " values (?, ?, '', ?, ?, 0, 0, ?, 'bench', current_timestamp)",
                FIRST,
                account.id(),
                day,
                day.plusYears(3),
                LINES / part);
        List<Object[]> lines = new ArrayList<>();
        for (int i = 0; i < LINES / part; i++) {
            LocalDate on = day.plusDays(i % 1_000);
            lines.add(new Object[] {
                FIRST + i,
                account.id(),
                FIRST,
                i,
                on,
                on,
                100L * (1 + words.random.nextInt(900_000)) + 37,
                "R" + i,
                i % 4 == 0 ? Integer.toString(20_000 + i / 4) : "",
                words.phrase(2),
                words.phrase(3)
            });
            if (lines.size() == 10_000 || i == LINES / part - 1) {
                jdbc.batchUpdate(
                        "insert into bank_line (id, bank_account_id, statement_id, place, booking_date, value_date,"
                                + " minor_units, balance_minor_units, reference, bank_reference, check_number,"
                                + " counterparty, text, code) values (?, ?, ?, ?, ?, ?, ?, 0, ?, '', ?, ?, ?, '')",
                        lines);
                lines.clear();
            }
        }
        long begun = System.nanoTime();
        while (!jdbc.queryForList("select id from find_change limit 1").isEmpty()) {
            Thread.sleep(500);
        }
        System.out.printf(
                "find: %,d lines were in the index %.0f s after the last of them was in the books%n",
                LINES / part, (System.nanoTime() - begun) / 1e9);
        return new Books(installation.bean(Finding.class), company, words);
    }

    private static double at(double[] sorted, double part) {
        return sorted[(int) (part * (sorted.length - 1))];
    }
}
