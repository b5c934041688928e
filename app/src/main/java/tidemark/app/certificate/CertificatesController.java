package tidemark.app.certificate;

import java.time.Instant;
import java.time.YearMonth;
import java.util.List;
import org.jspecify.annotations.Nullable;
import org.springframework.transaction.annotation.Transactional;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RestController;
import tidemark.app.access.Requires;
import tidemark.app.access.Right;
import tidemark.app.company.BankAccount;
import tidemark.app.company.BankAccounts;
import tidemark.core.money.MinorUnits;

/** The certificates of an account. */
@RestController
@RequestMapping("/api/v1/companies/{companyId}/bank-accounts/{accountId}/certificates")
public class CertificatesController {
    private final BankAccounts accounts;
    private final CertificateRepository certificates;

    CertificatesController(BankAccounts accounts, CertificateRepository certificates) {
        this.accounts = accounts;
        this.certificates = certificates;
    }

    /**
     * @param bankClosing what the bank says at the end of the month
     * @param ledgerClosing what the ledger says
     * @param reopenedAt absent where it holds
     */
    public record CertificateRow(
            long id,
            YearMonth month,
            String seal,
            String bankClosing,
            String ledgerClosing,
            String certifiedBy,
            Instant certifiedAt,
            @Nullable String reopenedBy,
            @Nullable Instant reopenedAt,
            @Nullable String reopenedReason) {}

    /** All of them, the newest month first; those of reopened months too. */
    @GetMapping
    @Requires(Right.VIEW)
    @Transactional(readOnly = true)
    public List<CertificateRow> certificates(@PathVariable long companyId, @PathVariable long accountId) {
        BankAccount account = accounts.get(companyId, accountId);
        return certificates.findByBankAccountIdOrderByFirstDayDescIdDesc(accountId).stream()
                .map(c -> new CertificateRow(
                        c.id(),
                        c.seal().month(),
                        c.seal().value(),
                        MinorUnits.toDecimal(c.bankClosingMinorUnits(), account.currency()),
                        MinorUnits.toDecimal(c.ledgerClosingMinorUnits(), account.currency()),
                        c.certifiedBy(),
                        c.certifiedAt(),
                        c.reopenedBy(),
                        c.reopenedAt(),
                        c.reopenedReason()))
                .toList();
    }
}
