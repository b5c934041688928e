package tidemark.app.ledger;

import static tidemark.core.words.Catalogue.say;

import jakarta.validation.constraints.NotNull;
import jakarta.validation.constraints.Size;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import org.joda.money.CurrencyUnit;
import org.jspecify.annotations.Nullable;
import tidemark.core.ledger.TaxedLine;
import tidemark.core.money.AmountStyle;
import tidemark.core.payment.ExchangeRate;
import tidemark.core.problem.RuleViolation;

/**
 * A line of a form: an account, and an amount with the tax in it.
 *
 * @param amount gross decimal text; which sign it may have, its form says
 */
public record GrossLine(
        @NotNull @Size(max = 20) String account,
        @NotNull @Size(max = 40) String amount,
        @Nullable @Size(max = 20) String taxCode,
        @Nullable @Size(max = 20) String costCentre,
        @NotNull @Size(max = 200) String text) {
    /** The same with plain decimals, to be kept. */
    public GrossLine plain(AmountStyle style) {
        return new GrossLine(account, style.plain(amount).orElse(amount), taxCode, costCentre, text);
    }

    /**
     * How lines are read.
     *
     * @param style how amounts are written: as the company does, or plain where they were kept
     * @param currency that they are in
     * @param rate what they are worth in the company's own; absent where they are in it
     * @param label names the row of a file in a refusal; empty for a form, whose lines are counted from 1
     */
    public record Reading(AmountStyle style, CurrencyUnit currency, Optional<ExchangeRate> rate, String label) {
        /** Of a form, in the company's own currency. */
        public Reading(AmountStyle style, CurrencyUnit currency) {
            this(style, currency, Optional.empty(), "");
        }

        private String where(int number) {
            return label.isEmpty() ? say("ledger.line", number) : say("ledger.amount", label);
        }
    }

    /** @throws RuleViolation {@code amount…} as {@link AmountStyle} refuses, {@code line.amount} for zero */
    private long minorUnits(Reading reading, int number) {
        long own = reading.style().minorUnits(amount, reading.currency(), reading.where(number));
        if (own == 0) {
            throw new RuleViolation(
                    "line.amount",
                    reading.where(number),
                    say("line.amount.found3"),
                    say("line.amount.expected3"),
                    say("line.amount.remedy3"));
        }
        return own;
    }

    /** The lines in the company's own currency. */
    public static List<TaxedLine> read(List<GrossLine> lines, Reading reading) {
        List<TaxedLine> out = new ArrayList<>();
        for (GrossLine line : lines) {
            long own = line.minorUnits(reading, out.size() + 1);
            out.add(new TaxedLine(
                    line.account(),
                    reading.rate().map(r -> r.toBase(own)).orElse(own),
                    line.taxCode() == null ? "" : line.taxCode(),
                    line.costCentre() == null ? "" : line.costCentre(),
                    line.text().strip()));
        }
        return out;
    }

    /** What the lines come to in their own currency. */
    public static long total(List<GrossLine> lines, Reading reading) {
        long total = 0;
        int number = 0;
        for (GrossLine line : lines) {
            total = Math.addExact(total, line.minorUnits(reading, ++number));
        }
        return total;
    }
}
