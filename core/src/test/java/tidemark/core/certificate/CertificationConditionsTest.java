package tidemark.core.certificate;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertThrows;

import java.time.LocalDate;
import java.time.YearMonth;
import java.util.List;
import java.util.Optional;
import org.joda.money.CurrencyUnit;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import tidemark.core.given.Books;
import tidemark.core.ledger.CashEntry;
import tidemark.core.problem.RuleViolation;
import tidemark.core.proof.Reconciliation;
import tidemark.core.statement.BankLine;
import tidemark.core.statement.StatementHeader;

/** What somebody who certifies reads of each condition, with the figures it rests on. */
class CertificationConditionsTest {
    private static final Person MAREN = new Person("maren", "Maren Oduya");
    private static final Person TORVALD = new Person("torvald", "Torvald Brandvold");

    private final Books books = new Books();
    private YearMonth month = YearMonth.of(2026, 6);
    private LocalDate mark = LocalDate.of(2026, 5, 31);
    private LocalDate today = LocalDate.of(2026, 7, 1);
    private long previousClosing = 1_000_000;
    private long journalApart;
    private Optional<Person> preparer = Optional.of(MAREN);
    private Optional<Person> certifier = Optional.of(TORVALD);
    private boolean onePerson;
    private List<StatementHeader> statements = List.of();
    private Reconciliation r;

    /** Opens with 10,000.00; 500.00 in and 120.00 out are matched, 5.00 out is the bank's error. */
    @BeforeEach
    void aMonth() {
        matched(10, 50_000);
        matched(20, -12_000);
        books.bankErrors.put(
                books.bank(day(21), -500, "", "Charge of somebody else").id(), "the bank puts it right");
        close();
    }

    private void close() {
        r = books.month();
        statements = List.of(header(1, 30, r.bankOpening(), r.bankClosing()));
    }

    private static LocalDate day(int day) {
        return LocalDate.of(2026, 6, day);
    }

    private void matched(int day, long amount) {
        BankLine line = books.bank(day(day), amount, "", "line");
        CashEntry entry = books.ledger(day(day), amount, "", "entry");
        books.match(List.of(line), List.of(entry));
    }

    private static StatementHeader header(int from, int to, long opening, long closing) {
        return new StatementHeader("4417", "S", CurrencyUnit.USD, day(from), day(to), opening, closing);
    }

    private List<Condition> conditions() {
        return CertificationConditions.check(new CertificationConditions.Input(
                month,
                new Mark(mark),
                today,
                statements,
                previousClosing,
                r.ledgerClosing() + journalApart,
                preparer,
                certifier,
                onePerson,
                r));
    }

    /** Those that hold, or do not, as they are read. */
    private List<String> told(boolean holding) {
        return conditions().stream()
                .filter(c -> c.holds() == holding)
                .map(c -> c.code() + ": " + c.words() + " (" + c.detail() + ") " + c.place())
                .toList();
    }

    @Test
    void month_thatCanBeCertified_tellsWhatItRestsOn() {
        assertEquals(
                List.of(
                        "order: May is certified (certified to 31 May 2026) PREVIOUS_MONTH",
                        "month.over: June is over (today is 1 Jul 2026) LADDER",
                        "statements: The statement follows on and adds up (10,000.00 + 500.00 in − 125.00 out = 10,375.00)"
                                + " STATEMENTS",
                        "lines.explained: All 3 bank lines are explained (2 matched, 1 declared bank errors) LADDER",
                        "gap: There is no gap (adjusted bank balance 10,380.00, adjusted ledger balance 10,380.00) PROOF",
                        "movements: Money in and money out agree too (apart: opening 0.00, in 0.00, out 0.00, closing 0.00)"
                                + " PROOF",
                        "journal: The ledger agrees with its journal (cash entries 10,380.00, journal 10,380.00) LEDGER",
                        "preparer: Somebody else prepared it (Maren Oduya) PREPARING"),
                told(true));
        CertificationConditions.require(conditions());
    }

    @Test
    void order_tellsWhichMonthComesFirst_orThatItIsDone() {
        mark = LocalDate.of(2026, 4, 30);
        assertEquals(List.of("order: May 2026 comes first (certified to 30 Apr 2026) PREVIOUS_MONTH"), told(false));
        mark = LocalDate.of(2026, 6, 30);
        assertEquals(
                List.of("order: June 2026 is certified already (certified to 30 Jun 2026) PREVIOUS_MONTH"),
                told(false));
    }

    @Test
    void month_isOverTheDayAfterItsLast() {
        today = LocalDate.of(2026, 6, 30);
        assertEquals(List.of("month.over: June is not over yet (today is 30 Jun 2026) LADDER"), told(false));
    }

    @Test
    void statements_missing_apart_short_orNotFollowingOn_areToldWithTheirFigures() {
        statements = List.of();
        assertEquals(
                List.of("statements: No statement of June has been read"
                        + " (a statement from 1 Jun 2026 to 30 Jun 2026 is needed) STATEMENTS"),
                told(false));
        statements = List.of(header(1, 15, 1_000_000, 1_050_000), header(16, 30, 1_050_000, 1_037_500));
        assertEquals(List.of(), told(false));
        statements = List.of(header(1, 15, 1_000_000, 1_050_000), header(17, 30, 1_050_000, 1_037_500));
        assertEquals(
                List.of(
                        "statements: A statement does not follow on from the one before (from 17 Jun 2026 with 10,500.00;"
                                + " expected from 16 Jun 2026 with 10,500.00) STATEMENTS"),
                told(false));
        statements = List.of(header(1, 15, 1_000_000, 1_050_000), header(16, 30, 1_050_001, 1_037_500));
        assertEquals(
                List.of(
                        "statements: A statement does not follow on from the one before (from 16 Jun 2026 with 10,500.01;"
                                + " expected from 16 Jun 2026 with 10,500.00) STATEMENTS"),
                told(false));
        String cover = "statements: The statements do not cover the whole of June (read from %s to %s) STATEMENTS";
        statements = List.of(header(2, 30, 1_000_000, 1_037_500));
        assertEquals(List.of(cover.formatted("2 Jun 2026", "30 Jun 2026")), told(false));
        statements = List.of(header(1, 29, 1_000_000, 1_037_500));
        assertEquals(List.of(cover.formatted("1 Jun 2026", "29 Jun 2026")), told(false));
        close();
        previousClosing = 999_900;
        assertEquals(
                List.of("statements: The statement does not open with the last closing balance"
                        + " (10,000.00 against 9,999.00) STATEMENTS"),
                told(false));
    }

    @Test
    void bankBalance_thatDoesNotAddUp_isToldWithBothSums() {
        r = books.month(books.bankAt(Books.TO) + 250);
        statements = List.of(header(1, 30, r.bankOpening(), r.bankClosing()));
        assertEquals(
                List.of(
                        "statements: The statement does not add up (10,000.00 + 500.00 in − 125.00 out = 10,375.00, and the"
                                + " bank says 10,377.50) STATEMENTS",
                        "gap: The two sides differ by 2.50 (adjusted bank balance 10,382.50, adjusted ledger balance"
                                + " 10,380.00) PROOF",
                        "movements: Money in or money out does not agree (apart: opening 0.00, in 0.00, out 0.00, closing"
                                + " 2.50) PROOF"),
                told(false));
    }

    @Test
    void lines_withoutExplanation_areCounted() {
        books.bank(day(25), 700, "", "open");
        close();
        assertEquals(
                List.of(
                        "lines.explained: 1 of 4 bank lines has no explanation (2 matched, 1 declared bank errors) LADDER"),
                told(false));
        books.bank(day(26), 800, "", "open");
        close();
        assertEquals(
                List.of(
                        "lines.explained: 2 of 5 bank lines have no explanation (2 matched, 1 declared bank errors) LADDER"),
                told(false));
        RuleViolation refused = assertThrows(RuleViolation.class, () -> CertificationConditions.require(conditions()));
        assertEquals(
                "2 of 5 bank lines have no explanation (2 matched, 1 declared bank errors)",
                refused.problems().getFirst().found());
    }

    @Test
    void month_withoutLines_hasNothingToExplain() {
        books.lines.clear();
        books.entries.clear();
        books.matches.clear();
        books.bankErrors.clear();
        close();
        assertEquals(List.of(), told(false));
        assertEquals("There are no bank lines to explain", conditions().get(3).words());
    }

    @Test
    void journal_thatDiffers_isTold() {
        journalApart = -100;
        assertEquals(
                List.of(
                        "journal: The ledger does not agree with its journal (cash entries 10,380.00, journal 10,379.00)"
                                + " LEDGER"),
                told(false));
    }

    @Test
    void preparing_takesASecondPerson_unlessTheCompanyLetsOneDoBoth() {
        preparer = Optional.empty();
        assertEquals(
                List.of("preparer: Nobody has prepared it yet (one person prepares, another certifies) PREPARING"),
                told(false));
        preparer = Optional.of(TORVALD);
        assertEquals(
                List.of("preparer: You prepared it yourself (another person has to certify it) PREPARING"),
                told(false));
        onePerson = true;
        assertEquals(
                "The same person prepared it, which this company allows (Torvald Brandvold; the certificate says so)",
                conditions().getLast().words() + " (" + conditions().getLast().detail() + ")");
        assertEquals(List.of(), told(false));
        certifier = Optional.empty();
        onePerson = false;
        assertEquals(List.of(), told(false), "who only looks is no second person yet");
    }
}
