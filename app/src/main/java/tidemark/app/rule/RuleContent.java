package tidemark.app.rule;

import jakarta.validation.constraints.NotNull;
import jakarta.validation.constraints.Size;
import java.util.Optional;
import java.util.OptionalInt;
import java.util.OptionalLong;
import org.joda.money.CurrencyUnit;
import org.jspecify.annotations.Nullable;
import tidemark.core.money.AmountStyle;
import tidemark.core.money.MinorUnits;
import tidemark.core.rule.Conditions;
import tidemark.core.rule.Effect;
import tidemark.core.rule.TextTest;
import tools.jackson.databind.JsonNode;

/**
 * Conditions and effect of a rule as people write them.
 *
 * @param least decimal text without sign
 * @param most decimal text without sign
 * @param payer whom the line must be from or to
 * @param kind what a line is booked as, for {@code BOOK}
 * @param details what the kind of booking asks for
 * @param party whom it prefers or forbids, or the name on what it books
 * @param tolerance the difference it allows, decimal text
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
        @Nullable JsonNode details,
        @NotNull @Size(max = 200) String party,
        @NotNull @Size(max = 200) String entryText,
        @Nullable @Size(max = 40) String tolerance) {
    /** What a rule does. */
    public enum Does {
        BOOK,
        PREFER,
        FORBID,
        ALLOW,
        /** The line is something the bank takes back. */
        RETURN
    }

    private static String plain(@Nullable String text) {
        return text == null ? "" : text.strip();
    }

    /** The same with plain decimals, as it is kept and read. */
    RuleContent plain(AmountStyle style, @Nullable JsonNode plainDetails) {
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
                plainDetails,
                party,
                entryText,
                plain(tolerance, style));
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
            case BOOK -> new Effect.Book();
            case PREFER -> new Effect.Prefer(party.strip());
            case FORBID -> new Effect.Forbid(party.strip());
            case RETURN -> new Effect.Returned();
            case ALLOW ->
                new Effect.Allow(amount(tolerance, "tolerance", currency).orElse(0));
        };
    }
}
