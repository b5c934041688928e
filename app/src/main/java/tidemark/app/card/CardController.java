package tidemark.app.card;

import static tidemark.core.words.Catalogue.say;

import jakarta.validation.Valid;
import jakarta.validation.constraints.NotNull;
import jakarta.validation.constraints.Size;
import java.io.IOException;
import java.time.Instant;
import java.time.LocalDate;
import java.util.List;
import java.util.Map;
import org.joda.money.CurrencyUnit;
import org.jspecify.annotations.Nullable;
import org.springframework.http.HttpStatus;
import org.springframework.http.ResponseEntity;
import org.springframework.web.bind.annotation.DeleteMapping;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.RequestPart;
import org.springframework.web.bind.annotation.ResponseStatus;
import org.springframework.web.bind.annotation.RestController;
import org.springframework.web.multipart.MultipartFile;
import tidemark.app.access.Actor;
import tidemark.app.access.Requires;
import tidemark.app.access.Right;
import tidemark.app.company.Companies;
import tidemark.app.company.Company;
import tidemark.app.deposit.DepositSlip;
import tidemark.app.ledger.TableFile;
import tidemark.core.deposit.CardTakings;
import tidemark.core.deposit.SlipState;
import tidemark.core.format.DateOrder;
import tidemark.core.format.ProcessorTable;
import tidemark.core.money.MinorUnits;
import tidemark.core.problem.RuleViolation;

/** Card takings over HTTP. */
@RestController
@RequestMapping("/api/v1/companies/{companyId}")
class CardController {
    private static final int MOST = 1_000;
    private static final long LARGEST = 10_000_000;

    private final CardProcessors processors;
    private final CardBatches batches;
    private final CardSlips slips;
    private final CardDue due;
    private final Companies companies;

    CardController(CardProcessors processors, CardBatches batches, CardSlips slips, CardDue due, Companies companies) {
        this.slips = slips;
        this.due = due;
        this.processors = processors;
        this.batches = batches;
        this.companies = companies;
    }

    record KeptCard(long id) {}

    @GetMapping("/card-processors")
    @Requires(Right.VIEW)
    List<CardProcessors.ProcessorRow> processors(@PathVariable long companyId) {
        return processors.list(companyId);
    }

    /** KeptCard whole; without an id it is a new one. */
    @PostMapping("/card-processors")
    @Requires(Right.ADMINISTER)
    KeptCard keep(@PathVariable long companyId, @RequestBody @Valid CardProcessors.ProcessorRow body, Actor actor) {
        return new KeptCard(processors.keep(companyId, body, actor.name()));
    }

    /**
     * A batch; amounts as decimal text of the company's currency.
     *
     * @param due the day its money is due
     * @param net what the processor pays for it
     * @param usualFee by the share that it usually keeps
     * @param agreedFee by what was agreed
     * @param feeApart the fee less what was agreed, or, where nothing was, less the usual; below zero where it kept less
     * @param inHand what cards were charged there on that day and is on no slip yet
     */
    record CardBatchView(
            long id,
            String number,
            @Nullable Long siteId,
            LocalDate day,
            LocalDate due,
            String gross,
            String refunds,
            String chargebacks,
            String reserve,
            String fee,
            String net,
            @Nullable String usualFee,
            @Nullable String agreedFee,
            @Nullable String feeApart,
            String inHand,
            @Nullable Long slipId,
            @Nullable String slip,
            @Nullable SlipState slipState,
            String madeBy,
            Instant madeAt) {}

    private static CardBatchView view(CardBatches.Seen seen, CurrencyUnit c) {
        CardTakings.Batch b = seen.batch().batch();
        return new CardBatchView(
                seen.batch().id(),
                seen.batch().number(),
                seen.batch().siteId(),
                b.day(),
                seen.due(),
                MinorUnits.toDecimal(b.gross(), c),
                MinorUnits.toDecimal(b.refunds(), c),
                MinorUnits.toDecimal(b.chargebacks(), c),
                MinorUnits.toDecimal(b.reserve(), c),
                MinorUnits.toDecimal(b.fee(), c),
                MinorUnits.toDecimal(b.net(), c),
                seen.usualFee().map(f -> MinorUnits.toDecimal(f, c)).orElse(null),
                seen.agreedFee().map(f -> MinorUnits.toDecimal(f, c)).orElse(null),
                seen.agreedFee()
                        .or(seen::usualFee)
                        .map(f -> MinorUnits.toDecimal(b.fee() - f, c))
                        .orElse(null),
                MinorUnits.toDecimal(seen.inHand(), c),
                seen.slip().map(DepositSlip::id).orElse(null),
                seen.slip().map(DepositSlip::number).orElse(null),
                seen.slip().map(DepositSlip::state).orElse(null),
                seen.batch().madeBy(),
                seen.batch().madeAt());
    }

    /** The newest first; at most a thousand. */
    @GetMapping("/card-processors/{processorId}/batches")
    @Requires(Right.VIEW)
    List<CardBatchView> batches(
            @PathVariable long companyId,
            @PathVariable long processorId,
            @RequestParam LocalDate from,
            @RequestParam LocalDate to) {
        CurrencyUnit currency = companies.get(companyId).baseCurrency();
        return batches.list(companyId, processorId, from, to, MOST).stream()
                .map(s -> view(s, currency))
                .toList();
    }

    @GetMapping("/card-processors/{processorId}/batches/file")
    @Requires(Right.VIEW)
    ResponseEntity<byte[]> file(
            @PathVariable long companyId,
            @PathVariable long processorId,
            @RequestParam LocalDate from,
            @RequestParam LocalDate to,
            @RequestParam(defaultValue = "CSV") TableFile.Form form) {
        List<CardBatchView> rows = batches(companyId, processorId, from, to);
        return new TableFile(
                        "card-batches-" + from + "-" + to,
                        List.of(
                                "number",
                                "day",
                                "due",
                                "gross",
                                "refunds",
                                "chargebacks",
                                "reserve",
                                "fee",
                                "net",
                                "slip"),
                        List.of(3, 4, 5, 6, 7, 8),
                        rows.stream()
                                .map(r -> List.of(
                                        r.number(),
                                        r.day().toString(),
                                        r.due().toString(),
                                        r.gross(),
                                        r.refunds(),
                                        r.chargebacks(),
                                        r.reserve(),
                                        r.fee(),
                                        r.net(),
                                        r.slip() == null ? "" : r.slip()))
                                .toList())
                .as(form);
    }

    /** Amounts as the company writes them; empty for none. */
    record NewCardBatch(
            @Nullable Long siteId,
            @NotNull LocalDate day,
            @NotNull @Size(max = 60) String number,
            @NotNull @Size(max = 40) String gross,
            @NotNull @Size(max = 40) String refunds,
            @NotNull @Size(max = 40) String chargebacks,
            @NotNull @Size(max = 40) String reserve,
            @NotNull @Size(max = 40) String fee) {}

    @PostMapping("/card-processors/{processorId}/batches")
    @Requires(Right.RECEIVE)
    @ResponseStatus(HttpStatus.CREATED)
    KeptCard add(
            @PathVariable long companyId,
            @PathVariable long processorId,
            @RequestBody @Valid NewCardBatch body,
            Actor actor) {
        Company company = companies.get(companyId);
        CardBatches.Parts parts = new CardBatches.Parts(
                amount(company, body.gross(), "gross"),
                amount(company, body.refunds(), "refunds"),
                amount(company, body.chargebacks(), "chargebacks"),
                amount(company, body.reserve(), "reserve"),
                amount(company, body.fee(), "fee"));
        if (parts.gross() == 0) {
            throw new RuleViolation(
                    "amount.zero", "gross", body.gross(), say("card.gross.expected"), say("card.gross.remedy"));
        }
        return new KeptCard(batches.add(
                        companyId,
                        processorId,
                        List.of(batches.entered(
                                companyId, processorId, body.siteId(), body.day(), body.number(), parts)),
                        actor.name())
                .getFirst());
    }

    private static long amount(Company company, String text, String field) {
        long amount = text.isBlank() ? 0 : company.amountStyle().minorUnits(text, company.baseCurrency(), field);
        if (amount < 0) {
            throw new RuleViolation("card.below", field, text, say("card.below.expected"), say("card.below.remedy"));
        }
        return amount;
    }

    @DeleteMapping("/card-batches/{batchId}")
    @Requires(Right.RECEIVE)
    @ResponseStatus(HttpStatus.NO_CONTENT)
    void remove(@PathVariable long companyId, @PathVariable long batchId, Actor actor) {
        batches.remove(companyId, batchId, actor.name());
    }

    /** @param known whether the report has the columns that were said last, so that it can be read as it is */
    record LookedView(
            String separator,
            DateOrder dates,
            String decimalPoint,
            List<String> header,
            List<List<String>> rows,
            Map<ProcessorTable.Part, String> columns,
            boolean known) {}

    /** Looks at a report, to say which column holds what. */
    @PostMapping("/card-processors/{processorId}/report/look")
    @Requires(Right.RECEIVE)
    LookedView look(@PathVariable long companyId, @PathVariable long processorId, @RequestParam MultipartFile file)
            throws IOException {
        byte[] content = content(file);
        ProcessorTable.Looked looked = ProcessorTable.look(content);
        return new LookedView(
                String.valueOf(looked.separator()),
                looked.dates(),
                String.valueOf(looked.decimalPoint()),
                looked.header(),
                looked.rows(),
                looked.columns(),
                processors
                        .table(processors.get(companyId, processorId))
                        .map(t -> t.fits(content))
                        .orElse(false));
    }

    private static byte[] content(MultipartFile file) throws IOException {
        if (file.getSize() > LARGEST) {
            throw new RuleViolation(
                    "file.size",
                    "file",
                    say("file.size.found", file.getSize()),
                    say("file.size.expected2", LARGEST),
                    say("file.size.remedy2"));
        }
        return file.getBytes();
    }

    /** @param columns which column, by its name, holds what */
    record ReportMapping(
            @NotNull @Size(min = 1, max = 1) String separator,
            @NotNull DateOrder dates,
            @NotNull @Size(min = 1, max = 1) String decimalPoint,
            @NotNull @Size(max = 20) Map<ProcessorTable.Part, @Size(max = 200) String> columns) {
        CardProcessors.Mapping mapping() {
            return new CardProcessors.Mapping(separator.charAt(0), dates, decimalPoint.charAt(0), columns);
        }
    }

    record ReadReport(int batches) {}

    /** Reads a report, all of its batches or none; as it was read last where nothing else is said, and learns what is. */
    @PostMapping("/card-processors/{processorId}/report")
    @Requires(Right.RECEIVE)
    ReadReport read(
            @PathVariable long companyId,
            @PathVariable long processorId,
            @RequestParam MultipartFile file,
            @RequestPart(required = false) @Nullable @Valid ReportMapping mapping,
            Actor actor)
            throws IOException {
        return new ReadReport(batches.read(
                companyId, processorId, content(file), mapping == null ? null : mapping.mapping(), actor.name()));
    }

    record SlipOf(@NotNull @Size(max = 400) List<@NotNull Long> batches) {}

    /** Makes a slip of batches; it is banked like any other. */
    @PostMapping("/card-batches/slip")
    @Requires(Right.BANK)
    @ResponseStatus(HttpStatus.CREATED)
    KeptCard slip(@PathVariable long companyId, @RequestBody @Valid SlipOf body, Actor actor) {
        return new KeptCard(slips.slip(companyId, body.batches(), actor.name()));
    }

    /** @param missing whether something was due and nothing came */
    record CardDueView(LocalDate day, String due, String credited, String apart, boolean missing) {}

    /** Day by day what was due and what the bank credited, as far as the bank has told. */
    @GetMapping("/card-processors/{processorId}/due")
    @Requires(Right.VIEW)
    List<CardDueView> due(
            @PathVariable long companyId,
            @PathVariable long processorId,
            @RequestParam LocalDate from,
            @RequestParam LocalDate to) {
        CurrencyUnit c = companies.get(companyId).baseCurrency();
        return due.due(companyId, processorId, from, to).stream()
                .map(d -> new CardDueView(
                        d.day(),
                        MinorUnits.toDecimal(d.due(), c),
                        MinorUnits.toDecimal(d.credited(), c),
                        MinorUnits.toDecimal(d.apart(), c),
                        d.isMissing()))
                .toList();
    }
}
