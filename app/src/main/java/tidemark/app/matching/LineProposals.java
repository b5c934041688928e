package tidemark.app.matching;

import static tidemark.core.words.Catalogue.say;

import java.time.LocalDate;
import java.time.YearMonth;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Optional;
import java.util.Set;
import org.jspecify.annotations.Nullable;
import org.springframework.data.domain.Limit;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Isolation;
import org.springframework.transaction.annotation.Transactional;
import tidemark.app.company.BankAccount;
import tidemark.app.company.BankAccounts;
import tidemark.app.ledger.PartyNames;
import tidemark.app.linebooking.LineBookingKinds;
import tidemark.app.reconcile.LadderViews;
import tidemark.app.statement.BankLineRow;
import tidemark.core.ledger.Control;
import tidemark.core.matching.FirstGuess;
import tidemark.core.matching.SameKind;
import tidemark.core.money.MinorUnits;
import tidemark.core.problem.Words;
import tidemark.core.statement.BankLine;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.json.JsonMapper;

/** As what lines are likely to be booked: as the last of their kind was, else as their words say. Changes nothing. */
@Service
class LineProposals {
    /** How far back is looked. */
    private static final Limit BEFORE = Limit.of(1_000);

    private final BankAccounts accounts;
    private final MatchRows matchRows;
    private final BookedLineRepository booked;
    private final LineBookingKinds kinds;
    private final PartyNames parties;
    private final LadderViews ladder;
    private final JsonMapper json;

    LineProposals(
            BankAccounts accounts,
            MatchRows matchRows,
            BookedLineRepository booked,
            LineBookingKinds kinds,
            PartyNames parties,
            LadderViews ladder,
            JsonMapper json) {
        this.accounts = accounts;
        this.matchRows = matchRows;
        this.booked = booked;
        this.kinds = kinds;
        this.parties = parties;
        this.ladder = ladder;
        this.json = json;
    }

    /**
     * One line with what it may be booked as.
     *
     * @param in decimal text; or {@code out}
     * @param kind empty where nothing tells
     * @param like which line it follows, in words; empty where none
     * @param found what of the ledger it may be matched with in place of being booked anew; empty for nothing
     */
    record ProposedBooking(
            long lineId,
            LocalDate date,
            String title,
            String bankCode,
            @Nullable String in,
            @Nullable String out,
            String kind,
            @Nullable JsonNode details,
            String party,
            String text,
            String like,
            String found) {}

    @Transactional(readOnly = true, isolation = Isolation.REPEATABLE_READ)
    public List<ProposedBooking> of(long companyId, long accountId, List<Long> lineIds) {
        BankAccount account = accounts.get(companyId, accountId);
        Map<Long, BookedLineRepository.Before> before = new LinkedHashMap<>();
        for (BookedLineRepository.Before one : booked.latest(companyId, BEFORE)) {
            if (kinds.repeats(one.booked().kind(), json.readTree(one.booked().details()))) {
                before.put(one.booked().id(), one);
            }
        }
        SameKind sameKind = new SameKind(before.values().stream()
                .map(b -> new SameKind.Seen(
                        b.booked().id(),
                        b.booked().bankAccountId() == accountId,
                        b.line().line()))
                .toList());
        List<ProposedBooking> out = new ArrayList<>();
        List<BankLineRow> rows = matchRows.lines(account, lineIds);
        Map<Long, String> found = new HashMap<>();
        rows.stream()
                .map(row -> YearMonth.from(row.bookingDate()))
                .distinct()
                .forEach(month -> found.putAll(ladder.proposed(companyId, accountId, month, Set.copyOf(lineIds))));
        for (BankLineRow row : rows) {
            Optional<BookedLineRepository.Before> last =
                    sameKind.last(row.line()).map(s -> Objects.requireNonNull(before.get(s.id())));
            out.add(proposed(account, row, last, found.getOrDefault(row.id(), "")));
        }
        return out;
    }

    private ProposedBooking proposed(
            BankAccount account, BankLineRow row, Optional<BookedLineRepository.Before> last, String found) {
        BankLine line = row.line();
        String amount = MinorUnits.toDecimal(Math.absExact(line.minorUnits()), account.currency());
        boolean in = line.minorUnits() > 0;
        Choice choice = last.map(l ->
                        new Choice(l.booked().kind(), json.readTree(l.booked().details())))
                .orElseGet(() -> first(account.companyId(), line));
        return new ProposedBooking(
                row.id(),
                line.bookingDate(),
                line.title(),
                line.code(),
                in ? amount : null,
                in ? null : amount,
                choice.kind(),
                choice.details(),
                // whoever it was this time is named by the bank; what the bank leaves open was typed the last time
                line.counterparty().isEmpty()
                        ? last.map(l -> l.booked().party()).orElse("")
                        : line.counterparty(),
                last.map(l -> l.booked().text())
                        .filter(text -> !text.isEmpty())
                        .filter(text -> !text.equals(title(last)))
                        .orElse(line.title()),
                last.map(l -> say(
                                "matching.asThatOf",
                                Words.day(l.line().line().bookingDate()),
                                l.line().line().title()))
                        .orElse(""),
                found);
    }

    private static String title(Optional<BookedLineRepository.Before> last) {
        return last.map(l -> l.line().line().title()).orElse("");
    }

    private record Choice(String kind, @Nullable JsonNode details) {}

    /** What a line of a kind never booked before is: money of whom the bank names, where only one bears that name. */
    private Choice first(long companyId, BankLine line) {
        Optional<FirstGuess> guess = FirstGuess.of(line);
        if (guess.isPresent() || line.counterparty().isBlank()) {
            return new Choice(guess.map(Enum::name).orElse(""), null);
        }
        boolean in = line.minorUnits() > 0;
        return parties.find(companyId, in ? Control.RECEIVABLES : Control.PAYABLES, line.counterparty())
                .map(p -> new Choice(
                        in ? "CUSTOMER" : "SUPPLIER", json.createObjectNode().put("partyId", p.value())))
                .orElse(new Choice("", null));
    }
}
