package tidemark.app.books;

import java.nio.charset.StandardCharsets;
import java.time.LocalDate;
import java.time.LocalTime;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import tidemark.core.bankfile.AchFile;
import tidemark.core.bankfile.AchReader;
import tidemark.core.bankfile.AchWriter;

/** Files of returns and changes, as a bank makes them of an ACH file that it was sent. */
public final class BankReturns {
    private BankReturns() {}

    /** A bank's file that answers entries of the released one, by the name of the customer: code and what it says. */
    public static byte[] of(String file, Map<String, String> answers) {
        AchFile sent = AchReader.read(file).file();
        List<AchFile.Entry> returns = new ArrayList<>();
        List<AchFile.Entry> changes = new ArrayList<>();
        int number = 0;
        boolean credits = false;
        for (AchFile.Entry e :
                sent.batches().stream().flatMap(b -> b.entries().stream()).toList()) {
            String said = answers.entrySet().stream()
                    .filter(a -> e.name().equalsIgnoreCase(a.getKey()))
                    .map(Map.Entry::getValue)
                    .findFirst()
                    .orElse(null);
            if (said == null) {
                continue;
            }
            credits = e.isCredit();
            boolean change = said.startsWith("C");
            String trace = "01100001%07d".formatted(++number);
            String data = said.substring(3).strip();
            (change ? changes : returns)
                    .add(new AchFile.Entry(
                            e.isCredit() ? 21 : 26,
                            "021000021",
                            e.account(),
                            change ? 0 : e.amount(),
                            e.individualId(),
                            e.name(),
                            "",
                            trace,
                            List.of(new AchFile.Addenda(
                                    change ? "98" : "99",
                                    said.substring(0, 3)
                                            + e.trace()
                                            + " ".repeat(6)
                                            + e.routing().substring(0, 8)
                                            + data
                                            + " ".repeat(44 - data.length())
                                            + trace))));
        }
        List<AchFile.Batch> batches = new ArrayList<>();
        if (!returns.isEmpty()) {
            batches.add(batch(credits, "CCD", batches.size() + 1, returns));
        }
        if (!changes.isEmpty()) {
            batches.add(batch(credits, "COR", batches.size() + 1, changes));
        }
        return AchWriter.write(new AchFile(
                        "021000021",
                        "011000015",
                        LocalDate.of(2026, 7, 2),
                        LocalTime.of(6, 30),
                        'A',
                        "TEST HARBOUR",
                        "FIRST INLAND",
                        "R7",
                        batches))
                .getBytes(StandardCharsets.US_ASCII);
    }

    private static AchFile.Batch batch(boolean credits, String entryClass, int number, List<AchFile.Entry> entries) {
        return new AchFile.Batch(
                credits ? 220 : 225,
                "TEST HARBOUR",
                "",
                "1234567890",
                entryClass,
                "RETURNS",
                "",
                Optional.empty(),
                "01100001",
                number,
                entries);
    }
}
