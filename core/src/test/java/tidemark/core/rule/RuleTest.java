package tidemark.core.rule;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertFalse;
import static org.junit.jupiter.api.Assertions.assertThrows;
import static org.junit.jupiter.api.Assertions.assertTrue;

import java.time.LocalDate;
import java.util.List;
import java.util.Optional;
import java.util.OptionalInt;
import java.util.OptionalLong;
import java.util.Random;
import java.util.regex.Pattern;
import org.junit.jupiter.api.RepeatedTest;
import org.junit.jupiter.api.RepetitionInfo;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import tidemark.core.given.Books;
import tidemark.core.ledger.CashEntry;
import tidemark.core.matching.Learned;
import tidemark.core.matching.LedgerItem;
import tidemark.core.matching.LinkageMatching;
import tidemark.core.matching.MatchingResult;
import tidemark.core.matching.Strength;
import tidemark.core.problem.RuleViolation;
import tidemark.core.statement.BankLine;
import tidemark.core.statement.BankLineId;

class RuleTest {
    private static final LocalDate DAY = LocalDate.of(2026, 6, 10);

    private static Conditions text(TextTest test, String text) {
        return new Conditions(
                Optional.empty(),
                OptionalLong.empty(),
                OptionalLong.empty(),
                test,
                text,
                "",
                "",
                OptionalInt.empty(),
                OptionalInt.empty());
    }

    private static Rule rule(long id, Conditions when, Effect then) {
        return new Rule(id, "r" + id, when, then, Optional.empty(), Optional.empty());
    }

    private static Effect.Book fee() {
        return new Effect.Book();
    }

    @ParameterizedTest
    @CsvSource({
        "CONTAINS, aintenance, Monthly MAINTENANCE fee, true",
        "STARTS, monthly, Monthly MAINTENANCE fee, true",
        "STARTS, maintenance, Monthly MAINTENANCE fee, false",
        "WORD, fee, Monthly MAINTENANCE fee, true",
        "WORD, fee, Coffee house, false",
        "WORD, fee, a fee-based plan, true",
        "PATTERN, monthly * fee, Monthly MAINTENANCE fee, true",
        "PATTERN, *INV-???? paid*, x inv-4711 PAID y, true",
        "PATTERN, INV-????, inv-47, false"
    })
    void text_isTestedAsAsked(TextTest test, String wanted, String text, boolean holds) {
        assertEquals(holds, text(test, wanted).hold(Books.line(1, DAY, 100, "", text)));
    }

    @RepeatedTest(300)
    void pattern_meansWhatTheSlowOneMeans(RepetitionInfo info) {
        Random random = new Random(info.getCurrentRepetition());
        StringBuilder pattern = new StringBuilder();
        StringBuilder regex = new StringBuilder();
        for (int i = random.nextInt(7); i >= 0; i--) {
            char c = "AB*?".charAt(random.nextInt(4));
            pattern.append(c);
            regex.append(c == '*' ? ".*" : c == '?' ? "." : c);
        }
        StringBuilder text = new StringBuilder();
        for (int i = random.nextInt(8); i > 0; i--) {
            text.append("AB".charAt(random.nextInt(2)));
        }
        assertEquals(
                Pattern.matches(regex.toString(), text), TextTest.PATTERN.holds(text.toString(), pattern.toString()));
    }

    @Test
    void conditions_allMustHold_amountsWithoutSign_daysOverAMonthsEnd() {
        Conditions when = new Conditions(
                Optional.of(Conditions.Direction.OUT),
                OptionalLong.of(1_000),
                OptionalLong.of(2_000),
                TextTest.CONTAINS,
                "",
                "",
                "",
                OptionalInt.of(28),
                OptionalInt.of(3));
        assertTrue(when.hold(Books.line(1, LocalDate.of(2026, 6, 30), -1_000, "", "")));
        assertTrue(when.hold(Books.line(1, LocalDate.of(2026, 7, 3), -2_000, "", "")));
        assertFalse(when.hold(Books.line(1, LocalDate.of(2026, 7, 4), -2_000, "", "")));
        assertFalse(when.hold(Books.line(1, LocalDate.of(2026, 6, 30), 1_000, "", "")));
        assertFalse(when.hold(Books.line(1, LocalDate.of(2026, 6, 30), -999, "", "")));
        assertFalse(when.hold(Books.line(1, LocalDate.of(2026, 6, 30), -2_001, "", "")));
    }

    @ParameterizedTest
    @CsvSource({
        "osprey glass, OSPREY GLASS LTD, payment, true",
        "glass osprey, OSPREY GLASS LTD, payment, true",
        "osprey glass, OSPREY MARINE, osprey glass, false",
        "osprey glass, '', OSPREY GLASS INV-9, true",
        "glass, OSPREY GLASSWORKS, glass, false"
    })
    void party_isTheCounterparty_orStandsInTheTextWhereThereIsNone(
            String party, String counterparty, String text, boolean holds) {
        Conditions when = new Conditions(
                Optional.empty(),
                OptionalLong.empty(),
                OptionalLong.empty(),
                TextTest.CONTAINS,
                "",
                party,
                "",
                OptionalInt.empty(),
                OptionalInt.empty());
        assertEquals(
                holds, when.hold(new BankLine(new BankLineId(1), DAY, DAY, 100, "", "", "", counterparty, text, "")));
    }

    @Test
    void rule_ofNothing_isRefused() {
        assertEquals(
                "rule.conditions",
                assertThrows(RuleViolation.class, () -> text(TextTest.CONTAINS, " "))
                        .code());
        assertEquals(
                "rule.party",
                assertThrows(RuleViolation.class, () -> new Effect.Prefer(" ")).code());
    }

    @Test
    void firstInOrder_books_withinItsDates() {
        Rule late = new Rule(1, "a", text(TextTest.WORD, "fee"), fee(), Optional.of(DAY.plusDays(1)), Optional.empty());
        Rule second = rule(2, text(TextTest.WORD, "fee"), fee());
        BankLine line = Books.line(1, DAY, -100, "", "fee");
        assertEquals(Optional.of(second), Rule.booking(List.of(late, second), line));
        assertEquals(Optional.empty(), Rule.booking(List.of(late), line));
    }

    @Test
    void trial_tellsWhatIsNewAsDecidedAndAgainst_andLeavesOutWhatAnEarlierRuleBooks() {
        Rule earlier = rule(1, text(TextTest.CONTAINS, "wire fee"), fee());
        Rule tried = rule(2, text(TextTest.WORD, "fee"), fee());
        CashEntry entry = Books.entry(9, DAY, -300, "", "Osprey");
        List<RuleTrial.Past> past = List.of(
                new RuleTrial.Past(Books.line(1, DAY, -100, "", "fee"), Optional.empty(), Optional.empty()),
                new RuleTrial.Past(Books.line(2, DAY, -200, "", "fee"), Optional.empty(), Optional.of("6410")),
                new RuleTrial.Past(Books.line(3, DAY, -250, "", "fee"), Optional.empty(), Optional.of("5010")),
                new RuleTrial.Past(Books.line(4, DAY, -300, "", "fee"), Optional.of(entry), Optional.empty()),
                new RuleTrial.Past(Books.line(5, DAY, -400, "", "wire fee"), Optional.empty(), Optional.empty()),
                new RuleTrial.Past(Books.line(6, DAY, -500, "", "rent"), Optional.empty(), Optional.empty()));
        RuleTrial trial = RuleTrial.of(tried, List.of(earlier), line -> "6410", past);
        assertEquals(4, trial.lines().size());
        assertEquals(1, trial.count(RuleTrial.Verdict.NEW));
        assertEquals(1, trial.count(RuleTrial.Verdict.AS_DECIDED));
        assertEquals(2, trial.count(RuleTrial.Verdict.AGAINST));
        assertEquals("was booked on 5010", trial.lines().get(2).words());
        RuleTrial bySign = RuleTrial.of(
                tried,
                List.of(earlier),
                line -> {
                    if (line.minorUnits() == -250) {
                        throw new RuleViolation("split.amounts", "parts", "too much", "less", "Correct it.");
                    }
                    return line.minorUnits() == -200 ? "5010" : "6410";
                },
                past);
        assertEquals(RuleTrial.Verdict.AGAINST, bySign.lines().get(1).verdict(), "it goes where this line would go");
        assertEquals(
                "could not be booked: too much in place of less",
                bySign.lines().get(2).words());
        RuleTrial prefer = RuleTrial.of(
                rule(3, text(TextTest.WORD, "fee"), new Effect.Prefer("osprey")), List.of(), line -> "", past);
        assertEquals(RuleTrial.Verdict.AS_DECIDED, prefer.lines().get(3).verdict());
    }

    @Test
    void preferred_isFirmAmongEquals_forbidden_isNotEvenACandidate() {
        BankLine line = Books.line(1, DAY, 77_712, "", "QX 77");
        List<LedgerItem> items = List.of(
                new LedgerItem(Books.entry(1, DAY, 77_712, "", "Osprey Glass")),
                new LedgerItem(Books.entry(2, DAY, 77_712, "", "Northgate Timber")));
        LinkageMatching engine = new LinkageMatching();
        MatchingResult plain = engine.propose(List.of(line), items, Learned.NOTHING);
        assertTrue(plain.firm().isEmpty());
        Rule prefer = rule(1, text(TextTest.STARTS, "QX"), new Effect.Prefer("Northgate"));
        MatchingResult preferred = engine.propose(List.of(line), items, Learned.NOTHING, List.of(prefer));
        assertEquals(
                2,
                preferred.candidates(line.id()).getFirst().entries().getFirst().value());
        assertTrue(
                preferred.candidates(line.id()).getFirst().evidence().toString().contains("r1"));
        Rule forbid = rule(2, text(TextTest.STARTS, "QX"), new Effect.Forbid("Northgate"));
        MatchingResult forbidden = engine.propose(List.of(line), items, Learned.NOTHING, List.of(forbid));
        assertEquals(1, forbidden.candidates(line.id()).size());
        assertEquals(
                1,
                forbidden.candidates(line.id()).getFirst().entries().getFirst().value());
        assertFalse(forbidden.candidates(line.id()).getFirst().strength() == Strength.FAINT);
    }
}
