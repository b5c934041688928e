package tidemark.core.ledger;

import static tidemark.core.words.Catalogue.say;

import java.math.BigDecimal;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import org.joda.money.CurrencyUnit;
import tidemark.core.money.MinorUnits;
import tidemark.core.problem.RuleViolation;

/** Builds the journal entry for a movement that only the bank knew of, from the bank line itself. */
public final class BankLineBooking {
    private BankLineBooking() {}

    /**
     * What moved on the cash account.
     *
     * @param ownMinorUnits the bank line's amount, positive into the account, in the account's currency
     * @param baseMinorUnits the same in the company's currency
     * @param rate what ties the two on an account in another currency; absent on one in the company's
     */
    public record Movement(
            LocalDate date,
            CurrencyUnit base,
            long ownMinorUnits,
            long baseMinorUnits,
            String reference,
            String party,
            String text,
            Optional<BigDecimal> rate) {
        /** A movement on an account in the company's currency. */
        public Movement(
                LocalDate date, CurrencyUnit base, long minorUnits, String reference, String party, String text) {
            this(date, base, minorUnits, minorUnits, reference, party, text, Optional.empty());
        }

        /** Its line on the cash account. */
        public JournalLine cash(String cashCode) {
            JournalLine line = new JournalLine(cashCode, baseMinorUnits, party, text);
            return rate.map(r -> line.own(ownMinorUnits, r)).orElse(line);
        }
    }

    /**
     * The entry that books a bank line against one other account.
     *
     * @param cashCode the cash account of the bank account
     * @param otherCode the balancing account: charges, interest, another cash account, any
     * @param partyId whose item the balancing line is, where that account is kept item by item
     * @throws RuleViolation {@code booking.same.account} when both codes are the same
     */
    public static JournalEntry entry(Movement m, String cashCode, String otherCode, PartyId partyId) {
        if (cashCode.equals(otherCode)) {
            throw sameAccount(cashCode);
        }
        return new JournalEntry(
                m.date(),
                m.base(),
                m.reference(),
                m.text(),
                List.of(
                        m.cash(cashCode),
                        new JournalLine(otherCode, Math.negateExact(m.baseMinorUnits()), m.party(), m.text())
                                .of(partyId)));
    }

    /**
     * The entry that books a bank line in parts, each with its cost centre and the tax that is in it, or as an item of
     * somebody.
     *
     * @throws RuleViolation {@code booking.same.account}, {@code split.shares}, {@code split.amounts},
     *     {@code split.foreign} for fixed amounts on an account in another currency, {@code tax.unknown}
     */
    public static JournalEntry parted(
            Movement m, String cashCode, List<SplitPart> parts, Map<String, Taxes.Tax> taxes) {
        if (m.rate().isPresent() && parts.stream().anyMatch(p -> p.minorUnits().isPresent())) {
            throw new RuleViolation(
                    "split.foreign",
                    "parts",
                    say("split.foreign.found"),
                    say("split.foreign.expected"),
                    say("split.foreign.remedy"));
        }
        long[] amounts = SplitPart.amounts(m.baseMinorUnits(), parts);
        List<JournalLine> lines = new ArrayList<>();
        lines.add(m.cash(cashCode));
        for (int i = 0; i < amounts.length; i++) {
            SplitPart part = parts.get(i);
            if (part.account().equals(cashCode)) {
                throw sameAccount(cashCode);
            }
            if (amounts[i] != 0) {
                TaxedLine line = new TaxedLine(
                        part.account(), Math.negateExact(amounts[i]), part.taxCode(), part.costCentre(), m.text());
                String party = part.party().isEmpty() ? m.party() : part.party();
                Taxes.lines(line, party, taxes, "taxCode").forEach(l -> lines.add(l.of(part.partyId())));
            }
        }
        return new JournalEntry(m.date(), m.base(), m.reference(), m.text(), lines);
    }

    /** What came into an account and what went out of it, in its currency; neither is below zero. */
    public record Moved(long in, long out) {}

    /** What entries move on a cash account, those that bring apart from those that take. Cost: O(lines). */
    public static Moved moved(List<JournalEntry> entries, String cashCode) {
        long in = 0;
        long out = 0;
        for (JournalEntry entry : entries) {
            long net = entry.lines().stream()
                    .filter(l -> l.accountCode().equals(cashCode))
                    .mapToLong(JournalLine::ownMinorUnits)
                    .reduce(0, Math::addExact);
            if (net > 0) {
                in = Math.addExact(in, net);
            } else {
                out = Math.subtractExact(out, net);
            }
        }
        return new Moved(in, out);
    }

    /**
     * What the bank has more than the ledger, where that is small enough to be booked as a difference.
     *
     * @param tolerance the largest difference, in minor units
     * @throws RuleViolation {@code difference.none}, {@code difference.tolerance}
     */
    public static long difference(long bank, long ledger, long tolerance, CurrencyUnit currency) {
        long difference = Math.subtractExact(bank, ledger);
        if (difference == 0) {
            throw new RuleViolation(
                    "difference.none",
                    "",
                    say("difference.none.found"),
                    say("difference.none.expected"),
                    say("difference.none.remedy"));
        }
        if (Math.absExact(difference) > tolerance) {
            throw new RuleViolation(
                            "difference.tolerance",
                            "",
                            say("difference.tolerance.found", MinorUnits.grouped(Math.absExact(difference), currency)),
                            tolerance == 0
                                    ? say("difference.tolerance.expected")
                                    : say("difference.tolerance.expected2", MinorUnits.grouped(tolerance, currency)),
                            say("difference.tolerance.remedy"))
                    .with("difference", MinorUnits.toDecimal(difference, currency))
                    .with("tolerance", MinorUnits.toDecimal(tolerance, currency));
        }
        return difference;
    }

    private static RuleViolation sameAccount(String cashCode) {
        return new RuleViolation(
                "booking.same.account",
                "account",
                say("booking.same.account.found", cashCode),
                say("booking.same.account.expected"),
                say("booking.same.account.remedy"));
    }
}
