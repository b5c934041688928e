package tidemark.app.ledger;

import jakarta.validation.Valid;
import jakarta.validation.constraints.NotNull;
import jakarta.validation.constraints.Size;
import java.io.IOException;
import java.nio.ByteBuffer;
import java.nio.charset.CharacterCodingException;
import java.nio.charset.StandardCharsets;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.List;
import org.springframework.transaction.annotation.Transactional;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.RestController;
import org.springframework.web.multipart.MultipartFile;
import tidemark.app.access.Actor;
import tidemark.app.access.Requires;
import tidemark.app.access.Right;
import tidemark.app.company.BankAccount;
import tidemark.app.company.BankAccounts;
import tidemark.app.company.Companies;
import tidemark.app.company.Company;
import tidemark.core.ledger.AccountType;
import tidemark.core.ledger.BankLineBooking;
import tidemark.core.ledger.CashEntryFile;
import tidemark.core.ledger.JournalEntry;
import tidemark.core.ledger.JournalLine;
import tidemark.core.ledger.LedgerAccount;
import tidemark.core.problem.RuleViolation;

/** The ledger over HTTP. With {@code preview=true} the same code runs and nothing is kept. */
@RestController
@RequestMapping("/api/companies/{companyId}/ledger")
public class LedgerController {
    private static final long LARGEST_FILE = 10_000_000;

    private final Ledger ledger;
    private final LedgerViews views;
    private final Companies companies;
    private final BankAccounts bankAccounts;
    private final CancellingPairs cancellingPairs;

    LedgerController(
            Ledger ledger,
            LedgerViews views,
            Companies companies,
            BankAccounts bankAccounts,
            CancellingPairs cancellingPairs) {
        this.ledger = ledger;
        this.views = views;
        this.companies = companies;
        this.bankAccounts = bankAccounts;
        this.cancellingPairs = cancellingPairs;
    }

    record NewAccount(
            @NotNull @Size(max = 20) String code,
            @NotNull @Size(max = 120) String name,
            @NotNull AccountType type) {}

    /** @param debit decimal text, or empty; exactly one of debit and credit is given */
    record NewLine(
            @NotNull @Size(max = 20) String account,
            @NotNull @Size(max = 40) String debit,
            @NotNull @Size(max = 40) String credit,
            @NotNull @Size(max = 200) String party,
            @NotNull @Size(max = 500) String text) {}

    record NewEntry(
            @NotNull LocalDate date,
            @NotNull @Size(max = 200) String reference,
            @NotNull @Size(max = 40) String checkNumber,
            @NotNull @Size(max = 480) String text,
            @NotNull @Size(max = 200) List<@Valid NewLine> lines) {}

    record ReversalDate(@NotNull LocalDate date) {}

    @GetMapping("/accounts")
    @Requires(Right.LOOK)
    List<LedgerViews.AccountView> accounts(@PathVariable long companyId) {
        return views.accounts(companyId);
    }

    @PostMapping("/accounts")
    @Requires(Right.ADMINISTER)
    void addAccount(@PathVariable long companyId, @RequestBody @Valid NewAccount body, Actor actor) {
        if (body.name().isBlank()) {
            throw new RuleViolation("name.unfit", "name", "nothing", "1 to 120 characters", "Name the account.");
        }
        ledger.addAccount(
                companyId,
                new LedgerAccount(
                        body.code().isBlank() ? "?" : body.code().strip(),
                        body.name().strip(),
                        body.type(),
                        true),
                actor.name());
    }

    @GetMapping("/accounts/{accountId}/lines")
    @Requires(Right.LOOK)
    LedgerViews.AccountLedgerView lines(
            @PathVariable long companyId,
            @PathVariable long accountId,
            @RequestParam LocalDate from,
            @RequestParam LocalDate to) {
        return views.accountLedger(companyId, accountId, from, to);
    }

    @GetMapping("/entries")
    @Requires(Right.LOOK)
    List<LedgerViews.EntryView> entries(
            @PathVariable long companyId,
            @RequestParam(defaultValue = "0") long before,
            @RequestParam(defaultValue = "") String text) {
        return views.entries(companyId, before, text);
    }

    @GetMapping("/entries/{entryId}")
    @Requires(Right.LOOK)
    LedgerViews.EntryDetail entry(@PathVariable long companyId, @PathVariable long entryId) {
        return views.entry(companyId, entryId);
    }

    @PostMapping("/entries")
    @Requires(Right.PREPARE)
    @Transactional
    public LedgerViews.BookedView book(
            @PathVariable long companyId,
            @RequestParam(defaultValue = "false") boolean preview,
            @RequestBody @Valid NewEntry body,
            Actor actor) {
        Company company = companies.get(companyId);
        List<JournalLine> lines = new ArrayList<>();
        int number = 0;
        for (NewLine line : body.lines()) {
            number++;
            lines.add(line(line, number, company));
        }
        JournalEntry entry = new JournalEntry(
                body.date(),
                company.baseCurrency(),
                body.reference().strip(),
                body.text().strip(),
                lines);
        Ledger.Booked booked = ledger.book(
                companyId,
                List.of(new Ledger.Draft(entry, body.checkNumber(), "")),
                EntrySource.MANUAL,
                null,
                actor.name());
        return shown(companyId, booked, preview);
    }

    private static JournalLine line(NewLine line, int number, Company company) {
        String where = "line " + number;
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
        return debit
                ? JournalLine.debit(
                        line.account(),
                        amount,
                        line.party().strip(),
                        line.text().strip())
                : JournalLine.credit(
                        line.account(),
                        amount,
                        line.party().strip(),
                        line.text().strip());
    }

    private LedgerViews.BookedView shown(long companyId, Ledger.Booked booked, boolean preview) {
        LedgerViews.BookedView view = views.booked(companyId, booked, preview);
        if (preview) {
            Ledger.keepNothing();
        }
        return view;
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
        return shown(
                companyId, ledger.reverse(companyId, entryId, body.date(), cancellingPairs, actor.name()), preview);
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
        if (file.getSize() > LARGEST_FILE) {
            throw new RuleViolation(
                    "file.size",
                    "file",
                    file.getSize() + " bytes",
                    "at most " + LARGEST_FILE + " bytes",
                    "Split the file.");
        }
        BankAccount bank = bankAccounts.get(companyId, bankAccountId);
        CashEntryFile.Result read = CashEntryFile.read(decode(file.getBytes()), bank.currency());
        if (!read.problems().isEmpty()) {
            throw new RuleViolation(
                    read.problems().subList(0, Math.min(50, read.problems().size())));
        }
        String cashCode = ledger.account(companyId, bank.ledgerAccountId()).code();
        List<Ledger.Draft> drafts = read.rows().stream()
                .map(row -> new Ledger.Draft(
                        BankLineBooking.entry(
                                row.date(),
                                bank.currency(),
                                row.minorUnits(),
                                cashCode,
                                row.accountCode().isEmpty() ? otherAccount : row.accountCode(),
                                row.reference(),
                                row.party(),
                                row.text()),
                        row.checkNumber(),
                        "line " + row.fileLine()))
                .toList();
        return shown(companyId, ledger.book(companyId, drafts, EntrySource.FILE, null, actor.name()), preview);
    }

    private static String decode(byte[] bytes) {
        try {
            return StandardCharsets.UTF_8
                    .newDecoder()
                    .decode(ByteBuffer.wrap(bytes))
                    .toString();
        } catch (CharacterCodingException e) {
            throw new RuleViolation(
                    "file.charset", "file", "bytes that are not UTF-8", "a CSV file saved as UTF-8", "Save it again.");
        }
    }
}
