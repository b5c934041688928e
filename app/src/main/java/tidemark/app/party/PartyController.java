package tidemark.app.party;

import jakarta.validation.Valid;
import jakarta.validation.constraints.NotNull;
import jakarta.validation.constraints.Size;
import java.io.IOException;
import java.math.BigDecimal;
import java.time.LocalDate;
import java.util.List;
import java.util.Set;
import org.jspecify.annotations.Nullable;
import org.springframework.http.HttpStatus;
import org.springframework.http.ResponseEntity;
import org.springframework.transaction.annotation.Transactional;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.PutMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.ResponseStatus;
import org.springframework.web.bind.annotation.RestController;
import org.springframework.web.multipart.MultipartFile;
import tidemark.app.access.Actor;
import tidemark.app.access.Requires;
import tidemark.app.access.Right;
import tidemark.app.company.BankAccounts;
import tidemark.app.company.Companies;
import tidemark.app.ledger.Ledger;
import tidemark.app.ledger.LedgerViews;
import tidemark.app.ledger.TableFile;
import tidemark.app.ledger.UploadedText;
import tidemark.core.ledger.Control;
import tidemark.core.money.AmountStyle;
import tidemark.core.money.MinorUnits;
import tidemark.core.party.Terms;

/** Customers, suppliers and others with accounts of their own, invoices and settlements over HTTP. */
@RestController
@RequestMapping("/api/v1/companies/{companyId}")
public class PartyController {
    private final Parties parties;
    private final PartyViews views;
    private final Invoices invoices;
    private final Receipts receipts;
    private final ReceiptFiles receiptFiles;
    private final OpenItems items;
    private final LedgerViews ledgerViews;
    private final BankAccounts bankAccounts;
    private final Companies companies;
    private final SettlementProposals proposals;
    private final SisterBooks sisters;

    PartyController(
            Parties parties,
            PartyViews views,
            Invoices invoices,
            Receipts receipts,
            ReceiptFiles receiptFiles,
            OpenItems items,
            LedgerViews ledgerViews,
            BankAccounts bankAccounts,
            Companies companies,
            SettlementProposals proposals,
            SisterBooks sisters) {
        this.sisters = sisters;
        this.companies = companies;
        this.proposals = proposals;
        this.parties = parties;
        this.views = views;
        this.invoices = invoices;
        this.receipts = receipts;
        this.receiptFiles = receiptFiles;
        this.items = items;
        this.ledgerViews = ledgerViews;
        this.bankAccounts = bankAccounts;
    }

    private static Terms terms(AmountStyle style, int dueDays, String discountPercent, int discountDays) {
        return new Terms(
                dueDays,
                discountPercent.isBlank() ? BigDecimal.ZERO : style.decimal(discountPercent, 3, "discountPercent"),
                discountDays);
    }

    /** @param discountPercent decimal text, such as {@code 2} or {@code 1.5} */
    record PartyCard(
            @NotNull Control control,
            @NotNull @Size(max = 20) String code,
            @NotNull @Size(max = 120) String name,
            @NotNull @Size(max = 500) String address,
            int dueDays,
            @NotNull @Size(max = 10) String discountPercent,
            int discountDays,
            boolean active) {
        Parties.Card card(AmountStyle style) {
            return new Parties.Card(code, name, address, terms(style, dueDays, discountPercent, discountDays), active);
        }
    }

    /** @param companyId whose books are kept here too; absent for none */
    record SisterOf(@Nullable Long companyId) {}

    @GetMapping("/sister-books")
    @Requires(Right.ADMINISTER)
    List<SisterBooks.Sister> sisters(@PathVariable long companyId, Actor actor) {
        return sisters.mayTie(companyId, actor);
    }

    @PutMapping("/parties/{partyId}/sister-books")
    @Requires(Right.ADMINISTER)
    void sister(
            @PathVariable long companyId, @PathVariable long partyId, @RequestBody @Valid SisterOf body, Actor actor) {
        sisters.keep(companyId, partyId, body.companyId(), actor);
    }

    @GetMapping("/parties")
    @Requires(Right.VIEW)
    PartyViews.PartyList list(
            @PathVariable long companyId, @RequestParam Control control, @RequestParam LocalDate date) {
        return views.list(companyId, control, date);
    }

    @PostMapping("/parties")
    @Requires(Right.PREPARE)
    @ResponseStatus(HttpStatus.CREATED)
    PartyViews.PartyView add(@PathVariable long companyId, @RequestBody @Valid PartyCard body, Actor actor) {
        return PartyViews.view(parties.keep(
                companyId,
                null,
                body.control(),
                body.card(companies.get(companyId).amountStyle()),
                actor.name()));
    }

    /** Who they are whose identifiers something holds; whom to choose is found by typing. */
    @GetMapping("/party-names")
    @Requires(Right.VIEW)
    List<PartyViews.PartyName> names(@PathVariable long companyId, @RequestParam Set<Long> id) {
        return views.names(companyId, id);
    }

    /** @param discountPercent decimal text; empty for none */
    record PartyRole(
            @NotNull Control control,
            @NotNull @Size(max = 20) String code,
            int dueDays,
            @NotNull @Size(max = 10) String discountPercent,
            int discountDays) {}

    /** Adds a role to somebody who has another. */
    @PostMapping("/parties/{partyId}/roles")
    @Requires(Right.PREPARE)
    @ResponseStatus(HttpStatus.CREATED)
    PartyViews.PartyView addRole(
            @PathVariable long companyId, @PathVariable long partyId, @RequestBody @Valid PartyRole body, Actor actor) {
        AmountStyle style = companies.get(companyId).amountStyle();
        return PartyViews.view(parties.addRole(
                companyId,
                partyId,
                body.control(),
                body.code(),
                terms(style, body.dueDays(), body.discountPercent(), body.discountDays()),
                actor.name()));
    }

    record SameParty(long otherPartyId) {}

    /** The other is the same person or firm; its roles come under the name and address of this one. */
    @PostMapping("/parties/{partyId}/same")
    @Requires(Right.PREPARE)
    void join(
            @PathVariable long companyId, @PathVariable long partyId, @RequestBody @Valid SameParty body, Actor actor) {
        parties.join(companyId, partyId, body.otherPartyId(), actor.name());
    }

    /** This role is somebody else after all, with a name and address of their own. */
    @PostMapping("/parties/{partyId}/apart")
    @Requires(Right.PREPARE)
    void part(@PathVariable long companyId, @PathVariable long partyId, Actor actor) {
        parties.part(companyId, partyId, actor.name());
    }

    @PutMapping("/parties/{partyId}")
    @Requires(Right.PREPARE)
    void change(
            @PathVariable long companyId, @PathVariable long partyId, @RequestBody @Valid PartyCard body, Actor actor) {
        parties.keep(
                companyId,
                partyId,
                body.control(),
                body.card(companies.get(companyId).amountStyle()),
                actor.name());
    }

    /** What a payment settles, as far as its amount and the numbers that came with it tell; changes nothing. */
    @PostMapping("/parties/{partyId}/settlement-proposal")
    @Requires(Right.RECEIVE)
    SettlementProposals.ProposalView propose(
            @PathVariable long companyId,
            @PathVariable long partyId,
            @RequestBody @Valid SettlementProposals.Known body) {
        return proposals.propose(companyId, partyId, body);
    }

    @GetMapping("/parties/{partyId}")
    @Requires(Right.VIEW)
    PartyViews.PartyPage page(
            @PathVariable long companyId, @PathVariable long partyId, @RequestParam(defaultValue = "0") long before) {
        return views.page(companyId, partyId, before);
    }

    @PostMapping("/invoices")
    @Requires(Right.PREPARE)
    @Transactional
    public LedgerViews.BookedView invoice(
            @PathVariable long companyId,
            @RequestParam(defaultValue = "false") boolean preview,
            @RequestBody @Valid Invoices.NewInvoice body,
            Actor actor) {
        return ledgerViews.shown(companyId, invoices.book(companyId, body, actor.name()), preview);
    }

    /** Books a CSV file of invoices and credit notes, all or nothing. */
    @PostMapping("/invoice-files")
    @Requires(Right.PREPARE)
    @Transactional
    public LedgerViews.BookedView invoiceFile(
            @PathVariable long companyId,
            @RequestParam(defaultValue = "false") boolean preview,
            @RequestParam Control control,
            @RequestParam MultipartFile file,
            Actor actor)
            throws IOException {
        return ledgerViews.shown(
                companyId, invoices.bookFile(companyId, control, UploadedText.of(file), actor.name()), preview);
    }

    /** @param received what was received, typed or as the items come to */
    record ReceiptView(String received, LedgerViews.BookedView booked) {}

    @PostMapping("/receipts")
    @Requires(Right.RECEIVE)
    @Transactional
    public ReceiptView receipt(
            @PathVariable long companyId,
            @RequestParam(defaultValue = "false") boolean preview,
            @RequestBody @Valid Receipts.NewReceipt body,
            Actor actor) {
        Receipts.Made made = receipts.book(companyId, body, actor.name());
        return new ReceiptView(
                MinorUnits.toDecimal(made.received(), companies.get(companyId).baseCurrency()),
                ledgerViews.shown(companyId, made.booked(), preview));
    }

    /** Books a CSV file of receipts, all or nothing. */
    @PostMapping("/receipt-files")
    @Requires(Right.RECEIVE)
    @Transactional
    public LedgerViews.BookedView receiptFile(
            @PathVariable long companyId,
            @RequestParam(defaultValue = "false") boolean preview,
            @RequestParam MultipartFile file,
            Actor actor)
            throws IOException {
        return ledgerViews.shown(companyId, receiptFiles.book(companyId, UploadedText.of(file), actor.name()), preview);
    }

    @PostMapping("/parties/{partyId}/settlements")
    @Requires(Right.PREPARE)
    @Transactional
    public LedgerViews.BookedView settle(
            @PathVariable long companyId,
            @PathVariable long partyId,
            @RequestParam(defaultValue = "false") boolean preview,
            @RequestBody @Valid Receipts.Application body,
            Actor actor) {
        return ledgerViews.shown(companyId, receipts.apply(companyId, partyId, body, actor.name()), preview);
    }

    record UndoDate(@NotNull LocalDate date) {}

    @PostMapping("/settlements/{settlementId}/undo")
    @Requires(Right.PREPARE)
    @Transactional
    public LedgerViews.BookedView undo(
            @PathVariable long companyId,
            @PathVariable long settlementId,
            @RequestParam(defaultValue = "false") boolean preview,
            @RequestBody @Valid UndoDate body,
            Actor actor) {
        Ledger.Booked changed = Ledger.Booked.nothing();
        changed.items().addAll(items.undo(companyId, settlementId, body.date(), actor.name()));
        return ledgerViews.shown(companyId, changed, preview);
    }

    /** What was open at the end of a day, as a table. */
    @GetMapping("/open-items/export")
    @Requires(Right.VIEW)
    ResponseEntity<byte[]> export(
            @PathVariable long companyId,
            @RequestParam Control control,
            @RequestParam LocalDate date,
            @RequestParam(defaultValue = "CSV") TableFile.Form form) {
        var currency = bankAccounts.companyCurrency(companyId);
        return new TableFile(
                        control.several().replace(' ', '-') + "-open-" + date,
                        List.of("party", "item", "date", "due", "amount", "open"),
                        List.of(4, 5),
                        views.openOn(companyId, control, date).stream()
                                .map(i -> List.of(
                                        i.party(),
                                        i.row().title(),
                                        i.row().itemDate().toString(),
                                        i.row().dueDate().toString(),
                                        MinorUnits.toDecimal(i.row().minorUnits(), currency),
                                        MinorUnits.toDecimal(i.open(), currency)))
                                .toList())
                .as(form);
    }
}
