package tidemark.app.rule;

import jakarta.validation.constraints.NotNull;
import jakarta.validation.constraints.Size;
import java.util.Optional;
import java.util.OptionalInt;
import java.util.OptionalLong;
import org.joda.money.CurrencyUnit;
import org.jspecify.annotations.Nullable;
import tidemark.core.money.MinorUnits;
import tidemark.core.rule.Conditions;
import tidemark.core.rule.Effect;
import tidemark.core.rule.TextTest;

/**
 * Conditions and effect of a rule as people write them.
 *
 * @param least decimal text without sign
 * @param most decimal text without sign
 * @param kind what a line is booked as, for {@code BOOK}
 * @param otherId the other bank account or party, as the kind has it
 * @param party whom it prefers or forbids, or the name on what it books
 */
public record RuleContent(
        Conditions.@Nullable Direction direction,
        @Nullable @Size(max = 40) String least,
        @Nullable @Size(max = 40) String most,
        @NotNull TextTest textTest,
        @NotNull @Size(max = 200) String text,
        @NotNull @Size(max = 100) String code,
        @Nullable Integer fromDay,
        @Nullable Integer toDay,
        @NotNull Does does,
        @NotNull @Size(max = 20) String kind,
        @NotNull @Size(max = 20) String account,
        @Nullable Long otherId,
        @NotNull @Size(max = 200) String party,
        @NotNull @Size(max = 200) String entryText) {
    /** What a rule does. */
    public enum Does {
        BOOK,
        PREFER,
        FORBID
    }

    public Conditions conditions(CurrencyUnit currency) {
        return new Conditions(
                Optional.ofNullable(direction),
                amount(least, "least", currency),
                amount(most, "most", currency),
                textTest,
                text,
                code.strip(),
                fromDay == null ? OptionalInt.empty() : OptionalInt.of(fromDay),
                toDay == null ? OptionalInt.empty() : OptionalInt.of(toDay));
    }

    private static OptionalLong amount(@Nullable String text, String field, CurrencyUnit currency) {
        return text == null || text.isBlank()
                ? OptionalLong.empty()
                : OptionalLong.of(MinorUnits.parse(text.strip().replace(",", ""), currency, field));
    }

    public Effect effect() {
        return switch (does) {
            case BOOK ->
                new Effect.Book(kind, account, otherId == null ? 0 : otherId, party.strip(), entryText.strip());
            case PREFER -> new Effect.Prefer(party.strip());
            case FORBID -> new Effect.Forbid(party.strip());
        };
    }
}
