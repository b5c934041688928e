package tidemark.core.ledger;

import static tidemark.core.words.Catalogue.say;

import java.math.BigDecimal;
import java.util.List;
import java.util.OptionalInt;
import java.util.OptionalLong;
import tidemark.core.problem.RuleViolation;

/**
 * One part of an amount that is booked on several accounts: a fixed amount, or a share of what the fixed amounts leave.
 *
 * @param minorUnits the fixed amount without its sign
 * @param basisPoints hundredths of a per cent
 * @param costCentre empty for none
 * @param taxCode the tax that is in the part; empty for none, and always for somebody's items
 * @param partyId whose items the part is, where its account is kept item by item
 * @param party their name; empty for whoever the whole amount is with
 */
public record SplitPart(
        String account,
        OptionalLong minorUnits,
        OptionalInt basisPoints,
        String costCentre,
        String taxCode,
        PartyId partyId,
        String party) {
    private static final int WHOLE = 10_000;

    /**
     * @throws RuleViolation {@code split.part} where it has no account, or not just one of amount and share;
     *     {@code split.partyTax} where there is tax in somebody's item
     */
    public SplitPart {
        boolean one = minorUnits.isPresent() != basisPoints.isPresent();
        boolean above = minorUnits.orElse(1) > 0 && basisPoints.orElse(1) > 0;
        if (account.isBlank() || !one || !above) {
            throw new RuleViolation(
                    "split.part",
                    "parts",
                    account.isBlank() ? say("split.part.found") : say("split.part.found2"),
                    say("split.part.expected"),
                    say("split.part.remedy"));
        }
        if (!partyId.equals(PartyId.NONE) && !taxCode.isEmpty()) {
            throw new RuleViolation(
                    "split.partyTax",
                    "parts",
                    say("split.partyTax.found", taxCode),
                    say("split.partyTax.expected"),
                    say("split.partyTax.remedy"));
        }
    }

    /** A part that is nobody's item. */
    public SplitPart(
            String account, OptionalLong minorUnits, OptionalInt basisPoints, String costCentre, String taxCode) {
        this(account, minorUnits, basisPoints, costCentre, taxCode, PartyId.NONE, "");
    }

    /** All of it on one account. */
    public static SplitPart whole(String account, String costCentre, String taxCode) {
        return new SplitPart(account, OptionalLong.empty(), OptionalInt.of(WHOLE), costCentre, taxCode);
    }

    /** @throws RuleViolation {@code split.shares} where the shares do not come to 100 per cent */
    public static void check(List<SplitPart> parts) {
        int shares = parts.stream().mapToInt(p -> p.basisPoints().orElse(0)).sum();
        if (shares != WHOLE) {
            throw new RuleViolation(
                    "split.shares",
                    "parts",
                    say(
                            "split.shares.found",
                            BigDecimal.valueOf(shares, 2).stripTrailingZeros().toPlainString()),
                    say("split.shares.expected"),
                    say("split.shares.remedy"));
        }
    }

    /**
     * What each part comes to; together exactly the amount, each with its sign or zero. Shares are rounded so that
     * every running total is the nearest to its exact one.
     *
     * @param minorUnits the whole amount, signed
     * @throws RuleViolation {@code split.shares}, {@code split.amounts} where the fixed amounts exceed the whole
     */
    public static long[] amounts(long minorUnits, List<SplitPart> parts) {
        check(parts);
        long size = Math.absExact(minorUnits);
        long fixed = parts.stream().mapToLong(p -> p.minorUnits().orElse(0)).reduce(0, Math::addExact);
        if (fixed > size) {
            throw new RuleViolation(
                    "split.amounts",
                    "parts",
                    say("split.amounts.found"),
                    say("split.amounts.expected"),
                    say("split.amounts.remedy"));
        }
        long sign = minorUnits < 0 ? -1 : 1;
        long[] out = new long[parts.size()];
        long given = 0;
        int shares = 0;
        for (int i = 0; i < out.length; i++) {
            SplitPart part = parts.get(i);
            if (part.minorUnits().isPresent()) {
                out[i] = sign * part.minorUnits().getAsLong();
            } else {
                shares += part.basisPoints().orElse(0);
                long upTo = BigDecimal.valueOf(size - fixed)
                        .multiply(BigDecimal.valueOf(shares))
                        .divide(BigDecimal.valueOf(WHOLE), 0, java.math.RoundingMode.HALF_UP)
                        .longValueExact();
                out[i] = sign * (upTo - given);
                given = upTo;
            }
        }
        return out;
    }
}
