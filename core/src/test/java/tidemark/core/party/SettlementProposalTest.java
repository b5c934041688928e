package tidemark.core.party;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertFalse;
import static org.junit.jupiter.api.Assertions.assertTrue;

import java.time.LocalDate;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import java.util.Random;
import java.util.Set;
import java.util.TreeSet;
import java.util.stream.Collectors;
import org.joda.money.CurrencyUnit;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import tidemark.core.ledger.PartyId;
import tidemark.core.party.SettlementProposal.Basis;
import tidemark.core.party.SettlementProposal.Candidate;

class SettlementProposalTest {
    private static final LocalDate DAY = LocalDate.of(2026, 6, 15);

    /** Due so many days before or after the day; a discount that may still be taken, or zero. */
    private static Candidate item(long id, int due, long open, long discount) {
        LocalDate date = DAY.plusDays(due - 30L);
        return new Candidate(
                new OpenItem(
                        new OpenItemId(id),
                        new PartyId(1),
                        "1200",
                        "Invoice " + id,
                        date,
                        DAY.plusDays(due),
                        open,
                        discount == 0 ? OpenItem.Discount.NONE : new OpenItem.Discount(DAY, discount)),
                open,
                "INV-" + (1000 + id),
                List.of());
    }

    private static String shown(SettlementProposal p) {
        return p.basis()
                + p.parts().stream()
                        .map(x -> " " + x.item().id().value() + ":" + x.paid()
                                + (x.discount() == 0 ? "" : "+" + x.discount()))
                        .collect(Collectors.joining())
                + (p.rest() == 0 ? "" : " rest " + p.rest())
                + (p.several() ? " several" : "");
    }

    private static final List<Candidate> FOUR =
            List.of(item(1, 10, 500, 0), item(2, -5, 300, 0), item(3, 0, 1_000, 20), item(4, 20, 300, 0));

    @ParameterizedTest
    @CsvSource(delimiter = '|', textBlock = """
            500  | ONE_ITEM 1:500
            980  | ONE_ITEM 3:980+20
            1000 | ONE_ITEM 3:1000
            300  | ONE_ITEM 2:300 several
            800  | SUM 2:300 1:500 several
            1480 | SUM 3:980+20 1:500
            1500 | SUM 3:1000 1:500
            2080 | SUM 2:300 3:980+20 1:500 4:300
            400  | OLDEST 2:300 3:100
            1279 | OLDEST 2:300 3:979
            1300 | SUM 2:300 3:1000 several
            1281 | OLDEST 2:300 3:980+20 1:1
            2500 | OLDEST 2:300 3:980+20 1:500 4:300 rest 420
            0    | NOTHING
            """)
    void amount_findsOneItem_elseASum_elseTheOldest(long amount, String expected) {
        assertEquals(expected, shown(SettlementProposal.of(FOUR, amount, DAY, "")));
    }

    @Test
    void discountThatIsTooLate_isNotTaken() {
        SettlementProposal late = SettlementProposal.of(FOUR, 980, DAY.plusDays(1), "");
        assertEquals("OLDEST 2:300 3:680", shown(late));
    }

    @Test
    void nothingOpen_leavesTheAmount() {
        assertEquals("NOTHING rest 75", shown(SettlementProposal.of(List.of(), 75, DAY, "")));
    }

    @ParameterizedTest
    @CsvSource(delimiter = '|', textBlock = """
            inv 1003            | 0    | NUMBERS 3:980+20        | []
            INV-1001; INV-1004  | 0    | NUMBERS 1:500 4:300     | []
            INV-1001 INV-1004   | 800  | NUMBERS 1:500 4:300     | []
            1001, 1003          | 1500 | NUMBERS 3:1000 1:500    | []
            1001, 1003          | 1480 | NUMBERS 3:980+20 1:500  | []
            1003 1001 of 3 June | 1200 | NUMBERS 3:980+20 1:220  | []
            001001              | 700  | NUMBERS 1:500 rest 200  | []
            1001 and 7777       | 500  | NUMBERS 1:500           | [7777]
            7777                | 500  | ONE_ITEM 1:500          | [7777]
            """)
    void numbers_pickTheItems_howeverTheyAreWritten(String typed, long amount, String expected, String unknown) {
        SettlementProposal p = SettlementProposal.of(FOUR, amount, DAY, typed);
        assertEquals(expected, shown(p));
        assertEquals(unknown, p.unknown().toString());
    }

    @ParameterizedTest
    @CsvSource(delimiter = '|', textBlock = """
            500  |               | Invoice 1 comes to this amount.
            300  |               | Invoice 2 comes to this amount. Others do too; this is the oldest of them.
            1500 |               | 2 items come to this amount together.
            800  |               | 2 items come to this amount together. Other sets do too; this one has the oldest items.
            400  |               | No items come to just this amount; the oldest are settled first. 9.00 of Invoice 3 stays open.
            2500 |               | No items come to just this amount; the oldest are settled first. 4.20 is more than they come to.
            0    | 1001          | 1 item picked by number.
            0    | 8888 9999     | No open item has the number 8888, 9999.
            """)
    void proposal_tellsWhatItRestsOn(long amount, String numbers, String told) {
        SettlementProposal p = SettlementProposal.of(FOUR, amount, DAY, numbers == null ? "" : numbers);
        assertEquals(told, p.told(CurrencyUnit.USD));
    }

    @Test
    void digitsThatTwoItemsShare_pickNeither() {
        Candidate a = FOUR.get(0);
        Candidate b = FOUR.get(1);
        List<Candidate> alike = List.of(
                new Candidate(a.item(), a.open(), "A/2026/077", List.of()),
                new Candidate(b.item(), b.open(), "B/077", List.of()));
        assertEquals(Basis.NOTHING, SettlementProposal.of(alike, 0, DAY, "077").basis());
        assertEquals("NUMBERS 1:500", shown(SettlementProposal.of(alike, 0, DAY, "a-2026-077")));
    }

    /** All sets of two or more, each of its items in full or less its discount: the oldest of those that fit. */
    private record Tried(List<List<Integer>> sets, String first) {}

    private static Tried everySet(List<Candidate> byAge, long amount) {
        List<List<Integer>> sets = new ArrayList<>();
        List<int[]> ways = new ArrayList<>();
        int n = byAge.size();
        for (int code = 0; code < Math.pow(3, n); code++) {
            int[] way = new int[n];
            long sum = 0;
            int members = 0;
            boolean real = true;
            for (int i = 0, rest = code; i < n; i++, rest /= 3) {
                way[i] = rest % 3;
                Candidate c = byAge.get(i);
                real &= way[i] != 2 || SettlementProposal.discount(c, DAY) > 0;
                sum += way[i] == 0 ? 0 : c.open() - (way[i] == 2 ? SettlementProposal.discount(c, DAY) : 0);
                members += way[i] == 0 ? 0 : 1;
            }
            if (real && members > 0 && sum == amount) {
                ways.add(way);
                List<Integer> set = new ArrayList<>();
                for (int i = 0; i < n; i++) {
                    if (way[i] != 0) {
                        set.add(i);
                    }
                }
                if (!sets.contains(set)) {
                    sets.add(set);
                }
            }
        }
        // by the first item in which the sets differ, of which the older is first, then the set that needs no more;
        // of one set, in full before less its discount
        ways.sort((x, y) -> {
            for (int i = 0; i < n; i++) {
                if ((x[i] == 0) != (y[i] == 0)) {
                    int[] without = x[i] == 0 ? x : y;
                    boolean ends = java.util.stream.IntStream.range(i, n).allMatch(k -> without[k] == 0);
                    return (x[i] == 0) == ends ? -1 : 1;
                }
            }
            return java.util.Arrays.compare(x, y);
        });
        if (ways.isEmpty()) {
            return new Tried(sets, "");
        }
        int[] best = ways.getFirst();
        StringBuilder out = new StringBuilder();
        for (int i = 0; i < n; i++) {
            Candidate c = byAge.get(i);
            long discount = SettlementProposal.discount(c, DAY);
            if (best[i] != 0) {
                out.append(" ").append(c.item().id().value()).append(":");
                out.append(best[i] == 2 ? c.open() - discount + "+" + discount : Long.toString(c.open()));
            }
        }
        return new Tried(sets, out.toString());
    }

    private static List<Candidate> made(Random random, int count, int range) {
        List<Candidate> out = new ArrayList<>();
        for (int i = 0; i < count; i++) {
            long open = 1 + random.nextInt(range);
            long discount = random.nextInt(3) == 0 ? Math.min(open, 1 + random.nextInt(4)) : 0;
            out.add(item(i + 1, random.nextInt(40) - 20, open, discount));
        }
        return out;
    }

    private static List<Candidate> byAge(List<Candidate> items) {
        return items.stream()
                .sorted(Comparator.comparing((Candidate c) -> c.item().dueDate())
                        .thenComparing(c -> c.item().date())
                        .thenComparing(c -> c.item().id().value()))
                .toList();
    }

    /** Against trying all sets, over amounts that fit none, one, or many of them. */
    @Test
    void proposal_isTheOldestOfAllSetsThatFit_andSaysWhenThereAreSeveral() {
        Random random = new Random(20_260_615);
        int sums = 0;
        int ones = 0;
        int manyFit = 0;
        for (int round = 0; round < 1_500; round++) {
            List<Candidate> items = made(random, 1 + random.nextInt(7), round % 2 == 0 ? 12 : 400);
            long amount = 1 + random.nextInt(round % 2 == 0 ? 40 : 1_200);
            if (round % 3 == 0) {
                amount = items.stream()
                        .filter(c -> random.nextBoolean())
                        .mapToLong(Candidate::open)
                        .sum();
            }
            if (amount == 0) {
                continue;
            }
            SettlementProposal p = SettlementProposal.of(items, amount, DAY, "");
            checkAlways(items, amount, p);
            Tried tried = everySet(byAge(items), amount);
            List<List<Integer>> singles =
                    tried.sets().stream().filter(s -> s.size() == 1).toList();
            if (!singles.isEmpty()) {
                ones++;
                assertEquals(Basis.ONE_ITEM, p.basis());
                assertEquals(
                        byAge(items)
                                .get(singles.stream()
                                        .mapToInt(List::getFirst)
                                        .min()
                                        .orElseThrow())
                                .item(),
                        p.parts().getFirst().item());
                assertEquals(singles.size() > 1, p.several());
            } else if (!tried.sets().isEmpty()) {
                sums++;
                manyFit += p.several() ? 1 : 0;
                assertEquals("SUM" + tried.first() + (tried.sets().size() > 1 ? " several" : ""), shown(p));
            } else {
                assertEquals(Basis.OLDEST, p.basis());
            }
            assertTrue(p.complete());
        }
        assertTrue(
                sums > 200 && ones > 100 && manyFit > 50, sums + " sums, " + ones + " ones, " + manyFit + " several");
    }

    /** Whatever it rests on, it may be booked as it stands and comes to the amount. */
    private static void checkAlways(List<Candidate> items, long amount, SettlementProposal p) {
        Allocation allocation = Allocation.of(p.parts(), DAY, CurrencyUnit.USD);
        assertEquals(amount, allocation.paid() + p.rest());
        assertTrue(p.rest() >= 0);
        if (p.basis() == Basis.OLDEST && p.rest() > 0) {
            assertEquals(items.size(), p.parts().size(), "only what no item takes up is left");
        }
        Set<Long> ids = new TreeSet<>();
        p.parts().forEach(x -> assertTrue(ids.add(x.item().id().value())));
    }

    @Test
    void amongManyItems_pairsAndAllUpToOne_areStillFound_andThatNotAllWasTriedIsSaid() {
        Random random = new Random(7);
        List<Candidate> items = new ArrayList<>();
        for (int i = 0; i < 300; i++) {
            items.add(item(i + 1, i - 200, 100_000 + random.nextInt(900_000_000), i % 5 == 0 ? 1 + i : 0));
        }
        Candidate young = items.get(280);
        Candidate younger = items.get(299);
        SettlementProposal pair = SettlementProposal.of(items, young.open() - 281 + younger.open(), DAY, "");
        assertEquals("SUM 281:" + (young.open() - 281) + "+281 300:" + younger.open(), shown(pair));
        assertFalse(pair.complete());
        long upTo = items.stream().limit(40).mapToLong(Candidate::open).sum();
        SettlementProposal all = SettlementProposal.of(items, upTo, DAY, "");
        assertEquals(Basis.SUM, all.basis());
        assertEquals(40, all.parts().size());
        checkAlways(items, upTo, all);
        SettlementProposal none = SettlementProposal.of(items, 99_999, DAY, "");
        assertEquals("OLDEST 1:99999", shown(none));
        assertFalse(none.complete());
    }

    @Test
    void twentyItemsOfOneAmount_areAnsweredAtOnce() {
        List<Candidate> items = new ArrayList<>();
        for (int i = 0; i < 20; i++) {
            items.add(item(i + 1, i, 1_000, 10));
        }
        SettlementProposal p = SettlementProposal.of(items, 7 * 990 + 2 * 1_000, DAY, "");
        assertEquals(Basis.SUM, p.basis());
        assertTrue(p.several());
        assertEquals(
                List.of(1L, 2L, 3L, 4L, 5L, 6L, 7L, 8L, 9L),
                p.parts().stream().map(x -> x.item().id().value()).toList());
        checkAlways(items, 7 * 990 + 2 * 1_000, p);
    }
}
