package tidemark.app.today;

import static tidemark.core.words.Catalogue.say;

import java.time.Clock;
import java.time.LocalDate;
import java.time.YearMonth;
import java.time.format.TextStyle;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.stream.Stream;
import org.joda.money.CurrencyUnit;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Isolation;
import org.springframework.transaction.annotation.Transactional;
import tidemark.app.approval.Approvals;
import tidemark.app.bankanswer.BankAnswerViews;
import tidemark.app.card.CardDue;
import tidemark.app.clearing.ClearingWatch;
import tidemark.app.collection.CollectionWork;
import tidemark.app.company.BankAccount;
import tidemark.app.company.BankAccounts;
import tidemark.app.company.Companies;
import tidemark.app.database.FreeSpace;
import tidemark.app.deposit.DepositWork;
import tidemark.app.outstanding.OutstandingChecks;
import tidemark.app.outstanding.UnclaimedViews;
import tidemark.app.payment.PaymentViews;
import tidemark.app.reconcile.AccountMonthRepository;
import tidemark.app.reconcile.MonthData;
import tidemark.app.reconcile.MonthViews;
import tidemark.app.reconcile.Months;
import tidemark.app.review.ReviewNotes;
import tidemark.app.statement.Statements;
import tidemark.app.statement.incoming.IncomingFiles;
import tidemark.core.certificate.MonthState;
import tidemark.core.money.MinorUnits;
import tidemark.core.problem.Words;
import tidemark.core.proof.Ladder;
import tidemark.core.proof.OpenOfDay;
import tidemark.core.proof.Proof;

/** Where every account stands, and what needs a hand. */
@Service
class TodayViews {
    private final BankAccounts accounts;
    private final Companies companies;
    private final FreeSpace space;
    private final PaymentViews payments;
    private final Approvals approvals;
    private final DepositWork deposits;
    private final CardDue cards;
    private final CollectionWork collections;
    private final BankAnswerViews answers;
    private final OutstandingChecks checks;
    private final UnclaimedViews unclaimed;
    private final ClearingWatch clearing;
    private final ReviewNotes notes;
    private final IncomingFiles incomingFiles;
    private final Months months;
    private final AccountMonthRepository states;
    private final Statements statements;
    private final Clock clock;

    TodayViews(
            BankAccounts accounts,
            Companies companies,
            FreeSpace space,
            PaymentViews payments,
            Approvals approvals,
            DepositWork deposits,
            CardDue cards,
            CollectionWork collections,
            BankAnswerViews answers,
            OutstandingChecks checks,
            UnclaimedViews unclaimed,
            ClearingWatch clearing,
            ReviewNotes notes,
            IncomingFiles incomingFiles,
            Months months,
            AccountMonthRepository states,
            Statements statements,
            Clock clock) {
        this.accounts = accounts;
        this.companies = companies;
        this.space = space;
        this.payments = payments;
        this.approvals = approvals;
        this.deposits = deposits;
        this.cards = cards;
        this.collections = collections;
        this.answers = answers;
        this.checks = checks;
        this.unclaimed = unclaimed;
        this.clearing = clearing;
        this.notes = notes;
        this.incomingFiles = incomingFiles;
        this.months = months;
        this.states = states;
        this.statements = statements;
        this.clock = clock;
    }

    /** How far an account's next month is. */
    enum Standing {
        NO_STATEMENT,
        OPEN,
        PROVEN,
        PREPARED,
        UP_TO_DATE
    }

    /**
     * What is open of a day.
     *
     * @param amount of all together
     * @param weight 1 to 3, by the amounts
     */
    record Dot(LocalDate date, String title, String amount, int weight) {}

    /**
     * @param provenTo last day all of whose lines are proven
     * @param share of the next month's lines that are proven, in per cent
     */
    record Lane(
            long accountId,
            String name,
            String bank,
            String shortNumber,
            String currency,
            LocalDate openingDate,
            LocalDate mark,
            LocalDate provenTo,
            YearMonth nextMonth,
            Standing standing,
            int share,
            int openLines,
            String words,
            String bankBalance,
            String freeToSpend,
            int openEntryCount,
            List<Dot> openBankLines,
            List<Dot> openEntries) {}

    /** One thing to do, with the place where it is done. */
    record Task(long accountId, String account, String words, String button, Place place, YearMonth month) {}

    enum Place {
        RECONCILE,
        CERTIFY,
        STATEMENTS,
        APPROVALS,
        DUE,
        ARRIVALS,
        DISK,
        IN_HAND,
        OPEN_SLIPS,
        BANKED_SLIPS,
        CARD_TAKINGS,
        STALE_CHECKS,
        UNCLAIMED_MONEY,
        IN_TRANSIT,
        COLLECTION_RUNS,
        BANK_ANSWERS,
        MANDATES
    }

    /** @param inTransit the accounts that money passes through, those with something in them */
    record TodayView(
            LocalDate businessDate,
            String company,
            LocalDate from,
            List<Lane> lanes,
            List<Task> tasks,
            List<ClearingWatch.WatchedAccount> inTransit) {}

    @Transactional(readOnly = true, isolation = Isolation.REPEATABLE_READ)
    TodayView today(long companyId) {
        LocalDate today = companies.today(companyId);
        List<Lane> lanes = new ArrayList<>();
        List<Task> tasks = new ArrayList<>();
        for (BankAccount account : accounts.list(companyId)) {
            Lane lane = lane(account, today);
            lanes.add(lane);
            Task task = task(lane, today);
            if (task != null) {
                tasks.add(task);
            }
        }
        for (ReviewNotes.Open open : notes.open(companyId)) {
            tasks.add(new Task(
                    open.accountId(),
                    accounts.get(companyId, open.accountId()).name(),
                    open.count() == 1
                            ? say("today.aNoteForTheReviewIsOpen")
                            : say("today.notesForTheReviewAreOpen", open.count()),
                    open.count() == 1 ? say("today.lookAtIt") : say("today.lookAtThem"),
                    Place.RECONCILE,
                    open.oldest()));
        }
        int due = payments.due(companyId, today);
        if (due > 0) {
            tasks.add(new Task(
                    0,
                    say("today.payments"),
                    due == 1 ? say("today.1PaymentHasComeToItsDate") : say("today.paymentsHaveComeToTheirDate", due),
                    due == 1 ? say("today.bookIt") : say("today.bookThem"),
                    Place.DUE,
                    YearMonth.from(today)));
        }
        atTheDesk(companyId, today, tasks);
        notCashed(companyId, today, tasks);
        collected(companyId, today, tasks);
        List<ClearingWatch.WatchedAccount> inTransit = clearing.all(companyId, today).stream()
                .filter(a -> a.items() > 0)
                .toList();
        inTransit.stream().filter(a -> a.late() > 0 && !a.desk()).forEach(a -> tasks.add(stuck(a, today)));
        Approvals.Waiting second = approvals.waiting(companyId);
        if (second.asked() + second.lapsed() > 0) {
            tasks.add(new Task(
                    0,
                    say("today.aSecondPerson"),
                    words(second),
                    second.asked() + second.lapsed() == 1 ? say("today.lookAtIt") : say("today.lookAtThem"),
                    Place.APPROVALS,
                    YearMonth.from(today)));
        }
        if (space.isLow()) {
            tasks.add(new Task(
                    0,
                    say("today.theServersDisk"),
                    say("today.hasOnlyMbLeftFilesAreNot", space.left() / 1_000_000),
                    say("today.tellWhoeverLooksAfterIt"),
                    Place.DISK,
                    YearMonth.from(today)));
        }
        IncomingFiles.Waiting files = incomingFiles.waiting(companyId);
        if (files.count() > 0) {
            tasks.add(new Task(
                    files.accountId() == null ? 0 : files.accountId(),
                    say("today.statements"),
                    files.count() == 1
                            ? say("today.aFileHasComeInAndWaits")
                            : say("today.filesHaveComeInAndWaitFor", files.count()),
                    files.count() == 1 ? say("today.lookAtIt") : say("today.lookAtThem"),
                    Place.ARRIVALS,
                    YearMonth.from(today)));
        }
        LocalDate from = today.withDayOfMonth(1).minusMonths(6);
        return new TodayView(today, companies.get(companyId).name(), from, lanes, tasks, inTransit);
    }

    private static Task stuck(ClearingWatch.WatchedAccount account, LocalDate today) {
        String title = account.code() + " " + account.name();
        return new Task(
                account.ledgerAccountId(),
                title,
                account.late() == 1
                        ? say("today.anItemIsInTransit", account.days())
                        : say("today.itemsAreInTransit", account.late(), account.days()),
                say("today.seeWhatIsInTransit"),
                Place.IN_TRANSIT,
                YearMonth.from(today));
    }

    private void collected(long companyId, LocalDate today, List<Task> tasks) {
        CollectionWork.Waiting work = collections.waiting(companyId);
        for (CollectionWork.Unbooked run : work.unbooked()) {
            tasks.add(new Task(
                    run.runId(),
                    say("collection.title", run.number()),
                    say("today.runIsNotBooked", Words.day(run.collectOn())),
                    say("today.openTheRun"),
                    Place.COLLECTION_RUNS,
                    YearMonth.from(run.collectOn())));
        }
        long waiting = answers.waiting(companyId);
        if (waiting > 0) {
            tasks.add(new Task(
                    0,
                    say("today.bankAnswers"),
                    waiting == 1 ? say("today.anAnswerWaits") : say("today.answersWait", waiting),
                    waiting == 1 ? say("today.lookAtIt") : say("today.lookAtThem"),
                    Place.BANK_ANSWERS,
                    YearMonth.from(today)));
        }
        if (work.changes() > 0) {
            tasks.add(new Task(
                    0,
                    say("today.mandates"),
                    work.changes() == 1
                            ? say("today.aMandateIsToFollow")
                            : say("today.mandatesAreToFollow", work.changes()),
                    say("today.openTheMandates"),
                    Place.MANDATES,
                    YearMonth.from(today)));
        }
    }

    private void notCashed(long companyId, LocalDate today, List<Task> tasks) {
        int stale = checks.stale(companyId, today);
        if (stale > 0) {
            tasks.add(new Task(
                    0,
                    say("today.outstandingChecks"),
                    stale == 1 ? say("today.aCheckIsStale") : say("today.checksAreStale", stale),
                    stale == 1 ? say("today.decideOnIt") : say("today.decideOnThem"),
                    Place.STALE_CHECKS,
                    YearMonth.from(today)));
        }
        int due = unclaimed.due(companyId);
        if (due > 0) {
            tasks.add(new Task(
                    0,
                    say("today.unclaimedMoney"),
                    due == 1 ? say("today.aPayeeIsToBeWrittenTo") : say("today.payeesAreToBeWrittenTo", due),
                    say("today.seeUnclaimedMoney"),
                    Place.UNCLAIMED_MONEY,
                    YearMonth.from(today)));
        }
    }

    private void atTheDesk(long companyId, LocalDate today, List<Task> tasks) {
        DepositWork.Waiting desk = deposits.waiting(companyId);
        CurrencyUnit c = companies.get(companyId).baseCurrency();
        for (DepositWork.Apart slip : desk.apart()) {
            tasks.add(new Task(
                    slip.slipId(),
                    say("today.slip", slip.number()),
                    say("today.itsCountDoesNotAgree"),
                    say("today.openTheSlip"),
                    Place.OPEN_SLIPS,
                    YearMonth.from(today)));
        }
        if (!desk.late().isEmpty()) {
            DepositWork.Late first = desk.late().getFirst();
            tasks.add(new Task(
                    0,
                    say("today.depositSlips"),
                    desk.late().size() == 1
                            ? say("today.slipIsNotCredited", first.number(), Words.day(first.takenOn()), first.usual())
                            : say(
                                    "today.slipsAreNotCredited",
                                    desk.late().size(),
                                    first.number(),
                                    Words.day(first.takenOn())),
                    say("today.seeBankedSlips"),
                    Place.BANKED_SLIPS,
                    YearMonth.from(today)));
        }
        for (CardDue.Missing missing : cards.missing(companyId)) {
            tasks.add(new Task(
                    missing.processorId(),
                    missing.processor(),
                    say(
                            "today.cardDayMissing",
                            MinorUnits.grouped(missing.due(), c),
                            missing.processor(),
                            Words.day(missing.day())),
                    say("today.seeCardTakings"),
                    Place.CARD_TAKINGS,
                    YearMonth.from(missing.day())));
        }
        for (String over : desk.overLimit()) {
            tasks.add(new Task(
                    0, say("today.cash"), over, say("today.seeReceiptsInHand"), Place.IN_HAND, YearMonth.from(today)));
        }
        for (DepositWork.AtSite hand : desk.inHand()) {
            tasks.add(new Task(
                    0,
                    hand.site() == null ? say("today.receiptsInHand") : hand.site(),
                    say(
                            "today.inHandForDays",
                            hand.count(),
                            MinorUnits.grouped(hand.minorUnits(), c),
                            hand.oldestDays()),
                    say("today.seeReceiptsInHand"),
                    Place.IN_HAND,
                    YearMonth.from(today)));
        }
    }

    private static String words(Approvals.Waiting second) {
        String asked = second.asked() == 1
                ? say("today.isAskedToApproveSomething")
                : say("today.isAskedToApproveThings", second.asked());
        String lapsed = second.lapsed() == 1
                ? say("today.oneThingWasNotDecidedInTime")
                : say("today.thingsWereNotDecidedInTime", second.lapsed());
        return second.lapsed() == 0 ? asked : second.asked() == 0 ? lapsed : asked + "; " + lapsed;
    }

    private Lane lane(BankAccount account, LocalDate today) {
        YearMonth next = account.mark().nextMonth();
        MonthData data = months.load(account.companyId(), account.id(), next);
        CurrencyUnit c = account.currency();
        Ladder ladder = data.ladder();
        MonthState state = states.findByBankAccountIdAndFirstDay(account.id(), next.atDay(1))
                .map(s -> s.state())
                .orElse(MonthState.OPEN);
        Standing standing = standing(data, state, today);
        List<OpenOfDay.Item> openLines = ladder.rows().stream()
                .filter(row -> row.state() == Ladder.State.OPEN)
                .map(row -> new OpenOfDay.Item(
                        row.line().bookingDate(), row.line().title(), row.line().minorUnits()))
                .toList();
        List<OpenOfDay.Item> openEntries = Stream.of(
                        data.proof().onTheWay(), data.proof().notPresented())
                .flatMap(List::stream)
                .map(i -> new OpenOfDay.Item(i.date(), i.title(), i.minorUnits()))
                .toList();
        long bank = statements.latestBankBalance(account);
        return new Lane(
                account.id(),
                account.name(),
                account.bank(),
                account.shortNumber(),
                c.getCode(),
                account.openingDate(),
                account.mark().date(),
                provenTo(account, data),
                next,
                standing,
                standing == Standing.PROVEN || standing == Standing.PREPARED ? 100 : MonthViews.share(data),
                ladder.openLines(),
                words(standing, ladder),
                MinorUnits.toDecimal(bank, c),
                MinorUnits.toDecimal(
                        Math.addExact(bank, Proof.total(data.proof().notPresented())), c),
                openEntries.size(),
                dots(openLines, say("today.bankLines"), c),
                dots(openEntries, "entries", c));
    }

    private static Standing standing(MonthData data, MonthState state, LocalDate today) {
        if (state == MonthState.PREPARED) {
            return Standing.PREPARED;
        }
        if (!data.hasStatement()) {
            return data.month().atEndOfMonth().isBefore(today) ? Standing.NO_STATEMENT : Standing.UP_TO_DATE;
        }
        boolean proven = data.ladder().openLines() == 0 && data.proof().gap() == 0;
        return proven ? Standing.PROVEN : Standing.OPEN;
    }

    private static LocalDate provenTo(BankAccount account, MonthData data) {
        Ladder ladder = data.ladder();
        if (!data.hasStatement()) {
            return account.mark().date();
        }
        if (ladder.tide() == ladder.rows().size()) {
            return data.month().atEndOfMonth();
        }
        LocalDate next = ladder.rows().get(ladder.tide()).line().bookingDate().minusDays(1);
        return next.isBefore(account.mark().date()) ? account.mark().date() : next;
    }

    private static List<Dot> dots(List<OpenOfDay.Item> open, String what, CurrencyUnit c) {
        return OpenOfDay.of(open).stream()
                .map(day -> new Dot(
                        day.date(),
                        day.count() == 1 ? day.title() : String.format(Locale.ROOT, "%,d %s", day.count(), what),
                        MinorUnits.report(day.minorUnits(), c),
                        day.weight(c)))
                .toList();
    }

    private static String words(Standing standing, Ladder ladder) {
        return switch (standing) {
            case NO_STATEMENT -> say("today.noStatement");
            case OPEN ->
                ladder.openLines() == 0 ? "apart" : String.format(Locale.ROOT, say("today.open"), ladder.openLines());
            case PROVEN -> "ready";
            case PREPARED -> "prepared";
            case UP_TO_DATE -> say("today.upToDate");
        };
    }

    private static @org.jspecify.annotations.Nullable Task task(Lane lane, LocalDate today) {
        String month = lane.nextMonth().getMonth().getDisplayName(TextStyle.FULL, Locale.ENGLISH);
        return switch (lane.standing()) {
            case NO_STATEMENT ->
                new Task(
                        lane.accountId(),
                        lane.name(),
                        say("today.isOverAndItsStatementHasNot", month),
                        say("today.readAStatement"),
                        Place.STATEMENTS,
                        lane.nextMonth());
            case OPEN ->
                new Task(
                        lane.accountId(),
                        lane.name(),
                        lane.openLines() == 0
                                ? say("today.everyLineOfIsExplainedAndThe", month)
                                : say(
                                        "today.noExplanationYet",
                                        lane.openLines()
                                                + (lane.openLines() == 1
                                                        ? say("today.bankLineOf")
                                                        : say("today.bankLinesOf"))
                                                + month
                                                + (lane.openLines() == 1 ? say("today.has") : say("today.have"))),
                        say("today.reconcile", month),
                        Place.RECONCILE,
                        lane.nextMonth());
            case PROVEN ->
                lane.nextMonth().atEndOfMonth().isBefore(today)
                        ? new Task(
                                lane.accountId(),
                                lane.name(),
                                say("today.isProvenToTheLastLine", month),
                                say("today.prepare", month),
                                Place.CERTIFY,
                                lane.nextMonth())
                        : null;
            case PREPARED ->
                new Task(
                        lane.accountId(),
                        lane.name(),
                        say("today.isPreparedAndWaitsForASecond", month),
                        say("today.certify", month),
                        Place.CERTIFY,
                        lane.nextMonth());
            case UP_TO_DATE -> null;
        };
    }
}
