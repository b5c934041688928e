package tidemark.app.linebooking;

import static tidemark.core.words.Catalogue.say;

import jakarta.validation.Valid;
import jakarta.validation.constraints.NotNull;
import jakarta.validation.constraints.Size;
import java.util.List;
import java.util.OptionalInt;
import java.util.OptionalLong;
import java.util.Set;
import org.joda.money.CurrencyUnit;
import org.jspecify.annotations.Nullable;
import org.springframework.stereotype.Component;
import tidemark.app.ledger.Ledger;
import tidemark.core.ledger.BankLineBooking;
import tidemark.core.ledger.SplitPart;
import tidemark.core.money.AmountStyle;
import tidemark.core.money.MinorUnits;
import tidemark.core.problem.RuleViolation;

/** A line on several ledger accounts, in amounts and shares of what the amounts leave. */
@Component
class PartsFromLine implements LineBooking<PartsFromLine.PartsChoice> {
    private final Ledger ledger;

    PartsFromLine(Ledger ledger) {
        this.ledger = ledger;
    }

    record PartsChoice(@NotNull @Valid @Size(max = 20) List<PartChoice> parts) {}

    /**
     * @param amount decimal text without sign; absent for a share
     * @param share per cent with at most two decimal places; absent for an amount
     */
    record PartChoice(
            @NotNull @Size(max = 20) String account,
            @Nullable @Size(max = 40) String amount,
            @Nullable @Size(max = 10) String share,
            @Nullable @Size(max = 40) String costCentre,
            @Nullable @Size(max = 40) String taxCode) {
        SplitPart core(CurrencyUnit currency) {
            return new SplitPart(
                    account.strip(),
                    amount == null || amount.isBlank()
                            ? OptionalLong.empty()
                            : OptionalLong.of(MinorUnits.parse(amount.strip(), currency, "parts")),
                    basisPoints(share),
                    AccountFromLine.plain(costCentre),
                    AccountFromLine.plain(taxCode));
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
                        say("split.share.expected"),
                        say("split.share.remedy"));
            }
        }

        PartChoice plain(AmountStyle style) {
            return new PartChoice(account, plain(amount, style), plain(share, style), costCentre, taxCode);
        }

        private static @Nullable String plain(@Nullable String typed, AmountStyle style) {
            return typed == null ? null : style.plain(typed).orElse(typed);
        }
    }

    @Override
    public String kind() {
        return "SPLIT";
    }

    @Override
    public Class<PartsChoice> type() {
        return PartsChoice.class;
    }

    @Override
    public PartsChoice plain(PartsChoice details, AmountStyle style) {
        return new PartsChoice(details.parts().stream().map(p -> p.plain(style)).toList());
    }

    @Override
    public void check(PartsChoice details, CurrencyUnit currency) {
        if (details.parts().size() < 2) {
            throw new RuleViolation(
                    "booking.parts",
                    "parts",
                    say("booking.parts.found"),
                    say("booking.parts.expected"),
                    say("booking.parts.remedy"));
        }
        SplitPart.check(parts(details, currency));
    }

    private static List<SplitPart> parts(PartsChoice details, CurrencyUnit currency) {
        return details.parts().stream().map(p -> p.core(currency)).toList();
    }

    @Override
    public Set<Long> ledgerAccounts(long companyId, PartsChoice details) {
        return Set.copyOf(ledger.accountIds(
                companyId, details.parts().stream().map(PartChoice::account).toList()));
    }

    @Override
    public Planned plan(AccountBooks books, Movement movement, PartsChoice details) {
        return new Planned(
                BankLineBooking.parted(
                        movement.money(),
                        books.cashCode(),
                        parts(details, books.account().currency()),
                        books.taxes(movement.money().date())),
                LineEntries.BANK_LINE,
                movement.checkNumber());
    }
}
