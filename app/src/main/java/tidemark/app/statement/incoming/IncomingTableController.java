package tidemark.app.statement.incoming;

import static tidemark.core.words.Catalogue.say;

import jakarta.validation.Valid;
import jakarta.validation.constraints.NotNull;
import jakarta.validation.constraints.Size;
import java.time.LocalDate;
import java.util.List;
import java.util.Map;
import org.joda.money.CurrencyUnit;
import org.jspecify.annotations.Nullable;
import org.springframework.http.ResponseEntity;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.RestController;
import tidemark.app.access.Actor;
import tidemark.app.access.NotFound;
import tidemark.app.access.Requires;
import tidemark.app.access.Right;
import tidemark.app.company.BankAccounts;
import tidemark.app.statement.mapping.Mappings;
import tidemark.core.format.Column;
import tidemark.core.format.ColumnMapping;
import tidemark.core.format.DateOrder;
import tidemark.core.format.MappedReader;
import tidemark.core.format.MappingGuess;
import tidemark.core.money.MinorUnits;
import tidemark.core.statement.BankLine;

/** How the columns of a table that has come in are to be read, over HTTP. */
@RestController
@RequestMapping("/api/v1/companies/{companyId}")
class IncomingTableController {
    private final IncomingFiles incomingFiles;
    private final IncomingFileRecords records;
    private final IncomingFileViews views;
    private final Mappings mappings;
    private final BankAccounts accounts;

    IncomingTableController(
            IncomingFiles incomingFiles,
            IncomingFileRecords records,
            IncomingFileViews views,
            Mappings mappings,
            BankAccounts accounts) {
        this.incomingFiles = incomingFiles;
        this.records = records;
        this.views = views;
        this.mappings = mappings;
        this.accounts = accounts;
    }

    record MappingBody(
            @NotNull @Size(max = 80) String name,
            @NotNull @Size(max = 40) String charset,
            @NotNull @Size(min = 1, max = 1) String separator,
            int skipRows,
            @NotNull @Size(max = 200) List<String> header,
            @NotNull DateOrder dates,
            @NotNull @Size(min = 1, max = 1) String decimalPoint,
            boolean turned,
            @NotNull Map<Column, List<Integer>> columns) {
        ColumnMapping mapping() {
            return new ColumnMapping(
                    name,
                    charset,
                    separator.charAt(0),
                    skipRows,
                    header,
                    dates,
                    decimalPoint.charAt(0),
                    turned,
                    columns);
        }

        static MappingBody of(ColumnMapping m) {
            return new MappingBody(
                    m.name(),
                    m.charset(),
                    Character.toString(m.separator()),
                    m.skipRows(),
                    m.header(),
                    m.dates(),
                    Character.toString(m.decimalPoint()),
                    m.turned(),
                    m.columns());
        }
    }

    record GuessView(
            String charset, String separator, @Nullable MappingBody mapping, List<List<String>> rows) {}

    record TriedView(
            int row,
            @Nullable LocalDate date,
            @Nullable LocalDate valueDate,
            @Nullable String amount,
            @Nullable String balance,
            @Nullable String title,
            @Nullable String reference,
            @Nullable String counterparty,
            List<IncomingFileViews.ProblemView> problems) {}

    /** The first rows of a table that waits, and a guess at its columns. */
    @GetMapping("/incoming-files/{incomingId}/guess")
    @Requires(Right.PREPARE)
    GuessView guess(@PathVariable long companyId, @PathVariable long incomingId) {
        MappingGuess guess = Mappings.guess(waiting(companyId, incomingId));
        return new GuessView(
                guess.charset(),
                Character.toString(guess.separator()),
                guess.mapping().map(MappingBody::of).orElse(null),
                guess.rows().stream().limit(30).toList());
    }

    private byte[] waiting(long companyId, long incomingId) {
        if (!records.get(companyId, incomingId).state().isOpen()) {
            throw new NotFound(say("incoming.fileThatWaits"));
        }
        return records.content(incomingId);
    }

    /** The first twenty lines as a mapping would read them. */
    @PostMapping("/incoming-files/{incomingId}/try")
    @Requires(Right.PREPARE)
    List<TriedView> tried(
            @PathVariable long companyId,
            @PathVariable long incomingId,
            @RequestParam long accountId,
            @RequestBody @Valid MappingBody body) {
        CurrencyUnit currency = accounts.get(companyId, accountId).currency();
        return Mappings.tried(waiting(companyId, incomingId), body.mapping(), currency).stream()
                .map(t -> tried(t, currency))
                .toList();
    }

    private static TriedView tried(MappedReader.Tried t, CurrencyUnit currency) {
        BankLine line = t.line().map(l -> l.line()).orElse(null);
        String balance = t.line().isPresent()
                        && t.line().get().statedBalanceMinorUnits().isPresent()
                ? MinorUnits.toDecimal(t.line().get().statedBalanceMinorUnits().getAsLong(), currency)
                : null;
        return new TriedView(
                t.row(),
                line == null ? null : line.bookingDate(),
                line == null ? null : line.valueDate(),
                line == null ? null : MinorUnits.toDecimal(line.minorUnits(), currency),
                balance,
                line == null ? null : line.title(),
                line == null ? null : line.reference(),
                line == null ? null : line.counterparty(),
                t.problems().stream().map(IncomingFileViews.ProblemView::of).toList());
    }

    /** Learns how the table is read, and reads it. */
    @PostMapping("/incoming-files/{incomingId}/mapping")
    @Requires(Right.PREPARE)
    ResponseEntity<IncomingFileViews.IncomingFileView> learn(
            @PathVariable long companyId,
            @PathVariable long incomingId,
            @RequestParam long accountId,
            @RequestBody @Valid MappingBody body,
            Actor actor) {
        waiting(companyId, incomingId);
        mappings.save(companyId, accountId, body.mapping(), actor.name());
        records.became(companyId, incomingId, IncomingFile.State.MAPPING, List.of(), a -> a.belongsTo(accountId));
        return views.answer(incomingFiles.again(companyId, incomingId, actor.name(), IncomingFileController.PATIENCE));
    }
}
