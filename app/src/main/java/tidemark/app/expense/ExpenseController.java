package tidemark.app.expense;

import jakarta.validation.Valid;
import jakarta.validation.constraints.NotNull;
import jakarta.validation.constraints.Size;
import java.io.IOException;
import java.time.LocalDate;
import java.util.List;
import java.util.function.Supplier;
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
import tidemark.app.ledger.LedgerViews;
import tidemark.app.ledger.TableFile;
import tidemark.app.ledger.UploadedText;
import tidemark.core.expense.PaidBy;

/** Expenses and movements typed by hand over HTTP. */
@RestController
@RequestMapping("/api/v1/companies/{companyId}/expenses")
class ExpenseController {
    private final Expenses expenses;
    private final ExpenseFiles files;
    private final ExpenseViews views;
    private final LedgerViews ledgerViews;

    ExpenseController(Expenses expenses, ExpenseFiles files, ExpenseViews views, LedgerViews ledgerViews) {
        this.expenses = expenses;
        this.files = files;
        this.views = views;
        this.ledgerViews = ledgerViews;
    }

    private static ExpenseViews.Filter filter(
            Expense.Kind kind,
            LocalDate from,
            LocalDate to,
            @Nullable PaidBy paidBy,
            String text,
            @Nullable Missing missing) {
        return new ExpenseViews.Filter(
                kind,
                from,
                to,
                paidBy,
                text,
                missing == Missing.PICTURE,
                missing == Missing.BANK_LINE,
                missing == Missing.PAID_BACK);
    }

    /** What an expense may still lack. */
    enum Missing {
        PICTURE,
        BANK_LINE,
        PAID_BACK
    }

    /** Books a CSV file of expenses, all or nothing. */
    @PostMapping("/files")
    @Requires(Right.PREPARE)
    @ResponseStatus(HttpStatus.CREATED)
    @Transactional
    public LedgerViews.BookedView file(
            @PathVariable long companyId,
            @RequestParam MultipartFile file,
            @RequestParam(defaultValue = "false") boolean preview,
            Actor actor)
            throws IOException {
        return ledgerViews.shown(companyId, files.book(companyId, UploadedText.of(file), actor), preview);
    }

    @GetMapping
    @Requires(Right.VIEW)
    ExpenseViews.ExpenseList list(
            @PathVariable long companyId,
            @RequestParam(defaultValue = "EXPENSE") Expense.Kind kind,
            @RequestParam(defaultValue = "1970-01-01") LocalDate from,
            @RequestParam(defaultValue = "2999-12-31") LocalDate to,
            @RequestParam(required = false) @Nullable PaidBy paidBy,
            @RequestParam(defaultValue = "") @Size(max = 100) String text,
            @RequestParam(required = false) @Nullable Missing missing) {
        return views.list(companyId, filter(kind, from, to, paidBy, text, missing));
    }

    /** The same as a table. */
    @GetMapping("/file")
    @Requires(Right.VIEW)
    ResponseEntity<byte[]> file(
            @PathVariable long companyId,
            @RequestParam(defaultValue = "EXPENSE") Expense.Kind kind,
            @RequestParam(defaultValue = "1970-01-01") LocalDate from,
            @RequestParam(defaultValue = "2999-12-31") LocalDate to,
            @RequestParam(required = false) @Nullable PaidBy paidBy,
            @RequestParam(defaultValue = "") @Size(max = 100) String text,
            @RequestParam(required = false) @Nullable Missing missing,
            @RequestParam(defaultValue = "CSV") TableFile.Form form) {
        return new TableFile(
                        kind == Expense.Kind.EXPENSE ? "expenses" : "bank-movements",
                        List.of(
                                "number",
                                "day",
                                "who",
                                "text",
                                "reference",
                                "tags",
                                "direction",
                                "amount",
                                "paid_by",
                                "paid_from",
                                "customer",
                                "pictures",
                                "state"),
                        List.of(7),
                        views.list(companyId, filter(kind, from, to, paidBy, text, missing)).rows().stream()
                                .map(r -> List.of(
                                        r.number(),
                                        r.date().toString(),
                                        r.who(),
                                        r.text(),
                                        r.reference(),
                                        r.tags(),
                                        r.in() ? "in" : "out",
                                        r.amount(),
                                        r.paidBy().name(),
                                        r.paidFrom(),
                                        r.customer(),
                                        Integer.toString(r.pictures()),
                                        r.reversed() ? "reversed" : r.settled() ? "settled" : "open"))
                                .toList())
                .as(form);
    }

    @GetMapping("/{expenseId}")
    @Requires(Right.VIEW)
    ExpenseViews.ExpenseDetail expense(@PathVariable long companyId, @PathVariable long expenseId) {
        return views.detail(companyId, expenseId);
    }

    /** Payees that begin so, and how the last of each was booked. */
    @GetMapping("/remembered")
    @Requires(Right.VIEW)
    List<ExpenseViews.LastOfPayee> remembered(
            @PathVariable long companyId,
            @RequestParam(defaultValue = "EXPENSE") Expense.Kind kind,
            @RequestParam @Size(max = 200) String who) {
        return views.remembered(companyId, kind, who);
    }

    /** @param expenseId 0 for a preview; {@code told} what else was done */
    public record ExpenseMade(long expenseId, String told, LedgerViews.BookedView booked) {}

    private ExpenseMade shown(long companyId, boolean preview, Supplier<Expenses.Made> change) {
        Expenses.Made made = change.get();
        return new ExpenseMade(
                preview ? 0 : made.expenseId(),
                ExpenseViews.told(made.told()),
                ledgerViews.shown(companyId, made.booked(), preview));
    }

    @PostMapping
    @Requires(Right.PREPARE)
    @ResponseStatus(HttpStatus.CREATED)
    @Transactional
    public ExpenseMade book(
            @PathVariable long companyId,
            @RequestParam(defaultValue = "false") boolean preview,
            @RequestBody @Valid Expenses.NewExpense body,
            Actor actor) {
        return shown(companyId, preview, () -> expenses.book(companyId, body, actor));
    }

    /** Put right: reversed and booked anew under the same number. */
    @PutMapping("/{expenseId}")
    @Requires(Right.PREPARE)
    @Transactional
    public ExpenseMade change(
            @PathVariable long companyId,
            @PathVariable long expenseId,
            @RequestParam(defaultValue = "false") boolean preview,
            @RequestBody @Valid Expenses.NewExpense body,
            Actor actor) {
        return shown(companyId, preview, () -> expenses.change(companyId, expenseId, body, actor));
    }

    /** @param version as it was seen */
    record ReversalDay(int version, @NotNull LocalDate date) {}

    @PostMapping("/{expenseId}/reversal")
    @Requires(Right.PREPARE)
    @Transactional
    public ExpenseMade reverse(
            @PathVariable long companyId,
            @PathVariable long expenseId,
            @RequestParam(defaultValue = "false") boolean preview,
            @RequestBody @Valid ReversalDay body,
            Actor actor) {
        return shown(
                companyId, preview, () -> expenses.reverse(companyId, expenseId, body.version(), body.date(), actor));
    }
}
