package tidemark.core.bankfile;

import static tidemark.core.words.Catalogue.say;

import java.time.format.DateTimeFormatter;
import java.util.Locale;
import tidemark.core.problem.RuleViolation;

/**
 * Writes ACH files: records of 94 characters, filled up to blocks of ten with records of nines, a line feed after each. The
 * same file is the same text, byte for byte. Cost: O(entries).
 */
public final class AchWriter {
    private static final DateTimeFormatter DAY = DateTimeFormatter.ofPattern("yyMMdd", Locale.ROOT);
    private static final DateTimeFormatter TIME = DateTimeFormatter.ofPattern("HHmm", Locale.ROOT);

    private AchWriter() {}

    /** @throws RuleViolation {@code ach.field} for what does not fit its columns, with the field named */
    public static String write(AchFile file) {
        StringBuilder out = new StringBuilder();
        line(
                out,
                "101" + right(" " + file.destination(), 10, "destination") + right(file.origin(), 10, "origin")
                        + DAY.format(file.created()) + TIME.format(file.time())
                        + file.modifier() + "094101" + left(file.destinationName(), 23) + left(file.originName(), 23)
                        + left(file.reference(), 8));
        long records = 1;
        for (AchFile.Batch batch : file.batches()) {
            records += batch(out, batch);
        }
        records++;
        AchFile.Totals all = file.totals();
        long blocks = (records + AchFile.BLOCK - 1) / AchFile.BLOCK;
        line(
                out,
                "9" + number(file.batches().size(), 6, "batches") + number(blocks, 6, "blocks")
                        + number(all.count(), 8, "entries") + number(all.hash(), 10, "hash")
                        + number(all.debits(), 12, "debits") + number(all.credits(), 12, "credits") + " ".repeat(39));
        for (long i = records; i < blocks * AchFile.BLOCK; i++) {
            line(out, "9".repeat(AchFile.WIDTH));
        }
        return out.toString();
    }

    /** @return how many records it has */
    private static long batch(StringBuilder out, AchFile.Batch b) {
        String company = left(b.company(), 16);
        line(
                out,
                "5" + number(b.serviceClass(), 3, "serviceClass") + company + left(b.discretionary(), 20)
                        + whole(b.companyId(), 10, "companyId") + whole(b.entryClass(), 3, "entryClass")
                        + left(b.description(), 10) + left(b.descriptiveDate(), 6)
                        + b.effective().map(DAY::format).orElse(" ".repeat(6)) + "   1"
                        + whole(b.originator(), 8, "originator") + number(b.number(), 7, "batch"));
        long records = 2;
        for (AchFile.Entry e : b.entries()) {
            line(
                    out,
                    "6" + number(e.code(), 2, "code") + whole(e.routing(), 9, "routing")
                            + whole(e.account(), 17, "account") + number(e.amount(), 10, "amount")
                            + whole(e.individualId(), 15, "individualId") + left(e.name(), 22)
                            + left(e.discretionary(), 2) + (e.addenda().isEmpty() ? "0" : "1")
                            + whole(e.trace(), 15, "trace"));
            records++;
            int sequence = 0;
            for (AchFile.Addenda a : e.addenda()) {
                sequence++;
                records++;
                line(
                        out,
                        a.type().equals("05")
                                ? "705" + left(a.text(), 80) + number(sequence, 4, "addenda")
                                        + e.trace().substring(8)
                                : "7" + a.type() + whole(a.text(), 91, "addenda"));
            }
        }
        AchFile.Totals t = AchFile.Totals.of(b);
        line(
                out,
                "8" + number(b.serviceClass(), 3, "serviceClass") + number(t.count(), 6, "entries")
                        + number(t.hash(), 10, "hash") + number(t.debits(), 12, "debits")
                        + number(t.credits(), 12, "credits") + whole(b.companyId(), 10, "companyId") + " ".repeat(25)
                        + whole(b.originator(), 8, "originator") + number(b.number(), 7, "batch"));
        return records;
    }

    private static void line(StringBuilder out, String record) {
        if (record.length() != AchFile.WIDTH) {
            throw new IllegalStateException("a record of " + record.length() + " characters");
        }
        out.append(record).append('\n');
    }

    /** A text for people: cut to its columns. */
    private static String left(String text, int width) {
        String plain = BankText.ach(text, width).text();
        return plain + " ".repeat(width - plain.length());
    }

    /** A text that programs read: never cut. */
    private static String whole(String text, int width, String field) {
        if (text.length() > width || !text.chars().allMatch(c -> c >= ' ' && c <= '~')) {
            throw unfit(field, text, width);
        }
        return text + " ".repeat(width - text.length());
    }

    private static String right(String text, int width, String field) {
        String plain = whole(text, width, field).strip();
        return " ".repeat(width - plain.length()) + plain;
    }

    private static String number(long value, int width, String field) {
        String digits = Long.toString(value);
        if (value < 0 || digits.length() > width) {
            throw unfit(field, digits, width);
        }
        return "0".repeat(width - digits.length()) + digits;
    }

    private static RuleViolation unfit(String field, String found, int width) {
        return new RuleViolation("ach.field", field, found, say("ach.field.expected", width), say("ach.field.remedy"));
    }
}
