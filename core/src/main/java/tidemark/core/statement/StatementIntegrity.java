package tidemark.core.statement;

import java.time.LocalDate;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Set;
import org.joda.money.CurrencyUnit;
import tidemark.core.money.MinorUnits;
import tidemark.core.problem.Problem;
import tidemark.core.problem.Words;

/**
 * The checks that a statement must pass before it is taken.
 *
 * @param accountNumber of our account; compared without blanks and dashes, only where the file names one
 * @param previousClosing the date and balance that the statement must follow on from
 * @param knownBankReferences the bank's references of lines already read from this account
 */
public record StatementIntegrity(
        String accountNumber, CurrencyUnit currency, Balance previousClosing, Set<String> knownBankReferences) {

    /** A balance at the end of a day; signed minor units. */
    public record Balance(LocalDate date, long minorUnits) {}

    public StatementIntegrity {
        knownBankReferences = Set.copyOf(knownBankReferences);
    }

    /**
     * All problems of the statement, the gravest first; empty when it can be taken. Cost: O(lines).
     * Guarantee: without problems, opening + lines = closing, every stated running balance holds, every line lies in
     * the period, the period begins right after the previous closing with its balance, and no bank reference occurs
     * twice, here or before.
     */
    public List<Problem> problems(ReadStatement statement) {
        List<Problem> problems = new ArrayList<>();
        StatementHeader header = statement.header();
        if (!header.accountNumber().isEmpty() && !plain(header.accountNumber()).equals(plain(accountNumber))) {
            problems.add(new Problem(
                    "statement.account",
                    "",
                    "a statement of account " + header.accountNumber(),
                    "one of account " + accountNumber,
                    "Drop the file on the account it belongs to."));
        }
        if (!header.currency().equals(currency)) {
            problems.add(new Problem(
                    "statement.currency",
                    "",
                    "a statement in " + header.currency().getCode(),
                    "one in " + currency.getCode(),
                    "Drop the file on the account it belongs to."));
        }
        if (!problems.isEmpty()) {
            return problems;
        }
        if (!header.from().isAfter(previousClosing.date())) {
            problems.add(new Problem(
                    "statement.overlap",
                    "",
                    "a period from " + Words.day(header.from()) + " to " + Words.day(header.to()),
                    "a period that begins on "
                            + Words.day(previousClosing.date().plusDays(1))
                            + ", since everything up to the day before has been read",
                    "Choose the next statement; this one has been read already, in whole or in part."));
        } else if (header.from().isAfter(previousClosing.date().plusDays(1))) {
            problems.add(new Problem(
                    "statement.missing",
                    "",
                    "a period from " + Words.day(header.from()) + " to " + Words.day(header.to()),
                    "a period that begins on "
                            + Words.day(previousClosing.date().plusDays(1)),
                    "Read the statement for " + Words.day(previousClosing.date().plusDays(1)) + " to "
                            + Words.day(header.from().minusDays(1)) + " first."));
        }
        if (header.openingMinorUnits() != previousClosing.minorUnits()) {
            problems.add(new Problem(
                    "statement.opening",
                    "",
                    "an opening balance of " + amount(header.openingMinorUnits()),
                    amount(previousClosing.minorUnits()) + ", the closing balance of "
                            + Words.day(previousClosing.date()),
                    "A statement between the two may be missing; read that one first."));
        }
        lines(statement, problems);
        return problems;
    }

    private void lines(ReadStatement statement, List<Problem> problems) {
        StatementHeader header = statement.header();
        long running = header.openingMinorUnits();
        Map<String, Integer> seen = new HashMap<>();
        Set<String> told = new HashSet<>();
        for (ReadLine read : statement.lines()) {
            BankLine line = read.line();
            running = Math.addExact(running, line.minorUnits());
            if (read.statedBalanceMinorUnits().isPresent()
                    && read.statedBalanceMinorUnits().getAsLong() != running
                    && told.add("running")) {
                problems.add(Problem.atLine(
                        read.fileLine(),
                        "statement.running",
                        "a balance of " + amount(read.statedBalanceMinorUnits().getAsLong()),
                        amount(running) + ", the balance before it and the line's amount",
                        "A line is missing or wrong at this place; fetch the file again."));
            }
            if (line.bookingDate().isBefore(header.from()) || line.bookingDate().isAfter(header.to())) {
                if (told.add("period")) {
                    problems.add(Problem.atLine(
                            read.fileLine(),
                            "line.outside.period",
                            "a line of " + line.bookingDate(),
                            "a date from " + Words.day(header.from()) + " to " + Words.day(header.to()),
                            "Fetch the file again."));
                }
            }
            String reference = line.bankReference();
            if (reference.isEmpty()) {
                continue;
            }
            Integer before = seen.putIfAbsent(reference, read.fileLine());
            if (before != null && told.add("twice")) {
                problems.add(Problem.atLine(
                        read.fileLine(),
                        "line.twice",
                        "bank reference " + reference + ", which also stands in line " + before,
                        "each bank reference once",
                        "Fetch the file again."));
            } else if (knownBankReferences.contains(reference) && told.add("known")) {
                problems.add(Problem.atLine(
                        read.fileLine(),
                        "line.known",
                        "bank reference " + reference + ", which was read before",
                        "lines that were not read before",
                        "Choose the next statement."));
            }
        }
        if (running != header.closingMinorUnits() && !told.contains("running")) {
            problems.add(new Problem(
                    "statement.sum",
                    "",
                    "opening " + amount(header.openingMinorUnits()) + " and "
                            + statement.lines().size() + " lines that make " + amount(running),
                    "the closing balance, " + amount(header.closingMinorUnits()) + ", which is "
                            + amount(Math.subtractExact(header.closingMinorUnits(), running)) + " apart",
                    "A line is missing or wrong; fetch the file again."));
        }
    }

    private String amount(long minorUnits) {
        return MinorUnits.report(minorUnits, currency);
    }

    /** An account number as it is compared: letters and digits, upper case. */
    public static String plain(String number) {
        return number.replaceAll("[^A-Za-z0-9]", "").toUpperCase(java.util.Locale.ROOT);
    }
}
