package tidemark.app.pettycash;

import static tidemark.core.words.Catalogue.say;

import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.stream.Collectors;
import org.jspecify.annotations.Nullable;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;
import tidemark.app.company.BankAccounts;
import tidemark.app.company.Company;
import tidemark.app.ledger.FileRows;
import tidemark.app.ledger.Ledger;
import tidemark.core.money.MinorUnits;
import tidemark.core.pettycash.VoucherFile;
import tidemark.core.problem.RuleViolation;

/** Books a CSV file of vouchers of a drawer, all or nothing. */
@Service
class VoucherFiles {
    private final Vouchers vouchers;
    private final PettyPurposeRepository purposes;
    private final BankAccounts bankAccounts;

    VoucherFiles(Vouchers vouchers, PettyPurposeRepository purposes, BankAccounts bankAccounts) {
        this.vouchers = vouchers;
        this.purposes = purposes;
        this.bankAccounts = bankAccounts;
    }

    @Transactional
    public Ledger.Booked book(long companyId, long fundId, String content, String who) {
        Company company = bankAccounts.lockJournal(companyId);
        Map<String, Long> named = purposes.findByFundIdOrderByName(fundId).stream()
                .collect(Collectors.toMap(p -> p.name().toLowerCase(Locale.ROOT), PettyPurpose::id, (a, b) -> a));
        Ledger.Booked booked = Ledger.Booked.nothing();
        FileRows rows = new FileRows();
        for (VoucherFile.Row row :
                VoucherFile.read(content, company.baseCurrency()).rowsOrRefuse()) {
            rows.each(
                    say("party.line", row.fileLine()),
                    () -> booked.add(vouchers.book(companyId, voucher(company, fundId, row, named), who)
                            .booked()));
        }
        rows.end();
        return booked;
    }

    private static Vouchers.NewVoucher voucher(
            Company company, long fundId, VoucherFile.Row row, Map<String, Long> named) {
        return new Vouchers.NewVoucher(
                fundId,
                Vouchers.VoucherKind.valueOf(row.kind().name()),
                row.date(),
                row.paperDate().equals(java.time.LocalDate.MIN) ? null : row.paperDate(),
                row.who(),
                row.text(),
                purpose(row, named),
                company.amountStyle().written(MinorUnits.toDecimal(row.amount(), company.baseCurrency())),
                "",
                "",
                row.taxCode().isEmpty() ? null : row.taxCode(),
                row.costCentre().isEmpty() ? null : row.costCentre(),
                List.of(),
                null,
                null,
                row.tags());
    }

    private static @Nullable Long purpose(VoucherFile.Row row, Map<String, Long> named) {
        if (row.purpose().isEmpty()) {
            return null;
        }
        Long id = named.get(row.purpose().toLowerCase(Locale.ROOT));
        if (id == null) {
            throw new RuleViolation(
                    "purpose.unknown",
                    "purpose",
                    "“" + row.purpose() + "”",
                    say("purpose.unknown.expected"),
                    say("purpose.unknown.remedy"));
        }
        return id;
    }
}
