package tidemark.core.ledger;

import static tidemark.core.words.Catalogue.say;

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
                    say("tax.unknown.found", line.taxCode()),
                    say("tax.unknown.expected2"),
                    say("tax.unknown.remedy2"));
        }
        if (!tax.use().fits(use)) {
            throw new RuleViolation(
                    "tax.use",
                    where,
                    say(
                            "tax.use.found3",
                            tax.code(),
                            use == TaxUse.SALES ? say("tax.use.found") : say("tax.use.found2")),
                    say("tax.use.expected3", use == TaxUse.SALES ? say("tax.use.expected") : say("tax.use.expected2")),
                    say("tax.use.remedy"));
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
            out.add(new JournalLine(tax.accountCode(), split.tax(), party, say("ledger.tax", tax.code()))
                    .tagged("", tax.code()));
        }
        return out;
    }
}
