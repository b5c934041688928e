package tidemark.practicebank;

import java.time.DateTimeException;
import java.time.LocalDate;
import java.time.format.DateTimeFormatter;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import tidemark.practicebank.Orders.Batch;
import tidemark.practicebank.Orders.Item;

/** The bank's own reading of ACH files. Source: NACHA Operating Rules, appendix three. */
final class AchOrders {
    private static final DateTimeFormatter DAY = DateTimeFormatter.ofPattern("yyMMdd", Locale.ROOT);
    private static final int MOST_PROBLEMS = 20;

    private final List<String> problems = new ArrayList<>();
    private final List<Batch> batches = new ArrayList<>();
    private final Map<String, Long> fileSums = new HashMap<>();
    private Map<String, Long> batchSums = new HashMap<>();
    private List<Item> items = new ArrayList<>();
    private List<Boolean> debits = new ArrayList<>();
    private LocalDate day = LocalDate.EPOCH;
    private String entryClass = "";
    private String id = "";
    private int batchCount;

    private AchOrders() {}

    static Orders read(String text) {
        return new AchOrders().all(text.lines().toList());
    }

    private Orders all(List<String> lines) {
        if (lines.isEmpty() || !lines.getFirst().startsWith("101")) {
            return new Orders("", true, List.of(), List.of("Line 1: no file of this bank begins like this"));
        }
        if (lines.size() % 10 != 0) {
            problem(lines.size(), "the records do not fill blocks of ten");
        }
        boolean ended = false;
        for (int i = 0; i < lines.size() && problems.size() < MOST_PROBLEMS; i++) {
            String line = lines.get(i);
            if (line.length() != 94) {
                problem(i + 1, "the record has " + line.length() + " characters, not 94");
                break;
            }
            if (ended) {
                if (!line.equals("9".repeat(94))) {
                    problem(i + 1, "something stands after the end of the file");
                }
                continue;
            }
            try {
                ended = record(i + 1, line);
            } catch (NumberFormatException | DateTimeException e) {
                problem(i + 1, "digits or a day were expected");
            }
        }
        if (!ended) {
            problem(lines.size(), "the file has no end");
        }
        return new Orders(id, true, batches, problems);
    }

    private void problem(int line, String what) {
        problems.add("Line " + line + ": " + what);
    }

    private boolean record(int at, String line) {
        switch (line.charAt(0)) {
            case '1' -> {
                if (!Orders.isRouting(line.substring(4, 13))) {
                    problem(at, "the routing number " + line.substring(4, 13) + " has a wrong check digit");
                }
                id = line.substring(13, 34).strip() + " " + line.substring(86).strip();
            }
            case '5' -> {
                batchSums = new HashMap<>();
                items = new ArrayList<>();
                debits = new ArrayList<>();
                entryClass = line.substring(50, 53);
                String when = line.substring(69, 75);
                day = when.isBlank() ? LocalDate.EPOCH : LocalDate.parse(when, DAY);
                batchCount++;
            }
            case '6' -> entry(at, line);
            case '7' -> add(batchSums, "count", 1);
            case '8' -> {
                totals(at, batchSums, line, 4, 10, 20, 32);
                batchSums.forEach((k, v) -> add(fileSums, k, v));
                batch();
            }
            case '9' -> {
                totals(at, fileSums, line, 13, 21, 31, 43);
                if (Long.parseLong(line.substring(1, 7)) != batchCount) {
                    problem(at, "the file has " + batchCount + " batches");
                }
                return true;
            }
            default -> problem(at, "no record begins with " + line.charAt(0));
        }
        return false;
    }

    private void entry(int at, String line) {
        String routing = line.substring(3, 12);
        if (!Orders.isRouting(routing)) {
            problem(at, "the routing number " + routing + " has a wrong check digit");
        }
        int code = Integer.parseInt(line.substring(1, 3));
        boolean debit = code % 10 >= 5;
        long cents = Long.parseLong(line.substring(29, 39));
        add(batchSums, "count", 1);
        add(batchSums, "hash", Long.parseLong(line.substring(3, 11)));
        add(batchSums, debit ? "debits" : "credits", cents);
        items.add(new Item(
                line.substring(39, 54).strip(),
                line.substring(79, 94),
                cents,
                line.substring(54, 76).strip(),
                routing,
                line.substring(12, 29).strip(),
                entryClass,
                code / 10 == 3,
                "",
                false,
                false,
                ""));
        debits.add(debit);
    }

    /** An entry against the batch's sum is the customer's own account, which the bank books anyway. */
    private void batch() {
        if (items.isEmpty()) {
            return;
        }
        boolean first = debits.getFirst();
        List<Item> others = new ArrayList<>();
        for (int i = 0; i < items.size(); i++) {
            if (debits.get(i) == first) {
                others.add(items.get(i));
            }
        }
        batches.add(new Batch("", day, first, false, others));
    }

    private void totals(int at, Map<String, Long> sums, String line, int count, int hash, int debit, int credit) {
        same(at, "entries", sums.getOrDefault("count", 0L), line.substring(count, hash));
        same(at, "entry hash", sums.getOrDefault("hash", 0L) % 10_000_000_000L, line.substring(hash, hash + 10));
        same(at, "debits", sums.getOrDefault("debits", 0L), line.substring(debit, debit + 12));
        same(at, "credits", sums.getOrDefault("credits", 0L), line.substring(credit, credit + 12));
    }

    private void same(int at, String what, long found, String written) {
        if (Long.parseLong(written) != found) {
            problem(at, what + " are " + found + ", not " + written);
        }
    }

    private static void add(Map<String, Long> sums, String what, long value) {
        sums.merge(what, value, Long::sum);
    }
}
