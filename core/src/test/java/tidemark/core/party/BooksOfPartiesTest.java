package tidemark.core.party;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertTrue;

import java.math.BigDecimal;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Random;
import org.joda.money.CurrencyUnit;
import org.junit.jupiter.api.RepeatedTest;
import org.junit.jupiter.api.RepetitionInfo;
import tidemark.core.ledger.Control;
import tidemark.core.ledger.JournalEntry;
import tidemark.core.ledger.JournalLine;
import tidemark.core.ledger.PartyId;
import tidemark.core.ledger.TaxTable;
import tidemark.core.ledger.TaxedLine;
import tidemark.core.ledger.Taxes;
import tidemark.core.problem.RuleViolation;

/**
 * Any sequence of postings, settlements, reversals and undone settlements, against a slow re-computation from the
 * entries and settlements alone.
 */
class BooksOfPartiesTest {
    private static final LocalDate FIRST = LocalDate.of(2026, 1, 5);
    private static final Map<String, Taxes.Tax> TAXES =
            Map.of("ST", new Taxes.Tax("ST", new BigDecimal("8.25"), "2200"));

    /** A journal with its open items, as the application keeps them. */
    private static final class Books {
        final List<JournalEntry> journal = new ArrayList<>();
        final Map<Integer, OpenItemId> itemOf = new HashMap<>();
        final Map<Integer, Integer> reversedBy = new HashMap<>();
        final PartyItems items = new PartyItems(CurrencyUnit.USD, List.of(), List.of());
        final List<OpenItem> all = new ArrayList<>();
        long next = 1;

        int post(JournalEntry entry) {
            journal.add(entry);
            int number = journal.size() - 1;
            for (JournalLine line : entry.lines()) {
                if (line.accountCode().equals("1200")) {
                    OpenItem item = new OpenItem(
                            new OpenItemId(next++),
                            line.partyId(),
                            "1200",
                            "Item of entry " + number,
                            entry.date(),
                            entry.date().plusDays(30),
                            line.minorUnits(),
                            OpenItem.Discount.NONE);
                    items.add(item);
                    all.add(item);
                    itemOf.put(number, item.id());
                }
            }
            return number;
        }

        void reverse(int number, LocalDate day) {
            int reversal = post(journal.get(number).reversedOn(day));
            reversedBy.put(number, reversal);
            if (itemOf.containsKey(number)) {
                items.reverse(itemOf.get(number), itemOf.get(reversal), next++, day);
            }
        }

        long balance(String account) {
            return journal.stream().mapToLong(e -> e.movementOf(account)).sum();
        }

        void check(String when) {
            long debits = 0;
            for (JournalEntry e : journal) {
                long sum = 0;
                for (JournalLine line : e.lines()) {
                    sum += line.minorUnits();
                }
                assertEquals(0, sum, when);
                debits += e.totalMinorUnits();
            }
            assertTrue(debits >= 0);
            long open = 0;
            for (OpenItem item : all) {
                long slow = Math.abs(item.minorUnits());
                for (Settlement s : items.settlements()) {
                    if (s.stands() && (s.debit().equals(item.id()) || s.credit().equals(item.id()))) {
                        slow -= s.minorUnits();
                    }
                }
                assertTrue(slow >= 0 && slow <= Math.abs(item.minorUnits()), when);
                assertEquals(Long.signum(item.minorUnits()) * slow, items.open(item.id()), when);
                open += items.open(item.id());
            }
            assertEquals(balance("1200"), open, when + ": the open items come to the control account");
        }
    }

    private static final TaxTable TABLE =
            new TaxTable(TAXES.values().stream().map(TaxTable.Dated::always).toList());

    private static JournalEntry invoice(Random random, PartyId party, int number, LocalDate date) {
        List<TaxedLine> lines = new ArrayList<>();
        for (int i = 0; i <= random.nextInt(3); i++) {
            lines.add(new TaxedLine("4020", random.nextInt(1, 90_000), random.nextBoolean() ? "ST" : "", "YARD", ""));
        }
        return InvoiceBooking.entry(
                new InvoiceBooking.Invoice(
                        Control.RECEIVABLES,
                        random.nextInt(5) == 0 ? InvoiceBooking.Kind.CREDIT_NOTE : InvoiceBooking.Kind.INVOICE,
                        party,
                        "P" + party.value(),
                        "Q-" + number,
                        date,
                        date,
                        "",
                        lines),
                "1200",
                CurrencyUnit.USD,
                TAXES);
    }

    private static JournalEntry receipt(Random random, PartyId party, LocalDate date) {
        return PartyMoney.entry(
                PartyMoney.Direction.IN,
                new PartyMoney.Terms(date, CurrencyUnit.USD, "", "Receipt", "1250"),
                new PartyMoney.Counterpart(party, "P", "1200", "6840"),
                new PartyMoney.Use(new Allocation(List.of(), 0, 0), random.nextInt(1, 120_000), List.of()),
                TABLE);
    }

    @RepeatedTest(150)
    void anySequence_keepsTheBooks_andTakenBackLeavesNothing(RepetitionInfo seed) {
        Random random = new Random(seed.getCurrentRepetition());
        Books books = new Books();
        for (int step = 0; step < 60; step++) {
            LocalDate day = FIRST.plusDays(step);
            PartyId party = new PartyId(1 + random.nextInt(3));
            String when = "seed " + seed.getCurrentRepetition() + ", step " + step;
            try {
                switch (random.nextInt(6)) {
                    case 0, 1 -> books.post(invoice(random, party, step, day));
                    case 2 -> books.post(receipt(random, party, day));
                    case 3 -> {
                        OpenItem one = books.all.get(random.nextInt(books.all.size()));
                        OpenItem other = books.all.get(random.nextInt(books.all.size()));
                        books.items.settle(books.next++, one.id(), other.id(), random.nextInt(1, 60_000), day, "");
                    }
                    case 4 -> {
                        List<Settlement> all = books.items.settlements();
                        books.items.undo(all.get(random.nextInt(all.size())).id(), day);
                    }
                    default -> {
                        int number = random.nextInt(books.journal.size());
                        if (!books.reversedBy.containsKey(number) && !books.reversedBy.containsValue(number)) {
                            books.reverse(number, day);
                        }
                    }
                }
            } catch (RuleViolation | IllegalArgumentException refused) {
                // what is refused must have changed nothing, which the check below sees
            }
            books.check(when);
        }
        int count = books.journal.size();
        for (int number = count - 1; number >= 0; number--) {
            if (!books.reversedBy.containsKey(number) && !books.reversedBy.containsValue(number)) {
                books.reverse(number, FIRST.plusDays(100));
            }
        }
        books.check("taken back");
        for (String account : List.of("1200", "1250", "4020", "2200", "6840")) {
            assertEquals(0, books.balance(account), account);
        }
        for (OpenItem item : books.all) {
            assertTrue(
                    books.items.open(item.id()) == 0 || books.reversedBy.containsValue(number(books, item.id())),
                    "nothing is open any more");
            assertEquals(0, books.items.open(item.id()));
        }
    }

    private static int number(Books books, OpenItemId id) {
        return books.itemOf.entrySet().stream()
                .filter(e -> e.getValue().equals(id))
                .findFirst()
                .orElseThrow()
                .getKey();
    }
}
