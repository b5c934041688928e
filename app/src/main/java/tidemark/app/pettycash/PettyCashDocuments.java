package tidemark.app.pettycash;

import static tidemark.core.words.Catalogue.say;

import java.util.List;
import org.springframework.context.annotation.Bean;
import org.springframework.context.annotation.Configuration;
import tidemark.app.company.DocumentKind;
import tidemark.app.company.NumberedDocuments;
import tidemark.app.ledger.EntrySource;

/** What petty cash brings into the journal, and how vouchers are numbered. */
@Configuration(proxyBeanMethods = false)
class PettyCashDocuments {
    static final EntrySource PETTY_CASH = EntrySource.form("PETTY_CASH", say("pettycash.pettyCash"));

    static final DocumentKind VOUCHERS = new DocumentKind("VOUCHER", say("pettycash.vouchers"), "PC-");

    @Bean
    EntrySource pettyCashSource() {
        return PETTY_CASH;
    }

    @Bean
    NumberedDocuments voucherNumbers(DrawerMoveRepository moves) {
        return new NumberedDocuments() {
            @Override
            public List<DocumentKind> kinds() {
                return List.of(VOUCHERS);
            }

            @Override
            public List<String> numbers(long companyId, DocumentKind kind) {
                return moves.numbers(companyId);
            }
        };
    }
}
