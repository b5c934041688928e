package tidemark.core.statement;

import static tidemark.core.words.Catalogue.say;

import java.time.LocalDate;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import org.joda.money.CurrencyUnit;
import org.jspecify.annotations.Nullable;
import tidemark.core.money.MinorUnits;
import tidemark.core.problem.Problem;
import tidemark.core.problem.Words;

/**
 * A booked statement as it would be taken: what of it is new, how it follows on, and what a person has to decide first.
 *
 * @param header period and balances of what is new; empty when nothing is
 * @param lines the new lines in the bank's order, the oldest first
 * @param skipped lines that were read before
 * @param refusals why it cannot be taken at all
 * @param breaks what does not tie: it may be taken with a note, or left
 */
public record Intake(
        Optional<StatementHeader> header,
        List<ReadLine> lines,
        List<KnownLines.Skipped> skipped,
        List<Problem> refusals,
        List<Problem> breaks) {
    public Intake {
        lines = List.copyOf(lines);
        skipped = List.copyOf(skipped);
        refusals = List.copyOf(refusals);
        breaks = List.copyOf(breaks);
    }

    /** Whether there is anything to take. */
    public boolean nothingNew() {
        return header.isEmpty() && refusals.isEmpty();
    }

    /**
     * What the account already has.
     *
     * @param previous the closing balance and its day that the statement has to follow on from
     * @param next the statement after the gap that this one lies in, when it lies in one
     * @param known lines already read, of the days the file may share with earlier ones
     * @param knownReferences the bank's references already read, each as {@link #key}
     */
    public record Account(
            String number,
            CurrencyUnit currency,
            Balance previous,
            Optional<StatementHeader> next,
            List<BankLine> known,
            Set<String> knownReferences) {
        public Account {
            known = List.copyOf(known);
            knownReferences = Set.copyOf(knownReferences);
        }
    }

    /** A bank reference with the amount it stood for, since some banks use one reference for many lines. */
    public static String key(String bankReference, long minorUnits) {
        return bankReference + '\n' + minorUnits;
    }

    /**
     * Works out what of a statement is new and how it fits. Cost: that of {@link KnownLines}.
     * Guarantee: without refusals and breaks, opening and new lines make the closing balance, the period begins right
     * after the previous closing with its balance, every new line lies in the period, and no line is taken twice.
     */
    public static Intake of(ReadStatement read, Account account) {
        return new Working(read, account).intake();
    }

    private static final class Working {
        private final StatementFacts facts;
        private final Account account;
        private final List<ReadLine> booked;
        private final List<Problem> refusals = new ArrayList<>();
        private final List<Problem> breaks = new ArrayList<>();
        private final LocalDate before;
        private final @Nullable LocalDate after;

        Working(ReadStatement read, Account account) {
            this.facts = read.facts();
            this.account = account;
            this.booked = oldestFirst(read.booked());
            this.before = account.previous().date();
            this.after = account.next().map(StatementHeader::from).orElse(null);
        }

        /** Banks list either end first; a list that begins later than it ends is turned round. */
        private static List<ReadLine> oldestFirst(List<ReadLine> lines) {
            if (lines.size() < 2) {
                return lines;
            }
            ReadLine first = lines.getFirst();
            ReadLine last = lines.getLast();
            int days = first.line().bookingDate().compareTo(last.line().bookingDate());
            return days > 0 || (days == 0 && runsDownward(lines)) ? lines.reversed() : lines;
        }

        private static boolean runsDownward(List<ReadLine> lines) {
            boolean upward = true;
            for (int i = 1; i < lines.size(); i++) {
                ReadLine one = lines.get(i - 1);
                ReadLine two = lines.get(i);
                if (one.statedBalanceMinorUnits().isEmpty()
                        || two.statedBalanceMinorUnits().isEmpty()) {
                    return false;
                }
                long a = one.statedBalanceMinorUnits().getAsLong();
                long b = two.statedBalanceMinorUnits().getAsLong();
                upward &= b == a + two.line().minorUnits();
                if (b != a - one.line().minorUnits()) {
                    return false;
                }
            }
            return !upward;
        }

        private boolean covered(LocalDate day) {
            return !day.isAfter(before) || (after != null && !day.isBefore(after));
        }

        Intake intake() {
            account();
            if (!refusals.isEmpty()) {
                return done(Optional.empty(), List.of(), List.of());
            }
            long all = booked.stream().mapToLong(l -> l.line().minorUnits()).sum();
            LocalDate from = from();
            LocalDate to = to(from);
            boolean overlaps = !from.isAfter(before) || (after != null && !to.isBefore(after));
            List<ReadLine> inKnownDays = overlaps
                    ? booked.stream()
                            .filter(l -> covered(l.line().bookingDate()))
                            .toList()
                    : List.of();
            List<BankLine> known = account.known().stream()
                    .filter(l ->
                            !l.bookingDate().isBefore(from) && !l.bookingDate().isAfter(to))
                    .toList();
            KnownLines.Sorted sorted = overlaps
                    ? KnownLines.sort(inKnownDays, known, true)
                    : new KnownLines.Sorted(List.of(), List.of(), List.of());
            Set<ReadLine> skipped = java.util.Collections.newSetFromMap(new java.util.IdentityHashMap<>());
            sorted.skipped().forEach(s -> skipped.add(s.line()));
            List<ReadLine> fresh =
                    booked.stream().filter(l -> !skipped.contains(l)).toList();
            LocalDate start = from.isAfter(before) ? from : before.plusDays(1);
            LocalDate end = after != null && !to.isBefore(after) ? after.minusDays(1) : to;
            opening(from, all, known, overlaps);
            if (end.isBefore(start)) {
                overlapOnly(sorted, from, to);
                return done(Optional.empty(), List.of(), sorted.skipped());
            }
            sequence(start);
            late(sorted, overlaps);
            period(fresh, start, end, overlaps);
            references(fresh);
            long opening = account.previous().minorUnits();
            long made = opening;
            for (ReadLine line : fresh) {
                made = Math.addExact(made, line.line().minorUnits());
            }
            long closing = end.isBefore(to) && account.next().isPresent()
                    ? account.next().get().openingMinorUnits()
                    : facts.closing().map(Balance::minorUnits).orElse(made);
            long stated = start.equals(before.plusDays(1))
                    ? opening
                    : statedOpening(all).orElse(opening);
            if (made - opening + stated != closing
                    && breaks.stream().noneMatch(b -> b.code().equals("statement.opening"))) {
                breaks.add(new Problem(
                                "statement.sum",
                                "",
                                say(
                                        "statement.sum.found4",
                                        amount(stated),
                                        fresh.size(),
                                        amount(made - opening + stated)),
                                say(
                                        "statement.sum.expected",
                                        amount(closing),
                                        amount(closing - (made - opening + stated))),
                                say("statement.sum.remedy"))
                        .with("closing", decimal(closing))
                        .with("apart", decimal(closing - (made - opening + stated))));
            }
            boolean followsOn = breaks.stream().noneMatch(b -> b.code().equals("statement.opening"));
            long headed = followsOn ? stated : statedOpening(all).orElse(opening);
            return done(
                    Optional.of(new StatementHeader(
                            facts.accountNumber(), facts.reference(), account.currency(), start, end, headed, closing)),
                    fresh,
                    sorted.skipped());
        }

        private Intake done(Optional<StatementHeader> header, List<ReadLine> lines, List<KnownLines.Skipped> skipped) {
            return new Intake(header, lines, skipped, refusals, breaks);
        }

        private void account() {
            if (!facts.accountNumber().isEmpty() && !AccountNumbers.same(facts.accountNumber(), account.number())) {
                refusals.add(new Problem(
                        "statement.account",
                        "",
                        say("statement.account.found", facts.accountNumber()),
                        say("statement.account.expected", account.number()),
                        say("statement.account.remedy")));
            }
            if (facts.currency().isPresent() && !facts.currency().get().equals(account.currency())) {
                refusals.add(new Problem(
                        "statement.currency",
                        "",
                        say("statement.currency.found", facts.currency().get().getCode()),
                        say("statement.currency.expected", account.currency().getCode()),
                        say("statement.currency.remedy")));
            }
        }

        private LocalDate from() {
            if (facts.from().isPresent()) {
                return facts.from().get();
            }
            LocalDate follows = before.plusDays(1);
            LocalDate earliest = booked.stream()
                    .map(l -> l.line().bookingDate())
                    .min(LocalDate::compareTo)
                    .orElse(follows);
            // a format that names no first day: what opens with the last closing balance follows on from it
            boolean opens = facts.opening()
                    .map(o -> o.minorUnits() == account.previous().minorUnits())
                    .orElse(facts.closing().isEmpty());
            // such formats date the opening balance with the day before the first or with the first itself
            boolean dated = facts.opening()
                    .map(o -> o.date().equals(before) || o.date().equals(follows))
                    .orElse(false);
            return (opens || dated) && earliest.isAfter(before) ? follows : earliest;
        }

        private LocalDate to(LocalDate from) {
            LocalDate latest = booked.stream()
                    .map(l -> l.line().bookingDate())
                    .max(LocalDate::compareTo)
                    .orElse(from);
            LocalDate to =
                    facts.to().or(() -> facts.closing().map(Balance::date)).orElse(latest);
            return to.isBefore(from) ? from : to;
        }

        private Optional<Long> statedOpening(long all) {
            return facts.opening()
                    .map(Balance::minorUnits)
                    .or(() -> facts.closing().map(c -> Math.subtractExact(c.minorUnits(), all)));
        }

        /** The balance before the file's first line is ours at that place. */
        private void opening(LocalDate from, long all, List<BankLine> known, boolean overlaps) {
            Optional<Long> stated = statedOpening(all);
            if (stated.isEmpty()) {
                breaks.add(new Problem(
                        "statement.balance.missing",
                        "",
                        say("statement.balance.missing.found4"),
                        say("statement.balance.missing.expected3"),
                        say("statement.balance.missing.remedy3")));
                return;
            }
            long ours = account.previous().minorUnits();
            if (overlaps && !from.isAfter(before)) {
                for (BankLine line : known) {
                    if (!line.bookingDate().isAfter(before)) {
                        ours = Math.subtractExact(ours, line.minorUnits());
                    }
                }
            }
            if (stated.get() != ours) {
                breaks.add(new Problem(
                                "statement.opening",
                                "",
                                say("statement.opening.found", amount(stated.get())),
                                say(
                                        "statement.opening.expected",
                                        amount(ours),
                                        Words.day(overlaps && !from.isAfter(before) ? from.minusDays(1) : before)),
                                say("statement.opening.remedy"))
                        .with("opening", decimal(stated.get()))
                        .with("expected", decimal(ours)));
            }
        }

        private void sequence(LocalDate start) {
            if (start.isAfter(before.plusDays(1))) {
                breaks.add(new Problem(
                                "statement.missing",
                                "",
                                say("statement.missing.found", Words.day(start)),
                                say("statement.missing.expected", Words.day(before.plusDays(1))),
                                say(
                                        "statement.missing.remedy",
                                        Words.day(before.plusDays(1)),
                                        Words.day(start.minusDays(1))))
                        .with("from", before.plusDays(1))
                        .with("to", start.minusDays(1)));
            }
        }

        private void overlapOnly(KnownLines.Sorted sorted, LocalDate from, LocalDate to) {
            if (!sorted.fresh().isEmpty()) {
                BankLine first = sorted.fresh().getFirst().line();
                breaks.clear();
                refusals.add(new Problem(
                        "statement.overlap",
                        "",
                        say(
                                "statement.overlap.found",
                                Words.count(sorted.fresh().size(), say("noun.line"), say("noun.lines")),
                                Words.day(from),
                                Words.day(to),
                                Words.day(first.bookingDate()),
                                first.title(),
                                amount(first.minorUnits())),
                        say("statement.overlap.expected", Words.day(before)),
                        say("statement.overlap.remedy")));
            } else {
                breaks.clear();
            }
        }

        private void late(KnownLines.Sorted sorted, boolean overlaps) {
            if (!overlaps) {
                return;
            }
            if (!sorted.fresh().isEmpty()) {
                ReadLine first = sorted.fresh().getFirst();
                breaks.add(Problem.atLine(
                        first.fileLine(),
                        "statement.late",
                        say(
                                "statement.late.found",
                                Words.count(sorted.fresh().size(), say("noun.line"), say("noun.lines")),
                                Words.day(first.line().bookingDate()),
                                first.line().title(),
                                amount(first.line().minorUnits())),
                        say("statement.late.expected", Words.day(before)),
                        say("statement.late.remedy")));
            }
            if (!sorted.missing().isEmpty()) {
                BankLine first = sorted.missing().getFirst();
                breaks.add(new Problem(
                        "statement.unlike",
                        "",
                        say(
                                "statement.unlike.found",
                                Words.count(sorted.missing().size(), say("noun.line"), say("noun.lines")),
                                Words.day(first.bookingDate()),
                                first.title(),
                                amount(first.minorUnits())),
                        say("statement.unlike.expected"),
                        say("statement.unlike.remedy")));
            }
        }

        private void period(List<ReadLine> fresh, LocalDate start, LocalDate end, boolean overlaps) {
            for (ReadLine line : fresh) {
                LocalDate day = line.line().bookingDate();
                boolean late = overlaps && covered(day);
                if (!late && (day.isBefore(start) || day.isAfter(end))) {
                    breaks.add(Problem.atLine(
                            line.fileLine(),
                            "line.outside.period",
                            say("line.outside.period.found", Words.day(day)),
                            say("line.outside.period.expected", Words.day(start), Words.day(end)),
                            say("line.outside.period.remedy")));
                    return;
                }
            }
        }

        private void references(List<ReadLine> fresh) {
            Map<String, Integer> seen = new HashMap<>();
            boolean twice = false;
            boolean known = false;
            for (ReadLine line : fresh) {
                BankLine l = line.line();
                if (l.bankReference().isEmpty()) {
                    continue;
                }
                String key = key(l.bankReference(), l.minorUnits());
                Integer first = seen.putIfAbsent(key, line.fileLine());
                if (first != null && !twice) {
                    twice = true;
                    breaks.add(Problem.atLine(
                            line.fileLine(),
                            "line.twice",
                            say("line.twice.found2", l.bankReference(), amount(l.minorUnits()), first),
                            say("line.twice.expected2"),
                            say("line.twice.remedy2")));
                } else if (!known && account.knownReferences().contains(key)) {
                    known = true;
                    breaks.add(Problem.atLine(
                            line.fileLine(),
                            "line.known",
                            say("line.known.found", l.bankReference(), amount(l.minorUnits())),
                            say("line.known.expected"),
                            say("line.known.remedy")));
                }
            }
        }

        private String amount(long minorUnits) {
            return MinorUnits.report(minorUnits, account.currency());
        }

        private String decimal(long minorUnits) {
            return MinorUnits.toDecimal(minorUnits, account.currency());
        }
    }
}
