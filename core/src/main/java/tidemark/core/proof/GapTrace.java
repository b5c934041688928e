package tidemark.core.proof;

import static tidemark.core.words.Catalogue.say;

import java.util.ArrayList;
import java.util.Comparator;
import java.util.HashMap;
import java.util.HashSet;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import tidemark.core.ledger.CashEntry;
import tidemark.core.ledger.CashEntryId;
import tidemark.core.matching.Candidate;
import tidemark.core.money.KeyingSlip;
import tidemark.core.money.MinorUnits;
import tidemark.core.problem.Words;
import tidemark.core.statement.BankLine;
import tidemark.core.statement.BankLineId;

/**
 * Finds what makes the gap of a proof, and what else is likely wrong, and names the items. In the order people try it:
 * an item that the two sides have at different amounts; an item of exactly the gap, left out or there twice; half of
 * it on the wrong side; digits swapped or a moved decimal point in an item that was ticked off; at last, the first
 * line where the running balances part.
 */
public final class GapTrace {
    private static final int MOST_FINDINGS = 12;

    private GapTrace() {}

    /** What was found. */
    public enum Kind {
        AMOUNTS_DIFFER,
        ON_STATEMENT_AFTER_ALL,
        THERE_TWICE,
        NOT_AT_BANK,
        WRONG_SIDE,
        DIGITS_SWAPPED,
        POINT_MOVED,
        MISSING_IN_LEDGER,
        STATEMENT_INCOMPLETE,
        BALANCES_PART
    }

    /**
     * @param explainsGap whether this alone makes the whole gap
     * @param minorUnits the amount concerned, signed
     * @param words one sentence that names the item
     */
    public record Finding(
            Kind kind,
            boolean explainsGap,
            long minorUnits,
            List<BankLineId> lines,
            List<CashEntryId> entries,
            String words) {
        public Finding {
            lines = List.copyOf(lines);
            entries = List.copyOf(entries);
        }
    }

    /**
     * All findings, those that explain the whole gap first, at most {@value MOST_FINDINGS}.
     * Cost: O((lines + entries) · digits). Guarantee: a single error of one of the kinds, in an otherwise true ledger,
     * is among the findings; with equal items, one of them is named.
     */
    public static List<Finding> trace(Reconciliation r) {
        Proof proof = Proof.closing(r);
        return new Search(r, proof).run();
    }

    private static final class Search {
        private final Reconciliation r;
        private final Proof proof;
        private final long gap;
        private final Map<BankLineId, BankLine> lines;
        private final Map<CashEntryId, CashEntry> entries;
        private final Set<Finding> found = new LinkedHashSet<>();
        private final Set<CashEntryId> ticked = new HashSet<>();

        Search(Reconciliation r, Proof proof) {
            this.r = r;
            this.proof = proof;
            this.gap = proof.gap();
            this.lines = r.linesById();
            this.entries = r.entriesById();
            for (Match match : r.matches()) {
                ticked.addAll(match.entries());
            }
        }

        List<Finding> run() {
            pairsApart();
            if (gap != 0) {
                leftOut();
                if (statementIncomplete()) {
                    twiceAndTicked();
                    typedWrong();
                }
            }
            twiceAndOpen();
            missingInLedger();
            balancesPart();
            return found.stream()
                    .sorted(Comparator.comparing((Finding f) -> !f.explainsGap()))
                    .limit(MOST_FINDINGS)
                    .toList();
        }

        private String amount(long minorUnits) {
            return MinorUnits.grouped(minorUnits, r.currency());
        }

        private void pairsApart() {
            for (Candidate pair : r.presumed()) {
                long apart = pair.differenceMinorUnits();
                BankLine line = pair.isPair() ? lines.get(pair.lines().getFirst()) : null;
                CashEntry entry = pair.isPair() ? entries.get(pair.entries().getFirst()) : null;
                if (apart == 0
                        || line == null
                        || entry == null
                        || line.bookingDate().isAfter(r.to())) {
                    continue;
                }
                Optional<KeyingSlip> slip = KeyingSlip.between(line.minorUnits(), entry.minorUnits());
                String why = slip.map(this::slipWords).orElse(say("proof.theyAreApart", amount(apart)));
                Kind kind = slip.map(s -> switch (s) {
                            case KeyingSlip.DigitsSwapped ignored -> Kind.DIGITS_SWAPPED;
                            case KeyingSlip.PointMoved ignored -> Kind.POINT_MOVED;
                            case KeyingSlip.SideTurned ignored -> Kind.WRONG_SIDE;
                        })
                        .orElse(Kind.AMOUNTS_DIFFER);
                found.add(new Finding(
                        kind,
                        gap != 0 && apart == gap,
                        apart,
                        List.of(line.id()),
                        List.of(entry.id()),
                        say("proof.isInTheLedgerAndAtThe")
                                .formatted(entry.title(), amount(entry.minorUnits()), amount(line.minorUnits()), why)));
            }
        }

        private String slipWords(KeyingSlip slip) {
            return switch (slip) {
                case KeyingSlip.DigitsSwapped d ->
                    say("proof.andAreSwapped", Math.min(d.first(), d.second()), Math.max(d.first(), d.second()));
                case KeyingSlip.PointMoved ignored -> say("proof.theDecimalPointHasMoved");
                case KeyingSlip.SideTurned ignored -> say("proof.itIsOnTheWrongSide");
            };
        }

        /** An entry listed as outstanding that the bank's balance already holds. */
        private void leftOut() {
            List<ProofItem> open = new ArrayList<>(proof.onTheWay());
            open.addAll(proof.notPresented());
            for (ProofItem item : open) {
                if (item.minorUnits() == gap && item.lines().isEmpty()) {
                    found.add(new Finding(
                            Kind.ON_STATEMENT_AFTER_ALL,
                            true,
                            gap,
                            List.of(),
                            item.entries(),
                            say("proof.ofForIsCountedAsNotAt")
                                    .formatted(item.title(), Words.day(item.date()), amount(gap))));
                }
            }
        }

        /** An entry ticked twice over, or ticked though the bank never had it. */
        private void twiceAndTicked() {
            Map<String, CashEntry> seen = new HashMap<>();
            for (CashEntry entry : tickedEntries()) {
                if (entry.minorUnits() != -gap) {
                    continue;
                }
                CashEntry twin = seen.putIfAbsent(likeness(entry), entry);
                if (twin != null) {
                    found.add(twice(twin, entry, true));
                }
            }
        }

        private Finding twice(CashEntry first, CashEntry second, boolean explains) {
            return new Finding(
                    Kind.THERE_TWICE,
                    explains,
                    second.minorUnits(),
                    List.of(),
                    List.of(first.id(), second.id()),
                    say("proof.forIsInTheLedgerTwiceOn")
                            .formatted(
                                    second.title(),
                                    amount(second.minorUnits()),
                                    Words.day(first.date()),
                                    Words.day(second.date())));
        }

        private List<CashEntry> tickedEntries() {
            return r.entries().stream()
                    .filter(e -> ticked.contains(e.id()) && !e.date().isAfter(r.to()))
                    .sorted(Comparator.comparing(CashEntry::date).thenComparing(CashEntry::id))
                    .toList();
        }

        private static String likeness(CashEntry e) {
            String key =
                    !e.checkNumber().isEmpty() ? say("proof.check", e.checkNumber()) : e.reference() + "|" + e.party();
            return e.minorUnits() + "|" + key;
        }

        private void typedWrong() {
            Set<CashEntryId> twiceAlready = new HashSet<>();
            found.stream().filter(f -> f.kind() == Kind.THERE_TWICE).forEach(f -> twiceAlready.addAll(f.entries()));
            for (CashEntry entry : tickedEntries()) {
                long typed = entry.minorUnits();
                if (typed == -gap && !twiceAlready.contains(entry.id())) {
                    found.add(new Finding(
                            Kind.NOT_AT_BANK,
                            true,
                            typed,
                            linesOf(entry),
                            List.of(entry.id()),
                            say("proof.ofForIsTickedOffIsIt")
                                    .formatted(entry.title(), Words.day(entry.date()), amount(typed))));
                }
                long meant = Math.addExact(typed, gap);
                Optional<KeyingSlip> slip = KeyingSlip.between(meant, typed);
                if (slip.isEmpty()) {
                    continue;
                }
                Kind kind = switch (slip.get()) {
                    case KeyingSlip.DigitsSwapped ignored -> Kind.DIGITS_SWAPPED;
                    case KeyingSlip.PointMoved ignored -> Kind.POINT_MOVED;
                    case KeyingSlip.SideTurned ignored -> Kind.WRONG_SIDE;
                };
                String words = kind == Kind.WRONG_SIDE
                        ? say("proof.ofForWouldMakeItIfIt")
                                .formatted(entry.title(), Words.day(entry.date()), amount(typed))
                        : say("proof.ofForWouldMakeItIfIt2")
                                .formatted(
                                        entry.title(),
                                        Words.day(entry.date()),
                                        amount(typed),
                                        amount(meant),
                                        slipWords(slip.get()));
                found.add(new Finding(kind, true, gap, linesOf(entry), List.of(entry.id()), words));
            }
        }

        private List<BankLineId> linesOf(CashEntry entry) {
            return r.matches().stream()
                    .filter(m -> m.entries().contains(entry.id()))
                    .flatMap(m -> m.lines().stream())
                    .limit(3)
                    .toList();
        }

        /**
         * Whether the lines do not lead from the opening to the closing balance: the bank has more than was read or
         * ticked. Only then can what was ticked be wrong; lines of the bank itself vouch for what is matched to them.
         */
        private boolean statementIncomplete() {
            long reached = r.bankOpening();
            for (BankLine line : r.lines()) {
                if (!line.bookingDate().isBefore(r.from())
                        && !line.bookingDate().isAfter(r.to())) {
                    reached = Math.addExact(reached, line.minorUnits());
                }
            }
            long missing = Math.subtractExact(r.bankClosing(), reached);
            if (missing != 0) {
                found.add(new Finding(
                        Kind.STATEMENT_INCOMPLETE,
                        missing == gap,
                        missing,
                        List.of(),
                        List.of(),
                        say("proof.theLinesSoFarLeadToAnd")
                                .formatted(
                                        MinorUnits.report(reached, r.currency()),
                                        MinorUnits.report(r.bankClosing(), r.currency()),
                                        missing > 0 ? say("proof.in") : say("proof.out"),
                                        amount(missing))));
            }
            return missing != 0;
        }

        /** An open entry that is the double of another one. */
        private void twiceAndOpen() {
            Map<String, CashEntry> seen = new HashMap<>();
            Set<CashEntryId> open = new HashSet<>();
            proof.onTheWay().forEach(i -> open.addAll(i.entries()));
            proof.notPresented().forEach(i -> open.addAll(i.entries()));
            for (CashEntry entry : r.entries().stream()
                    .filter(e -> !e.date().isAfter(r.to()))
                    .filter(e -> !e.checkNumber().isEmpty()
                            || !e.reference().isEmpty()
                            || !e.party().isEmpty())
                    .sorted(Comparator.comparing(CashEntry::date).thenComparing(CashEntry::id))
                    .toList()) {
                // each is held against the last one like it, so that a rent of every month is none
                CashEntry twin = seen.put(likeness(entry), entry);
                boolean near = twin != null
                        && (!entry.checkNumber().isEmpty()
                                || twin.date().plusDays(10).isAfter(entry.date()));
                if (twin != null && near && (open.contains(entry.id()) || open.contains(twin.id()))) {
                    found.add(twice(twin, entry, false));
                }
            }
        }

        private void missingInLedger() {
            List<ProofItem> open = new ArrayList<>(proof.notBookedIn());
            open.addAll(proof.notBookedOut());
            for (ProofItem item : open) {
                if (item.entries().isEmpty()) {
                    found.add(new Finding(
                            Kind.MISSING_IN_LEDGER,
                            false,
                            item.minorUnits(),
                            item.lines(),
                            List.of(),
                            say("proof.ofForIsAtTheBankAnd")
                                    .formatted(item.title(), Words.day(item.date()), amount(item.minorUnits()))));
                }
            }
        }

        private void balancesPart() {
            Ladder ladder = Ladder.of(r);
            ladder.firstBelowTide().ifPresent(place -> {
                BankLine line = ladder.rows().get(place).line();
                found.add(new Finding(
                        Kind.BALANCES_PART,
                        false,
                        line.minorUnits(),
                        List.of(line.id()),
                        List.of(),
                        say("proof.theRunningBalancesPartAtOfThe")
                                .formatted(line.title(), Words.day(line.bookingDate()))));
            });
        }
    }
}
