package tidemark.core.ledger;

import java.math.BigDecimal;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import tidemark.core.problem.RuleViolation;

/** Gross lines in, net and tax lines out. */
public final class Taxes {
    private Taxes() {}

    /** @param accountCode where the tax itself is booked */
    public record Tax(String code, BigDecimal ratePercent, String accountCode) {}

    /**
     * One journal line without tax; with tax, the net line, and the tax line where the tax is not zero. Their sum is
     * the gross amount.
     *
     * @throws RuleViolation {@code tax.unknown}
     */
    public static List<JournalLine> lines(TaxedLine line, String party, Map<String, Tax> taxes, String where) {
        List<JournalLine> out = new ArrayList<>();
        if (line.taxCode().isEmpty()) {
            out.add(new JournalLine(line.accountCode(), line.gross(), party, line.text())
                    .tagged(line.costCentre(), ""));
            return out;
        }
        Tax tax = taxes.get(line.taxCode());
        if (tax == null) {
            throw new RuleViolation(
                    "tax.unknown",
                    where,
                    "tax code “" + line.taxCode() + "”",
                    "an active tax code of the company",
                    "Choose one from the list, or add it first.");
        }
        TaxSplit split = TaxSplit.ofGross(line.gross(), tax.ratePercent());
        if (split.net() != 0) {
            out.add(new JournalLine(line.accountCode(), split.net(), party, line.text())
                    .tagged(line.costCentre(), tax.code()));
        }
        if (split.tax() != 0) {
            out.add(new JournalLine(tax.accountCode(), split.tax(), party, "Tax " + tax.code()).tagged("", tax.code()));
        }
        return out;
    }
}
