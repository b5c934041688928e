package tidemark.core.matching;

import java.util.Arrays;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import java.util.Set;
import java.util.stream.Stream;
import tidemark.core.statement.BankLine;

/** What a bank line is by its own code and words, where none of its kind was booked before. */
public enum FirstGuess {
    INTEREST(Set.of("INTR", "INT", "NINT", "CINT"), Set.of("INTEREST")),
    TRANSFER(Set.of("BOOK", "XFER", "SWEP"), Set.of("TRANSFER", "XFER", "SWEEP")),
    FEE(
            Set.of("CHRG", "FEES", "FEE", "COMM", "NCHG", "SRVCHG"),
            Set.of("FEE", "FEES", "CHARGE", "CHARGES", "COMMISSION", "MAINTENANCE"));

    /** As ISO 20022, SWIFT's and OFX's types of transactions have it. */
    private final Set<String> codes;

    private final Set<String> words;

    FirstGuess(Set<String> codes, Set<String> words) {
        this.codes = codes;
        this.words = words;
    }

    /**
     * The bank's code says it where it is one of those that formats have for it, else the words of the line do. A fee is
     * never money in. Empty where neither tells. Cost: O(length of the text).
     */
    public static Optional<FirstGuess> of(BankLine line) {
        List<String> code = List.of(line.code().toUpperCase(Locale.ROOT).split("[^A-Z]+"));
        List<String> words = Phrase.of(line.text()).words();
        return fitting(line)
                .filter(g -> code.stream().anyMatch(g.codes::contains))
                .findFirst()
                .or(() -> fitting(line)
                        .filter(g -> words.stream().anyMatch(g.words::contains))
                        .findFirst());
    }

    private static Stream<FirstGuess> fitting(BankLine line) {
        return Arrays.stream(values()).filter(g -> g != FEE || line.minorUnits() < 0);
    }
}
