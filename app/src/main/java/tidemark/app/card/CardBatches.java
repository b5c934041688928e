package tidemark.app.card;

import static tidemark.core.words.Catalogue.say;

import java.math.BigDecimal;
import java.time.Clock;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.TreeMap;
import java.util.stream.Collectors;
import org.jspecify.annotations.Nullable;
import org.springframework.data.domain.Limit;
import org.springframework.jdbc.core.JdbcTemplate;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;
import tidemark.app.access.Limits;
import tidemark.app.access.NotFound;
import tidemark.app.activity.ActivityLog;
import tidemark.app.company.BankAccounts;
import tidemark.app.company.Companies;
import tidemark.app.company.Company;
import tidemark.app.company.MasterData;
import tidemark.app.company.Site;
import tidemark.app.deposit.DepositSlip;
import tidemark.app.deposit.DepositSlips;
import tidemark.app.deposit.Slips;
import tidemark.app.ledger.GrossLine;
import tidemark.app.party.Receipts;
import tidemark.core.deposit.CardTakings;
import tidemark.core.deposit.SlipState;
import tidemark.core.format.ProcessorTable;
import tidemark.core.ledger.TaxedLine;
import tidemark.core.money.MinorUnits;
import tidemark.core.problem.Fields;
import tidemark.core.problem.Problem;
import tidemark.core.problem.RuleViolation;
import tidemark.core.problem.Words;
import tidemark.core.receipt.Tender;

/** The batches of card processors: entered or read from a report, taken to the bank on a slip, compared with what came. */
@Service
public class CardBatches {
    /** Past batches that the usual share is learned from. */
    private static final int PAST = 200;

    private final CardBatchRepository batches;
    private final CardProcessors processors;
    private final DepositSlips slips;
    private final Receipts receipts;
    private final Companies companies;
    private final MasterData masterData;
    private final BankAccounts bankAccounts;
    private final ActivityLog activity;
    private final JdbcTemplate jdbc;
    private final Clock clock;

    CardBatches(
            CardBatchRepository batches,
            CardProcessors processors,
            DepositSlips slips,
            Receipts receipts,
            Companies companies,
            MasterData masterData,
            BankAccounts bankAccounts,
            ActivityLog activity,
            JdbcTemplate jdbc,
            Clock clock) {
        this.batches = batches;
        this.processors = processors;
        this.slips = slips;
        this.receipts = receipts;
        this.companies = companies;
        this.masterData = masterData;
        this.bankAccounts = bankAccounts;
        this.activity = activity;
        this.jdbc = jdbc;
        this.clock = clock;
    }

    /**
     * A batch and what is known of it.
     *
     * @param inHand what cards were charged at its site on its day and is in hand, minor units
     * @param slip that it is on; none while it waits
     * @param usualFee by the share that is usually kept; none where nothing is known
     * @param agreedFee by what was agreed; none where nothing was
     */
    record Seen(
            CardBatch batch,
            LocalDate due,
            long inHand,
            Optional<DepositSlip> slip,
            Optional<Long> usualFee,
            Optional<Long> agreedFee) {}

    @Transactional(readOnly = true)
    List<Seen> list(long companyId, long processorId, LocalDate from, LocalDate to, int most) {
        CardProcessor processor = processors.get(companyId, processorId);
        Optional<BigDecimal> usual = usualShare(processor, from);
        return batches.between(processorId, from, to, Limit.of(most)).stream()
                .map(b -> seen(companyId, processor, b, usual))
                .toList();
    }

    private Seen seen(long companyId, CardProcessor processor, CardBatch b, Optional<BigDecimal> usual) {
        return new Seen(
                b,
                CardTakings.dueDay(b.day(), processor.lagDays()),
                inHand(companyId, b),
                slipOf(companyId, b),
                usual.map(share -> CardTakings.fee(b.batch().gross(), share)),
                processor.agreedPercent().map(p -> CardTakings.fee(b.batch().gross(), p.movePointLeft(2))));
    }

    private long inHand(long companyId, CardBatch b) {
        return slips.cards(companyId, b.siteId(), b.day()).stream()
                .mapToLong(DepositSlips.Hand::minorUnits)
                .sum();
    }

    /** One that was given up holds nothing. */
    private Optional<DepositSlip> slipOf(long companyId, CardBatch b) {
        Long id = b.depositSlipId();
        return id == null
                ? Optional.empty()
                : Optional.of(slips.slip(companyId, id)).filter(s -> s.state() != SlipState.REVERSED);
    }

    /** Of the batches before a day, those just before it; where there are none, of the first there are. */
    private Optional<BigDecimal> usualShare(CardProcessor processor, LocalDate before) {
        List<CardBatch> past = batches.before(processor.id(), before, Limit.of(PAST));
        if (past.isEmpty()) {
            past = batches.before(processor.id(), LocalDate.of(2999, 12, 31), Limit.of(PAST));
        }
        return CardTakings.usualShare(past.stream().map(CardBatch::batch).toList());
    }

    /** A batch as it was entered; amounts in minor units. */
    public record NewBatch(
            String number,
            CardTakings.Batch batch,
            @Nullable Long siteId) {}

    /** Keeps batches, all or none. */
    @Transactional
    public List<Long> add(long companyId, long processorId, List<NewBatch> wanted, String who) {
        CardProcessor processor = processors.get(companyId, processorId);
        bankAccounts.lockJournal(companyId);
        List<String> numbers = wanted.stream().map(NewBatch::number).toList();
        Set<String> taken = numbers.isEmpty() ? Set.of() : new HashSet<>(batches.taken(processorId, numbers));
        List<Problem> problems = new ArrayList<>();
        List<Long> out = new ArrayList<>();
        for (NewBatch b : wanted) {
            Limits.checkSite(b.siteId(), "");
            if (!taken.add(b.number())) {
                problems.add(new Problem(
                        "card.taken",
                        "number",
                        b.number(),
                        say("card.taken.expected", processor.name()),
                        say("card.taken.remedy")));
                continue;
            }
            if (problems.isEmpty()) {
                out.add(batches.save(new CardBatch(
                                companyId, processorId, b.number(), b.siteId(), b.batch(), who, clock.instant()))
                        .id());
            }
        }
        if (!problems.isEmpty()) {
            throw new RuleViolation(problems.subList(0, Math.min(50, problems.size())));
        }
        activity.record(
                companyId,
                who,
                "card-batch.kept",
                "card_processor",
                processorId,
                say(
                        "card.batches.kept",
                        Words.count(out.size(), say("card.batch"), say("card.batches")),
                        processor.name()));
        return out;
    }

    /** A batch that was entered by hand; without a number it gets the one of its site and day. */
    public NewBatch entered(
            long companyId, long processorId, @Nullable Long siteId, LocalDate day, String number, Parts parts) {
        processors.get(companyId, processorId);
        if (siteId != null) {
            companies.site(companyId, siteId);
        }
        String site = siteId == null ? "" : companies.site(companyId, siteId).name();
        if (day.isAfter(companies.today(companyId, siteId))) {
            throw new RuleViolation(
                    "card.ahead", "day", Words.day(day), say("card.ahead.expected"), say("card.ahead.remedy"));
        }
        return new NewBatch(
                number.isBlank() ? (site.isEmpty() ? "" : site + " ") + day : Fields.text(number, "number", 60),
                new CardTakings.Batch(
                        siteId == null ? 0 : siteId,
                        day,
                        parts.gross(),
                        parts.refunds(),
                        parts.chargebacks(),
                        parts.reserve(),
                        parts.fee()),
                siteId);
    }

    /** What makes a batch, minor units. */
    public record Parts(long gross, long refunds, long chargebacks, long reserve, long fee) {}

    /** Reads a report as it was read last, or as is said; all of its batches or none. */
    @Transactional
    int read(long companyId, long processorId, byte[] content, CardProcessors.@Nullable Mapping said, String who) {
        CardProcessor processor = processors.get(companyId, processorId);
        ProcessorTable table = said == null
                ? processors
                        .table(processor)
                        .filter(t -> t.fits(content))
                        .orElseThrow(() -> new RuleViolation(
                                "processor.unknown",
                                "",
                                say("processor.unknown.found", processor.name()),
                                say("processor.unknown.expected"),
                                say("processor.unknown.remedy")))
                : said.table();
        Company company = companies.get(companyId);
        Map<String, Long> sites = masterData.sites(companyId).stream()
                .collect(Collectors.toMap(s -> s.name().toLowerCase(java.util.Locale.ROOT), Site::id, (a, b) -> a));
        List<Problem> problems = new ArrayList<>();
        List<NewBatch> wanted = new ArrayList<>();
        for (ProcessorTable.Row row : table.read(content, company.baseCurrency())) {
            Long site = row.site().isEmpty() ? null : sites.get(row.site().toLowerCase(java.util.Locale.ROOT));
            if (site == null && !row.site().isEmpty()) {
                problems.add(new Problem(
                        "site.unknown",
                        say("processor.line", row.line()),
                        "“" + row.site() + "”",
                        say("site.unknown.expected"),
                        say("site.unknown.remedy")));
                continue;
            }
            wanted.add(entered(
                    companyId,
                    processorId,
                    site,
                    row.day(),
                    row.number(),
                    new Parts(row.gross(), row.refunds(), row.chargebacks(), row.reserve(), row.fee())));
        }
        if (!problems.isEmpty()) {
            throw new RuleViolation(problems.subList(0, Math.min(50, problems.size())));
        }
        int count = add(companyId, processorId, wanted, who).size();
        processors.learn(processor, table);
        return count;
    }

    /** Takes a batch away that is on no slip. */
    @Transactional
    void remove(long companyId, long batchId, String who) {
        bankAccounts.lockJournal(companyId);
        CardBatch batch = get(companyId, batchId);
        Limits.checkSite(batch.siteId(), "");
        checkFree(companyId, batch);
        batches.delete(batch);
        activity.record(
                companyId,
                who,
                "card-batch.removed",
                "card_processor",
                batch.processorId(),
                say("card.batches.removed", batch.number()));
    }

    private CardBatch get(long companyId, long id) {
        return batches.findByIdAndCompanyId(id, companyId).orElseThrow(() -> new NotFound(say("card.batch")));
    }

    private void checkFree(long companyId, CardBatch batch) {
        slipOf(companyId, batch).ifPresent(s -> {
            throw new RuleViolation(
                    "card.on-slip",
                    "batches",
                    say("card.on-slip.found", batch.number(), s.title()),
                    say("card.on-slip.expected"),
                    say("card.on-slip.remedy"));
        });
    }

    /**
     * Makes a slip of batches of one processor: what cards were charged on their days goes on it, and what the processor keeps
     * stands on it as charges. Takings that were not received one by one are received by it, where the processor says on which
     * account they are booked.
     */
    @Transactional
    public long slip(long companyId, List<Long> ids, String who) {
        List<Long> of = ids.isEmpty() ? List.of() : batches.processorsOf(companyId, ids);
        if (of.size() != 1) {
            throw notOfOne(of.size());
        }
        CardProcessor processor = processors.get(companyId, of.getFirst());
        bankAccounts.lock(companyId, processor.bankAccountId());
        bankAccounts.lockJournal(companyId);
        List<CardBatch> on = batches.some(companyId, ids);
        if (on.size() < ids.stream().distinct().count()) {
            throw new NotFound(say("card.batch"));
        }
        LocalDate last = on.getLast().day();
        Long site = on.stream().map(CardBatch::siteId).distinct().count() == 1
                ? on.getFirst().siteId()
                : null;
        DepositSlip slip = slips.open(
                companyId,
                processor.bankAccountId(),
                site,
                "",
                last,
                "",
                say(
                        "card.slip.note",
                        processor.name(),
                        on.stream().map(CardBatch::number).collect(Collectors.joining(", "))),
                who);
        Set<Long> put = new java.util.LinkedHashSet<>();
        for (CardBatch batch : on) {
            checkFree(companyId, batch);
            put.addAll(receiptsOf(companyId, processor, batch, put, who));
            batch.putOn(slip.id());
        }
        slips.paidBy(companyId, slip.id(), processor.name());
        slips.change(companyId, slip.id(), List.copyOf(put), List.of(), who);
        slips.prepare(
                companyId,
                slip.id(),
                null,
                new Slips.Paper(last, "", slip.note()),
                new Slips.Prepared(
                        CardTakings.dueDay(last, processor.lagDays()), charges(companyId, processor, on), List.of()),
                who);
        return slip.id();
    }

    private static RuleViolation notOfOne(int processors) {
        return new RuleViolation(
                "card.slip",
                "batches",
                say("card.slip.found", processors),
                say("card.slip.expected"),
                say("card.slip.remedy"));
    }

    private List<Long> receiptsOf(
            long companyId, CardProcessor processor, CardBatch batch, Set<Long> already, String who) {
        List<DepositSlips.Hand> hand = slips.cards(companyId, batch.siteId(), batch.day()).stream()
                .filter(h -> !already.contains(h.id()))
                .toList();
        long gross = batch.batch().gross();
        Company company = companies.get(companyId);
        Optional<List<Long>> whole = CardTakings.receiptsOf(
                        hand.stream().map(DepositSlips.Hand::minorUnits).toList(), gross)
                .map(places -> places.stream().map(i -> hand.get(i).id()).toList());
        if (whole.isPresent()) {
            return whole.get();
        }
        Long takings = processor.accounts().takings();
        if (!hand.isEmpty() || takings == null) {
            throw new RuleViolation(
                    "card.apart",
                    "batches",
                    say(
                            "card.apart.found",
                            batch.number(),
                            MinorUnits.grouped(gross, company.baseCurrency()),
                            MinorUnits.grouped(
                                    hand.stream()
                                            .mapToLong(DepositSlips.Hand::minorUnits)
                                            .sum(),
                                    company.baseCurrency())),
                    say("card.apart.expected"),
                    say("card.apart.remedy"));
        }
        String amount = MinorUnits.toDecimal(gross, company.baseCurrency());
        Receipts.Made made = receipts.bookPlain(
                companyId,
                new Receipts.NewReceipt(
                        null,
                        processor.name(),
                        batch.day(),
                        "",
                        amount,
                        batch.number(),
                        say("card.takingsOf", batch.number()),
                        batch.siteId(),
                        List.of(),
                        List.of(new GrossLine(processors.code(companyId, takings), amount, "", "", "")),
                        true,
                        Tender.CARD,
                        null,
                        null),
                who);
        return List.of(slips.receiptOf(made.booked().entries().getFirst().id()));
    }

    private List<TaxedLine> charges(long companyId, CardProcessor processor, List<CardBatch> on) {
        List<TaxedLine> out = new ArrayList<>();
        long fee = 0;
        long refunds = 0;
        long chargebacks = 0;
        long reserve = 0;
        for (CardBatch batch : on) {
            CardTakings.Batch b = batch.batch();
            fee = Math.addExact(fee, b.fee());
            refunds = Math.addExact(refunds, b.refunds());
            chargebacks = Math.addExact(chargebacks, b.chargebacks());
            reserve = Math.addExact(reserve, b.reserve());
        }
        CardProcessor.Accounts accounts = processor.accounts();
        charge(companyId, out, fee, accounts.fee(), say("card.fee"));
        charge(companyId, out, refunds, accounts.refunds(), say("card.refunds"));
        charge(companyId, out, chargebacks, accounts.chargebacks(), say("card.chargebacks"));
        charge(companyId, out, reserve, accounts.reserve(), say("card.reserve"));
        return out;
    }

    private void charge(long companyId, List<TaxedLine> out, long amount, @Nullable Long account, String what) {
        if (amount == 0) {
            return;
        }
        if (account == null) {
            throw new RuleViolation(
                    "card.account", "batches", what, say("card.account.expected", what), say("card.account.remedy"));
        }
        out.add(new TaxedLine(processors.code(companyId, account), amount, "", "", what));
    }

    /** Day by day what was due from a processor and what its bank account was credited. */
    @Transactional(readOnly = true)
    List<CardTakings.DayDue> due(long companyId, long processorId, LocalDate from, LocalDate to) {
        CardProcessor processor = processors.get(companyId, processorId);
        Optional<LocalDate> known = lastKnown(processor);
        if (known.isEmpty()) {
            return List.of();
        }
        LocalDate upTo = known.get().isBefore(to) ? known.get() : to;
        List<CardTakings.Batch> all =
                batches.between(processorId, from.minusDays(90), to, Limit.of(ProcessorTable.MOST_ROWS)).stream()
                        .map(CardBatch::batch)
                        .toList();
        return CardTakings.days(all, processor.lagDays(), credits(processor, from, upTo), upTo).stream()
                .filter(d -> !d.day().isBefore(from))
                .toList();
    }

    private Map<LocalDate, Long> credits(CardProcessor processor, LocalDate from, LocalDate to) {
        List<String> words =
                List.of(processor.bankWords().toLowerCase(java.util.Locale.ROOT).split("\\s+"));
        Map<LocalDate, Long> out = new TreeMap<>();
        jdbc.query(
                "select booking_date, minor_units, lower(text || ' ' || counterparty || ' ' || reference) from bank_line"
                        + " where bank_account_id = ? and booking_date between ? and ? and minor_units > 0",
                row -> {
                    String text = row.getString(3);
                    if (!processor.bankWords().isBlank() && words.stream().allMatch(text::contains)) {
                        out.merge(row.getObject(1, LocalDate.class), row.getLong(2), Math::addExact);
                    }
                },
                processor.bankAccountId(),
                from,
                to);
        return out;
    }

    /** The last day of which the bank has told. */
    private Optional<LocalDate> lastKnown(CardProcessor processor) {
        return Optional.ofNullable(jdbc.queryForObject(
                "select max(booking_date) from bank_line where bank_account_id = ?",
                LocalDate.class,
                processor.bankAccountId()));
    }

    /** A day of a processor on which something was due and nothing came. */
    public record Missing(long processorId, String processor, LocalDate day, long due) {}

    /** Of the last sixty days of which the bank has told. */
    @Transactional(readOnly = true)
    public List<Missing> missing(long companyId) {
        List<Missing> out = new ArrayList<>();
        LocalDate today = companies.today(companyId);
        for (CardProcessor p : processors.active(companyId)) {
            due(companyId, p.id(), today.minusDays(60), today).stream()
                    .filter(CardTakings.DayDue::isMissing)
                    .forEach(d -> out.add(new Missing(p.id(), p.name(), d.day(), d.due())));
        }
        return out;
    }
}
