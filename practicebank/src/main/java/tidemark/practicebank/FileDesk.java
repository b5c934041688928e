package tidemark.practicebank;

import java.nio.charset.StandardCharsets;
import java.security.MessageDigest;
import java.security.NoSuchAlgorithmException;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.Base64;
import java.util.Comparator;
import java.util.HashMap;
import java.util.HexFormat;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.TreeMap;
import java.util.UUID;
import tidemark.practicebank.CustomerActivity.Line;
import tidemark.practicebank.PracticeBank.Answer;
import tidemark.practicebank.State.HandedIn;

/**
 * Where files of collections and payments are handed in: looked through, taken whole or refused, credited or charged on
 * their days, and some of what is in them comes back two business days later, by the bank's seed.
 */
final class FileDesk {
    private static final int BACK_AFTER = 2;

    private final State state;
    private final Map<String, Orders> read = new HashMap<>();

    FileDesk(State state) {
        this.state = state;
    }

    /** What of a file came back on a day, or is another now. */
    record Back(Orders.Batch batch, Orders.Item item, String code, LocalDate day) {
        boolean isMoney() {
            return !code.startsWith("C");
        }
    }

    private Orders orders(HandedIn file) {
        Orders known = read.get(file.id());
        if (known != null) {
            return known;
        }
        Orders orders = Orders.read(content(file));
        Orders looked = new Orders(
                orders.id(),
                orders.ach(),
                orders.batches().stream()
                        .map(b -> new Orders.Batch(
                                b.account(),
                                b.day(),
                                b.debits(),
                                b.singly(),
                                b.items().stream()
                                        .map(i -> isUnknownMandate(file, i) ? i.refused("MD01") : i)
                                        .toList()))
                        .toList(),
                orders.problems());
        read.put(file.id(), looked);
        return looked;
    }

    /** A mandate that served once, or another account, before this; nobody told the bank of a change. */
    private boolean isUnknownMandate(HandedIn file, Orders.Item item) {
        return !item.mandate().isEmpty()
                && state.files.stream()
                        .takeWhile(f -> f != file)
                        .filter(f -> f.problems().isEmpty())
                        .flatMap(f -> orders(f).batches().stream())
                        .flatMap(b -> b.items().stream())
                        .anyMatch(i -> i.mandate().equals(item.mandate())
                                && i.problem().isEmpty()
                                && (i.once() || (!item.amended() && !i.account().equals(item.account()))));
    }

    private static byte[] content(HandedIn file) {
        return Base64.getDecoder().decode(file.content());
    }

    /** Takes a file or refuses it whole; the same file, or another by the same name of its message, is refused. */
    HandedIn handIn(State.Account account, String name, byte[] content) {
        Orders orders = Orders.read(content);
        String digest = digest(content);
        List<String> problems = new ArrayList<>(orders.problems());
        state.files.stream()
                .filter(f -> f.problems().isEmpty())
                .filter(f -> f.sha256().equals(digest)
                        || (f.account().equals(account.id())
                                && !orders.id().isEmpty()
                                && f.messageId().equals(orders.id())))
                .findFirst()
                .ifPresent(f -> problems.add("DU01 The file " + f.messageId() + " was handed in on " + f.day()));
        for (Orders.Batch batch : orders.batches()) {
            if (!batch.account().isEmpty()
                    && !batch.account().equals(account.number().replace(" ", ""))) {
                problems.add("AC01 The account " + batch.account() + " is not the one it was handed in for");
            }
            if (!batch.day().isAfter(state.date)) {
                problems.add("DT01 The day " + batch.day() + " is past; the bank's date is " + state.date);
            } else if (!CustomerActivity.isBusinessDay(batch.day())) {
                problems.add("DT01 The bank does not work on " + batch.day());
            }
        }
        if (problems.isEmpty() && orders.ach() != account.currency().equals("USD")) {
            problems.add("AM03 The account is kept in " + account.currency());
        }
        if (problems.isEmpty() && orders.batches().isEmpty()) {
            problems.add("Nothing is to be collected or paid in the file");
        }
        HandedIn file = new HandedIn(
                UUID.randomUUID().toString(),
                account.id(),
                state.date,
                name,
                orders.id(),
                digest,
                Base64.getEncoder().encodeToString(content),
                problems);
        state.files.add(file);
        state.keep();
        return file;
    }

    static String digest(byte[] content) {
        try {
            return HexFormat.of().formatHex(MessageDigest.getInstance("SHA-256").digest(content));
        } catch (NoSuchAlgorithmException e) {
            throw new IllegalStateException(e);
        }
    }

    List<HandedIn> of(State.Account account) {
        return state.files.stream()
                .filter(f -> f.account().equals(account.id()))
                .toList();
    }

    HandedIn get(State.Account account, String id) {
        return of(account).stream()
                .filter(f -> f.id().equals(id))
                .findFirst()
                .orElseThrow(() -> new Answer(404, "RESOURCE_UNKNOWN", "There is no such file"));
    }

    Orders taken(HandedIn file) {
        return orders(file);
    }

    /** The movements of an account that its files make. */
    List<Line> lines(State.Account account) {
        List<Line> out = new ArrayList<>();
        for (HandedIn file : of(account)) {
            if (file.problems().isEmpty()) {
                settled(file, out);
                back(file).stream()
                        .filter(b -> b.isMoney() && b.item().problem().isEmpty())
                        .forEach(b -> out.add(line(file, b)));
            }
        }
        return out;
    }

    private void settled(HandedIn file, List<Line> out) {
        Orders orders = orders(file);
        String reference = reference(orders);
        Map<String, Long> sums = new TreeMap<>();
        Map<String, LocalDate> days = new HashMap<>();
        for (Orders.Batch batch : orders.batches()) {
            for (Orders.Item item : batch.items()) {
                long cents = batch.debits() ? item.cents() : -item.cents();
                if (!item.problem().isEmpty()) {
                    continue;
                }
                if (batch.singly()) {
                    out.add(new Line(
                            "PBs" + file.id() + item.id(),
                            batch.day(),
                            cents,
                            item.id(),
                            "",
                            item.name(),
                            batch.debits() ? "DIRECT DEBIT" : "CREDIT TRANSFER",
                            batch.debits() ? "166" : "466"));
                } else {
                    String key = batch.day() + (batch.debits() ? " C" : " P");
                    sums.merge(key, cents, Long::sum);
                    days.put(key, batch.day());
                }
            }
        }
        sums.forEach((key, cents) -> out.add(new Line(
                "PBs" + file.id() + key,
                java.util.Objects.requireNonNull(days.get(key)),
                cents,
                reference,
                "",
                "",
                (cents > 0 ? "COLLECTIONS " : "PAYMENTS ") + reference,
                cents > 0 ? "166" : "466")));
    }

    /** Of an ACH file the last of what tells it apart is the sender's own reference. */
    private static String reference(Orders orders) {
        return orders.ach() ? orders.id().substring(orders.id().lastIndexOf(' ') + 1) : orders.id();
    }

    private static Line line(HandedIn file, Back b) {
        String text = (b.batch().debits() ? "RETURN " : "CREDIT RETURNED ") + b.code() + " "
                + b.item().name().toUpperCase(Locale.ROOT);
        return new Line(
                "PBb" + file.id() + b.item().id(),
                b.day(),
                b.batch().debits() ? -b.item().cents() : b.item().cents(),
                b.item().id(),
                "",
                b.item().name(),
                text,
                b.batch().debits() ? "557" : "257");
    }

    /** What of a file comes back, whether its day has come or not. */
    List<Back> back(HandedIn file) {
        List<Back> out = new ArrayList<>();
        for (Orders.Batch batch : orders(file).batches()) {
            LocalDate day = CustomerActivity.after(batch.day(), BACK_AFTER);
            for (Orders.Item item : batch.items()) {
                if (!item.problem().isEmpty()) {
                    out.add(new Back(batch, item, item.problem(), file.day()));
                    continue;
                }
                String code = code(file, batch, item, day);
                if (!code.isEmpty() && item.cents() > 0) {
                    out.add(new Back(batch, item, code, day));
                }
            }
        }
        return out;
    }

    private String code(HandedIn file, Orders.Batch batch, Orders.Item item, LocalDate day) {
        boolean ach = orders(file).ach();
        for (State.ComesBack told : state.comesBack) {
            if (told.name().equalsIgnoreCase(item.name()) && told.day().isBefore(day) && isFirst(told, file, item)) {
                return told.code();
            }
        }
        // the same customer, amount and day fare alike, whatever the file calls them
        long dice = CustomerActivity.dice(state.seed, item.name() + item.cents() + batch.day() + "/file", 100);
        if (batch.debits()) {
            return dice < 8
                    ? ach ? "R01" : "AM04"
                    : dice < 10
                            ? ach ? "R02" : "AC04"
                            : dice < 11 ? ach ? "R10" : "MD06" : dice < 13 && ach ? "C01" : "";
        }
        return dice < 2 ? ach ? "R03" : "AC04" : dice < 3 && ach ? "C01" : "";
    }

    /** Whether it is the first after the day that was told of it. */
    private boolean isFirst(State.ComesBack told, HandedIn file, Orders.Item item) {
        return state.files.stream()
                .filter(f -> f.problems().isEmpty())
                .flatMap(f -> orders(f).batches().stream()
                        .filter(b -> told.day().isBefore(CustomerActivity.after(b.day(), BACK_AFTER)))
                        .flatMap(b -> b.items().stream()
                                .filter(i -> i.name().equalsIgnoreCase(told.name()))
                                .map(i -> Map.entry(b.day() + f.day().toString(), f.id() + i.id()))))
                .min(Map.Entry.comparingByKey())
                .filter(e -> e.getValue().equals(file.id() + item.id()))
                .isPresent();
    }

    /** A file in which the bank says what came back on one day. */
    record BackFile(LocalDate day, String name, byte[] content) {}

    /** The files of answers whose day has come, oldest first. */
    List<BackFile> answers(HandedIn file) {
        Orders orders = orders(file);
        Map<LocalDate, List<Back>> byDay = new TreeMap<>();
        if (file.problems().isEmpty()) {
            back(file).stream()
                    .filter(b -> !b.day().isAfter(state.date))
                    .sorted(Comparator.comparing(b -> b.item().id()))
                    .forEach(b -> byDay.computeIfAbsent(b.day(), d -> new ArrayList<>())
                            .add(b));
        }
        List<BackFile> out = new ArrayList<>();
        byDay.forEach((day, backs) -> out.add(new BackFile(
                day,
                "answer-" + day + "-" + file.id().substring(0, 8) + (orders.ach() ? ".ach" : ".xml"),
                (orders.ach()
                                ? AchAnswers.write(day, file.id(), backs)
                                : SepaAnswers.write(orders.id(), day, file.id(), backs))
                        .getBytes(StandardCharsets.UTF_8))));
        return out;
    }
}
