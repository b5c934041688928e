package tidemark.app.card;

import static tidemark.core.words.Catalogue.say;

import java.math.BigDecimal;
import java.time.Clock;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.HashSet;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.stream.Collectors;
import org.jspecify.annotations.Nullable;
import org.springframework.data.domain.Limit;
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
import tidemark.core.deposit.CardTakings;
import tidemark.core.deposit.SlipState;
import tidemark.core.format.ProcessorTable;
import tidemark.core.problem.Fields;
import tidemark.core.problem.Problem;
import tidemark.core.problem.RuleViolation;
import tidemark.core.problem.Words;

/** The batches of card processors: entered or read from a report, with the fee that is usual or was agreed. */
@Service
public class CardBatches {
    /** Past batches that the usual share is learned from. */
    private static final int PAST = 200;

    private static final int SITE_IN_NUMBER = 48;

    private final CardBatchRepository batches;
    private final CardProcessors processors;
    private final DepositSlips slips;
    private final Companies companies;
    private final MasterData masterData;
    private final BankAccounts bankAccounts;
    private final ActivityLog activity;
    private final Clock clock;

    CardBatches(
            CardBatchRepository batches,
            CardProcessors processors,
            DepositSlips slips,
            Companies companies,
            MasterData masterData,
            BankAccounts bankAccounts,
            ActivityLog activity,
            Clock clock) {
        this.batches = batches;
        this.processors = processors;
        this.slips = slips;
        this.companies = companies;
        this.masterData = masterData;
        this.bankAccounts = bankAccounts;
        this.activity = activity;
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
        Site site = siteId == null ? null : companies.site(companyId, siteId);
        return entered(site, day, number, parts, companies.today(companyId, siteId));
    }

    private static NewBatch entered(@Nullable Site site, LocalDate day, String number, Parts parts, LocalDate today) {
        if (day.isAfter(today)) {
            throw new RuleViolation(
                    "card.ahead", "day", Words.day(day), say("card.ahead.expected"), say("card.ahead.remedy"));
        }
        String place = site == null ? "" : site.name();
        // as much of a long name as fits before the day
        String own = (place.length() > SITE_IN_NUMBER ? place.substring(0, SITE_IN_NUMBER) : place) + " " + day;
        return new NewBatch(
                number.isBlank() ? own.strip() : Fields.text(number, "number", 60),
                new CardTakings.Batch(
                        site == null ? 0 : site.id(),
                        day,
                        parts.gross(),
                        parts.refunds(),
                        parts.chargebacks(),
                        parts.reserve(),
                        parts.fee()),
                site == null ? null : site.id());
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
        Map<String, Site> sites = masterData.sites(companyId).stream()
                .collect(Collectors.toMap(s -> s.name().toLowerCase(Locale.ROOT), s -> s, (a, b) -> a));
        LocalDate today = companies.today(companyId);
        List<Problem> problems = new ArrayList<>();
        List<NewBatch> wanted = new ArrayList<>();
        for (ProcessorTable.Row row : table.read(content, company.baseCurrency())) {
            Site site = sites.get(row.site().toLowerCase(Locale.ROOT));
            String line = say("processor.line", row.line());
            if (site == null && !row.site().isEmpty()) {
                problems.add(new Problem(
                        "site.unknown",
                        line,
                        "“" + row.site() + "”",
                        say("site.unknown.expected"),
                        say("site.unknown.remedy")));
                continue;
            }
            try {
                wanted.add(entered(
                        site,
                        row.day(),
                        row.number(),
                        new Parts(row.gross(), row.refunds(), row.chargebacks(), row.reserve(), row.fee()),
                        today));
            } catch (RuleViolation e) {
                e.problems()
                        .forEach(p -> problems.add(new Problem(p.code(), line, p.found(), p.expected(), p.remedy())));
            }
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

    void checkFree(long companyId, CardBatch batch) {
        slipOf(companyId, batch).ifPresent(s -> {
            throw new RuleViolation(
                    "card.on-slip",
                    "batches",
                    say("card.on-slip.found", batch.number(), s.title()),
                    say("card.on-slip.expected"),
                    say("card.on-slip.remedy"));
        });
    }
}
