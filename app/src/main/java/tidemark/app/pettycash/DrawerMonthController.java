package tidemark.app.pettycash;

import jakarta.validation.Valid;
import jakarta.validation.constraints.NotNull;
import jakarta.validation.constraints.Size;
import java.nio.charset.StandardCharsets;
import java.time.LocalDate;
import java.time.YearMonth;
import org.springframework.http.MediaType;
import org.springframework.http.ResponseEntity;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.RestController;
import tidemark.app.access.Actor;
import tidemark.app.access.Requires;
import tidemark.app.access.Right;
import tidemark.app.ledger.TableFile;
import tidemark.app.print.PrintedSheet;

/** Months of drawers, and their books on paper, over HTTP. */
@RestController
@RequestMapping("/api/v1/companies/{companyId}/petty-cash/funds/{fundId}")
class DrawerMonthController {
    private final DrawerMonths months;
    private final CashBookPaper paper;

    DrawerMonthController(DrawerMonths months, CashBookPaper paper) {
        this.months = months;
        this.paper = paper;
    }

    @GetMapping("/months")
    @Requires(Right.VIEW)
    DrawerMonths.DrawerMonthList months(@PathVariable long companyId, @PathVariable long fundId) {
        return months.list(companyId, fundId);
    }

    @PostMapping("/months/{month}/preparation")
    @Requires(Right.PREPARE)
    DrawerMonths.DrawerMonthList prepare(
            @PathVariable long companyId, @PathVariable long fundId, @PathVariable YearMonth month, Actor actor) {
        months.prepare(companyId, fundId, month, actor);
        return months.list(companyId, fundId);
    }

    /** @param note what is to be looked at; empty for none */
    record DrawerMonthNote(@NotNull @Size(max = 500) String note) {}

    @PostMapping("/months/{month}/return")
    @Requires(Right.CERTIFY)
    DrawerMonths.DrawerMonthList sendBack(
            @PathVariable long companyId,
            @PathVariable long fundId,
            @PathVariable YearMonth month,
            @RequestBody @Valid DrawerMonthNote body,
            Actor actor) {
        months.sendBack(companyId, fundId, month, body.note(), actor);
        return months.list(companyId, fundId);
    }

    @PostMapping("/months/{month}/closing")
    @Requires(Right.CERTIFY)
    DrawerMonths.DrawerMonthList close(
            @PathVariable long companyId, @PathVariable long fundId, @PathVariable YearMonth month, Actor actor) {
        months.close(companyId, fundId, month, actor);
        return months.list(companyId, fundId);
    }

    record DrawerMonthReason(@NotNull @Size(max = 500) String reason) {}

    @PostMapping("/months/{month}/reopening")
    @Requires(Right.CERTIFY)
    DrawerMonths.DrawerMonthList reopen(
            @PathVariable long companyId,
            @PathVariable long fundId,
            @PathVariable YearMonth month,
            @RequestBody @Valid DrawerMonthReason body,
            Actor actor) {
        months.reopen(companyId, fundId, month, body.reason(), actor);
        return months.list(companyId, fundId);
    }

    /** The sealed sheet of a closed month, which {@code tidemark verify} holds against itself. */
    @GetMapping("/sheets/{sheetId}/file")
    @Requires(Right.VIEW)
    ResponseEntity<byte[]> sheet(@PathVariable long companyId, @PathVariable long fundId, @PathVariable long sheetId) {
        return TableFile.file(
                "drawer-month-" + sheetId + ".json",
                MediaType.APPLICATION_JSON,
                months.file(companyId, fundId, sheetId).getBytes(StandardCharsets.UTF_8));
    }

    /** The book of a span, to be printed. */
    @GetMapping("/book/paper")
    @Requires(Right.VIEW)
    ResponseEntity<byte[]> book(
            @PathVariable long companyId,
            @PathVariable long fundId,
            @RequestParam LocalDate from,
            @RequestParam LocalDate to,
            @RequestParam(defaultValue = "LETTER") PrintedSheet.Paper paper,
            Actor actor) {
        return TableFile.file(
                "cash-book.pdf",
                MediaType.APPLICATION_PDF,
                this.paper.book(companyId, fundId, from, to, paper, actor.name()));
    }

    /** A count, to be printed and signed. */
    @GetMapping("/counts/{countId}/paper")
    @Requires(Right.VIEW)
    ResponseEntity<byte[]> count(
            @PathVariable long companyId,
            @PathVariable long fundId,
            @PathVariable long countId,
            @RequestParam(defaultValue = "LETTER") PrintedSheet.Paper paper,
            Actor actor) {
        return TableFile.file(
                "count.pdf",
                MediaType.APPLICATION_PDF,
                this.paper.count(companyId, fundId, countId, paper, actor.name()));
    }
}
