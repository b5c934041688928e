package tidemark.core.bankfile;

import static tidemark.core.words.Catalogue.say;

import java.nio.charset.StandardCharsets;
import java.util.List;

/** Finds out what a file for a bank is, and whether it holds. Never throws for bad content. */
public final class BankFiles {
    private BankFiles() {}

    /** Cost: O(length). */
    public static BankFileReport check(byte[] content) {
        String text = new String(content, StandardCharsets.ISO_8859_1);
        String start = text.length() > 400 ? text.substring(0, 400) : text;
        if (start.startsWith("\u00EF\u00BB\u00BF")) {
            start = start.substring(3);
        }
        if (AchReader.looksLike(start)) {
            return AchReader.read(text).report();
        }
        String first = start.stripLeading();
        if (first.startsWith("<") || first.startsWith("\u00FE\u00FF") || first.startsWith("\u00FF\u00FE")) {
            return PaymentMessageReader.read(content).report();
        }
        String found = first.isEmpty() ? "nothing" : first.lines().findFirst().orElse("");
        return new BankFileReport(
                "",
                "USD",
                List.of(),
                0,
                0,
                List.of(),
                List.of(new BankFileReport.FileProblem(
                        "file.unknown",
                        1,
                        found.length() > 60 ? found.substring(0, 60) + "…" : found,
                        say("bank-file.unknown.expected"))));
    }
}
