package tidemark.app.party;

import static tidemark.core.words.Catalogue.say;

import jakarta.validation.Valid;
import jakarta.validation.constraints.NotNull;
import jakarta.validation.constraints.Size;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.HashSet;
import java.util.List;
import java.util.Set;
import java.util.stream.Collectors;
import org.jspecify.annotations.Nullable;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;
import tidemark.app.company.BankAccounts;
import tidemark.app.company.Companies;
import tidemark.app.company.Company;
import tidemark.app.company.NumberCounters;
import tidemark.app.ledger.Chart;
import tidemark.app.ledger.GrossLine;
import tidemark.app.ledger.ItemTerms;
import tidemark.app.ledger.Ledger;
import tidemark.core.ledger.Control;
import tidemark.core.ledger.TaxTable;
import tidemark.core.ledger.TaxedLine;
import tidemark.core.party.InvoiceBooking;
import tidemark.core.party.InvoiceFile;
import tidemark.core.party.OpenItem;
import tidemark.core.problem.Fields;
import tidemark.core.problem.Problem;
import tidemark.core.problem.RuleViolation;

/** Books invoices and credit notes, ours and those we receive, typed or from a file. */
@Service
public class Invoices {
    private final Parties parties;
    private final OpenItemRepository items;
    private final Ledger ledger;
    private final Chart chart;
    private final Companies companies;
    private final BankAccounts bankAccounts;
    private final NumberCounters numbers;

    Invoices(
            Parties parties,
            OpenItemRepository items,
            Ledger ledger,
            Chart chart,
            Companies companies,
            BankAccounts bankAccounts,
            NumberCounters numbers) {
        this.parties = parties;
        this.items = items;
        this.ledger = ledger;
        this.chart = chart;
        this.companies = companies;
        this.bankAccounts = bankAccounts;
        this.numbers = numbers;
    }

    /**
     * @param number empty for the next of our own; a supplier's is always given
     * @param dueDate absent for the party's terms
     * @param lines amounts above zero
     */
    public record NewInvoice(
            long partyId,
            InvoiceBooking.@NotNull Kind kind,
            @NotNull @Size(max = 60) String number,
            @NotNull LocalDate date,
            @Nullable LocalDate documentDate,
            @Nullable LocalDate dueDate,
            @Nullable Long siteId,
            @NotNull @Size(max = 400) String text,
            @NotNull @Size(max = 200) List<@Valid GrossLine> lines) {}

    @Transactional
    public Ledger.Booked book(long companyId, NewInvoice request, String who) {
        return bookAll(companyId, List.of(request), who);
    }

    /** Books several, all or nothing; what changed of the items stands in the order of the invoices. */
    @Transactional
    public Ledger.Booked bookAll(long companyId, List<NewInvoice> requests, String who) {
        lock(
                companyId,
                requests.stream()
                        .flatMap(w -> w.lines().stream().map(GrossLine::account))
                        .collect(Collectors.toSet()));
        Company company = companies.get(companyId);
        TaxTable taxes = ledger.taxes(companyId);
        List<Ledger.Posting> postings = new ArrayList<>();
        GrossLine.Reading reading = new GrossLine.Reading(company.amountStyle(), company.baseCurrency());
        for (NewInvoice request : requests) {
            if (request.siteId() != null) {
                companies.site(companyId, request.siteId());
            }
            postings.add(posting(
                    company,
                    parties.get(companyId, request.partyId()),
                    request.kind(),
                    request.number().strip(),
                    request.date(),
                    request.documentDate() == null ? request.date() : request.documentDate(),
                    request.dueDate(),
                    request.text().strip(),
                    GrossLine.read(request.lines(), reading),
                    taxes,
                    request.siteId(),
                    ""));
        }
        return ledger.book(companyId, postings, PartyDocuments.INVOICE, null, who);
    }

    /** Locks the bank accounts that a line may be booked on, then the journal. */
    private void lock(long companyId, Set<String> codes) {
        bankAccounts.lockByLedgerAccounts(companyId, ledger.accountIds(companyId, codes));
        bankAccounts.lockJournal(companyId);
    }

    private Ledger.Posting posting(
            Company company,
            Party party,
            InvoiceBooking.Kind kind,
            String requestedNumber,
            LocalDate date,
            LocalDate documentDate,
            @Nullable LocalDate dueDate,
            String text,
            List<TaxedLine> lines,
            TaxTable taxes,
            @Nullable Long siteId,
            String label) {
        boolean customer = party.control() == Control.RECEIVABLES;
        if (!party.control().invoices()) {
            throw new RuleViolation(
                    "party.role",
                    label.isEmpty() ? "partyId" : say("party.role.where", label),
                    say("party.role.found", party.name(), party.control().someone()),
                    say("party.role.expected"),
                    say("party.role.remedy"));
        }
        if (!party.active()) {
            throw new RuleViolation(
                    "party.inactive",
                    label.isEmpty() ? "partyId" : say("party.inactive.where", label),
                    say("party.inactive.found", party.name()),
                    say("party.inactive.expected"),
                    say("party.inactive.remedy"));
        }
        ItemTerms.Kind itemKind =
                kind == InvoiceBooking.Kind.INVOICE ? ItemTerms.Kind.INVOICE : ItemTerms.Kind.CREDIT_NOTE;
        String number = requestedNumber;
        if (number.isEmpty() && customer) {
            number = numbers.take(
                    company.id(),
                    kind == InvoiceBooking.Kind.INVOICE ? PartyDocuments.INVOICES : PartyDocuments.CREDIT_NOTES,
                    siteId,
                    date);
        }
        Fields.text(number, label.isEmpty() ? "number" : say("party.number", label), 60);
        if (items.numberTaken(company.id(), party.control(), customer ? 0 : party.id(), itemKind, number)) {
            throw new RuleViolation(
                    "number.taken",
                    label.isEmpty() ? "number" : say("number.taken.where", label),
                    say(
                            "number.taken.found3",
                            number,
                            customer ? say("number.taken.found6") : say("number.taken.found2", party.name())),
                    say("number.taken.expected3"),
                    say("number.taken.remedy5"));
        }
        if (dueDate != null && dueDate.isBefore(documentDate)) {
            throw new RuleViolation(
                    "date.order",
                    label.isEmpty() ? "dueDate" : say("date.order.where", label),
                    dueDate.toString(),
                    say("date.order.expected2", documentDate),
                    say("date.order.remedy4"));
        }
        InvoiceBooking.Invoice invoice = new InvoiceBooking.Invoice(
                party.control(), kind, party.partyId(), party.name(), number, date, documentDate, text, lines);
        String control =
                chart.accountCodeFor(company.id(), null, party.control().purpose());
        var entry = InvoiceBooking.entry(invoice, control, company.baseCurrency(), taxes.on(documentDate));
        long gross = entry.movementOf(control);
        return new Ledger.Posting(
                entry,
                "",
                label,
                siteId,
                new ItemTerms(
                        itemKind,
                        number,
                        invoice.title(),
                        dueDate != null
                                ? dueDate
                                : kind == InvoiceBooking.Kind.INVOICE
                                        ? party.terms().dueDate(documentDate)
                                        : documentDate,
                        kind == InvoiceBooking.Kind.INVOICE
                                ? party.terms().discount(documentDate, gross)
                                : OpenItem.Discount.NONE));
    }

    /** Books a file of invoices and credit notes, all or nothing. */
    @Transactional
    public Ledger.Booked bookFile(long companyId, Control control, String content, String who) {
        Company company = companies.get(companyId);
        List<InvoiceFile.Row> rows =
                InvoiceFile.read(content, company.baseCurrency()).rowsOrRefuse();
        lock(companyId, rows.stream().map(InvoiceFile.Row::accountCode).collect(Collectors.toSet()));
        TaxTable taxes = ledger.taxes(companyId);
        List<Problem> problems = new ArrayList<>();
        List<Ledger.Posting> postings = new ArrayList<>();
        Set<String> seen = new HashSet<>();
        for (InvoiceFile.Row row : rows) {
            String where = say("party.line", row.fileLine());
            try {
                Party party = parties.get(
                        companyId,
                        parties.named(companyId, control, row.party(), say("party.party", where))
                                .value());
                if (!seen.add((control == Control.PAYABLES ? party.id() : 0) + "/" + (row.gross() > 0) + "/"
                        + row.number())) {
                    throw new RuleViolation(
                            "number.taken",
                            say("number.taken.where", where),
                            say("number.taken.found4", row.number()),
                            say("number.taken.expected3"),
                            say("number.taken.remedy2"));
                }
                postings.add(posting(
                        company,
                        party,
                        row.gross() > 0 ? InvoiceBooking.Kind.INVOICE : InvoiceBooking.Kind.CREDIT_NOTE,
                        row.number(),
                        row.date(),
                        row.date(),
                        row.dueDate().equals(LocalDate.MIN) ? null : row.dueDate(),
                        row.text(),
                        List.of(new TaxedLine(
                                row.accountCode(), Math.abs(row.gross()), row.taxCode(), row.costCentre(), row.text())),
                        taxes,
                        null,
                        where));
            } catch (RuleViolation e) {
                for (Problem p : e.problems()) {
                    String place = p.where().startsWith(where) ? p.where() : where + ", " + column(p.code());
                    problems.add(p.at(place));
                }
            }
        }
        if (!problems.isEmpty()) {
            throw new RuleViolation(problems.subList(0, Math.min(50, problems.size())));
        }
        return ledger.book(companyId, postings, PartyDocuments.INVOICE, null, who);
    }

    /** The column that a problem without a place in the file is about. */
    private static String column(String code) {
        return code.startsWith("tax") ? "tax" : "amount";
    }
}
