package tidemark.app.rule;

import jakarta.validation.Valid;
import jakarta.validation.constraints.NotNull;
import jakarta.validation.constraints.Size;
import java.util.List;
import java.util.Optional;
import java.util.OptionalInt;
import java.util.OptionalLong;
import org.joda.money.CurrencyUnit;
import org.jspecify.annotations.Nullable;
import tidemark.core.ledger.SplitPart;
import tidemark.core.money.AmountStyle;
import tidemark.core.money.MinorUnits;
import tidemark.core.problem.RuleViolation;
import tidemark.core.rule.Conditions;
import tidemark.core.rule.Effect;
import tidemark.core.rule.TextTest;

/**
 * Conditions and effect of a rule as people write them.
 *
 * @param least decimal text without sign
 * @param most decimal text without sign
 * @param payer whom the line must be from or to
 * @param kind what a line is booked as, for {@code BOOK}
 * @param otherId the other bank account or party, as the kind has it
 * @param party whom it prefers or forbids, or the name on what it books
 * @param taxCode the tax that is in what it books
 * @param tolerance the difference it allows, decimal text
 * @param parts for {@code SPLIT}
 */
public record RuleContent(
        Conditions.@Nullable Direction direction,
        @Nullable @Size(max = 40) String least,
        @Nullable @Size(max = 40) String most,
        @NotNull TextTest textTest,
        @NotNull @Size(max = 200) String text,
        @Nullable @Size(max = 200) String payer,
        @NotNull @Size(max = 100) String code,
        @Nullable Integer fromDay,
        @Nullable Integer toDay,
        @NotNull Does does,
        @NotNull @Size(max = 20) String kind,
        @NotNull @Size(max = 20) String account,
        @Nullable Long otherId,
        @NotNull @Size(max = 200) String party,
        @NotNull @Size(max = 200) String entryText,
        @Nullable @Size(max = 40) String costCentre,
        @Nullable @Size(max = 40) String taxCode,
        @Nullable @Size(max = 40) String tolerance,
        @Nullable @Valid @Size(max = 20) List<SplitContent> parts) {
    /** What a rule does. */
    public enum Does {
        BOOK,
        PREFER,
        FORBID,
        ALLOW
    }

    /**
     * Where a part of what is booked goes: an amount, or a share of what the amounts leave.
     *
     * @param amount decimal text without sign; absent for a share
     * @param share per cent with at most two decimal places; absent for an amount
     */
    public record SplitContent(
            @NotNull @Size(max = 20) String account,
            @Nullable @Size(max = 40) String amount,
            @Nullable @Size(max = 10) String share,
            @Nullable @Size(max = 40) String costCentre,
            @Nullable @Size(max = 40) String taxCode) {
        SplitPart core(CurrencyUnit currency) {
            return new SplitPart(
                    account.strip(),
                    RuleContent.amount(amount, "parts", currency),
                    basisPoints(share),
                    plain(costCentre),
                    plain(taxCode));
        }

        private static OptionalInt basisPoints(@Nullable String share) {
            if (share == null || share.isBlank()) {
                return OptionalInt.empty();
            }
            try {
                return OptionalInt.of(AmountStyle.POINT
                        .decimal(share, 2, "parts")
                        .movePointRight(2)
                        .intValueExact());
            } catch (RuleViolation | ArithmeticException e) {
                throw new RuleViolation(
                        "split.share",
                        "parts",
                        "“" + share + "”",
                        "a share in per cent with at most two decimal places",
                        "Correct the share.");
            }
        }
    }

    private static String plain(@Nullable String text) {
        return text == null ? "" : text.strip();
    }

    /** The same with plain decimals, as it is kept and read. */
    public RuleContent plain(AmountStyle style) {
        return new RuleContent(
                direction,
                plain(least, style),
                plain(most, style),
                textTest,
                text,
                payer,
                code,
                fromDay,
                toDay,
                does,
                kind,
                account,
                otherId,
                party,
                entryText,
                costCentre,
                taxCode,
                plain(tolerance, style),
                parts == null
                        ? null
                        : parts.stream()
                                .map(p -> new SplitContent(
                                        p.account(),
                                        plain(p.amount(), style),
                                        plain(p.share(), style),
                                        p.costCentre(),
                                        p.taxCode()))
                                .toList());
    }

    private static @Nullable String plain(@Nullable String typed, AmountStyle style) {
        return typed == null ? null : style.plain(typed).orElse(typed);
    }

    public Conditions conditions(CurrencyUnit currency) {
        return new Conditions(
                Optional.ofNullable(direction),
                amount(least, "least", currency),
                amount(most, "most", currency),
                textTest,
                text,
                plain(payer),
                code.strip(),
                fromDay == null ? OptionalInt.empty() : OptionalInt.of(fromDay),
                toDay == null ? OptionalInt.empty() : OptionalInt.of(toDay));
    }

    private static OptionalLong amount(@Nullable String text, String field, CurrencyUnit currency) {
        return text == null || text.isBlank()
                ? OptionalLong.empty()
                : OptionalLong.of(MinorUnits.parse(text.strip(), currency, field));
    }

    public Effect effect(CurrencyUnit currency) {
        return switch (does) {
            case BOOK ->
                new Effect.Book(
                        kind,
                        account,
                        otherId == null ? 0 : otherId,
                        party.strip(),
                        entryText.strip(),
                        plain(costCentre),
                        plain(taxCode),
                        parts == null
                                ? List.of()
                                : parts.stream().map(p -> p.core(currency)).toList());
            case PREFER -> new Effect.Prefer(party.strip());
            case FORBID -> new Effect.Forbid(party.strip());
            case ALLOW ->
                new Effect.Allow(amount(tolerance, "tolerance", currency).orElse(0));
        };
    }
}
