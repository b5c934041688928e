package tidemark.app.matching;

import java.time.LocalDate;
import java.time.YearMonth;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.TreeMap;
import org.jspecify.annotations.Nullable;
import org.springframework.data.domain.Limit;
import org.springframework.jdbc.core.JdbcTemplate;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Isolation;
import org.springframework.transaction.annotation.Transactional;
import tidemark.app.company.BankAccount;
import tidemark.app.company.BankAccounts;
import tidemark.app.company.Companies;
import tidemark.app.linebooking.LineBookingKinds;
import tidemark.app.reconcile.LadderViews;
import tidemark.app.rule.Rules;
import tidemark.app.statement.BankLineRepository;
import tidemark.app.statement.BankLineRow;
import tidemark.core.ledger.Means;
import tidemark.core.matching.FirstGuess;
import tidemark.core.money.AmountStyle;
import tidemark.core.money.MinorUnits;
import tidemark.core.movement.BankCode;
import tidemark.core.movement.BankMovements;
import tidemark.core.movement.BankMovements.Done;
import tidemark.core.problem.RuleViolation;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.json.JsonMapper;

/** The kinds of movements that the bank sent in a year, what was done with them, and what a rule could do. Changes nothing. */
@Service
class MovementKinds {
    /** The latest lines of a year that are read. */
    static final int MOST_LINES = 50_000;

    private final BankAccounts accounts;
    private final Companies companies;
    private final BankLineRepository lines;
    private final BookedLineRepository booked;
    private final LineBookingKinds kinds;
    private final Rules rules;
    private final JsonMapper json;
    private final JdbcTemplate jdbc;
    private final LadderViews ladder;

    MovementKinds(
            BankAccounts accounts,
            Companies companies,
            BankLineRepository lines,
            BookedLineRepository booked,
            LineBookingKinds kinds,
            Rules rules,
            JsonMapper json,
            JdbcTemplate jdbc,
            LadderViews ladder) {
        this.ladder = ladder;
        this.accounts = accounts;
        this.companies = companies;
        this.lines = lines;
        this.booked = booked;
        this.kinds = kinds;
        this.rules = rules;
        this.json = json;
        this.jdbc = jdbc;
    }

    record BookedAs(String kind, int count) {}

    /**
     * As what a rule would book the kind: as it was booked by hand the last time, else as its code says.
     *
     * @param details as the kind's own type has them
     * @param party on the entry; {@code text} of it, empty for the line's own
     */
    record ProposedRule(String kind, @Nullable JsonNode details, String party, String text) {}

    /**
     * One kind of movement.
     *
     * @param code the bank's; empty where {@code words}, the first of the lines' text, stand in for it
     * @param meaning what the code says by a standard; absent for a code of the bank's own
     * @param amount of all, decimal text without its sign
     * @param matched with what the ledger had; {@code byRule} and {@code byHand} booked from the line
     * @param declared errors of the bank
     * @param proposed open, with something of the ledger that may explain them; {@code open} with nothing
     * @param notProvided open with nothing, or booked by hand, and no rule books them
     * @param rules that book some of them
     * @param example the title of the latest
     * @param proposal absent where nothing tells what a rule should do
     */
    record MovementRow(
            String code,
            String words,
            boolean in,
            @Nullable String meaning,
            int count,
            String amount,
            int matched,
            int byRule,
            int byHand,
            int declared,
            int proposed,
            int open,
            int notProvided,
            String notProvidedAmount,
            List<String> rules,
            List<BookedAs> bookedAs,
            String example,
            LocalDate latest,
            @Nullable ProposedRule proposal) {}

    /** @param more whether the year has older lines that were not read */
    record Movements(LocalDate from, LocalDate to, List<MovementRow> rows, boolean more) {}

    private record WhatWasDone(Done done, long booking, String kind) {}

    @Transactional(readOnly = true, isolation = Isolation.REPEATABLE_READ)
    public Movements of(long companyId, long accountId) {
        BankAccount account = accounts.get(companyId, accountId);
        LocalDate to = companies.today(companyId);
        LocalDate from = to.minusYears(1).plusDays(1);
        Map<Long, WhatWasDone> done = done(accountId, from);
        List<BankMovements.Seen> seen = new ArrayList<>();
        List<BankLineRow> latest = lines.latest(accountId, Limit.of(MOST_LINES + 1));
        Set<Long> proposed = proposed(account, latest, done.keySet(), from);
        for (BankLineRow row : latest.reversed()) {
            if (!row.bookingDate().isBefore(from) && !row.bookingDate().isAfter(to)) {
                Done plain = row.itemMatchId() != null
                        ? Done.MATCHED
                        : proposed.contains(row.id()) ? Done.PROPOSED : Done.OPEN;
                WhatWasDone what = done.getOrDefault(row.id(), new WhatWasDone(plain, 0, ""));
                seen.add(new BankMovements.Seen(row.line(), what.done(), what.booking(), what.kind()));
            }
        }
        boolean more =
                latest.size() > MOST_LINES && !latest.getLast().bookingDate().isBefore(from);
        return new Movements(
                from,
                to,
                BankMovements.of(seen, rules.inForce(account)).rows().stream()
                        .map(r -> view(account, r))
                        .toList(),
                more);
    }

    /** Open lines that the ledger has something for, as the ladder of their month shows it. */
    private Set<Long> proposed(BankAccount account, List<BankLineRow> rows, Set<Long> done, LocalDate from) {
        Map<YearMonth, Set<Long>> open = new TreeMap<>();
        for (BankLineRow row : rows) {
            if (row.itemMatchId() == null
                    && !done.contains(row.id())
                    && !row.bookingDate().isBefore(from)) {
                open.computeIfAbsent(YearMonth.from(row.bookingDate()), m -> new HashSet<>())
                        .add(row.id());
            }
        }
        Set<Long> out = new HashSet<>();
        open.forEach((month, ids) -> out.addAll(
                ladder.proposed(account.companyId(), account.id(), month, ids).keySet()));
        return out;
    }

    /** Of lines that were booked from, or declared errors: what was done. All others are matched or open. */
    private Map<Long, WhatWasDone> done(long accountId, LocalDate from) {
        Map<Long, WhatWasDone> out = new HashMap<>();
        jdbc.query(
                """
                select l.id, b.id as booking, b.kind, b.rule
                from bank_line l join booked_line b on b.bank_line_id = l.id
                where l.bank_account_id = ? and l.booking_date >= ? and l.item_match_id is not null
                order by b.id""",
                row -> {
                    out.put(
                            row.getLong("id"),
                            new WhatWasDone(
                                    row.getString("rule").isEmpty() ? Done.BOOKED_BY_HAND : Done.BOOKED_BY_RULE,
                                    row.getLong("booking"),
                                    row.getString("kind")));
                },
                accountId,
                from);
        jdbc.query(
                """
                select l.id from bank_line l join bank_error e on e.bank_line_id = l.id
                where l.bank_account_id = ? and l.booking_date >= ?""",
                row -> {
                    out.put(row.getLong("id"), new WhatWasDone(Done.DECLARED, 0, ""));
                },
                accountId,
                from);
        return out;
    }

    private MovementRow view(BankAccount account, BankMovements.Row r) {
        return new MovementRow(
                r.code(),
                r.words(),
                r.in(),
                r.meaning().map(BankCode::words).orElse(null),
                r.all().count(),
                amount(r.all(), account),
                count(r, Done.MATCHED),
                count(r, Done.BOOKED_BY_RULE),
                count(r, Done.BOOKED_BY_HAND),
                count(r, Done.DECLARED),
                count(r, Done.PROPOSED),
                count(r, Done.OPEN),
                r.notProvided().count(),
                amount(r.notProvided(), account),
                r.rules(),
                r.bookedAs().entrySet().stream()
                        .map(e -> new BookedAs(e.getKey(), e.getValue()))
                        .toList(),
                r.latest().title(),
                r.latest().bookingDate(),
                r.notProvided().count() == 0 ? null : proposal(account, r));
    }

    private static String amount(BankMovements.Sum sum, BankAccount account) {
        return MinorUnits.toDecimal(Math.absExact(sum.minorUnits()), account.currency());
    }

    private static int count(BankMovements.Row row, Done done) {
        return row.done().getOrDefault(done, new BankMovements.Sum(0, 0)).count();
    }

    private @Nullable ProposedRule proposal(BankAccount account, BankMovements.Row row) {
        Optional<ProposedRule> before = row.lastBooking() == 0
                ? Optional.empty()
                : booked.findById(row.lastBooking()).flatMap(b -> asBefore(account, b));
        return before.or(() -> FirstGuess.of(row.latest())
                        .filter(g -> g != FirstGuess.TRANSFER)
                        .map(g -> new ProposedRule(g.name(), json.createObjectNode(), "", "")))
                .or(() -> row.meaning().flatMap(BankCode::means).map(this::inTransit))
                .orElse(null);
    }

    private ProposedRule inTransit(Means means) {
        return new ProposedRule("IN_TRANSIT", json.createObjectNode().put("means", means.name()), "", "");
    }

    /** As it was booked before, where a rule may book so. */
    private Optional<ProposedRule> asBefore(BankAccount account, BookedLine before) {
        try {
            JsonNode details = kinds.forRule(
                    before.kind(), json.readTree(before.details()), AmountStyle.POINT, account.currency());
            return Optional.of(new ProposedRule(before.kind(), details, before.party(), before.text()));
        } catch (RuleViolation onlyAPersonMay) {
            return Optional.empty();
        }
    }
}
