package tidemark.bench;

import java.io.ByteArrayOutputStream;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.List;
import java.util.Random;
import org.joda.money.CurrencyUnit;
import tidemark.core.format.CamtWriter;
import tidemark.core.statement.BankLine;
import tidemark.core.statement.BankLineId;
import tidemark.core.statement.StatementHeader;

/** Makes statements of any length from a seed. */
final class Statements100k {
    private Statements100k() {}

    record Made(StatementHeader header, List<BankLine> lines, byte[] file) {}

    static Made make(String account, int count, long opening, LocalDate from, LocalDate to, String prefix) {
        Random random = new Random(count);
        List<BankLine> lines = new ArrayList<>(count);
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
                    check ? "" : prefix + "E" + i,
                    prefix + i,
                    check ? Integer.toString(100_000 + i) : "",
                    "Payer or payee " + random.nextInt(5_000),
                    "Invoice " + random.nextInt(1_000_000) + " for berth and yard",
                    "NTRF"));
        }
        StatementHeader header = new StatementHeader(account, prefix, CurrencyUnit.USD, from, to, opening, closing);
        ByteArrayOutputStream out = new ByteArrayOutputStream(count * 600);
        CamtWriter.write(header, lines, out);
        return new Made(header, lines, out.toByteArray());
    }
}
