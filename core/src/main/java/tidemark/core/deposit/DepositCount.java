package tidemark.core.deposit;

import static tidemark.core.words.Catalogue.say;

import java.util.ArrayList;
import java.util.Collections;
import java.util.Comparator;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.TreeSet;
import org.joda.money.CurrencyUnit;
import tidemark.core.money.KeyingSlip;
import tidemark.core.money.MinorUnits;

/**
 * What was counted against what was picked. Checks are keyed amount by amount, in the order of the pile; each finds the
 * picked receipt of its amount, the first picked before the later. What is left on either side is named with everything that
 * explains it: digits swapped, the point slipped, keyed twice, missing from the pile, in hand but not picked, on another slip.
 *
 * @param found for each keyed amount in their order, the identifier of the picked receipt it found, or -1
 * @param leftovers what does not agree: keyed amounts in their order, then receipts by identifier
 * @param checksApart keyed checks less picked ones, in minor units
 * @param cashApart counted cash less picked receipts of cash, in minor units
 * @param checks what the keyed checks come to, in minor units
 * @param cash what the counted cash comes to, in minor units
 */
public record DepositCount(
        List<Long> found, List<Leftover> leftovers, long checksApart, long cashApart, long checks, long cash) {
    /** More than any slip holds; what is beyond is refused where it is entered. */
    public static final int MOST = 5_000;

    /**
     * A receipt as the count sees it.
     *
     * @param title as people know it, such as {@code check 4417 of Pell Charter}
     */
    public record Receipt(long id, long minorUnits, String title) {}

    /** Why an amount or a receipt is left. */
    public sealed interface Explanation {
        /** What kind of explanation it is, for whoever offers what mends it. */
        enum Kind {
            DIGITS_SWAPPED,
            POINT_MOVED,
            KEYED_TWICE,
            NOT_PICKED,
            ON_OTHER_SLIP,
            MISSING,
            UNKNOWN
        }

        default Kind kind() {
            return switch (this) {
                case DigitsSwapped e -> Kind.DIGITS_SWAPPED;
                case PointMoved e -> Kind.POINT_MOVED;
                case KeyedTwice e -> Kind.KEYED_TWICE;
                case NotPicked e -> Kind.NOT_PICKED;
                case OnOtherSlip e -> Kind.ON_OTHER_SLIP;
                case Missing e -> Kind.MISSING;
                case Unknown e -> Kind.UNKNOWN;
            };
        }

        /** The receipt it is about: on the slip, in hand or on another slip; none where there is none. */
        default Optional<Receipt> about() {
            return switch (this) {
                case DigitsSwapped e -> Optional.of(e.receipt());
                case PointMoved e -> Optional.of(e.receipt());
                case NotPicked e -> Optional.of(e.receipt());
                case OnOtherSlip e -> Optional.of(e.receipt());
                case Missing e -> Optional.of(e.receipt());
                case KeyedTwice e -> Optional.empty();
                case Unknown e -> Optional.empty();
            };
        }

        /** Keyed with two digits changed over, where the receipt says otherwise. */
        record DigitsSwapped(long keyed, Receipt receipt) implements Explanation {}

        /** Keyed with the point at another place. */
        record PointMoved(long keyed, Receipt receipt) implements Explanation {}

        /** Keyed once more than there are receipts of that amount. */
        record KeyedTwice(long keyed) implements Explanation {}

        /** There is a receipt of that amount in hand that was not picked. */
        record NotPicked(long keyed, Receipt receipt) implements Explanation {}

        /** There is one on another slip. */
        record OnOtherSlip(long keyed, Receipt receipt, String slip) implements Explanation {}

        /** Picked, and not in the pile. */
        record Missing(Receipt receipt) implements Explanation {}

        /** Nothing is like it. */
        record Unknown(long keyed) implements Explanation {}
    }

    /**
     * One thing that does not agree.
     *
     * @param keyed the place among the keyed amounts, or -1 for a receipt that was not keyed
     * @param explanations everything that fits, the likeliest first; more than one says that it cannot be told
     */
    public record Leftover(int keyed, List<Explanation> explanations) {
        public Leftover {
            explanations = List.copyOf(explanations);
        }

        public boolean isCertain() {
            return explanations.size() == 1;
        }
    }

    /** A receipt on another slip, with what that is called. */
    public record Elsewhere(Receipt receipt, String slip) {}

    public DepositCount {
        found = List.copyOf(found);
        leftovers = List.copyOf(leftovers);
    }

    /** Whether the slip may be banked: every check found its receipt, every receipt was keyed, and the cash is what it should be. */
    public boolean agrees() {
        return leftovers.isEmpty() && cashApart == 0;
    }

    /** What was counted, in minor units. */
    public long total() {
        return Math.addExact(checks, cash);
    }

    /** What was counted less what is on the slip, in minor units. */
    public long apart() {
        return Math.addExact(checksApart, cashApart);
    }

    /**
     * Compares. Cost: O(n log n) for n amounts and receipts, and O(k · m) for k leftover amounts and m leftover receipts.
     *
     * @param keyed amounts of checks in the order they were keyed, each above zero
     * @param picked receipts of checks on the slip, in its order
     * @param inHand receipts of checks in hand that were not picked
     * @param elsewhere receipts of checks on other slips that are open
     * @param cash what was counted by piece
     * @param cashPicked what the picked receipts of cash come to
     */
    public static DepositCount of(
            List<Long> keyed,
            List<Receipt> picked,
            List<Receipt> inHand,
            List<Elsewhere> elsewhere,
            CashPieces cash,
            long cashPicked) {
        Map<Long, List<Receipt>> waiting = byAmount(picked);
        Map<Long, Integer> known = new HashMap<>();
        picked.forEach(r -> known.merge(r.minorUnits(), 1, Integer::sum));
        List<Long> found = new ArrayList<>();
        List<Integer> left = new ArrayList<>();
        long keyedSum = 0;
        for (int i = 0; i < keyed.size(); i++) {
            keyedSum = Math.addExact(keyedSum, keyed.get(i));
            List<Receipt> same = waiting.getOrDefault(keyed.get(i), List.of());
            if (same.isEmpty()) {
                found.add(-1L);
                left.add(i);
            } else {
                found.add(same.removeFirst().id());
            }
        }
        long pickedSum = picked.stream().mapToLong(Receipt::minorUnits).sum();
        List<Receipt> missing = picked.stream()
                .filter(r -> waiting.getOrDefault(r.minorUnits(), List.of()).contains(r))
                .toList();
        return new DepositCount(
                found,
                explained(keyed, left, missing, known, byAmount(inHand), elsewhere),
                keyedSum - pickedSum,
                cash.total() - cashPicked,
                keyedSum,
                cash.total());
    }

    private static Map<Long, List<Receipt>> byAmount(List<Receipt> receipts) {
        Map<Long, List<Receipt>> out = new HashMap<>();
        receipts.forEach(
                r -> out.computeIfAbsent(r.minorUnits(), a -> new ArrayList<>()).add(r));
        return out;
    }

    private static List<Leftover> explained(
            List<Long> keyed,
            List<Integer> left,
            List<Receipt> missing,
            Map<Long, Integer> known,
            Map<Long, List<Receipt>> inHand,
            List<Elsewhere> elsewhere) {
        List<Leftover> out = new ArrayList<>();
        // a receipt that a slip of the hand explains is told with the amount it was keyed as
        TreeSet<Long> told = new TreeSet<>();
        for (int place : left) {
            long amount = keyed.get(place);
            List<Explanation> fits = new ArrayList<>();
            for (Receipt receipt : missing) {
                KeyingSlip.between(receipt.minorUnits(), amount).ifPresent(slip -> {
                    switch (slip) {
                        case KeyingSlip.DigitsSwapped s -> fits.add(new Explanation.DigitsSwapped(amount, receipt));
                        case KeyingSlip.PointMoved p -> fits.add(new Explanation.PointMoved(amount, receipt));
                        case KeyingSlip.SideTurned t -> {}
                    }
                });
            }
            fits.forEach(e -> e.about().ifPresent(r -> told.add(r.id())));
            if (known.getOrDefault(amount, 0) > 0) {
                fits.add(new Explanation.KeyedTwice(amount));
            }
            inHand.getOrDefault(amount, List.of()).forEach(r -> fits.add(new Explanation.NotPicked(amount, r)));
            elsewhere.stream()
                    .filter(e -> e.receipt().minorUnits() == amount)
                    .forEach(e -> fits.add(new Explanation.OnOtherSlip(amount, e.receipt(), e.slip())));
            out.add(new Leftover(place, fits.isEmpty() ? List.of(new Explanation.Unknown(amount)) : fits));
        }
        missing.stream()
                .filter(r -> !told.contains(r.id()))
                .sorted(Comparator.comparingLong(Receipt::id))
                .forEach(r -> out.add(new Leftover(-1, List.of(new Explanation.Missing(r)))));
        return Collections.unmodifiableList(out);
    }

    /**
     * What one of them says, in a sentence; it names amounts, so it is for those who may see them.
     *
     * @param currency of the slip
     */
    public static String told(Explanation explanation, CurrencyUnit currency) {
        return switch (explanation) {
            case Explanation.DigitsSwapped e ->
                say(
                        "count.digitsSwapped",
                        MinorUnits.grouped(e.keyed(), currency),
                        e.receipt().title(),
                        MinorUnits.grouped(e.receipt().minorUnits(), currency));
            case Explanation.PointMoved e ->
                say(
                        "count.pointMoved",
                        MinorUnits.grouped(e.keyed(), currency),
                        e.receipt().title(),
                        MinorUnits.grouped(e.receipt().minorUnits(), currency));
            case Explanation.KeyedTwice e -> say("count.keyedTwice", MinorUnits.grouped(e.keyed(), currency));
            case Explanation.NotPicked e ->
                say(
                        "count.notPicked",
                        MinorUnits.grouped(e.keyed(), currency),
                        e.receipt().title());
            case Explanation.OnOtherSlip e ->
                say(
                        "count.onOtherSlip",
                        MinorUnits.grouped(e.keyed(), currency),
                        e.receipt().title(),
                        e.slip());
            case Explanation.Missing e ->
                say(
                        "count.missing",
                        e.receipt().title(),
                        MinorUnits.grouped(e.receipt().minorUnits(), currency));
            case Explanation.Unknown e -> say("count.unknown", MinorUnits.grouped(e.keyed(), currency));
        };
    }
}
