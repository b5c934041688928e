package tidemark.app.paymentrun;

import static tidemark.core.words.Catalogue.say;

import java.math.BigDecimal;
import java.time.Instant;
import java.time.LocalDate;
import java.time.ZoneId;
import java.time.temporal.ChronoUnit;
import java.util.ArrayList;
import java.util.EnumMap;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Optional;
import java.util.Set;
import org.joda.money.CurrencyUnit;
import org.jspecify.annotations.Nullable;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;
import tidemark.app.bankdetails.BankDetails;
import tidemark.app.bankfile.WrittenFileViews;
import tidemark.app.company.Companies;
import tidemark.app.party.DueItems;
import tidemark.app.payment.Payment;
import tidemark.app.payment.RunPayments;
import tidemark.core.ledger.Control;
import tidemark.core.money.MinorUnits;
import tidemark.core.party.OpenItem;
import tidemark.core.party.PartyDue;
import tidemark.core.party.PartyMoney;
import tidemark.core.payment.PaymentState;
import tidemark.core.paymentrun.PaymentRunState;
import tidemark.core.problem.Problem;

/** Payment runs as they are shown. */
@Service
public class PaymentRunViews {
    private static final int NAMES = 4;

    private final PaymentRuns books;
    private final PayeeCandidates candidates;
    private final PaymentRunReleases releases;
    private final WrittenFileViews files;
    private final RunPayments payments;
    private final Companies companies;

    PaymentRunViews(
            PaymentRuns books,
            PayeeCandidates candidates,
            PaymentRunReleases releases,
            WrittenFileViews files,
            RunPayments payments,
            Companies companies) {
        this.books = books;
        this.candidates = candidates;
        this.releases = releases;
        this.files = files;
        this.payments = payments;
        this.companies = companies;
    }

    /**
     * An item in a run; decimals.
     *
     * @param open what could be settled of it, in this run or none
     * @param settled with its discount and what credits pay of it; of a credit, what it pays; zero where it is not in it
     * @param late days past due on the day of the run; zero or less where it is not
     * @param rate what paying it on that day earns in a year, in per cent; absent where it gives no discount then
     * @param early whether it is paid for its discount alone
     */
    public record PaidItem(
            long itemId,
            String title,
            boolean credit,
            LocalDate dueDate,
            long late,
            String open,
            String settled,
            String discount,
            @Nullable BigDecimal rate,
            @Nullable LocalDate discountUntil,
            boolean early,
            boolean inPart) {}

    /**
     * To which account somebody is paid.
     *
     * @param account masked
     * @param since the day on which a second person approved it, {@code approvedBy}
     * @param firstTime whether nothing was paid to it yet
     * @param changing whether another waits for a second person
     */
    public record PaidTo(
            String account,
            String holder,
            @Nullable LocalDate since,
            String approvedBy,
            boolean firstTime,
            boolean changing) {}

    /** What it became. @param state in words */
    public record PaidBy(long id, String number, PaymentState state, String words, boolean atTheBank) {}

    /**
     * @param amount what is or would be paid; {@code discount} deducted with it
     * @param mayByFile whether they can be paid by the file, {@code mayByCheck} by check
     * @param to absent where they are paid by check and have no bank details that fit
     * @param reason why they are skipped
     * @param problems what keeps it from being paid
     */
    public record PayeeView(
            long partyId,
            String party,
            boolean employee,
            PayeeCandidates.PayeeStanding standing,
            List<PaidItem> items,
            PayeeRow.Means means,
            boolean mayByFile,
            boolean mayByCheck,
            @Nullable PaidTo to,
            String amount,
            String discount,
            boolean changed,
            String reason,
            List<String> problems,
            @Nullable PaidBy payment) {}

    /** Those of whom there is nothing to decide. @param names of the first few */
    public record PayeesLeft(int count, List<String> names) {}

    /** What goes out in one way. */
    public record ByMeans(PayeeRow.Means means, int count, String amount) {}

    /** @param items how many are settled, in whole or in part */
    public record PayRunSums(
            int payees,
            int items,
            String amount,
            String discount,
            List<ByMeans> byMeans,
            int undecided,
            String undecidedAmount,
            int ready,
            int cannot,
            int skipped) {}

    /**
     * @param firstCheck the number of the first check that would be taken from the stock; empty where none is
     * @param scheme of its file; empty where only checks go out
     * @param declinedFor why a second person declined it; empty where none did
     * @param paidOn when the bank paid its file; absent while it has not
     */
    public record PaymentRunView(
            long id,
            int version,
            String number,
            String title,
            long bankAccountId,
            String account,
            LocalDate dueUpTo,
            LocalDate payOn,
            BigDecimal leastRate,
            String note,
            PaymentRunState state,
            PayRunSums sums,
            List<PayeeView> rows,
            PayeesLeft nothingDue,
            String firstCheck,
            WrittenFileViews.@Nullable RunFile file,
            @Nullable Long reversalFileId,
            boolean oneSum,
            String madeBy,
            String handedOverBy,
            @Nullable Instant handedOverAt,
            String releasedBy,
            @Nullable Instant releasedAt,
            String declinedFor,
            List<String> dayProblems) {}

    @Transactional(readOnly = true)
    public PaymentRunView get(long companyId, long id) {
        PaymentRun run = books.get(companyId, id);
        PayeeCandidates.Frame frame = candidates.frame(run);
        List<PayeeCandidates.Candidate> all = candidates.of(frame, null);
        boolean open = run.state() == PaymentRunState.OPEN;
        boolean before = open || run.state() == PaymentRunState.WAITS;
        Map<PayeeCandidates.PayeeStanding, List<PayeeCandidates.Candidate>> by =
                new EnumMap<>(PayeeCandidates.PayeeStanding.class);
        all.forEach(
                c -> by.computeIfAbsent(c.standing(), k -> new ArrayList<>()).add(c));
        List<PayeeCandidates.Candidate> paying = by.getOrDefault(PayeeCandidates.PayeeStanding.PAY, List.of());
        List<PayeeCandidates.Candidate> nothing = by.getOrDefault(PayeeCandidates.PayeeStanding.NOTHING_DUE, List.of());
        Map<Long, Payment> made = made(all);
        return new PaymentRunView(
                run.id(),
                run.version(),
                run.number(),
                run.title(),
                run.bankAccountId(),
                frame.account().name(),
                run.dueUpTo(),
                run.payOn(),
                run.leastRate(),
                run.note(),
                run.state(),
                sums(by, frame.currency()),
                all.stream()
                        .filter(c ->
                                open ? c.standing() != PayeeCandidates.PayeeStanding.NOTHING_DUE : c.decided() != null)
                        .map(c -> row(c, frame, made))
                        .toList(),
                open
                        ? new PayeesLeft(
                                nothing.size(),
                                nothing.stream()
                                        .limit(NAMES)
                                        .map(c -> c.party().name())
                                        .toList())
                        : new PayeesLeft(0, List.of()),
                before && paying.stream().anyMatch(c -> c.means() == PayeeRow.Means.CHECK)
                        ? frame.account().settings().nextCheckNumber()
                        : "",
                before
                        ? files.trial(companyId, () -> releases.trial(frame, paying))
                        : files.written(companyId, run.bankFileId()),
                run.reversalFileId(),
                run.oneSum(),
                run.madeBy(),
                run.handedOverBy(),
                run.handedOverAt(),
                run.releasedBy(),
                run.releasedAt(),
                run.declinedFor(),
                before
                        ? PaymentRuns.dayProblems(frame).stream()
                                .map(Problem::message)
                                .toList()
                        : List.of());
    }

    private Map<Long, Payment> made(List<PayeeCandidates.Candidate> all) {
        Map<Long, Payment> out = new HashMap<>();
        List<Long> ids = all.stream()
                .map(PayeeCandidates.Candidate::decided)
                .filter(Objects::nonNull)
                .map(PayeeRow::paymentId)
                .filter(Objects::nonNull)
                .toList();
        payments.some(ids).forEach(p -> out.put(p.id(), p));
        return out;
    }

    private static String decimal(long units, CurrencyUnit currency) {
        return MinorUnits.toDecimal(units, currency);
    }

    private static long amount(List<PayeeCandidates.Candidate> of) {
        return of.stream().mapToLong(c -> c.due().amount()).reduce(0, Math::addExact);
    }

    private static long discount(PayeeCandidates.Candidate of) {
        return of.due().pieces().stream().mapToLong(PartyDue.Piece::discount).reduce(0, Math::addExact);
    }

    private static PayRunSums sums(
            Map<PayeeCandidates.PayeeStanding, List<PayeeCandidates.Candidate>> by, CurrencyUnit currency) {
        List<PayeeCandidates.Candidate> paying = by.getOrDefault(PayeeCandidates.PayeeStanding.PAY, List.of());
        List<PayeeCandidates.Candidate> ready = by.getOrDefault(PayeeCandidates.PayeeStanding.READY, List.of());
        List<ByMeans> means = new ArrayList<>();
        for (PayeeRow.Means m : PayeeRow.Means.values()) {
            List<PayeeCandidates.Candidate> of =
                    paying.stream().filter(c -> c.means() == m).toList();
            if (!of.isEmpty()) {
                means.add(new ByMeans(m, of.size(), decimal(amount(of), currency)));
            }
        }
        return new PayRunSums(
                paying.size(),
                paying.stream().mapToInt(c -> c.due().pieces().size()).sum(),
                decimal(amount(paying), currency),
                decimal(paying.stream().mapToLong(PaymentRunViews::discount).reduce(0, Math::addExact), currency),
                means,
                ready.size(),
                decimal(amount(ready), currency),
                ready.size(),
                by.getOrDefault(PayeeCandidates.PayeeStanding.CANNOT, List.of()).size(),
                by.getOrDefault(PayeeCandidates.PayeeStanding.SKIPPED, List.of())
                        .size());
    }

    /** One payee of a run. */
    @Transactional(readOnly = true)
    public PayeeView row(long companyId, long runId, long partyId) {
        PayeeCandidates.Frame frame = candidates.frame(books.get(companyId, runId));
        PayeeCandidates.Candidate of = candidates.of(frame, partyId).getFirst();
        return row(of, frame, made(List.of(of)));
    }

    private PayeeView row(PayeeCandidates.Candidate c, PayeeCandidates.Frame frame, Map<Long, Payment> made) {
        PayeeRow row = c.decided();
        boolean before =
                frame.run().state() == PaymentRunState.OPEN || frame.run().state() == PaymentRunState.WAITS;
        Payment payment = row == null || row.paymentId() == null ? null : made.get(row.paymentId());
        return new PayeeView(
                c.party().id(),
                c.party().name(),
                c.party().control() == Control.EMPLOYEES,
                c.standing(),
                items(c, frame),
                c.means(),
                c.details() != null,
                frame.checks(),
                c.details() == null ? null : to(c, c.details(), before),
                decimal(c.due().amount(), frame.currency()),
                decimal(discount(c), frame.currency()),
                row != null && row.changed(),
                row != null && !row.pays() ? row.reason() : "",
                before ? c.problems().stream().map(Problem::message).toList() : List.of(),
                payment == null
                        ? null
                        : new PaidBy(
                                payment.id(),
                                payment.number(),
                                payment.state(),
                                payment.state().words(),
                                payment.waitsForBank()));
    }

    private PaidTo to(PayeeCandidates.Candidate c, BankDetails details, boolean before) {
        ZoneId zone = companies.get(c.party().companyId()).zone();
        return new PaidTo(
                details.account().masked(),
                details.holder(),
                Optional.ofNullable(details.decidedAt())
                        .map(t -> LocalDate.ofInstant(t, zone))
                        .orElse(null),
                details.decidedBy(),
                before && c.firstTime(),
                before && c.changing());
    }

    private static List<PaidItem> items(PayeeCandidates.Candidate c, PayeeCandidates.Frame frame) {
        List<PaidItem> out = new ArrayList<>();
        Set<Long> in = new HashSet<>();
        for (PartyDue.Piece p : c.due().pieces()) {
            in.add(p.item().id().value());
            out.add(item(p.item(), frame, p.settled(), p.discount(), free(c, p.item(), p.settled())));
        }
        Map<OpenItem, Long> credits = new HashMap<>();
        c.due().netted().forEach(n -> credits.merge(n.credit(), n.minorUnits(), Math::addExact));
        credits.forEach((credit, pays) -> {
            in.add(credit.id().value());
            out.add(item(credit, frame, pays, 0, free(c, credit, pays)));
        });
        if (frame.run().state() == PaymentRunState.OPEN) {
            for (DueItems.DueItem i : c.items()) {
                if (i.free() > 0 && in.add(i.item().id().value())) {
                    out.add(item(i.item(), frame, 0, 0, i.free()));
                }
            }
        }
        return out;
    }

    /** What could be settled of an item: what is in the run, and what is still free. */
    private static long free(PayeeCandidates.Candidate c, OpenItem item, long settled) {
        long free = c.items().stream()
                .filter(i -> i.item().id().equals(item.id()))
                .mapToLong(DueItems.DueItem::free)
                .sum();
        return Math.max(settled, free);
    }

    private static PaidItem item(OpenItem item, PayeeCandidates.Frame frame, long settled, long discount, long open) {
        PaymentRun run = frame.run();
        Optional<BigDecimal> rate = item.discount().annualRate(open, run.payOn(), item.dueDate());
        boolean credit = !PartyMoney.Direction.OUT.isOwed(item);
        return new PaidItem(
                item.id().value(),
                item.title(),
                credit,
                item.dueDate(),
                ChronoUnit.DAYS.between(item.dueDate(), run.payOn()),
                decimal(open, frame.currency()),
                decimal(settled, frame.currency()),
                decimal(discount, frame.currency()),
                rate.orElse(null),
                item.discount().on(run.payOn()) > 0 ? item.discount().until() : null,
                settled > 0 && !credit && run.rule().isWorthPayingNow(item, open),
                settled > 0 && settled < open);
    }

    /** The words of a payee's standing in a file. */
    static String words(PayeeView row) {
        return switch (row.standing()) {
            case PAY -> row.means() == PayeeRow.Means.CHECK ? say("payrun.payByCheck") : say("payrun.payByFile");
            case SKIPPED -> say("payrun.skipped");
            case READY -> say("payrun.ready");
            case CANNOT -> say("payrun.cannot");
            case NOTHING_DUE -> say("payrun.nothing");
        };
    }
}
