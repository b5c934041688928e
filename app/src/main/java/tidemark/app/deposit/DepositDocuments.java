package tidemark.app.deposit;

import static tidemark.core.words.Catalogue.say;

import java.util.List;
import org.springframework.context.annotation.Bean;
import org.springframework.context.annotation.Configuration;
import tidemark.app.company.DocumentKind;
import tidemark.app.company.NumberedDocuments;
import tidemark.app.ledger.EntrySource;

/** What a banked slip brings into the journal, and how slips are numbered. */
@Configuration(proxyBeanMethods = false)
class DepositDocuments {
    static final EntrySource DEPOSIT = new EntrySource(
            "DEPOSIT",
            say("deposit.depositSlip"),
            EntrySource.UndoneAt.SOURCE,
            say("deposit.takeTheSlipApartInstead"),
            false);

    static final EntrySource CREDITED = EntrySource.consequence("SLIP_CREDITED", say("deposit.slipCreditedByTheBank"));

    static final DocumentKind SLIPS = new DocumentKind("DEPOSIT_SLIP", say("deposit.depositSlips"), "D-");

    @Bean
    EntrySource depositSource() {
        return DEPOSIT;
    }

    @Bean
    EntrySource slipCreditedSource() {
        return CREDITED;
    }

    @Bean
    NumberedDocuments slipNumbers(DepositSlipRepository slips) {
        return new NumberedDocuments() {
            @Override
            public List<DocumentKind> kinds() {
                return List.of(SLIPS);
            }

            @Override
            public List<String> numbers(long companyId, DocumentKind kind) {
                return slips.numbers(companyId);
            }
        };
    }
}
