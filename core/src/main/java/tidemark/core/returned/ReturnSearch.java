package tidemark.core.returned;

import static tidemark.core.words.Catalogue.say;

import java.time.LocalDate;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.function.Predicate;
import java.util.stream.IntStream;
import org.joda.money.CurrencyUnit;
import tidemark.core.matching.BusinessDays;
import tidemark.core.matching.SubsetSums;
import tidemark.core.money.MinorUnits;
import tidemark.core.problem.Words;
import tidemark.core.receipt.Tender;
import tidemark.core.statement.BankLine;

/**
 * Which receipts a line of the bank takes back: linkage of the line to what was banked. Every explanation (one receipt, one
 * with the bank's fee, several in one line) is weighed by how much more probable what the line shows is if it is the one
 * than if it is not: the number on the check, the amount, the payer, the days since it was banked, the account. How often a
 * stranger shows the same is counted among the other receipts, so that a frequent amount proves little. What is left to
 * <em>none of these</em> keeps a lonely likeness from looking certain.
 *
 * <p>Cost: O(n · w) for n receipts and w words of the line, and a bounded search for several among the
 * {@link SubsetSums#MOST} likeliest of each way. Deterministic: the same input gives the same order. Source: Fellegi and Sunter, A Theory for
 * Record Linkage, 1969.
 *
 * @param explanations the likeliest first, at most {@link #MOST}
 * @param clear whether the first stands far enough above the others to be chosen beforehand
 */
public record ReturnSearch(List<Explanation> explanations, boolean clear) {
    static final int MOST = 8;

    /** What is less probable is not told. */
    private static final double LEAST = .001;

    /** So many times more probable than the next before one is called clear. */
    private static final double FAR_ABOVE = 12;

    private static final double PRIOR_ONE = .85;
    private static final double PRIOR_SEVERAL = .10;
    private static final double PRIOR_NONE = .05;
    private static final int MOST_TOGETHER = 5;

    /** Of one more in the same line. */
    private static final double SELDOMER = .4;

    /**
     * What may have come back.
     *
     * @param number on the check, or the receipt's own
     * @param slip number of the slip it was banked on; empty where it reached the bank by itself
     * @param minorUnits what the bank was credited for it, above zero
     * @param bankedOn the day it was presented
     */
    public record Original(
            long id,
            Tender tender,
            boolean direct,
            String number,
            String payer,
            String slip,
            long minorUnits,
            LocalDate bankedOn,
            long bankAccount) {}

    /**
     * A line that may be explained by it.
     *
     * @param fee of the bank that is in the line; minor units
     * @param share from 0 to 1: how probable it is among all explanations and none
     * @param evidence in words, the strongest kind first
     */
    public record Explanation(List<Original> originals, long fee, double share, List<String> evidence) {
        public Explanation {
            originals = List.copyOf(originals);
            evidence = List.copyOf(evidence);
        }
    }

    /**
     * What is known beforehand.
     *
     * @param usualFees what the bank took for one returned item before, or was agreed; minor units above zero
     * @param mostFee more than this is no fee of one item
     * @param days how far back each tender may come back
     */
    public record Terms(List<Long> usualFees, long mostFee, Map<Tender, Integer> days, CurrencyUnit currency) {
        public Terms {
            usualFees = List.copyOf(usualFees);
            days = Map.copyOf(days);
        }
    }

    public ReturnSearch {
        explanations = List.copyOf(explanations);
    }

    private record Weighed(List<Original> originals, long fee, double weight, List<String> evidence) {}

    /**
     * @param account the bank account of the line
     * @param line money out
     * @param originals banked and not come back, in any order, all of one currency
     */
    public static ReturnSearch of(long account, BankLine line, List<Original> originals, Terms terms) {
        return new Search(account, line, originals, terms).result();
    }

    /** Whether it may still come back that day, by its tender and the reason. */
    static boolean inTime(Original original, LocalDate returnedOn, Optional<ReturnReason> reason, Terms terms) {
        int setUp = terms.days().getOrDefault(original.tender(), 60);
        LocalDate since = reason.filter(r -> original.direct() || r.scheme() != ReturnReason.Scheme.ACH)
                .map(r -> r.since(returnedOn, setUp))
                .orElse(returnedOn.minusDays(setUp));
        return !original.bankedOn().isBefore(since) && !original.bankedOn().isAfter(returnedOn);
    }

    private static final class Search {
        private final long account;
        private final BankLine line;
        private final long amount;
        private final Terms terms;
        private final List<Original> all;
        private final ReturnedLine shown;
        private final List<Traits> traits = new ArrayList<>();
        private final Map<Traits.Field, Map<Object, Integer>> counts = new HashMap<>();
        private final Map<Long, Integer> amounts = new HashMap<>();
        private final double[] looks;

        Search(long account, BankLine line, List<Original> originals, Terms terms) {
            this.account = account;
            this.line = line;
            this.amount = Math.negateExact(line.minorUnits());
            this.terms = terms;
            Optional<ReturnReason> reason = ReturnSigns.of(line).reason();
            this.all = originals.stream()
                    .filter(o -> inTime(o, line.bookingDate(), reason, terms))
                    .sorted(Comparator.comparing(Original::bankedOn).reversed().thenComparing(Original::id))
                    .toList();
            this.shown = new ReturnedLine(line, reason);
            for (Original o : all) {
                Traits t = Traits.of(shown, account, line.bookingDate(), o);
                traits.add(t);
                for (Traits.Field field : Traits.Field.values()) {
                    counts.computeIfAbsent(field, f -> new HashMap<>()).merge(t.level(field), 1, Integer::sum);
                }
                amounts.merge(o.minorUnits(), 1, Integer::sum);
            }
            looks = IntStream.range(0, all.size()).mapToDouble(this::look).toArray();
        }

        /** How much more probable the line's look is if this is the one, but for the amount. */
        private double look(int i) {
            double out = 1;
            for (Traits.Field field : Traits.Field.values()) {
                Object level = traits.get(i).level(field);
                int others = counts.getOrDefault(field, Map.of()).getOrDefault(level, 0) - 1;
                out *= field.ratio(level, others, all.size(), all.get(i));
            }
            return out;
        }

        /** The chance that a stranger has this very amount: as counted, and never less than amounts of its roundness have. */
        private double chance(long minorUnits, int without) {
            int cent = terms.currency().getDecimalPlaces();
            long unit = Math.round(Math.pow(10, cent));
            double floor = minorUnits % (100 * unit) == 0 ? .02 : minorUnits % (10 * unit) == 0 ? .005 : .0002;
            double counted = all.size() < 2 ? 0 : (double) (amounts.getOrDefault(minorUnits, 0) - without) / all.size();
            return Math.max(floor, counted);
        }

        ReturnSearch result() {
            List<Weighed> found = new ArrayList<>();
            for (int i = 0; i < all.size(); i++) {
                one(i).ifPresent(found::add);
            }
            several(found);
            double total = PRIOR_NONE;
            for (Weighed w : found) {
                total += w.weight();
            }
            double sum = total;
            List<Explanation> out = found.stream()
                    .sorted(Comparator.comparingDouble(Weighed::weight)
                            .reversed()
                            .thenComparing(w -> w.originals().getFirst().id()))
                    .limit(MOST)
                    .map(w -> new Explanation(w.originals(), w.fee(), w.weight() / sum, w.evidence()))
                    .filter(e -> e.share() >= LEAST)
                    .toList();
            boolean clear = !out.isEmpty()
                    && out.getFirst().share() >= .8
                    && (out.size() == 1
                            || out.getFirst().share() >= FAR_ABOVE * out.get(1).share());
            return new ReturnSearch(out, clear);
        }

        private Optional<Weighed> one(int i) {
            Original o = all.get(i);
            long fee = amount - o.minorUnits();
            double ofAmount;
            if (fee == 0) {
                ofAmount = .85 / chance(o.minorUnits(), 1);
            } else if (terms.usualFees().contains(fee)) {
                ofAmount = .10 / chance(o.minorUnits(), 1);
            } else if (fee > 0 && fee <= terms.mostFee()) {
                // any amount so little below the line would do
                long near = amounts.entrySet().stream()
                        .filter(a -> a.getKey() < amount && amount - a.getKey() <= terms.mostFee())
                        .mapToLong(Map.Entry::getValue)
                        .sum();
                ofAmount = .04 / Math.max(.02, (near - 1.0) / all.size());
            } else {
                return Optional.empty();
            }
            return Optional.of(
                    new Weighed(List.of(o), fee, PRIOR_ONE / all.size() * looks[i] * ofAmount, evidence(i, fee)));
        }

        private void several(List<Weighed> found) {
            // what comes back in one line came back on one way
            several(found, o -> o.direct());
            several(found, o -> !o.direct() && o.tender() != Tender.CARD);
            several(found, o -> !o.direct() && o.tender() == Tender.CARD);
        }

        private void several(List<Weighed> found, Predicate<Original> way) {
            List<Integer> likely = IntStream.range(0, all.size())
                    .filter(i -> all.get(i).minorUnits() < amount && way.test(all.get(i)))
                    .boxed()
                    .sorted(Comparator.comparingDouble((Integer i) -> looks[i])
                            .reversed()
                            .thenComparing(i -> i))
                    .limit(SubsetSums.MOST)
                    .sorted()
                    .toList();
            if (likely.size() < 2) {
                return;
            }
            long[] parts =
                    likely.stream().mapToLong(i -> all.get(i).minorUnits()).toArray();
            SubsetSums sums = SubsetSums.over(parts);
            Set<Long> fees = new HashSet<>(List.of(0L));
            terms.usualFees().forEach(f -> {
                fees.add(f);
                for (int k = 2; k <= MOST_TOGETHER; k++) {
                    fees.add(k * f);
                }
            });
            for (long fee : fees.stream().sorted().toList()) {
                for (int[] places : sums.of(amount - fee, 20).subsets()) {
                    int k = places.length;
                    boolean fits = fee == 0
                            || terms.usualFees().contains(fee)
                            || terms.usualFees().contains(fee / k) && fee % k == 0;
                    if (k <= MOST_TOGETHER && fits) {
                        found.add(together(likely, places, fee));
                    }
                }
            }
        }

        private Weighed together(List<Integer> likely, int[] places, long fee) {
            int k = places.length;
            List<Integer> members = new ArrayList<>();
            for (int place : places) {
                members.add(likely.get(place));
            }
            // as many groups of that size there are
            double groups = 1;
            long range = 0;
            for (int j = 0; j < k; j++) {
                groups = groups * (likely.size() - j) / (j + 1);
            }
            for (int i : likely) {
                range = Math.max(range, all.get(i).minorUnits());
            }
            double chance = Math.max(.0002, 1.0 / Math.max(1, range));
            double together = 1;
            List<String> evidence = new ArrayList<>();
            evidence.add(say("returned.evidence.together", k));
            for (int i : members) {
                together *= looks[i];
                evidence.addAll(evidence(i, -1));
            }
            if (fee > 0) {
                evidence.add(say("returned.evidence.fee", MinorUnits.grouped(fee, terms.currency())));
            }
            return new Weighed(
                    members.stream().map(all::get).toList(),
                    fee,
                    PRIOR_SEVERAL * Math.pow(SELDOMER, k - 1) * (fee == 0 ? .7 : .3) / groups / chance * together,
                    evidence);
        }

        /** @param fee of the bank in the line; below zero where the amount is told for several at once */
        private List<String> evidence(int i, long fee) {
            Original o = all.get(i);
            List<String> out = new ArrayList<>(traits.get(i).words(o));
            if (fee == 0) {
                out.add(Math.min(1, out.size()), say("returned.evidence.amount"));
            } else if (fee > 0) {
                out.add(
                        Math.min(1, out.size()),
                        terms.usualFees().contains(fee)
                                ? say("returned.evidence.usualFee", MinorUnits.grouped(fee, terms.currency()))
                                : say("returned.evidence.fee", MinorUnits.grouped(fee, terms.currency())));
            }
            out.add(say(
                    "returned.evidence.days",
                    Words.day(o.bankedOn()),
                    BusinessDays.number(line.bookingDate()) - BusinessDays.number(o.bankedOn())));
            if (o.bankAccount() != account) {
                out.add(say("returned.evidence.otherAccount"));
            }
            return out;
        }
    }

    /** A line's tokens, as they are compared. */
    static final class ReturnedLine {
        /** Words that every returned item has. */
        private static final Set<String> COMMON = Set.of(
                "RETURN",
                "RETURNED",
                "RETURNS",
                "RETD",
                "RTN",
                "RTD",
                "RTND",
                "RET",
                "ITEM",
                "ITEMS",
                "DEPOSIT",
                "DEPOSITED",
                "DEP",
                "CHECK",
                "CHK",
                "CK",
                "CHEQUE",
                "NSF",
                "FEE",
                "CHARGE",
                "CHARGEBACK",
                "CHGBK",
                "UNPAID",
                "REASON",
                "ACH",
                "DEBIT",
                "CARD",
                "FUNDS",
                "INSUFFICIENT",
                "STOP",
                "PAYMENT",
                "ACCOUNT",
                "CLOSED",
                "NOT",
                "SUFFICIENT",
                "REFER",
                "MAKER",
                "THE",
                "AND",
                "INC",
                "LLC",
                "LTD",
                "CORP",
                "CO");

        final List<String> digits = new ArrayList<>();
        final List<String> words = new ArrayList<>();
        final String squashed;
        final Optional<Tender> tender;
        final boolean ach;

        ReturnedLine(BankLine line, Optional<ReturnReason> reason) {
            String text = ReturnSigns.plain(line) + " " + line.checkNumber();
            squashed = text.replaceAll("[^A-Z0-9]", "");
            for (String token : text.split("(?<=[0-9])(?=[A-Z])|(?<=[A-Z])(?=[0-9])|[^A-Z0-9]+")) {
                if (token.length() >= 3 && token.chars().allMatch(c -> c >= '0' && c <= '9')) {
                    digits.add(withoutZeros(token));
                } else if (token.length() >= 3 && !COMMON.contains(token)) {
                    words.add(token);
                }
            }
            boolean card = squashed.contains("CHARGEBACK")
                    || squashed.contains("CHGBK")
                    || reason.map(ReturnReason::scheme)
                            .filter(s -> s == ReturnReason.Scheme.CARD)
                            .isPresent();
            boolean check = text.matches("(?s).*\\b(CHECK|CHK|CHEQUE|CK|DEPOSITED)\\b.*")
                    || !line.checkNumber().isEmpty();
            ach = reason.map(ReturnReason::scheme)
                    .filter(s -> s == ReturnReason.Scheme.ACH || s == ReturnReason.Scheme.ISO)
                    .isPresent();
            tender = card ? Optional.of(Tender.CARD) : check ? Optional.of(Tender.CHECK) : Optional.empty();
        }

        static String withoutZeros(String digits) {
            String out = digits.replaceFirst("^0+(?=.)", "");
            return out.toUpperCase(Locale.ROOT);
        }
    }
}
