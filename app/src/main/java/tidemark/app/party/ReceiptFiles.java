package tidemark.app.party;

import static tidemark.core.words.Catalogue.say;

import java.time.LocalDate;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.stream.Collectors;
import org.jspecify.annotations.Nullable;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;
import tidemark.app.company.BankAccounts;
import tidemark.app.company.Companies;
import tidemark.app.company.Company;
import tidemark.app.company.MasterData;
import tidemark.app.company.Site;
import tidemark.app.ledger.FileRows;
import tidemark.app.ledger.GrossLine;
import tidemark.app.ledger.Ledger;
import tidemark.core.ledger.Control;
import tidemark.core.money.MinorUnits;
import tidemark.core.problem.RuleViolation;
import tidemark.core.receipt.ReceiptFile;

/** Books a CSV file of receipts, all or nothing. */
@Service
class ReceiptFiles {
    private final Receipts receipts;
    private final Tenders tenders;
    private final Parties parties;
    private final SettlementProposals proposals;
    private final Companies companies;
    private final MasterData masterData;
    private final Ledger ledger;
    private final BankAccounts bankAccounts;

    ReceiptFiles(
            Receipts receipts,
            Tenders tenders,
            Parties parties,
            SettlementProposals proposals,
            Companies companies,
            MasterData masterData,
            Ledger ledger,
            BankAccounts bankAccounts) {
        this.receipts = receipts;
        this.tenders = tenders;
        this.parties = parties;
        this.proposals = proposals;
        this.companies = companies;
        this.masterData = masterData;
        this.ledger = ledger;
        this.bankAccounts = bankAccounts;
    }

    @Transactional
    Ledger.Booked book(long companyId, String content, String who) {
        Company company = companies.get(companyId);
        List<ReceiptFile.Row> rows = ReceiptFile.read(content, company.baseCurrency(), tenders.own(companyId))
                .rowsOrRefuse();
        bankAccounts.lockByLedgerAccounts(
                companyId,
                ledger.accountIds(
                        companyId,
                        rows.stream().map(ReceiptFile.Row::accountCode).collect(Collectors.toSet())));
        bankAccounts.lockJournal(companyId);
        Map<String, Long> sites =
                masterData.sites(companyId).stream().collect(Collectors.toMap(Site::name, Site::id, (a, b) -> a));
        Ledger.Booked booked = Ledger.Booked.nothing();
        FileRows each = new FileRows();
        for (ReceiptFile.Row row : rows) {
            String where = say("party.line", row.fileLine());
            each.each(
                    where,
                    () -> booked.add(receipts.bookPlain(companyId, receipt(company, row, sites, where), who)
                            .booked()));
        }
        each.end();
        return booked;
    }

    private Receipts.NewReceipt receipt(Company company, ReceiptFile.Row row, Map<String, Long> sites, String where) {
        String amount = MinorUnits.toDecimal(row.amount(), company.baseCurrency());
        boolean anybody = !row.accountCode().isEmpty();
        Long party = anybody
                ? null
                : parties.named(company.id(), Control.RECEIVABLES, row.from(), say("party.party", where))
                        .value();
        return new Receipts.NewReceipt(
                party,
                anybody ? row.from() : null,
                row.date(),
                "",
                amount,
                row.number(),
                row.text(),
                site(sites, row.site()),
                party == null ? List.of() : items(company.id(), party, row),
                anybody
                        ? List.of(new GrossLine(row.accountCode(), amount, row.taxCode(), row.costCentre(), row.text()))
                        : List.of(),
                null,
                row.tender(),
                row.paperDate().equals(LocalDate.MIN) ? null : row.paperDate(),
                row.tenderName());
    }

    private static @Nullable Long site(Map<String, Long> sites, String name) {
        if (name.isEmpty()) {
            return null;
        }
        return Optional.ofNullable(sites.get(name))
                .orElseThrow(() -> new RuleViolation(
                        "site.unknown",
                        "site",
                        "“" + name + "”",
                        say("site.unknown.expected"),
                        say("site.unknown.remedy")));
    }

    private List<Allocations.ItemPart> items(long companyId, long party, ReceiptFile.Row row) {
        return row.items().isEmpty()
                ? List.of()
                : proposals
                        .propose(companyId, party, true, row.amount(), row.date(), row.items())
                        .items();
    }
}
