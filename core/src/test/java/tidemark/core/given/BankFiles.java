package tidemark.core.given;

import java.io.ByteArrayOutputStream;
import java.nio.charset.StandardCharsets;
import java.time.LocalDate;
import java.time.format.DateTimeFormatter;
import java.util.ArrayList;
import java.util.List;
import java.util.Random;
import org.joda.money.CurrencyUnit;
import tidemark.core.format.CamtWriter;
import tidemark.core.format.OfxWriter;
import tidemark.core.money.MinorUnits;
import tidemark.core.statement.BankLine;
import tidemark.core.statement.BankLineId;
import tidemark.core.statement.StatementHeader;

/** Statements from a seed, and the same statement written in each format as a bank would write it. */
public final class BankFiles {
    private static final CurrencyUnit USD = CurrencyUnit.USD;
    private static final DateTimeFormatter SIX = DateTimeFormatter.ofPattern("uuMMdd");

    private BankFiles() {}

    /** A statement and its lines, in the order of their dates. */
    public record Made(StatementHeader header, List<BankLine> lines) {}

    public static Made statement(long seed, int count, LocalDate from, LocalDate to) {
        Random random = new Random(seed);
        List<BankLine> lines = new ArrayList<>(count);
        long opening = random.nextInt(-1_000_000, 10_000_000);
        long closing = opening;
        int days = (int) (to.toEpochDay() - from.toEpochDay() + 1);
        for (int i = 0; i < count; i++) {
            LocalDate day = from.plusDays((long) i * days / count);
            long amount = (1 + random.nextInt(500_000)) * (random.nextBoolean() ? 1L : -1L);
            closing += amount;
            boolean check = amount < 0 && random.nextInt(3) == 0;
            lines.add(new BankLine(
                    new BankLineId(i + 1),
                    day,
                    day,
                    amount,
                    check || random.nextInt(4) == 0 ? "" : "E" + i,
                    "B" + i,
                    check ? Integer.toString(100_000 + i) : "",
                    "Payer " + random.nextInt(5_000),
                    "Invoice " + random.nextInt(1_000_000) + " berth and yard",
                    check ? "NCHK" : "NTRF"));
        }
        return new Made(new StatementHeader("QH-7731-0021", "S1", USD, from, to, opening, closing), lines);
    }

    public static byte[] camt(Made made) {
        ByteArrayOutputStream out = new ByteArrayOutputStream();
        CamtWriter.write(made.header(), made.lines(), out);
        return out.toByteArray();
    }

    public static byte[] ofx(Made made) {
        ByteArrayOutputStream out = new ByteArrayOutputStream();
        OfxWriter.write(made.header(), made.lines(), out);
        return out.toByteArray();
    }

    public static byte[] mt940(Made made) {
        StringBuilder out = new StringBuilder();
        out.append(
                "{1:F01QUILLXXXAXXX0000000000}{2:I940QUILLXXXXN}{4:\r\n:20:S1\r\n:25:QH-7731-0021\r\n:28C:1/1\r\n:60F:");
        balance(out, made.header().openingMinorUnits(), made.header().from());
        for (BankLine l : made.lines()) {
            out.append("\r\n:61:")
                    .append(SIX.format(l.valueDate()))
                    .append(l.bookingDate().format(DateTimeFormatter.ofPattern("MMdd")))
                    .append(l.minorUnits() < 0 ? 'D' : 'C')
                    .append(comma(l.minorUnits()))
                    .append(l.code());
            String own = l.checkNumber().isEmpty() ? l.reference() : l.checkNumber();
            out.append(own.isEmpty() ? "NONREF" : own).append("//").append(l.bankReference());
            out.append("\r\n:86:166?00TRANSFER?20SVWZ+")
                    .append(l.text())
                    .append("?32")
                    .append(l.counterparty());
        }
        out.append("\r\n:62F:");
        balance(out, made.header().closingMinorUnits(), made.header().to());
        out.append("\r\n-}\r\n");
        return out.toString().getBytes(StandardCharsets.UTF_8);
    }

    private static void balance(StringBuilder out, long minorUnits, LocalDate day) {
        out.append(minorUnits < 0 ? 'D' : 'C')
                .append(SIX.format(day))
                .append("USD")
                .append(comma(minorUnits));
    }

    private static String comma(long minorUnits) {
        return MinorUnits.toDecimal(Math.abs(minorUnits), USD).replace('.', ',');
    }

    /** One day only: a BAI2 account stands for one as-of date. */
    public static byte[] bai(Made made) {
        StringBuilder out = new StringBuilder();
        String day = SIX.format(made.header().to());
        out.append("01,NORTH,QUILL,")
                .append(day)
                .append(",0600,1,80,,2/\n02,QUILL,NORTH,1,")
                .append(day)
                .append(",,USD,2/\n");
        out.append("03,QH-7731-0021,USD,010,")
                .append(made.header().openingMinorUnits())
                .append(",,Z,015,")
                .append(made.header().closingMinorUnits())
                .append(",,Z/\n");
        long sum = made.header().openingMinorUnits() + made.header().closingMinorUnits();
        int records = 1;
        for (BankLine l : made.lines()) {
            boolean check = !l.checkNumber().isEmpty();
            String type = check ? "475" : l.minorUnits() < 0 ? "495" : "195";
            out.append("16,")
                    .append(type)
                    .append(',')
                    .append(Math.abs(l.minorUnits()))
                    .append(",V,")
                    .append(SIX.format(l.valueDate()))
                    .append(",,")
                    .append(l.bankReference())
                    .append(',')
                    .append(check ? l.checkNumber() : l.reference())
                    .append(',')
                    .append(l.text(), 0, 7)
                    .append("\n88,")
                    .append(l.text().substring(8))
                    .append("/\n");
            sum += Math.abs(l.minorUnits());
            records += 2;
        }
        out.append("49,")
                .append(sum)
                .append(',')
                .append(records + 1)
                .append("/\n98,")
                .append(sum)
                .append(",1,")
                .append(records + 3)
                .append("/\n99,")
                .append(sum)
                .append(",1,")
                .append(records + 5)
                .append("/\n");
        return out.toString().getBytes(StandardCharsets.UTF_8);
    }

    public static byte[] csv(Made made) {
        StringBuilder out = new StringBuilder(
                "date,value_date,amount,balance,reference,bank_reference,check_number,counterparty,text,code\n");
        long balance = made.header().openingMinorUnits();
        for (BankLine l : made.lines()) {
            balance += l.minorUnits();
            out.append(String.join(
                            ",",
                            l.bookingDate().toString(),
                            l.valueDate().toString(),
                            MinorUnits.toDecimal(l.minorUnits(), USD),
                            MinorUnits.toDecimal(balance, USD),
                            l.reference(),
                            l.bankReference(),
                            l.checkNumber(),
                            l.counterparty(),
                            l.text(),
                            l.code()))
                    .append('\n');
        }
        return out.toString().getBytes(StandardCharsets.UTF_8);
    }

    public static byte[] qif(Made made) {
        StringBuilder out = new StringBuilder("!Type:Bank\n");
        day(out, made.header().from())
                .append("\nT")
                .append(MinorUnits.toDecimal(made.header().openingMinorUnits(), USD))
                .append("\nPOpening Balance\nL[QH-7731-0021]\n^\n");
        for (BankLine l : made.lines()) {
            day(out, l.bookingDate())
                    .append("\nT")
                    .append(MinorUnits.grouped(l.minorUnits(), USD).replaceFirst("^", l.minorUnits() < 0 ? "-" : ""))
                    .append("\nN")
                    .append(l.checkNumber().isEmpty() ? l.reference() : l.checkNumber())
                    .append("\nP")
                    .append(l.counterparty())
                    .append("\nM")
                    .append(l.text())
                    .append("\n^\n");
        }
        return out.toString().getBytes(StandardCharsets.UTF_8);
    }

    private static StringBuilder day(StringBuilder out, LocalDate day) {
        return out.append("D")
                .append(day.getMonthValue())
                .append('/')
                .append(day.getDayOfMonth())
                .append('\'')
                .append(day.getYear() % 100);
    }
}
