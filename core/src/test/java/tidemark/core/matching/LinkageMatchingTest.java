package tidemark.core.matching;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertFalse;
import static org.junit.jupiter.api.Assertions.assertNotEquals;
import static org.junit.jupiter.api.Assertions.assertTrue;

import java.time.LocalDate;
import java.util.ArrayList;
import java.util.Collections;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Random;
import java.util.Set;
import java.util.TreeSet;
import org.joda.money.CurrencyUnit;
import org.junit.jupiter.api.RepeatedTest;
import org.junit.jupiter.api.RepetitionInfo;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import tidemark.core.given.AccountYear;
import tidemark.core.given.Books;
import tidemark.core.ledger.CashEntry;
import tidemark.core.ledger.CashEntryId;
import tidemark.core.statement.BankLine;
import tidemark.core.statement.BankLineId;

class LinkageMatchingTest {
    private static final LocalDate DAY = LocalDate.of(2026, 6, 10);
    private final LinkageMatching engine = new LinkageMatching();

    private static String words(Candidate c) {
        return String.join(
                "; ", c.evidence().stream().map(e -> e.words(CurrencyUnit.USD)).toList());
    }

    private static BankLine line(long id, LocalDate day, long amount, String reference, String text) {
        return new BankLine(new BankLineId(id), day, day, amount, reference, "", "", "", text, "");
    }

    private static CashEntry entry(long id, LocalDate day, long amount, String reference, String party) {
        return new CashEntry(new CashEntryId(id), day, amount, reference, "", party, "");
    }

    private Candidate only(BankLine line, CashEntry entry) {
        List<Candidate> candidates =
                engine.propose(List.of(line), List.of(entry)).candidates(line.id());
        assertEquals(1, candidates.size());
        return candidates.getFirst();
    }

    @Test
    void sameCheckAndAmount_isFirm_howeverLate() {
        Candidate c = only(
                Books.line(1, DAY, -50_073, "20421", "Check"),
                Books.entry(1, DAY.minusDays(40), -50_073, "20421", "H"));
        assertEquals(Strength.FIRM, c.strength());
        assertTrue(words(c).startsWith("same check number; same amount"), words(c));
    }

    @Test
    void sameCheckOtherAmount_isNeverFirm_andTellsTheSwappedDigits() {
        Candidate c = only(
                Books.line(1, DAY, -48_960, "20421", "Check"), Books.entry(1, DAY.minusDays(2), -49_860, "20421", "D"));
        assertEquals(Strength.FAIR, c.strength());
        assertEquals(900, c.differenceMinorUnits());
        assertTrue(words(c).contains("9.00 apart: 8 and 9 swapped"), words(c));
        assertTrue(words(c).contains("2 days later at the bank"));
    }

    @Test
    void sameAmountOtherCheck_isNotFirm() {
        Candidate c = only(Books.line(1, DAY, -50_073, "20421", "Check"), Books.entry(1, DAY, -50_073, "31977", "D"));
        assertNotEquals(Strength.FIRM, c.strength());
        assertTrue(words(c).contains("other check number"), words(c));
    }

    @ParameterizedTest
    @CsvSource({
        "INV-41007, INV-41007, '', same reference",
        "INV-41007, '', PAYMENT INV-41007 THANK YOU, is in the bank's text",
        "0041007, '', PAYMENT 41007, but for leading zeros",
        "INV-41007, INV-41O07, '', but for one character",
        "INV-41007, INV-41070, '', but for one character",
    })
    void reference_isFound_howeverItIsWritten(String ours, String reference, String text, String told) {
        Candidate c = only(line(1, DAY, 81_733, reference, text), entry(1, DAY.minusDays(1), 81_733, ours, ""));
        assertTrue(words(c).contains(told), words(c));
        assertEquals(0, c.differenceMinorUnits());
    }

    @ParameterizedTest
    @CsvSource({
        "Saltmarsh Dairy Company, SALTMARSH DAIRY COMPA",
        "Saltmarsh Dairy Company, DAIRY SALTMARSH",
        "Saltmarsh Dairy Company, SALTMARHS DAIRY CO",
        "Castor Management Services, CASTOR MGMT SVCS",
    })
    void name_isFound_howeverTheBankWritesIt(String ours, String text) {
        List<CashEntry> entries = List.of(
                entry(1, DAY, 50_000, "", ours),
                entry(2, DAY, 50_000, "", "Northgate Timber"),
                entry(3, DAY, 50_000, "", "Osprey Glass"));
        BankLine line = line(1, DAY.plusDays(1), 50_000, "", text);
        Candidate first =
                engine.propose(List.of(line), entries).candidates(line.id()).getFirst();
        assertEquals(List.of(new CashEntryId(1)), first.entries());
        assertTrue(words(first).contains("names " + ours), words(first));
    }

    @Test
    void twoEqualEntriesOfDifferentParties_areNotTakenAutomatically() {
        BankLine line = Books.line(1, DAY, 77_712, "", "x");
        MatchingResult result = engine.propose(
                List.of(line), List.of(Books.entry(1, DAY, 77_712, "", "a"), Books.entry(2, DAY, 77_712, "", "b")));
        assertEquals(2, result.candidates(line.id()).size());
        assertTrue(result.firm().isEmpty());
        assertTrue(words(result.candidates(line.id()).getFirst()).contains("one of 2 with this amount"));
    }

    @Test
    void whatIsAlikeInAll_isInterchangeable_andWhatIsLeftOverStaysOpen() {
        List<BankLine> lines = new ArrayList<>();
        List<CashEntry> entries = new ArrayList<>();
        for (int i = 1; i <= 3; i++) {
            lines.add(line(i, DAY, 91_733, "M70", "OSPREY GLASS"));
            entries.add(entry(i, DAY, 91_733, "M70", "Osprey Glass"));
        }
        for (int i = 4; i <= 40; i++) {
            entries.add(entry(i, DAY.minusDays(i), 1_000L * i + 77, "M" + 100 * i, "Another " + i));
        }
        assertEquals(3, engine.propose(lines, entries).firm().size());
        List<Candidate> two = engine.propose(lines.subList(0, 2), entries).firm();
        assertEquals(2, two.size());
        assertTrue(words(two.getFirst()).contains("one of 3 alike"), words(two.getFirst()));
        assertEquals(2, engine.propose(lines, entries.subList(0, 2)).firm().size());
    }

    @Test
    void linesAndEntriesThatFitCrosswise_areNotFirm() {
        // both ways to pair them take two days in all
        List<BankLine> lines = List.of(
                line(1, LocalDate.of(2026, 6, 10), 91_733, "M70", "OSPREY GLASS"),
                line(2, LocalDate.of(2026, 6, 11), 91_733, "M70", "OSPREY GLASS"));
        List<CashEntry> entries = List.of(
                entry(1, LocalDate.of(2026, 6, 9), 91_733, "M70", "Osprey Glass"),
                entry(2, LocalDate.of(2026, 6, 10), 91_733, "M70", "Osprey Glass"));
        MatchingResult result = engine.propose(lines, entries);
        assertTrue(result.firm().isEmpty());
        // each line has the other's entry as well, and its own of the whole that is best first
        List<CashEntryId> first = lines.stream()
                .map(l -> result.candidates(l.id()).getFirst().entries().getFirst())
                .toList();
        assertEquals(2, new HashSet<>(first).size(), first.toString());
        assertTrue(lines.stream()
                .allMatch(l -> result.candidates(l.id()).getFirst().logOdds()
                        >= result.candidates(l.id()).get(1).logOdds() - .05));
    }

    @Test
    void entryThatWasMadeTwice_isTakenOnce_andTheOneMadeFirst() {
        List<CashEntry> entries = new ArrayList<>();
        for (int i = 1; i <= 60; i++) {
            entries.add(entry(i, DAY.minusDays(i % 20), 1_000L * i + 77, "INV-7" + (100 + i), "Party " + i));
        }
        entries.add(entry(101, DAY, 91_733, "INV-7300", "Osprey Glass"));
        entries.add(entry(102, DAY, 91_733, "INV-7300", "Osprey Glass"));
        BankLine line = line(1, DAY.plusDays(1), 91_733, "", "OSPREY GLASS INV-7300");
        MatchingResult result = engine.propose(List.of(line), entries);
        assertEquals(1, result.firm().size());
        assertEquals(List.of(new CashEntryId(101)), result.firm().getFirst().entries());
        assertTrue(words(result.firm().getFirst()).contains("one of 2 alike"));
        assertEquals(
                List.of(101L, 102L),
                result.candidates(line.id()).subList(0, 2).stream()
                        .map(c -> c.entries().getFirst().value())
                        .toList());
    }

    @Test
    void slip_ofSevenChecks_isOneLine_thoughAnEntryElsewhereHasTheAmountOfOne() {
        List<CashEntry> entries = new ArrayList<>();
        long sum = 0;
        for (int i = 1; i <= 7; i++) {
            entries.add(entry(i, DAY, 10_000L + 1_733 * i, "D-501", "Payer " + i));
            sum += entries.getLast().minorUnits();
        }
        entries.add(entry(8, DAY, entries.get(2).minorUnits(), "", "Another"));
        BankLine line = line(1, DAY.plusDays(1), sum, "D-501", "DEPOSIT");
        Candidate c =
                engine.propose(List.of(line), entries).candidates(line.id()).getFirst();
        assertEquals(7, c.entries().size());
        assertEquals(Strength.FIRM, c.strength());
        assertTrue(words(c).contains("all 7 entries of the ledger make the amount"), words(c));
    }

    @Test
    void twoSubsetsOfOneSum_areNotTakenAutomatically() {
        // 300.00 = 100.00 + 200.00 = 120.00 + 180.00, all of one day
        List<CashEntry> entries = List.of(
                entry(1, DAY, 10_000, "", "a"),
                entry(2, DAY, 20_000, "", "b"),
                entry(3, DAY, 12_000, "", "c"),
                entry(4, DAY, 18_000, "", "d"));
        BankLine line = line(1, DAY, 30_000, "", "DEPOSIT");
        MatchingResult result = engine.propose(List.of(line), entries);
        assertTrue(result.firm().isEmpty());
        assertTrue(result.candidates(line.id()).stream()
                        .filter(c -> c.entries().size() == 2)
                        .count()
                >= 2);
    }

    @Test
    void depositCreditedInParts_isManyLinesOfOneEntry() {
        List<BankLine> lines = List.of(
                line(1, DAY.plusDays(1), 31_733, "D-77", "DEPOSIT"),
                line(2, DAY.plusDays(2), 54_011, "D-77", "DEPOSIT"),
                line(3, DAY.plusDays(2), 19_999, "", "OTHER"));
        Candidate c = engine.propose(lines, List.of(entry(1, DAY, 85_744, "D-77", "Receipts")))
                .candidates(new BankLineId(1))
                .getFirst();
        assertEquals(List.of(new BankLineId(1), new BankLineId(2)), c.lines());
        assertEquals(0, c.differenceMinorUnits());
    }

    /** Among so many lines a sum of any two tells nothing; the two that name the party are found all the same. */
    @Test
    void depositCreditedInParts_onCrowdedDays_isFoundByItsName_andByNoSumAlone() {
        Random random = new Random(5);
        List<BankLine> lines = new ArrayList<>();
        for (int i = 0; i < 900; i++) {
            lines.add(line(
                    10 + i, DAY.plusDays(random.nextInt(3)), 100 + random.nextInt(90_000), "", "CARD " + 7_000 + i));
        }
        BankLine one = line(1, DAY, 61_107, "", "MERROW RENTALS PART 1");
        BankLine two = line(2, DAY.plusDays(1), 38_894, "", "MERROW RENTALS PART 2");
        lines.add(one);
        lines.add(two);
        CashEntry named = entry(1, DAY, 100_001, "", "Merrow Rentals");
        CashEntry silent =
                entry(2, DAY, lines.get(3).minorUnits() + lines.get(4).minorUnits(), "", "Osprey Glass");
        MatchingResult result = engine.propose(lines, List.of(named, silent));
        Candidate first = result.candidates(one.id()).getFirst();
        assertEquals(List.of(one.id(), two.id()), first.lines());
        assertEquals(List.of(named.id()), first.entries());
        for (int i : new int[] {3, 4}) {
            assertTrue(result.candidates(lines.get(i).id()).stream()
                    .noneMatch(c -> c.lines().size() > 1));
        }
    }

    @Test
    void entryOfTheSameDayAlone_ofQuiteAnotherAmount_isNoCandidate() {
        BankLine part = line(1, DAY.plusDays(1), 150_000, "", "DEPOSIT PART 1");
        BankLine rest = line(2, DAY.plusDays(2), 81_500, "", "DEPOSIT PART 2");
        List<Candidate> candidates = engine.propose(
                        List.of(part, rest),
                        List.of(entry(1, DAY, 231_500, "D-190", "Receipts"), entry(2, DAY, 40_311, "", "Other")))
                .candidates(part.id());
        assertEquals(1, candidates.size(), candidates.toString());
        assertEquals(2, candidates.getFirst().lines().size());
    }

    @Test
    void takingsLessWhatIsUsuallyKept_areFoundAmongOthersOfTheirDay() {
        List<BankLine> lines = new ArrayList<>();
        List<CashEntry> entries = new ArrayList<>();
        Random random = new Random(5);
        // single takings teach what is kept back: 2.5 per cent
        for (int i = 1; i <= 12; i++) {
            long gross = 20_000 + random.nextInt(200_000);
            entries.add(entry(i, DAY.plusDays(2L * i), gross, "", "Till North"));
            lines.add(line(i, DAY.plusDays(2L * i + 1), gross - Math.round(gross * .025), "", "SETTLEMENT"));
        }
        LocalDate day = DAY.plusDays(41);
        long[] gross = {12_345, 67_891, 23_456, 45_677};
        for (int i = 0; i < gross.length; i++) {
            entries.add(entry(20 + i, day, gross[i], "", "Till North"));
        }
        long three = gross[0] + gross[1] + gross[3];
        lines.add(line(20, day.plusDays(1), three - Math.round(three * .025), "", "SETTLEMENT"));
        Candidate first =
                engine.propose(lines, entries).candidates(new BankLineId(20)).getFirst();
        assertEquals(List.of(new CashEntryId(20), new CashEntryId(21), new CashEntryId(23)), first.entries());
        assertNotEquals(Strength.FIRM, first.strength());
    }

    @Test
    void manyLinesOfWhichSomeCancelByChance_doNotTakeALineFromItsEntry() {
        Random random = new Random(3);
        List<BankLine> lines = new ArrayList<>();
        List<CashEntry> entries = new ArrayList<>();
        for (int i = 0; i < 20_000; i++) {
            long amount = (100 + random.nextInt(20_000)) * (i % 2 == 0 ? 1L : -1L);
            lines.add(line(i, DAY.plusDays(i / 700), amount, "FC-" + (100_000 + i), "FUEL CARD " + i % 700));
            if (i < 100) {
                entries.add(entry(i, DAY, amount, "FC-" + (100_000 + i), "Fuel card"));
            }
        }
        MatchingResult result = engine.propose(lines, entries);
        for (int i = 0; i < 100; i++) {
            Candidate first = result.candidates(new BankLineId(i)).getFirst();
            assertEquals(List.of(new CashEntryId(i)), first.entries());
        }
    }

    @Test
    void twoPaymentsForThreeInvoices_areOneMatch_ofManySides() {
        List<BankLine> lines = List.of(
                line(1, DAY.plusDays(1), 70_000, "", "TARN HOUSE BISTRO"),
                line(2, DAY.plusDays(3), 21_377, "", "TARN HOUSE BISTRO"),
                line(3, DAY.plusDays(3), 21_377, "", "GULLMERE BOATS"));
        List<CashEntry> entries = List.of(
                entry(1, DAY, 40_155, "6-11", "Tarn House Bistro"),
                entry(2, DAY, 31_111, "6-12", "Tarn House Bistro"),
                entry(3, DAY.plusDays(1), 20_111, "6-13", "Tarn House Bistro"),
                entry(4, DAY.plusDays(1), 99_000, "6-14", "Tarn House Bistro"));
        MatchingResult result = engine.propose(lines, entries);
        Candidate c = result.candidates(new BankLineId(1)).getFirst();
        assertEquals(List.of(new BankLineId(1), new BankLineId(2)), c.lines());
        assertEquals(List.of(new CashEntryId(1), new CashEntryId(2), new CashEntryId(3)), c.entries());
        assertEquals(0, c.differenceMinorUnits());
        assertTrue(words(c).contains("2 lines and 3 entries only together come to the same"), words(c));
        assertEquals(c, result.candidates(new BankLineId(2)).getFirst());
    }

    @Test
    void setThatWasUndone_isNeverFirmAgain() {
        BankLine deposit = line(1, DAY.plusDays(1), 85_744, "D-77", "DEPOSIT");
        List<LedgerItem> slip = List.of(
                new LedgerItem(entry(1, DAY, 31_733, "D-77", "Receipts")),
                new LedgerItem(entry(2, DAY, 54_011, "D-77", "Receipts")));
        assertEquals(
                1,
                engine.propose(List.of(deposit), slip, Learned.NOTHING).firm().size());
        Learned undone = new Learned(
                List.of(),
                List.of(),
                Set.of(new Learned.UndoneSet(
                        Set.of(new BankLineId(1)), Set.of(new CashEntryId(1), new CashEntryId(2)))));
        MatchingResult again = engine.propose(List.of(deposit), slip, undone);
        assertEquals(0, again.firm().size());
        assertEquals(2, again.candidates(deposit.id()).getFirst().entries().size());
    }

    @Test
    void errorOfTheBankAndItsCorrection_areShownTogether_neverTaken() {
        List<BankLine> lines = List.of(
                line(1, DAY, -81_311, "Z9", "WRONG DEBIT"),
                line(2, DAY.plusDays(3), 81_311, "Z9", "CORRECTION WRONG DEBIT"));
        MatchingResult result = engine.propose(lines, List.of());
        Candidate c = result.candidates(new BankLineId(1)).getFirst();
        assertEquals(2, c.lines().size());
        assertTrue(c.entries().isEmpty());
        assertTrue(result.firm().isEmpty());
    }

    @Test
    void whatWasUndone_isNeverFirmAgain_andThePayerIsLearned() {
        BankLine line = line(9, DAY, 50_000, "INV-41007", "OSPREY GLS 7731");
        LedgerItem right = new LedgerItem(entry(9, DAY, 50_000, "INV-41007", "Osprey Glass"));
        assertEquals(
                1,
                engine.propose(List.of(line), List.of(right), Learned.NOTHING)
                        .firm()
                        .size());
        Learned undone = new Learned(List.of(), List.of(new Learned.Decided(line, right)));
        assertEquals(
                0, engine.propose(List.of(line), List.of(right), undone).firm().size());

        List<Learned.Decided> before = new ArrayList<>();
        for (int i = 1; i <= 5; i++) {
            before.add(new Learned.Decided(
                    line(i, DAY.minusDays(30 * i), 40_000 + i, "", "QX TRADING 77"),
                    new LedgerItem(entry(i, DAY.minusDays(30 * i), 40_000 + i, "", "Blackwater Foods"))));
        }
        BankLine fromThem = line(20, DAY, 50_000, "", "QX TRADING 81");
        List<LedgerItem> two = List.of(
                new LedgerItem(entry(21, DAY, 50_000, "", "Northgate Timber")),
                new LedgerItem(entry(22, DAY, 50_000, "", "Blackwater Foods")));
        Candidate first = engine.propose(List.of(fromThem), two, new Learned(before, List.of()))
                .candidates(fromThem.id())
                .getFirst();
        assertEquals(List.of(new CashEntryId(22)), first.entries());
        assertTrue(words(first).contains("this payer was Blackwater Foods before"), words(first));
    }

    @RepeatedTest(12)
    void anyOrderOfTheInput_givesTheSame(RepetitionInfo info) {
        AccountYear year =
                new AccountYear(AccountYear.ALL.get(info.getCurrentRepetition() % 5), 250, info.getCurrentRepetition());
        MatchingResult one = engine.propose(year.lines, year.items, Learned.NOTHING);
        List<BankLine> lines = new ArrayList<>(year.lines);
        List<LedgerItem> items = new ArrayList<>(year.items);
        Collections.shuffle(lines, new Random(info.getCurrentRepetition()));
        Collections.shuffle(items, new Random(info.getCurrentRepetition() + 1L));
        MatchingResult other = engine.propose(lines, items, Learned.NOTHING);
        assertEquals(one, other);
        assertEquals(
                one.toString(),
                engine.propose(year.lines, year.items, Learned.NOTHING).toString());
        Set<Object> used = new HashSet<>();
        for (Candidate c : one.presumed()) {
            c.lines().forEach(l -> assertTrue(used.add(l)));
            c.entries().forEach(e -> assertTrue(used.add(e)));
        }
    }

    /** The figures of the benchmark, with a bound on each, over years that no constant was chosen for. */
    @ParameterizedTest
    @CsvSource({
        "typical, 0.9995, 0.97, 0.99",
        "checks, 0.9995, 0.96, 0.99",
        "retail, 0.999, 0.82, 0.96",
        "sparse, 0.9995, 0.75, 0.97",
        "adversarial, 0.999, 0.45, 0.88"
    })
    void year_isMatchedRightly_ratherSilentThanWrong(String name, double precision, double recall, double first) {
        AccountYear.Profile profile = AccountYear.ALL.stream()
                .filter(p -> p.name().equals(name))
                .findFirst()
                .orElseThrow();
        int taken = 0;
        int right = 0;
        int exact = 0;
        int any = 0;
        int best = 0;
        for (int seed = 101; seed <= 102; seed++) {
            AccountYear year = new AccountYear(profile, 3_000, seed);
            Map<Long, AccountYear.Truth> truth = year.byLine();
            MatchingResult result = engine.propose(year.lines, year.items, Learned.NOTHING);
            for (Candidate c : result.firm()) {
                taken += c.lines().size();
                right += c.lines().stream()
                        .filter(l -> isTrue(c, truth.get(l.value())))
                        .count();
            }
            for (BankLine line : year.lines) {
                AccountYear.Truth t = truth.get(line.id().value());
                if (t != null) {
                    any++;
                    exact += t.exact() ? 1 : 0;
                    List<Candidate> candidates = result.candidates(line.id());
                    best += !candidates.isEmpty() && isTrue(candidates.getFirst(), t) ? 1 : 0;
                }
            }
        }
        assertTrue(right >= precision * taken, right + " right of " + taken + " taken");
        assertTrue(right >= recall * exact, right + " right of " + exact + " that add up");
        assertTrue(best >= first * any, best + " first of " + any);
    }

    private static boolean isTrue(Candidate c, AccountYear.Truth t) {
        return t != null
                && new TreeSet<>(c.lines().stream().map(BankLineId::value).toList()).equals(t.lines())
                && new TreeSet<>(c.entries().stream().map(CashEntryId::value).toList()).equals(t.entries());
    }

    @Test
    void nothing_toMatch_isNothing() {
        assertTrue(engine.propose(List.of(), List.of()).presumed().isEmpty());
        BankLine line = line(1, DAY, 5, "", "");
        assertFalse(engine.propose(List.of(line), List.of()).byLine().containsKey(line.id()));
    }
}
