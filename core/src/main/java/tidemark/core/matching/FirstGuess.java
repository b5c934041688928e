package tidemark.core.matching;

import java.util.Arrays;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import java.util.stream.Stream;
import tidemark.core.movement.BankCode;
import tidemark.core.statement.BankLine;

/** What a bank line is by its own code and words, where none of its kind was booked before. */
public enum FirstGuess {
    INTEREST(BankCode.INTEREST, Set.of("INTEREST")),
    TRANSFER(BankCode.OWN_TRANSFER, Set.of("TRANSFER", "XFER", "SWEEP")),
    FEE(BankCode.FEE, Set.of("FEE", "FEES", "CHARGE", "CHARGES", "COMMISSION", "MAINTENANCE"));

    private final BankCode code;
    private final Set<String> words;

    FirstGuess(BankCode code, Set<String> words) {
        this.code = code;
        this.words = words;
    }

    /**
     * The bank's code says it where it is one of those that formats have for it, else the words of the line do. A fee is
     * never money in. Empty where neither tells. Cost: O(length of the text).
     */
    public static Optional<FirstGuess> of(BankLine line) {
        Optional<BankCode> code = BankCode.of(line.code(), line.minorUnits() > 0);
        List<String> words = Phrase.of(line.text()).words();
        return fitting(line)
                .filter(g -> code.filter(c -> c == g.code).isPresent())
                .findFirst()
                .or(() -> fitting(line)
                        .filter(g -> words.stream().anyMatch(g.words::contains))
                        .findFirst());
    }

    private static Stream<FirstGuess> fitting(BankLine line) {
        return Arrays.stream(values()).filter(g -> g != FEE || line.minorUnits() < 0);
    }
}
