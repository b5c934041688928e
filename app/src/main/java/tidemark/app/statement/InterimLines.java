package tidemark.app.statement;

import static tidemark.core.words.Catalogue.say;

import java.time.Clock;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import org.jspecify.annotations.Nullable;
import org.springframework.data.domain.Limit;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Propagation;
import org.springframework.transaction.annotation.Transactional;
import tidemark.app.access.NotFound;
import tidemark.app.activity.ActivityLog;
import tidemark.app.company.BankAccount;
import tidemark.app.company.BankAccounts;
import tidemark.core.statement.BankLine;
import tidemark.core.statement.KnownLines;
import tidemark.core.statement.ReadLine;
import tidemark.core.statement.ReadStatement;
import tidemark.core.statement.StatementFacts;

/** What the bank has told of before its statement: shown, never counted, and confirmed by the statement. */
@Service
public class InterimLines {
    private final InterimLineRepository interims;
    private final BankLineRepository lines;
    private final BankAccounts accounts;
    private final ActivityLog activity;
    private final Clock clock;

    InterimLines(
            InterimLineRepository interims,
            BankLineRepository lines,
            BankAccounts accounts,
            ActivityLog activity,
            Clock clock) {
        this.interims = interims;
        this.lines = lines;
        this.accounts = accounts;
        this.activity = activity;
        this.clock = clock;
    }

    /** Keeps what is not known yet; gives how many. Pending lines of a booked statement are kept too. */
    @Transactional(propagation = Propagation.MANDATORY)
    public int see(BankAccount account, @Nullable Long incomingId, ReadStatement read, String who) {
        boolean booked = read.facts().kind() == StatementFacts.Kind.BOOKED;
        List<ReadLine> told =
                read.lines().stream().filter(l -> !booked || l.pending()).toList();
        if (told.isEmpty()) {
            return 0;
        }
        List<InterimLine> seen = seen(account.id());
        LocalDate from = told.stream()
                .map(l -> l.line().bookingDate())
                .min(LocalDate::compareTo)
                .orElseThrow();
        LocalDate to = told.stream()
                .map(l -> l.line().bookingDate())
                .max(LocalDate::compareTo)
                .orElseThrow();
        List<BankLine> known = new ArrayList<>();
        lines.span(account.id(), from.minusDays(5), to.plusDays(5)).forEach(l -> known.add(l.line()));
        List<ReadLine> notTaken = KnownLines.sort(told, known, false).fresh();
        KnownLines.Sorted sorted =
                KnownLines.sort(notTaken, seen.stream().map(InterimLine::line).toList(), false);
        Map<Long, InterimLine> byId = new HashMap<>();
        seen.forEach(s -> byId.put(s.id(), s));
        for (KnownLines.Skipped s : sorted.skipped()) {
            InterimLine one = byId.get(s.known().id().value());
            if (one != null && !s.line().pending()) {
                one.booked();
            }
        }
        for (ReadLine line : sorted.fresh()) {
            interims.save(new InterimLine(account.id(), incomingId, line.pending(), line.line(), clock.instant()));
        }
        if (!sorted.fresh().isEmpty()) {
            activity.record(
                    account.companyId(),
                    who,
                    "interim.seen",
                    "bank_account",
                    account.id(),
                    say("statement.theBankTellsOfLinesOfBefore")
                            .formatted(sorted.fresh().size(), account.name()));
        }
        return sorted.fresh().size();
    }

    /** A statement confirms what was seen before: on the same day whatever the words, else by reference or words. */
    @Transactional(propagation = Propagation.MANDATORY)
    public void confirm(BankAccount account, long statementId, LocalDate to) {
        List<InterimLine> seen = seen(account.id()).stream()
                .filter(l -> !l.line().bookingDate().isAfter(to))
                .toList();
        if (seen.isEmpty()) {
            return;
        }
        List<ReadLine> fresh = lines.findByStatementIdOrderByPlace(statementId).stream()
                .map(l -> new ReadLine(l.line(), 0, java.util.OptionalLong.empty()))
                .toList();
        KnownLines.Sorted sameDay =
                KnownLines.sort(fresh, seen.stream().map(InterimLine::line).toList(), true);
        Map<Long, Long> confirmed = new HashMap<>();
        sameDay.skipped()
                .forEach(s -> confirmed.put(
                        s.known().id().value(), s.line().line().id().value()));
        // what was announced for one day may be booked on another: then its reference or its words have to tell
        LocalDate one = LocalDate.EPOCH;
        KnownLines.Sorted otherDay = KnownLines.sort(
                sameDay.fresh().stream()
                        .map(l -> new ReadLine(on(one, l.line()), 0, java.util.OptionalLong.empty()))
                        .toList(),
                sameDay.missing().stream().map(l -> on(one, l)).toList(),
                false);
        otherDay.skipped()
                .forEach(s -> confirmed.put(
                        s.known().id().value(), s.line().line().id().value()));
        for (InterimLine line : seen) {
            Long bankLine = confirmed.get(line.id());
            if (bankLine != null) {
                line.confirmed(bankLine, clock.instant());
                interims.save(line);
            }
        }
    }

    private static BankLine on(LocalDate day, BankLine l) {
        return new BankLine(
                l.id(),
                day,
                day,
                l.minorUnits(),
                l.reference(),
                l.bankReference(),
                l.checkNumber(),
                l.counterparty(),
                l.text(),
                l.code());
    }

    /** Brings what was announced in line with all that the bank announces now: what it no longer tells of is gone. */
    @Transactional(propagation = Propagation.MANDATORY)
    public int dropped(BankAccount account, List<ReadLine> told) {
        List<InterimLine> seen =
                seen(account.id()).stream().filter(InterimLine::pending).toList();
        List<BankLine> missing = KnownLines.sort(
                        told, seen.stream().map(InterimLine::line).toList(), false)
                .missing();
        for (InterimLine line : seen) {
            if (missing.stream().anyMatch(m -> m.id().value() == line.id())) {
                line.gone(clock.instant());
            }
        }
        return missing.size();
    }

    @Transactional(readOnly = true)
    public List<InterimLine> seen(long accountId) {
        return interims.findByBankAccountIdAndStateOrderById(accountId, InterimLine.State.SEEN);
    }

    @Transactional(readOnly = true)
    public List<InterimLine> ended(long accountId) {
        return interims.findByBankAccountIdAndStateNotOrderByEndedAtDescIdDesc(
                accountId, InterimLine.State.SEEN, Limit.of(50));
    }

    /** A person finds that a line will never come. */
    @Transactional
    public void dismiss(long companyId, long accountId, long id, String who) {
        BankAccount account = accounts.lock(companyId, accountId);
        InterimLine line = seen(account.id()).stream()
                .filter(l -> l.id() == id)
                .findFirst()
                .orElseThrow(() -> new NotFound(say("statement.line2")));
        line.gone(clock.instant());
        activity.record(
                companyId,
                who,
                "interim.dismissed",
                "bank_account",
                accountId,
                say("interim.dismissed.dismissed", line.line().title()));
    }
}
