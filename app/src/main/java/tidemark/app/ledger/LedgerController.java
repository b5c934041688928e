package tidemark.app.ledger;

import static tidemark.core.words.Catalogue.say;

import jakarta.validation.Valid;
import jakarta.validation.constraints.NotNull;
import jakarta.validation.constraints.Size;
import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.time.LocalDate;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Objects;
import org.joda.money.CurrencyUnit;
import org.jspecify.annotations.Nullable;
import org.springframework.http.MediaType;
import org.springframework.http.ResponseEntity;
import org.springframework.transaction.annotation.Transactional;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.PutMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.RestController;
import org.springframework.web.multipart.MultipartFile;
import tidemark.app.access.Actor;
import tidemark.app.access.Requires;
import tidemark.app.access.Right;
import tidemark.app.attachment.Papers;
import tidemark.app.company.BankAccount;
import tidemark.app.company.BankAccounts;
import tidemark.app.company.Companies;
import tidemark.app.company.MasterData;
import tidemark.core.ledger.AccountPeriods;
import tidemark.core.ledger.AccountType;
import tidemark.core.ledger.BankLineBooking;
import tidemark.core.ledger.CashEntryFile;
import tidemark.core.ledger.Control;
import tidemark.core.ledger.LedgerAccount;
import tidemark.core.payment.ExchangeRate;
import tidemark.core.problem.Fields;

/** The ledger over HTTP. With {@code preview=true} the same code runs and nothing is kept. */
@RestController
@RequestMapping("/api/v1/companies/{companyId}/ledger")
public class LedgerController {
    private final Ledger ledger;
    private final LedgerViews views;
    private final AccountViews accountViews;
    private final Companies companies;
    private final BankAccounts bankAccounts;
    private final Reversals reversals;
    private final Chart chart;
    private final Papers papers;
    private final MasterData masterData;
    private final PartyNames parties;
    private final ManualEntries manual;
    private final EntryExport export;

    LedgerController(
            Ledger ledger,
            LedgerViews views,
            AccountViews accountViews,
            Companies companies,
            BankAccounts bankAccounts,
            Reversals reversals,
            Chart chart,
            Papers papers,
            MasterData masterData,
            PartyNames parties,
            ManualEntries manual,
            EntryExport export) {
        this.ledger = ledger;
        this.views = views;
        this.accountViews = accountViews;
        this.companies = companies;
        this.bankAccounts = bankAccounts;
        this.reversals = reversals;
        this.chart = chart;
        this.papers = papers;
        this.masterData = masterData;
        this.parties = parties;
        this.manual = manual;
        this.export = export;
    }

    record NewAccount(
            @NotNull @Size(max = 20) String code,
            @NotNull @Size(max = 120) String name,
            @NotNull AccountType type,
            @Nullable Control control,
            @Nullable Boolean active) {
        LedgerAccount account() {
            return new LedgerAccount(
                    code.isBlank() ? "?" : code.strip(),
                    Fields.text(name, "name", 120),
                    type,
                    active == null || active,
                    control == null ? Control.NONE : control);
        }
    }

    record ReversalDate(@NotNull LocalDate date) {}

    @GetMapping("/accounts")
    @Requires(Right.VIEW)
    List<AccountViews.AccountView> accounts(@PathVariable long companyId) {
        return accountViews.accounts(companyId);
    }

    @PostMapping("/accounts")
    @Requires(Right.ADMINISTER)
    void addAccount(@PathVariable long companyId, @RequestBody @Valid NewAccount body, Actor actor) {
        chart.add(companyId, body.account(), actor.name());
    }

    @PutMapping("/accounts/{ledgerAccountId}")
    @Requires(Right.ADMINISTER)
    void changeAccount(
            @PathVariable long companyId,
            @PathVariable long ledgerAccountId,
            @RequestBody @Valid NewAccount body,
            Actor actor) {
        chart.change(companyId, ledgerAccountId, body.account(), actor.name());
    }

    @GetMapping("/chart.csv")
    @Requires(Right.VIEW)
    ResponseEntity<byte[]> chartFile(@PathVariable long companyId) {
        return TableFile.file(
                "chart.csv",
                MediaType.parseMediaType("text/csv; charset=utf-8"),
                chart.csv(companyId).getBytes(StandardCharsets.UTF_8));
    }

    record ChartTaken(int count) {}

    /** Takes a chart from CSV, all or nothing. */
    @PostMapping("/chart-files")
    @Requires(Right.ADMINISTER)
    ChartTaken takeChart(@PathVariable long companyId, @RequestParam MultipartFile file, Actor actor)
            throws IOException {
        return new ChartTaken(chart.take(companyId, UploadedText.of(file), actor.name()));
    }

    @GetMapping("/accounts/{ledgerAccountId}/lines")
    @Requires(Right.VIEW)
    AccountViews.AccountLedgerView lines(
            @PathVariable long companyId,
            @PathVariable long ledgerAccountId,
            @RequestParam LocalDate from,
            @RequestParam LocalDate to,
            @RequestParam(required = false) @Nullable LocalDate afterDate,
            @RequestParam(defaultValue = "0") long afterLine,
            @RequestParam(defaultValue = "200") int size) {
        return accountViews.accountLedger(
                companyId,
                ledgerAccountId,
                from,
                to,
                afterDate == null ? null : new AccountViews.Place(afterDate, afterLine),
                Math.clamp(size, 1, 1_000));
    }

    @GetMapping("/accounts/{ledgerAccountId}/periods")
    @Requires(Right.VIEW)
    AccountViews.PeriodsView periods(
            @PathVariable long companyId,
            @PathVariable long ledgerAccountId,
            @RequestParam AccountPeriods.Length length,
            @RequestParam LocalDate from,
            @RequestParam LocalDate to) {
        return accountViews.periods(companyId, ledgerAccountId, length, from, to);
    }

    @GetMapping("/accounts/{ledgerAccountId}/export")
    @Requires(Right.VIEW)
    ResponseEntity<byte[]> export(
            @PathVariable long companyId,
            @PathVariable long ledgerAccountId,
            @RequestParam LocalDate from,
            @RequestParam LocalDate to,
            @RequestParam TableFile.Form form) {
        AccountViews.AccountLedgerView whole =
                accountViews.accountLedger(companyId, ledgerAccountId, from, to, null, TableFile.MOST_ROWS + 1);
        return new TableFile(
                        "account-" + whole.account().code() + "-" + from + "-" + to,
                        List.of("date", "entry", "text", "party", "debit", "credit", "balance"),
                        List.of(4, 5, 6),
                        whole.lines().stream()
                                .map(l -> List.of(
                                        l.date().toString(),
                                        Long.toString(l.entryNumber()),
                                        l.text(),
                                        l.party(),
                                        Objects.requireNonNullElse(l.debit(), ""),
                                        Objects.requireNonNullElse(l.credit(), ""),
                                        l.balance()))
                                .toList())
                .as(form);
    }

    @GetMapping("/trial-balance")
    @Requires(Right.VIEW)
    AccountViews.TrialBalanceView trialBalance(@PathVariable long companyId, @RequestParam LocalDate date) {
        return accountViews.trialBalance(companyId, date);
    }

    @GetMapping("/trial-balance/export")
    @Requires(Right.VIEW)
    ResponseEntity<byte[]> exportTrialBalance(
            @PathVariable long companyId, @RequestParam LocalDate date, @RequestParam TableFile.Form form) {
        return new TableFile(
                        "trial-balance-" + date,
                        List.of("code", "name", "type", "debit", "credit"),
                        List.of(3, 4),
                        accountViews.trialBalance(companyId, date).rows().stream()
                                .map(r -> List.of(
                                        r.code(),
                                        r.name(),
                                        r.type().name().toLowerCase(Locale.ROOT),
                                        Objects.requireNonNullElse(r.debit(), ""),
                                        Objects.requireNonNullElse(r.credit(), "")))
                                .toList())
                .as(form);
    }

    @GetMapping("/remembered")
    @Requires(Right.VIEW)
    List<LedgerViews.Remembered> remembered(
            @PathVariable long companyId,
            @RequestParam(defaultValue = "MANUAL") String source,
            @RequestParam(defaultValue = "") String text) {
        return views.remembered(companyId, source, text);
    }

    record Attached(long id) {}

    @PostMapping("/entries/{entryId}/attachments")
    @Requires(Right.RECEIVE)
    Attached attach(
            @PathVariable long companyId, @PathVariable long entryId, @RequestParam MultipartFile file, Actor actor)
            throws IOException {
        JournalEntryRow entry = ledger.entry(companyId, entryId);
        return new Attached(papers.add(
                companyId,
                entryId,
                entry.entryDate(),
                Objects.requireNonNullElse(file.getOriginalFilename(), ""),
                file.getSize(),
                file.getSize() > Papers.LARGEST ? new byte[0] : file.getBytes(),
                actor.name()));
    }

    /** Papers that were handed in before. */
    record PapersOfEntry(@NotNull @Size(max = 20) List<@NotNull Long> paperIds) {}

    @PostMapping("/entries/{entryId}/papers")
    @Requires(Right.RECEIVE)
    @Transactional
    public void papers(
            @PathVariable long companyId,
            @PathVariable long entryId,
            @RequestBody @Valid PapersOfEntry body,
            Actor actor) {
        JournalEntryRow entry = ledger.entry(companyId, entryId);
        papers.ofEntry(companyId, body.paperIds(), entryId, entry.entryDate());
    }

    /** An entry to take along: what is booked as JSON and CSV, and its papers. */
    @GetMapping("/entries/{entryId}/export")
    @Requires(Right.VIEW)
    ResponseEntity<byte[]> export(@PathVariable long companyId, @PathVariable long entryId) {
        return TableFile.file(
                "entry-" + ledger.entry(companyId, entryId).number() + ".zip",
                MediaType.parseMediaType("application/zip"),
                export.of(companyId, entryId));
    }

    @GetMapping("/entries")
    @Requires(Right.VIEW)
    List<LedgerViews.EntryView> entries(
            @PathVariable long companyId,
            @RequestParam(defaultValue = "0") long before,
            @RequestParam(defaultValue = "") String text) {
        return views.entries(companyId, before, text);
    }

    @GetMapping("/entries/{entryId}")
    @Requires(Right.VIEW)
    LedgerViews.EntryDetail entry(@PathVariable long companyId, @PathVariable long entryId) {
        return views.entry(companyId, entryId);
    }

    @PostMapping("/entries")
    @Requires(Right.PREPARE)
    @Transactional
    public LedgerViews.BookedView book(
            @PathVariable long companyId,
            @RequestParam(defaultValue = "false") boolean preview,
            @RequestBody @Valid ManualEntries.NewEntry body,
            Actor actor) {
        return views.shown(companyId, manual.book(companyId, body, actor.name()), preview);
    }

    @PostMapping("/entries/{entryId}/reversal")
    @Requires(Right.PREPARE)
    @Transactional
    public LedgerViews.BookedView reverse(
            @PathVariable long companyId,
            @PathVariable long entryId,
            @RequestParam(defaultValue = "false") boolean preview,
            @RequestBody @Valid ReversalDate body,
            Actor actor) {
        return views.shown(companyId, reversals.reverse(companyId, entryId, body.date(), actor.name()), preview);
    }

    /** Books a CSV file of cash entries, all or nothing. */
    @PostMapping("/cash-entry-files")
    @Requires(Right.PREPARE)
    @Transactional
    public LedgerViews.BookedView bookFile(
            @PathVariable long companyId,
            @RequestParam(defaultValue = "false") boolean preview,
            @RequestParam long bankAccountId,
            @RequestParam String otherAccount,
            @RequestParam MultipartFile file,
            Actor actor)
            throws IOException {
        BankAccount bank = bankAccounts.get(companyId, bankAccountId);
        List<CashEntryFile.Row> rows =
                CashEntryFile.read(UploadedText.of(file), bank.currency()).rowsOrRefuse();
        String cashCode = ledger.account(companyId, bank.ledgerAccountId()).code();
        Map<String, Control> controls = chart.controls(companyId);
        CurrencyUnit base = companies.get(companyId).baseCurrency();
        List<Ledger.Posting> postings = rows.stream()
                .map(row -> {
                    String other = row.accountCode().isEmpty() ? otherAccount : row.accountCode();
                    ExchangeRate rate = row.rate()
                            .map(r -> new ExchangeRate(bank.currency(), base, row.date(), r))
                            .orElseGet(() -> masterData.rate(companyId, bank.currency(), base, row.date()));
                    long value = rate.toBase(row.minorUnits());
                    return new Ledger.Posting(
                            BankLineBooking.entry(
                                    new BankLineBooking.Movement(
                                            row.date(),
                                            base,
                                            row.minorUnits(),
                                            value,
                                            row.reference(),
                                            row.party(),
                                            row.text(),
                                            rate.tie()),
                                    cashCode,
                                    other,
                                    parties.named(
                                            companyId,
                                            controls.getOrDefault(other, Control.NONE),
                                            row.party(),
                                            say("ledger.lineParty", row.fileLine()))),
                            row.checkNumber(),
                            say("ledger.line", row.fileLine()));
                })
                .toList();
        return views.shown(companyId, ledger.book(companyId, postings, EntrySource.FILE, null, actor.name()), preview);
    }
}
