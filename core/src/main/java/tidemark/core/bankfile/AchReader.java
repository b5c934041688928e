package tidemark.core.bankfile;

import static tidemark.core.words.Catalogue.say;

import java.time.DateTimeException;
import java.time.LocalDate;
import java.time.LocalTime;
import java.util.ArrayList;
import java.util.List;
import java.util.Objects;
import java.util.Optional;
import java.util.Set;
import org.jspecify.annotations.Nullable;
import tidemark.core.money.MinorUnits;

/**
 * Reads ACH files of anybody, also those of returns and notifications of change, and checks them against the standard: the
 * form and order of their records, check digits, counts, hashes and totals, recomputed. Records may stand on lines or run
 * on without any. Cost: O(length).
 */
public final class AchReader {
    private static final Set<String> CLASSES = Set.of(
            "ACK", "ADV", "ARC", "ATX", "BOC", "CCD", "CIE", "COR", "CTX", "DNE", "ENR", "IAT", "MTE", "POP", "POS",
            "PPD", "RCK", "SHR", "TEL", "TRC", "TRX", "WEB", "XCK");
    private static final Set<String> ONE_ADDENDA = Set.of("CCD", "CIE", "PPD", "WEB", "MTE", "POS", "SHR");
    private static final int MOST_PROBLEMS = 1_000;

    /** @param file as far as it could be read */
    public record Read(AchFile file, BankFileReport report) {}

    private final List<BankFileReport.FileProblem> problems = new ArrayList<>();
    private final List<BankFileReport.Control> controls = new ArrayList<>();
    private final List<BankFileReport.Batch> told = new ArrayList<>();
    private final List<AchFile.Batch> batches = new ArrayList<>();
    private AchFile.Totals all = AchFile.Totals.NONE;
    private int at;
    private String line = "";

    private @Nullable Head head;
    private @Nullable Open open;
    private int ended;
    private long lastNumber = -1;

    private record Head(
            String destination,
            String origin,
            LocalDate created,
            LocalTime time,
            char modifier,
            String destinationName,
            String originName,
            String reference) {}

    /** A batch that is read. */
    private static final class Open {
        private final int serviceClass;
        private final String entryClass;
        private final AchFile.Batch head;
        private final List<AchFile.Entry> entries = new ArrayList<>();
        private AchFile.Totals totals = AchFile.Totals.NONE;
        private String lastTrace = "";
        private boolean addendaDue;
        private int addenda;
        private boolean returns;

        Open(AchFile.Batch head) {
            this.head = head;
            this.serviceClass = head.serviceClass();
            this.entryClass = head.entryClass();
        }
    }

    private AchReader() {}

    /** Whether a file begins as one of these. */
    public static boolean looksLike(String text) {
        String start = text.stripLeading();
        return start.startsWith("101") && start.length() > 40 && start.startsWith("094", 34);
    }

    /** @param text one character for each byte */
    public static Read read(String text) {
        AchReader reader = new AchReader();
        reader.records(lines(text));
        return new Read(reader.file(), reader.report());
    }

    private static List<String> lines(String text) {
        String all = text.replace("\r\n", "\n").replace('\r', '\n');
        List<String> out = new ArrayList<>();
        if (all.strip().indexOf('\n') < 0 && all.length() > AchFile.WIDTH) {
            String run = all.replace("\n", "");
            for (int i = 0; i < run.length(); i += AchFile.WIDTH) {
                out.add(run.substring(i, Math.min(run.length(), i + AchFile.WIDTH)));
            }
            return out;
        }
        out.addAll(List.of(all.split("\n", -1)));
        while (!out.isEmpty() && out.getLast().isEmpty()) {
            out.removeLast();
        }
        return out;
    }

    private void records(List<String> lines) {
        int fillers = 0;
        for (String raw : lines) {
            at++;
            line = raw;
            if (raw.length() != AchFile.WIDTH) {
                problem("ach.width", Integer.toString(raw.length()), say("ach.width.expected"));
                line = raw.length() > AchFile.WIDTH
                        ? raw.substring(0, AchFile.WIDTH)
                        : raw + " ".repeat(AchFile.WIDTH - raw.length());
            }
            if (!line.codePoints().allMatch(c -> c >= ' ' && c <= '~')) {
                problem("ach.characters", say("ach.characters.found"), say("ach.characters.expected"));
            }
            if (ended > 0 && line.equals("9".repeat(AchFile.WIDTH))) {
                fillers++;
                continue;
            }
            record();
        }
        if (open != null) {
            problem("ach.open", "", say("ach.open.expected"));
            close();
        }
        if (ended == 0) {
            problem("ach.end", "", say("ach.end.expected"));
        } else if (lines.size() % AchFile.BLOCK != 0) {
            at = 0;
            problem("ach.block", Integer.toString(lines.size()), say("ach.block.expected", fillers));
        }
    }

    private void record() {
        char type = line.charAt(0);
        if (at == 1 && type != '1') {
            problem("ach.order", "“" + type + "”", say("ach.order.first"));
        }
        if (ended > 0) {
            problem("ach.order", "“" + type + "”", say("ach.order.afterTheEnd"));
            return;
        }
        switch (type) {
            case '1' -> fileHeader();
            case '5' -> batchHeader();
            case '6' -> entry();
            case '7' -> addenda();
            case '8' -> batchControl();
            case '9' -> fileControl();
            default -> problem("ach.record", "“" + type + "”", say("ach.record.expected"));
        }
    }

    /** Columns as the standard counts them, from 1. */
    private String columns(int from, int to) {
        return line.substring(from - 1, to);
    }

    private long number(int from, int to, String name) {
        String digits = columns(from, to);
        if (!digits.chars().allMatch(c -> c >= '0' && c <= '9')) {
            problem("ach.number", "“" + digits + "”", say("ach.number.expected", name, from, to));
            return 0;
        }
        return Long.parseLong(digits);
    }

    private Optional<LocalDate> day(int from, String name, boolean needed) {
        String digits = columns(from, from + 5);
        if (digits.isBlank() && !needed) {
            return Optional.empty();
        }
        try {
            return Optional.of(LocalDate.of(
                    2000 + Integer.parseInt(digits.substring(0, 2)),
                    Integer.parseInt(digits.substring(2, 4)),
                    Integer.parseInt(digits.substring(4, 6))));
        } catch (NumberFormatException | DateTimeException e) {
            problem("ach.date", "“" + digits + "”", say("ach.date.expected", name));
            return Optional.empty();
        }
    }

    private void routing(String nine, String name) {
        if (!AccountNumbers.isRouting(nine)) {
            problem("ach.routing", "“" + nine + "”", say("ach.routing.expected", name));
        }
    }

    private void fileHeader() {
        if (at != 1) {
            problem("ach.order", "“1”", say("ach.order.oneHeader"));
            return;
        }
        String destination = columns(4, 13).strip();
        routing(destination, say("ach.name.destination"));
        expect("ach.size", columns(35, 40), "094101");
        String time = columns(30, 33);
        LocalTime at0 = LocalTime.MIDNIGHT;
        if (!time.isBlank()) {
            try {
                at0 = LocalTime.of(Integer.parseInt(time.substring(0, 2)), Integer.parseInt(time.substring(2, 4)));
            } catch (NumberFormatException | DateTimeException e) {
                problem("ach.time", "“" + time + "”", say("ach.time.expected"));
            }
        }
        char modifier = line.charAt(33);
        if (!((modifier >= 'A' && modifier <= 'Z') || (modifier >= '0' && modifier <= '9'))) {
            problem("ach.modifier", "“" + modifier + "”", say("ach.modifier.expected"));
        }
        head = new Head(
                destination,
                columns(14, 23).strip(),
                day(24, say("ach.name.created"), true).orElse(LocalDate.EPOCH),
                at0,
                modifier,
                columns(41, 63).strip(),
                columns(64, 86).strip(),
                columns(87, 94).strip());
    }

    private void expect(String code, String found, String expected) {
        if (!found.equals(expected)) {
            problem(code, "“" + found + "”", expected.isBlank() ? "“" + expected + "”" : expected);
        }
    }

    private void batchHeader() {
        if (open != null) {
            problem("ach.open", "“5”", say("ach.open.expected"));
            close();
        }
        int service = (int) number(2, 4, say("ach.name.serviceClass"));
        if (service != 200 && service != 220 && service != 225 && service != 280) {
            problem("ach.service-class", Integer.toString(service), "200, 220, 225, 280");
        }
        String entryClass = columns(51, 53);
        if (!CLASSES.contains(entryClass)) {
            problem("ach.class", "“" + entryClass + "”", say("ach.class.expected"));
        }
        boolean foreign = entryClass.equals("IAT");
        if (!foreign && columns(5, 20).isBlank()) {
            problem("ach.empty", "", say("ach.name.company"));
        }
        if (columns(54, 63).isBlank()) {
            problem("ach.empty", "", say("ach.name.description"));
        }
        if (columns(41, 50).isBlank()) {
            problem("ach.empty", "", say("ach.name.companyId"));
        }
        String status = columns(79, 79);
        if (!status.equals("0") && !status.equals("1") && !status.equals("2")) {
            problem("ach.status", "“" + status + "”", "0, 1, 2");
        }
        number(80, 87, say("ach.name.originator"));
        long number = number(88, 94, say("ach.name.batchNumber"));
        if (number <= lastNumber) {
            problem("ach.batch-order", Long.toString(number), say("ach.batch-order.expected", lastNumber));
        }
        lastNumber = number;
        open = new Open(new AchFile.Batch(
                service,
                columns(5, 20).stripTrailing(),
                columns(21, 40).stripTrailing(),
                columns(41, 50).stripTrailing(),
                entryClass,
                columns(54, 63).stripTrailing(),
                columns(64, 69).stripTrailing(),
                day(70, say("ach.name.effective"), false),
                columns(80, 87),
                number,
                List.of()));
    }

    private void entry() {
        Open b = open;
        if (b == null) {
            problem("ach.order", "“6”", say("ach.order.outside"));
            return;
        }
        checkAddenda(b);
        int code = (int) number(2, 3, say("ach.name.transactionCode"));
        checkCode(b, code);
        String routing = columns(4, 12);
        if (number(4, 12, say("ach.name.routing")) > 0) {
            routing(routing, say("ach.name.routing"));
        }
        boolean foreign = b.entryClass.equals("IAT");
        String account = (foreign ? columns(40, 74) : columns(13, 29)).stripTrailing();
        if (account.isBlank() && !b.entryClass.equals("ADV")) {
            problem("ach.empty", "", say("ach.name.account"));
        }
        long amount = number(30, 39, say("ach.name.amount"));
        checkAmount(b, code, amount);
        String name = foreign ? "" : b.entryClass.equals("CTX") ? columns(59, 74) : columns(55, 76);
        String flag = columns(79, 79);
        if (!flag.equals("0") && !flag.equals("1")) {
            problem("ach.addenda-flag", "“" + flag + "”", "0, 1");
        }
        String trace = columns(80, 94);
        number(80, 94, say("ach.name.trace"));
        if (!b.lastTrace.isEmpty() && trace.compareTo(b.lastTrace) <= 0) {
            problem("ach.trace-order", trace, say("ach.trace-order.expected", b.lastTrace));
        }
        b.lastTrace = trace;
        b.addendaDue = flag.equals("1");
        b.addenda = 0;
        b.returns = false;
        b.entries.add(new AchFile.Entry(
                code,
                routing,
                account,
                amount,
                foreign ? "" : columns(40, 54).stripTrailing(),
                name.stripTrailing(),
                columns(77, 78).stripTrailing(),
                trace,
                List.of()));
        b.totals = b.totals.plus(new AchFile.Totals(
                1,
                digits(columns(4, 11)),
                AchFile.Entry.isCredit(code) ? 0 : amount,
                AchFile.Entry.isCredit(code) ? amount : 0));
    }

    private static long digits(String text) {
        return text.chars().allMatch(c -> c >= '0' && c <= '9') ? Long.parseLong(text) : 0;
    }

    private void checkCode(Open b, int code) {
        int kind = code / 10;
        int what = code % 10;
        boolean known = kind >= 2 && kind <= 5 && what >= 1 && what != 5 || code == 55;
        boolean reports = kind == 8 && what >= 1 && what <= 8;
        if (!known && !(b.entryClass.equals("ADV") && reports)) {
            problem("ach.transaction-code", Integer.toString(code), say("ach.transaction-code.expected"));
            return;
        }
        boolean credit = AchFile.Entry.isCredit(code);
        if ((b.serviceClass == 220 && !credit) || (b.serviceClass == 225 && credit)) {
            problem(
                    "ach.service-class",
                    Integer.toString(code),
                    credit
                            ? say("ach.service-class.debits", b.serviceClass)
                            : say("ach.service-class.credits", b.serviceClass));
        }
    }

    private void checkAmount(Open b, int code, long amount) {
        int what = code % 10;
        boolean prenote = what == 3 || what == 8 || what == 4 || what == 9;
        boolean told = b.entryClass.equals("COR") || b.entryClass.equals("ACK") || b.entryClass.equals("ATX");
        boolean returned = what == 1 || what == 6;
        if (prenote && amount != 0) {
            problem("ach.amount", amount(amount), say("ach.amount.none"));
        } else if (!prenote && !told && !returned && amount == 0) {
            problem("ach.amount", amount(amount), say("ach.amount.some"));
        }
    }

    private static String amount(long minorUnits) {
        return MinorUnits.toDecimal(minorUnits, org.joda.money.CurrencyUnit.USD);
    }

    private void addenda() {
        Open b = open;
        if (b == null || b.entries.isEmpty()) {
            problem("ach.order", "“7”", say("ach.order.addenda"));
            return;
        }
        AchFile.Entry of = b.entries.removeLast();
        b.addenda++;
        if (!b.addendaDue) {
            problem("ach.addenda", "“7”", say("ach.addenda.none", of.trace()));
        }
        String type = columns(2, 3);
        if (type.equals("05")) {
            long sequence = number(84, 87, say("ach.name.sequence"));
            if (sequence != b.addenda) {
                problem("ach.addenda-order", Long.toString(sequence), Integer.toString(b.addenda));
            }
            expect("ach.addenda-trace", columns(88, 94), of.trace().substring(8));
            if (b.addenda > 1 && ONE_ADDENDA.contains(b.entryClass)) {
                problem("ach.addenda", Integer.toString(b.addenda), say("ach.addenda.one", b.entryClass));
            }
        } else if (type.equals("98") || type.equals("99")) {
            b.returns = true;
        } else if (!type.equals("02") && !type.matches("1[0-8]")) {
            problem("ach.addenda-type", "“" + type + "”", say("ach.addenda-type.expected"));
        }
        List<AchFile.Addenda> more = new ArrayList<>(of.addenda());
        more.add(new AchFile.Addenda(
                type, type.equals("05") ? columns(4, 83).stripTrailing() : columns(4, AchFile.WIDTH)));
        b.entries.add(new AchFile.Entry(
                of.code(),
                of.routing(),
                of.account(),
                of.amount(),
                of.individualId(),
                of.name(),
                of.discretionary(),
                of.trace(),
                more));
        b.totals = b.totals.plus(new AchFile.Totals(1, 0, 0, 0));
    }

    /** What an entry that is over had to have. */
    private void checkAddenda(Open b) {
        if (b.entries.isEmpty()) {
            return;
        }
        AchFile.Entry last = b.entries.getLast();
        if (b.addendaDue && b.addenda == 0) {
            problem("ach.addenda", "", say("ach.addenda.some", last.trace()));
        }
        boolean sentBack = last.code() % 10 == 1 || last.code() % 10 == 6;
        boolean ours = last.trace().startsWith(b.head.originator());
        // a return has the number of whoever sends it back
        if (!b.returns && !sentBack && !b.entryClass.equals("ADV") && !ours) {
            problem("ach.trace", last.trace(), say("ach.trace.expected", b.head.originator()));
        }
    }

    private void batchControl() {
        Open b = open;
        if (b == null) {
            problem("ach.order", "“8”", say("ach.order.control"));
            return;
        }
        checkAddenda(b);
        if (b.entries.isEmpty()) {
            problem("ach.batch-empty", "", say("ach.batch-empty.expected"));
        }
        String of = say("ach.name.batch", b.head.number());
        expect("ach.batch-service", columns(2, 4), "%03d".formatted(b.serviceClass));
        control("ach.batch-count", of + " " + say("ach.name.count"), columns(5, 10), b.totals.count());
        control("ach.batch-hash", of + " " + say("ach.name.hash"), columns(11, 20), b.totals.hash());
        if (b.entryClass.equals("ADV")) {
            // the records of accounting advices are laid out in another way
            close();
            return;
        }
        control("ach.batch-debits", of + " " + say("ach.name.debits"), columns(21, 32), b.totals.debits());
        control("ach.batch-credits", of + " " + say("ach.name.credits"), columns(33, 44), b.totals.credits());
        expect("ach.batch-company", columns(45, 54).stripTrailing(), b.head.companyId());
        expect("ach.batch-originator", columns(80, 87), b.head.originator());
        expect("ach.batch-number", columns(88, 94), "%07d".formatted(b.head.number()));
        close();
    }

    private void control(String code, String name, String written, long computed) {
        String right = Long.toString(computed);
        String digits = "0".repeat(Math.max(0, written.length() - right.length())) + right;
        controls.add(new BankFileReport.Control(name, at, written, digits));
        if (!written.equals(digits)) {
            problem(code, "“" + written + "”", digits);
        }
    }

    private void close() {
        Open b = Objects.requireNonNull(open);
        open = null;
        AchFile.Batch h = b.head;
        batches.add(new AchFile.Batch(
                h.serviceClass(),
                h.company(),
                h.discretionary(),
                h.companyId(),
                h.entryClass(),
                h.description(),
                h.descriptiveDate(),
                h.effective(),
                h.originator(),
                h.number(),
                b.entries));
        told.add(new BankFileReport.Batch(
                Long.toString(h.number()),
                h.entryClass() + " " + h.serviceClass(),
                h.effective().map(LocalDate::toString).orElse(""),
                b.entries.size(),
                b.totals.debits(),
                b.totals.credits()));
        all = all.plus(b.totals);
    }

    private void fileControl() {
        if (open != null) {
            problem("ach.open", "“9”", say("ach.open.expected"));
            close();
        }
        ended = at;
        control("ach.file-batches", say("ach.name.batches"), columns(2, 7), batches.size());
        control("ach.file-blocks", say("ach.name.blocks"), columns(8, 13), (at + AchFile.BLOCK - 1) / AchFile.BLOCK);
        control("ach.file-count", say("ach.name.count"), columns(14, 21), all.count());
        control("ach.file-hash", say("ach.name.hash"), columns(22, 31), all.hash());
        if (batches.stream().noneMatch(b -> b.entryClass().equals("ADV"))) {
            control("ach.file-debits", say("ach.name.debits"), columns(32, 43), all.debits());
            control("ach.file-credits", say("ach.name.credits"), columns(44, 55), all.credits());
        }
    }

    private void problem(String code, String found, String expected) {
        if (problems.size() < MOST_PROBLEMS) {
            problems.add(new BankFileReport.FileProblem(code, at, found, expected));
        }
    }

    private AchFile file() {
        Head h = head == null ? new Head("", "", LocalDate.EPOCH, LocalTime.MIDNIGHT, 'A', "", "", "") : head;
        return new AchFile(
                h.destination(),
                h.origin(),
                h.created(),
                h.time(),
                h.modifier(),
                h.destinationName(),
                h.originName(),
                h.reference(),
                List.copyOf(batches));
    }

    private BankFileReport report() {
        return new BankFileReport(
                "NACHA",
                "USD",
                List.copyOf(told),
                all.debits(),
                all.credits(),
                List.copyOf(controls),
                List.copyOf(problems));
    }
}
