package tidemark.core.party;

import static tidemark.core.words.Catalogue.say;

import java.math.BigDecimal;
import java.math.RoundingMode;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import tidemark.core.ledger.JournalLine;
import tidemark.core.ledger.TaxSplit;
import tidemark.core.ledger.TaxTable;
import tidemark.core.ledger.Taxes;

/**
 * The lines of early-payment discounts. An invoice that is paid less bears less tax: where the tax code says so, the
 * tax in the discount is taken back from its account, and only the rest is discount.
 */
public final class DiscountBooking {
    private DiscountBooking() {}

    /**
     * So much of an item's gross amount bears that tax.
     *
     * @param taxCode empty for what bears none
     * @param gross minor units, above zero
     */
    public record Share(String taxCode, long gross) {}

    /**
     * Lines that come to exactly the sum of the discounts, with this sign.
     *
     * <p>A discount is spread over the shares of its item by their gross amounts, each running total rounded to the
     * nearest minor unit, so that the parts come to the whole. Cost: O(parts × shares).
     *
     * @param taxes of which those of each item's own day count
     * @param sign 1 to debit the discount account (given), -1 to credit it (taken)
     */
    public static List<JournalLine> lines(
            List<Allocation.Part> parts, String discountCode, String party, TaxTable taxes, int sign) {
        long plain = 0;
        Map<Taxes.Tax, Long> taxOf = new LinkedHashMap<>();
        for (Allocation.Part part : parts) {
            long total = part.shares().stream().mapToLong(Share::gross).reduce(0, Math::addExact);
            long given = 0;
            long before = 0;
            long net = part.discount();
            for (Share share : part.shares()) {
                before = Math.addExact(before, share.gross());
                long upTo = BigDecimal.valueOf(part.discount())
                        .multiply(BigDecimal.valueOf(before))
                        .divide(BigDecimal.valueOf(total), 0, RoundingMode.HALF_UP)
                        .longValueExact();
                Taxes.Tax tax = taxes.on(part.item().date()).get(share.taxCode());
                if (tax != null && tax.correctedByDiscounts()) {
                    long back =
                            TaxSplit.ofGross(upTo - given, tax.ratePercent()).tax();
                    net = Math.subtractExact(net, back);
                    taxOf.merge(tax, back, Math::addExact);
                }
                given = upTo;
            }
            plain = Math.addExact(plain, net);
        }
        List<JournalLine> out = new ArrayList<>();
        if (plain != 0) {
            out.add(new JournalLine(discountCode, sign * plain, party, say("party.earlyPaymentDiscount")));
        }
        taxOf.forEach((tax, amount) -> {
            if (amount != 0) {
                out.add(new JournalLine(
                                tax.accountCode(), sign * amount, party, say("party.taxInTheDiscount", tax.code()))
                        .tagged("", tax.code()));
            }
        });
        return out;
    }
}
