package tidemark.app.paymentrun;

import static tidemark.core.words.Catalogue.say;

import java.util.List;
import org.springframework.context.annotation.Bean;
import org.springframework.context.annotation.Configuration;
import tidemark.app.bankfile.FileOwner;
import tidemark.app.company.DocumentKind;
import tidemark.app.company.NumberedDocuments;
import tidemark.core.paymentrun.PaymentRunState;

/** How payment runs are numbered. */
@Configuration(proxyBeanMethods = false)
class PaymentRunDocuments {
    static final DocumentKind RUNS = new DocumentKind("PAYMENT_RUN", say("payrun.runs"), "PR-");

    @Bean
    NumberedDocuments paymentRunNumbers(PaymentRunRepository runs) {
        return new NumberedDocuments() {
            @Override
            public List<DocumentKind> kinds() {
                return List.of(RUNS);
            }

            @Override
            public List<String> numbers(long companyId, DocumentKind kind) {
                return runs.numbers(companyId);
            }
        };
    }

    @Bean
    FileOwner ownerOfPaymentFiles(PaymentRunRepository runs) {
        return (companyId, fileId) -> runs.ofFile(companyId, fileId).stream()
                .findFirst()
                .map(r -> new FileOwner.Owned(
                        r.title(),
                        "/payment-runs/" + r.id(),
                        r.state() != PaymentRunState.REVERSED
                                || Long.valueOf(fileId).equals(r.reversalFileId())));
    }
}
