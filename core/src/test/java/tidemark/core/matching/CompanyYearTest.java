package tidemark.core.matching;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertTrue;

import java.util.ArrayList;
import java.util.Collections;
import java.util.List;
import java.util.Map;
import java.util.Random;
import java.util.TreeSet;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.EnumSource;
import tidemark.core.given.CompanyYear;
import tidemark.core.ledger.CashEntryId;
import tidemark.core.statement.BankLine;
import tidemark.core.statement.BankLineId;

/** Whole years of companies of other kinds, small ones too; seeds that nothing was chosen for. */
class CompanyYearTest {
    private final LinkageMatching engine = new LinkageMatching();

    @ParameterizedTest
    @CsvSource({
        "PRACTICE, 1500, .9, .94",
        "WHOLESALE, 1500, .96, .98",
        "HOUSING, 1500, .93, .98",
        "SHOPS, 1500, .97, .98",
        "PRACTICE, 300, .85, .93",
        "WHOLESALE, 300, .9, .96",
        "HOUSING, 300, .75, .94",
        "SHOPS, 300, .93, .97",
    })
    void year_isMatched_ratherSilentThanWrong(CompanyYear.Kind kind, int size, double recall, double first) {
        int all = 0;
        int taken = 0;
        int right = 0;
        int best = 0;
        for (int seed = 201; seed <= 203; seed++) {
            CompanyYear year = new CompanyYear(kind, size, seed);
            Map<Long, CompanyYear.Truth> truth = year.byLine();
            MatchingResult result = engine.propose(year.lines, year.items, Learned.NOTHING);
            for (Candidate c : result.firm()) {
                taken += c.lines().size();
                right += (int) c.lines().stream()
                        .filter(l -> isTrue(c, truth.get(l.value())))
                        .count();
            }
            for (BankLine line : year.lines) {
                CompanyYear.Truth t = truth.get(line.id().value());
                List<Candidate> candidates = result.candidates(line.id());
                all += t != null ? 1 : 0;
                best += t != null && !candidates.isEmpty() && isTrue(candidates.getFirst(), t) ? 1 : 0;
            }
        }
        assertTrue(taken - right <= Math.max(1, taken / 2_000), right + " right of " + taken + " taken");
        assertTrue(right >= recall * all, right + " taken rightly of " + all);
        assertTrue(best >= first * all, best + " first of " + all);
    }

    private static boolean isTrue(Candidate c, CompanyYear.Truth t) {
        return t != null
                && new TreeSet<>(c.lines().stream().map(BankLineId::value).toList()).equals(t.lines())
                && new TreeSet<>(c.entries().stream().map(CashEntryId::value).toList()).equals(t.entries());
    }

    @ParameterizedTest
    @EnumSource(CompanyYear.Kind.class)
    void anyOrder_givesTheSame(CompanyYear.Kind kind) {
        CompanyYear year = new CompanyYear(kind, 400, 7);
        MatchingResult one = engine.propose(year.lines, year.items, Learned.NOTHING);
        List<BankLine> lines = new ArrayList<>(year.lines);
        List<LedgerItem> items = new ArrayList<>(year.items);
        Collections.shuffle(lines, new Random(3));
        Collections.shuffle(items, new Random(4));
        assertEquals(
                one.toString(), engine.propose(lines, items, Learned.NOTHING).toString());
    }

    @Test
    void truth_addsUp() {
        for (CompanyYear.Kind kind : CompanyYear.Kind.values()) {
            CompanyYear year = new CompanyYear(kind, 500, 3);
            long bank = 0;
            long ledger = 0;
            for (CompanyYear.Truth t : year.truths) {
                bank += year.lines.stream()
                        .filter(l -> t.lines().contains(l.id().value()))
                        .mapToLong(BankLine::minorUnits)
                        .sum();
                ledger += year.items.stream()
                        .filter(i -> t.entries().contains(i.id().value()))
                        .mapToLong(i -> i.entry().minorUnits())
                        .sum();
            }
            assertEquals(bank, ledger, kind.name());
        }
    }
}
