package tidemark.app.ledger;

import jakarta.validation.Valid;
import jakarta.validation.constraints.NotNull;
import jakarta.validation.constraints.Size;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import org.jspecify.annotations.Nullable;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;
import tidemark.app.company.Companies;
import tidemark.app.company.Company;
import tidemark.core.ledger.JournalEntry;
import tidemark.core.ledger.JournalLine;
import tidemark.core.ledger.PartyId;
import tidemark.core.ledger.TaxedLine;
import tidemark.core.ledger.Taxes;
import tidemark.core.problem.RuleViolation;

/** Entries made by hand. */
@Service
public class ManualEntries {
    private final Ledger ledger;
    private final Companies companies;

    ManualEntries(Ledger ledger, Companies companies) {
        this.ledger = ledger;
        this.companies = companies;
    }

    /**
     * @param debit decimal text, or empty; exactly one of debit and credit is given; gross where there is a tax code
     * @param partyId the customer or supplier, needed on an account kept item by item
     */
    public record NewLine(
            @NotNull @Size(max = 20) String account,
            @NotNull @Size(max = 40) String debit,
            @NotNull @Size(max = 40) String credit,
            @Nullable Long partyId,
            @NotNull @Size(max = 200) String party,
            @NotNull @Size(max = 500) String text,
            @Nullable @Size(max = 20) String costCentre,
            @Nullable @Size(max = 20) String taxCode) {}

    public record NewEntry(
            @NotNull LocalDate date,
            @Nullable LocalDate documentDate,
            @Nullable Long siteId,
            @NotNull @Size(max = 200) String reference,
            @NotNull @Size(max = 40) String checkNumber,
            @NotNull @Size(max = 480) String text,
            @NotNull @Size(max = 200) List<@Valid NewLine> lines) {}

    /** Books what the form of a manual entry says. */
    @Transactional
    public Ledger.Booked book(long companyId, NewEntry body, String who) {
        Company company = companies.get(companyId);
        Map<String, Taxes.Tax> taxes = ledger.taxes(companyId);
        List<JournalLine> lines = new ArrayList<>();
        int number = 0;
        for (NewLine line : body.lines()) {
            number++;
            lines.addAll(lines(line, "line " + number, company, taxes));
        }
        JournalEntry entry = new JournalEntry(
                body.date(),
                body.documentDate() == null ? body.date() : body.documentDate(),
                company.baseCurrency(),
                body.reference().strip(),
                body.text().strip(),
                lines);
        if (body.siteId() != null) {
            companies.site(companyId, body.siteId());
        }
        return ledger.book(
                companyId,
                List.of(new Ledger.Draft(
                        entry, body.checkNumber(), "", body.siteId(), ItemTerms.plain(ItemTerms.Kind.OTHER))),
                EntrySource.MANUAL,
                null,
                who);
    }

    private static List<JournalLine> lines(NewLine line, String where, Company company, Map<String, Taxes.Tax> taxes) {
        boolean debit = !line.debit().isBlank();
        if (debit == !line.credit().isBlank()) {
            throw new RuleViolation(
                    "line.side",
                    where,
                    debit ? "a debit and a credit" : "neither debit nor credit",
                    "either a debit or a credit",
                    "Fill in one of the two.");
        }
        long amount = Ledger.amount(debit ? line.debit() : line.credit(), company, where);
        if (amount <= 0) {
            throw new RuleViolation(
                    "line.amount", where, "an amount that is not above zero", "an amount above zero", "Correct it.");
        }
        TaxedLine taxed = new TaxedLine(
                line.account(),
                debit ? amount : -amount,
                line.taxCode() == null ? "" : line.taxCode(),
                line.costCentre() == null ? "" : line.costCentre(),
                line.text().strip());
        PartyId party = line.partyId() == null ? PartyId.NONE : new PartyId(line.partyId());
        List<JournalLine> out = Taxes.lines(taxed, line.party().strip(), taxes, where);
        return out.stream()
                .map(l -> l.accountCode().equals(line.account()) ? l.of(party) : l)
                .toList();
    }
}
