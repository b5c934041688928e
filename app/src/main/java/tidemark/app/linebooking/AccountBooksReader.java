package tidemark.app.linebooking;

import org.springframework.stereotype.Component;
import tidemark.app.company.BankAccount;
import tidemark.app.company.Companies;
import tidemark.app.company.MasterData;
import tidemark.app.ledger.Chart;
import tidemark.app.ledger.Ledger;

/** Where {@link AccountBooks} reads what it is asked. */
@Component
public record AccountBooksReader(Companies companies, MasterData masterData, Chart chart, Ledger ledger) {
    public AccountBooks of(BankAccount account) {
        return new AccountBooks(account, this);
    }
}
