package tidemark.core.party;

import static tidemark.core.words.Catalogue.say;

import java.time.LocalDate;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import org.joda.money.CurrencyUnit;
import tidemark.core.money.MinorUnits;
import tidemark.core.problem.Words;

/**
 * What a payment settles, as far as its amount and the numbers that came with it tell.
 *
 * @param basis what it rests on
 * @param parts what is paid on which item, oldest first; every part is within what is open, so that
 *     {@link Allocation#of} takes them
 * @param rest of the amount, in minor units, not negative: what no item takes up
 * @param several whether other sets of items come to the same amount; these are the oldest of them
 * @param complete whether every set was tried; with more than {@value #MOST_SEARCHED} open items only sets of the oldest
 *     of these, all pairs, and all that is open up to some item
 * @param unknown numbers that no open item has, as they were given
 */
public record SettlementProposal(
        Basis basis, List<Allocation.Part> parts, long rest, boolean several, boolean complete, List<String> unknown) {
    /** So many items are tried in all combinations, each left out, paid in full or less its discount: 3<sup>20</sup>. */
    public static final int MOST_SEARCHED = 20;

    /** What a proposal rests on, in the order in which it is tried. */
    public enum Basis {
        /** Numbers that were given with the payment. */
        NUMBERS,
        /** One item of that amount. */
        ONE_ITEM,
        /** Items that come to the amount together. */
        SUM,
        /** Nothing but age: the oldest are settled first. */
        OLDEST,
        /** Nothing is open, or neither an amount nor a number is given. */
        NOTHING
    }

    /**
     * An open item that a payment may settle.
     *
     * @param open what is open of it, in minor units, above zero whatever its side
     * @param number as its paper has it; empty for none
     */
    public record Candidate(OpenItem item, long open, String number, List<DiscountBooking.Share> shares) {
        public Candidate {
            shares = List.copyOf(shares);
            if (open <= 0) {
                throw new IllegalArgumentException("Nothing is open of " + item.title());
            }
        }
    }

    public SettlementProposal {
        parts = List.copyOf(parts);
        unknown = List.copyOf(unknown);
    }

    private static final Comparator<Candidate> BY_AGE = Comparator.comparing(
                    (Candidate c) -> c.item().dueDate())
            .thenComparing(c -> c.item().date())
            .thenComparing(c -> c.item().id().value());

    /**
     * Proposes. Cost: O(n log n) for n candidates and at most 2 · 3<sup>10</sup> sums.
     *
     * @param candidates open items of one party and one side, in any order
     * @param amount of the payment in minor units, not negative; zero where it is not known yet
     * @param day of the payment, which decides what discounts may still be taken
     * @param numbers as they were typed or pasted, with whatever stands between them; empty for none
     */
    public static SettlementProposal of(List<Candidate> candidates, long amount, LocalDate day, String numbers) {
        if (amount < 0) {
            throw new IllegalArgumentException("An amount is not negative");
        }
        List<Candidate> byAge = candidates.stream().sorted(BY_AGE).toList();
        ItemNumbers.Found found = ItemNumbers.in(numbers, byAge);
        if (!found.items().isEmpty()) {
            return byNumbers(found, amount, day);
        }
        if (amount == 0 || byAge.isEmpty()) {
            return new SettlementProposal(Basis.NOTHING, List.of(), amount, false, true, found.unknown());
        }
        PaidInFull search = new PaidInFull(byAge, amount, day);
        Optional<PaidInFull.Solution> one = search.oneItem();
        if (one.isPresent()) {
            return new SettlementProposal(
                    Basis.ONE_ITEM, one.get().parts(), 0, one.get().several(), true, found.unknown());
        }
        Optional<PaidInFull.Solution> sum = search.severalItems();
        if (sum.isPresent()) {
            return new SettlementProposal(
                    Basis.SUM, sum.get().parts(), 0, sum.get().several(), search.isComplete(), found.unknown());
        }
        return oldestFirst(Basis.OLDEST, byAge, amount, day, search.isComplete(), found.unknown());
    }

    /**
     * What it rests on and what it leaves, in a sentence or two.
     *
     * @param currency of the amounts
     */
    public String told(CurrencyUnit currency) {
        List<String> out = new ArrayList<>();
        switch (basis) {
            case NUMBERS ->
                out.add(say("party.pickedByNumber", Words.count(parts.size(), say("noun.item"), say("noun.items"))));
            case ONE_ITEM -> {
                out.add(say("party.comesToThisAmount", parts.getFirst().item().title()));
                if (several) {
                    out.add(say("party.othersDoTooThisIsTheOldest"));
                }
            }
            case SUM -> {
                out.add(say(
                        "party.comeToThisAmountTogether",
                        Words.count(parts.size(), say("noun.item"), say("noun.items"))));
                if (several) {
                    out.add(say("party.otherSetsDoTooThisOneHas"));
                }
            }
            case OLDEST -> {
                out.add(say("party.noItemsComeToJustThisAmount"));
                if (!complete) {
                    out.add(say("party.soManyAreOpenThatNotEvery"));
                }
            }
            case NOTHING -> {
                if (rest > 0) {
                    out.add(say("party.nothingIsOpen"));
                }
            }
        }
        if (rest > 0 && basis != Basis.NOTHING) {
            out.add(say("party.isMoreThanTheyComeTo", MinorUnits.grouped(rest, currency)));
        }
        Allocation.Part last = parts.isEmpty() ? null : parts.getLast();
        if (last != null && last.settled() < last.open()) {
            out.add(say(
                    "party.ofStaysOpen",
                    MinorUnits.grouped(last.open() - last.settled(), currency),
                    last.item().title()));
        }
        if (!unknown.isEmpty()) {
            out.add(say(
                    "party.noOpenItemHasTheNumber",
                    String.join(", ", unknown.stream().limit(5).toList()),
                    unknown.size() > 5 ? say("party.andMore", unknown.size() - 5) : ""));
        }
        return String.join(" ", out);
    }

    /** The items of the numbers: in full where the amount is what they come to, else the oldest of them first. */
    private static SettlementProposal byNumbers(ItemNumbers.Found found, long amount, LocalDate day) {
        List<Candidate> picked = found.items();
        if (amount == 0) {
            List<Allocation.Part> parts = new ArrayList<>();
            for (Candidate c : picked) {
                parts.add(full(c, day, true));
            }
            return new SettlementProposal(Basis.NUMBERS, parts, 0, false, true, found.unknown());
        }
        Optional<List<Allocation.Part>> exact = new PaidInFull(picked, amount, day).all();
        return exact.map(parts -> new SettlementProposal(Basis.NUMBERS, parts, 0, false, true, found.unknown()))
                .orElseGet(() -> oldestFirst(Basis.NUMBERS, picked, amount, day, true, found.unknown()));
    }

    /** Each in full, less its discount where there still is one, as long as the amount lasts; the last one in part. */
    private static SettlementProposal oldestFirst(
            Basis basis, List<Candidate> byAge, long amount, LocalDate day, boolean complete, List<String> unknown) {
        List<Allocation.Part> parts = new ArrayList<>();
        long rest = amount;
        for (Candidate c : byAge) {
            if (rest == 0) {
                break;
            }
            Allocation.Part whole = full(c, day, true);
            Allocation.Part part =
                    whole.paid() <= rest ? whole : new Allocation.Part(c.item(), c.open(), rest, 0, c.shares());
            parts.add(part);
            rest -= part.paid();
        }
        return new SettlementProposal(basis, parts, rest, false, complete, unknown);
    }

    /** The whole of an item, with or without the discount of the day. */
    static Allocation.Part full(Candidate c, LocalDate day, boolean lessDiscount) {
        long discount = lessDiscount ? discount(c, day) : 0;
        return new Allocation.Part(c.item(), c.open(), c.open() - discount, discount, c.shares());
    }

    /** What may be deducted of an item; never all of it, for then nothing would be paid. */
    static long discount(Candidate c, LocalDate day) {
        long allowed = c.item().discount().on(day);
        return allowed >= c.open() ? 0 : allowed;
    }

    /** Items that are each paid in full, with or without their discount, and together come to an amount. */
    private static final class PaidInFull {
        private final List<Candidate> byAge;
        private final long amount;
        private final LocalDate day;

        PaidInFull(List<Candidate> byAge, long amount, LocalDate day) {
            this.byAge = byAge;
            this.amount = amount;
            this.day = day;
        }

        /** @param several whether another set of items does as well */
        record Solution(List<Allocation.Part> parts, boolean several) {}

        boolean isComplete() {
            return byAge.size() <= MOST_SEARCHED;
        }

        private long paid(int place, boolean lessDiscount) {
            return full(byAge.get(place), day, lessDiscount).paid();
        }

        private boolean hasDiscount(int place) {
            return discount(byAge.get(place), day) > 0;
        }

        Optional<Solution> oneItem() {
            List<Chosen> found = new ArrayList<>();
            for (int i = 0; i < byAge.size(); i++) {
                if (paid(i, false) == amount) {
                    found.add(new Chosen(new int[] {i}, new boolean[] {false}));
                } else if (hasDiscount(i) && paid(i, true) == amount) {
                    found.add(new Chosen(new int[] {i}, new boolean[] {true}));
                }
            }
            return best(found);
        }

        /** Every item there is. */
        Optional<List<Allocation.Part>> all() {
            List<Chosen> found = new ArrayList<>();
            if (isComplete()) {
                new Halves(this, byAge.size(), true).solutions(found);
            }
            upTo(found);
            found.removeIf(c -> c.places().length < byAge.size());
            return best(found).map(Solution::parts);
        }

        Optional<Solution> severalItems() {
            List<Chosen> found = new ArrayList<>();
            new Halves(this, Math.min(byAge.size(), MOST_SEARCHED), false).solutions(found);
            if (!isComplete()) {
                pairs(found);
                upTo(found);
            }
            return best(found);
        }

        /** All pairs, by the amount that the second must have. */
        private void pairs(List<Chosen> found) {
            Map<Long, List<Chosen>> seen = new HashMap<>();
            for (int i = 0; i < byAge.size(); i++) {
                for (boolean less : hasDiscount(i) ? new boolean[] {false, true} : new boolean[] {false}) {
                    for (Chosen other : seen.getOrDefault(amount - paid(i, less), List.of())) {
                        found.add(new Chosen(
                                new int[] {other.places()[0], i}, new boolean[] {other.lessDiscount()[0], less}));
                    }
                }
                for (boolean less : hasDiscount(i) ? new boolean[] {false, true} : new boolean[] {false}) {
                    List<Chosen> same = seen.computeIfAbsent(paid(i, less), k -> new ArrayList<>());
                    // two of an amount tell already that several fit
                    if (same.size() < 2) {
                        same.add(new Chosen(new int[] {i}, new boolean[] {less}));
                    }
                }
            }
        }

        /** All that is open up to some item, with every discount or with none. */
        private void upTo(List<Chosen> found) {
            for (boolean less : new boolean[] {false, true}) {
                long sum = 0;
                for (int n = 0; n < byAge.size() && sum < amount; n++) {
                    sum = Math.addExact(sum, paid(n, less));
                    if (sum == amount) {
                        int[] places = new int[n + 1];
                        boolean[] discounts = new boolean[n + 1];
                        for (int i = 0; i <= n; i++) {
                            places[i] = i;
                            discounts[i] = less && hasDiscount(i);
                        }
                        found.add(new Chosen(places, discounts));
                    }
                }
            }
        }

        private Optional<Solution> best(List<Chosen> found) {
            Set<List<Integer>> sets = new HashSet<>();
            found.forEach(c -> sets.add(c.set()));
            return found.stream().min(Comparator.naturalOrder()).map(c -> new Solution(parts(c), sets.size() > 1));
        }

        private List<Allocation.Part> parts(Chosen chosen) {
            List<Allocation.Part> parts = new ArrayList<>();
            for (int i = 0; i < chosen.places().length; i++) {
                parts.add(full(byAge.get(chosen.places()[i]), day, chosen.lessDiscount()[i]));
            }
            return parts;
        }
    }

    /**
     * A set of items by their places in age, rising, and which of them are paid less their discount. In order of age: of
     * two sets the one is first that has the older item where they begin to differ, or that needs no more items; of one
     * set, what takes no discount of its oldest.
     */
    @SuppressWarnings("ArrayRecordComponent")
    private record Chosen(int[] places, boolean[] lessDiscount) implements Comparable<Chosen> {
        List<Integer> set() {
            List<Integer> set = new ArrayList<>();
            for (int place : places) {
                set.add(place);
            }
            return set;
        }

        @Override
        public int compareTo(Chosen other) {
            int byPlace = java.util.Arrays.compare(places, other.places);
            return byPlace != 0 ? byPlace : java.util.Arrays.compare(lessDiscount, other.lessDiscount);
        }
    }

    /** All sets of some items that come to the amount, met in the middle: the sums of the older half and the younger. */
    private static final class Halves {
        private final PaidInFull all;
        private final int count;
        private final boolean everyItem;

        /** @param everyItem whether none may be left out */
        Halves(PaidInFull all, int count, boolean everyItem) {
            this.all = all;
            this.count = count;
            this.everyItem = everyItem;
        }

        /** Adds the first set and the second by age, so that it shows whether there are several. */
        void solutions(List<Chosen> found) {
            int middle = count / 2;
            Map<Long, List<Chosen>> younger = new HashMap<>();
            sums(
                    middle,
                    count,
                    (sum, chosen) -> keepFirst(younger.computeIfAbsent(sum, k -> new ArrayList<>()), chosen));
            sums(0, middle, (sum, older) -> {
                for (Chosen young : younger.getOrDefault(all.amount - sum, List.of())) {
                    Chosen both = joined(older, young);
                    if (both.places().length > 0) {
                        keepFirst(found, both);
                    }
                }
            });
        }

        /** Keeps the first by age, and the first of those of another set. */
        private static void keepFirst(List<Chosen> kept, Chosen chosen) {
            kept.add(chosen);
            if (kept.size() > 2) {
                kept.sort(Comparator.naturalOrder());
                Chosen first = kept.getFirst();
                Chosen second = kept.stream()
                        .filter(c -> !c.set().equals(first.set()))
                        .findFirst()
                        .orElse(kept.get(1));
                kept.clear();
                kept.add(first);
                kept.add(second);
            }
        }

        private interface Sums {
            void take(long sum, Chosen chosen);
        }

        /** Every combination of the items from one place to another, each left out, in full, or less its discount. */
        private void sums(int from, int to, Sums sums) {
            step(from, to, 0, new ArrayList<>(), new ArrayList<>(), sums);
        }

        private void step(int place, int to, long sum, List<Integer> places, List<Boolean> less, Sums sums) {
            if (sum > all.amount) {
                return;
            }
            if (place == to) {
                int[] chosen = places.stream().mapToInt(Integer::intValue).toArray();
                boolean[] discounts = new boolean[less.size()];
                for (int i = 0; i < discounts.length; i++) {
                    discounts[i] = less.get(i);
                }
                sums.take(sum, new Chosen(chosen, discounts));
                return;
            }
            if (!everyItem) {
                step(place + 1, to, sum, places, less, sums);
            }
            for (boolean discount : all.hasDiscount(place) ? new boolean[] {false, true} : new boolean[] {false}) {
                places.add(place);
                less.add(discount);
                step(place + 1, to, Math.addExact(sum, all.paid(place, discount)), places, less, sums);
                places.removeLast();
                less.removeLast();
            }
        }

        private static Chosen joined(Chosen older, Chosen young) {
            int[] places = new int[older.places().length + young.places().length];
            boolean[] less = new boolean[places.length];
            System.arraycopy(older.places(), 0, places, 0, older.places().length);
            System.arraycopy(young.places(), 0, places, older.places().length, young.places().length);
            System.arraycopy(older.lessDiscount(), 0, less, 0, older.lessDiscount().length);
            System.arraycopy(young.lessDiscount(), 0, less, older.lessDiscount().length, young.lessDiscount().length);
            return new Chosen(places, less);
        }
    }
}
