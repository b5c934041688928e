package tidemark.core.ledger;

import java.math.BigDecimal;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import tidemark.core.problem.RuleViolation;

/** Gross lines in, net and tax lines out. */
public final class Taxes {
    private Taxes() {}

    /**
     * @param accountCode where the tax itself is booked
     * @param recoverable whether the tax in a purchase is got back; else it is part of what the purchase cost
     * @param inDiscounts whether the tax in an early-payment discount is corrected
     */
    public record Tax(
            String code,
            BigDecimal ratePercent,
            String accountCode,
            TaxUse use,
            boolean recoverable,
            boolean inDiscounts) {
        /** A tax on both sides, recoverable, that discounts leave as it was. */
        public Tax(String code, BigDecimal ratePercent, String accountCode) {
            this(code, ratePercent, accountCode, TaxUse.BOTH, true, false);
        }

        public boolean correctedByDiscounts() {
            return inDiscounts && recoverable;
        }
    }

    /**
     * One journal line without tax; with tax, the net line, and the tax line where the tax is not zero;
     * with a tax that is not got back, the gross line. Their sum is
     * the gross amount.
     *
     * @throws RuleViolation {@code tax.unknown}
     */
    public static List<JournalLine> lines(TaxedLine line, String party, Map<String, Tax> taxes, String where) {
        return lines(line, party, taxes, TaxUse.BOTH, where);
    }

    /**
     * The same for what is sold or bought: a tax of the other side is refused.
     *
     * @throws RuleViolation {@code tax.unknown}, {@code tax.use}
     */
    public static List<JournalLine> lines(
            TaxedLine line, String party, Map<String, Tax> taxes, TaxUse use, String where) {
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
                    "a tax code of the company that holds on that day",
                    "Choose one from the list, or have its days changed in set-up.");
        }
        if (!tax.use().fits(use)) {
            throw new RuleViolation(
                    "tax.use",
                    where,
                    "tax code \u201c" + tax.code() + "\u201d, of " + (use == TaxUse.SALES ? "purchases" : "sales"),
                    "a tax code of " + (use == TaxUse.SALES ? "sales" : "purchases"),
                    "Choose another tax code.");
        }
        if (!tax.recoverable()) {
            out.add(new JournalLine(line.accountCode(), line.gross(), party, line.text())
                    .tagged(line.costCentre(), tax.code()));
            return out;
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
