package tidemark.app.linebooking;

import static tidemark.core.words.Catalogue.say;

import java.util.Set;
import org.joda.money.CurrencyUnit;
import org.jspecify.annotations.Nullable;
import org.springframework.stereotype.Component;
import tidemark.app.company.BankAccount;
import tidemark.app.company.BankAccounts;
import tidemark.core.ledger.BankLineBooking;
import tidemark.core.ledger.PartyId;
import tidemark.core.problem.RuleViolation;

/** A transfer with another own account, known from this side. */
@Component
class TransferFromLine implements LineBooking<TransferFromLine.OtherAccountChoice> {
    private final BankAccounts accounts;

    TransferFromLine(BankAccounts accounts) {
        this.accounts = accounts;
    }

    record OtherAccountChoice(@Nullable Long otherBankAccountId) {
        long id() {
            return otherBankAccountId == null ? 0 : otherBankAccountId;
        }
    }

    @Override
    public String kind() {
        return "TRANSFER";
    }

    @Override
    public Class<OtherAccountChoice> type() {
        return OtherAccountChoice.class;
    }

    @Override
    public void check(OtherAccountChoice details, CurrencyUnit currency) {
        if (details.id() == 0) {
            throw new RuleViolation(
                    "booking.other",
                    "otherBankAccountId",
                    say("booking.other.found"),
                    say("booking.other.expected"),
                    say("booking.other.remedy"));
        }
    }

    @Override
    public Set<Long> ledgerAccounts(long companyId, OtherAccountChoice details) {
        return Set.of(accounts.get(companyId, details.id()).ledgerAccountId());
    }

    @Override
    public Planned plan(AccountBooks books, Movement movement, OtherAccountChoice details) {
        BankAccount other = accounts.get(books.companyId(), details.id());
        return new Planned(
                BankLineBooking.entry(movement.money(), books.cashCode(), books.codeTo(other), PartyId.NONE),
                LineEntries.BANK_LINE,
                movement.checkNumber());
    }
}
