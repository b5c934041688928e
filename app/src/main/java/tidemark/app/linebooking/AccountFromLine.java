package tidemark.app.linebooking;

import static tidemark.core.words.Catalogue.say;

import jakarta.validation.constraints.NotNull;
import jakarta.validation.constraints.Size;
import java.util.List;
import java.util.Set;
import org.joda.money.CurrencyUnit;
import org.jspecify.annotations.Nullable;
import org.springframework.stereotype.Component;
import tidemark.app.ledger.Ledger;
import tidemark.core.ledger.BankLineBooking;
import tidemark.core.ledger.SplitPart;
import tidemark.core.problem.RuleViolation;

/** All of a line on one ledger account, with the cost centre and the tax in it. */
@Component
class AccountFromLine implements LineBooking<AccountFromLine.LedgerAccountChoice> {
    private final Ledger ledger;

    AccountFromLine(Ledger ledger) {
        this.ledger = ledger;
    }

    /** @param account its code */
    record LedgerAccountChoice(
            @NotNull @Size(max = 20) String account,
            @Nullable @Size(max = 40) String costCentre,
            @Nullable @Size(max = 40) String taxCode) {}

    @Override
    public String kind() {
        return "ACCOUNT";
    }

    @Override
    public Class<LedgerAccountChoice> type() {
        return LedgerAccountChoice.class;
    }

    @Override
    public void check(LedgerAccountChoice details, CurrencyUnit currency) {
        if (details.account().isBlank()) {
            throw new RuleViolation(
                    "booking.account",
                    "account",
                    say("booking.account.found"),
                    say("booking.account.expected"),
                    say("booking.account.remedy"));
        }
    }

    @Override
    public Set<Long> ledgerAccounts(long companyId, LedgerAccountChoice details) {
        return Set.copyOf(ledger.accountIds(companyId, List.of(details.account())));
    }

    @Override
    public Planned plan(AccountBooks books, Movement movement, LedgerAccountChoice details) {
        return whole(books, movement, details.account(), details.costCentre(), details.taxCode());
    }

    static Planned whole(
            AccountBooks books,
            Movement movement,
            String account,
            @Nullable String costCentre,
            @Nullable String taxCode) {
        return new Planned(
                BankLineBooking.parted(
                        movement.money(),
                        books.cashCode(),
                        List.of(SplitPart.whole(account, plain(costCentre), plain(taxCode))),
                        books.taxes(movement.money().date())),
                LineEntries.BANK_LINE,
                movement.checkNumber());
    }

    static String plain(@Nullable String text) {
        return text == null ? "" : text.strip();
    }
}
