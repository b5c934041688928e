package tidemark.core.given;

import java.time.LocalDate;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Random;
import org.joda.money.CurrencyUnit;
import tidemark.core.ledger.CashEntry;
import tidemark.core.ledger.CashEntryId;
import tidemark.core.matching.Candidate;
import tidemark.core.proof.Match;
import tidemark.core.proof.Reconciliation;
import tidemark.core.statement.BankLine;
import tidemark.core.statement.BankLineId;

/** Builds random but consistent months of an account for tests, from a seed. */
public final class Books {
    public static final LocalDate FROM = LocalDate.of(2026, 6, 1);
    public static final LocalDate TO = LocalDate.of(2026, 6, 30);

    public final List<BankLine> lines = new ArrayList<>();
    public final List<CashEntry> entries = new ArrayList<>();
    public final List<Match> matches = new ArrayList<>();
    public final Map<BankLineId, String> bankErrors = new HashMap<>();
    public final Map<CashEntryId, String> ledgerErrors = new HashMap<>();
    public final List<Candidate> presumed = new ArrayList<>();
    public long openingBank = 1_000_000;
    private long lastLine;
    private long lastEntry;

    public static BankLine line(long id, LocalDate day, long amount, String check, String text) {
        return new BankLine(new BankLineId(id), day, day, amount, "", "B" + id, check, "", text, "");
    }

    public static CashEntry entry(long id, LocalDate day, long amount, String check, String party) {
        return new CashEntry(new CashEntryId(id), day, amount, "", check, party, "");
    }

    public BankLine bank(LocalDate day, long amount, String check, String text) {
        BankLine line = line(++lastLine, day, amount, check, text);
        lines.add(line);
        return line;
    }

    public CashEntry ledger(LocalDate day, long amount, String check, String party) {
        CashEntry entry = entry(++lastEntry, day, amount, check, party);
        entries.add(entry);
        return entry;
    }

    public void match(List<BankLine> l, List<CashEntry> e) {
        matches.add(new Match(
                matches.size() + 1,
                l.stream().map(BankLine::id).toList(),
                e.stream().map(CashEntry::id).toList()));
    }

    /** A month with matches of all shapes, within it and across both its ends, open items and declared errors. */
    public static Books random(long seed) {
        Random random = new Random(seed);
        Books books = new Books();
        int count = random.nextInt(25);
        for (int i = 0; i < count; i++) {
            switch (random.nextInt(8)) {
                case 0 -> books.bank(books.day(random), amount(random), "", "open line");
                case 1 -> books.ledger(books.day(random), amount(random), "", "open entry");
                case 2 -> {
                    BankLine wrong = books.bank(books.day(random), amount(random), "", "bank error");
                    books.bankErrors.put(wrong.id(), "the bank will put it right");
                    if (random.nextBoolean()) {
                        books.match(
                                List.of(wrong, books.bank(books.day(random), -wrong.minorUnits(), "", "correction")),
                                List.of());
                    }
                }
                case 3 -> {
                    CashEntry wrong = books.ledger(books.day(random), amount(random), "", "ledger error");
                    if (random.nextBoolean()) {
                        books.ledgerErrors.put(wrong.id(), "typed twice");
                    }
                    if (random.nextBoolean()) {
                        books.match(
                                List.of(),
                                List.of(wrong, books.ledger(books.day(random), -wrong.minorUnits(), "", "r")));
                    }
                }
                default -> {
                    List<CashEntry> e = new ArrayList<>();
                    long sum = 0;
                    for (int k = 0; k <= random.nextInt(3); k++) {
                        e.add(books.ledger(books.day(random), amount(random), "", "p"));
                        sum += e.getLast().minorUnits();
                    }
                    List<BankLine> l = new ArrayList<>();
                    while (l.isEmpty() || sum != 0) {
                        long part = sum != 0 && random.nextBoolean() ? sum : amount(random);
                        l.add(books.bank(books.day(random), part, "", "matched"));
                        sum -= part;
                    }
                    books.match(l, e);
                }
            }
        }
        return books;
    }

    private LocalDate day(Random random) {
        return LocalDate.of(2026, 5, 20).plusDays(random.nextInt(52));
    }

    private static long amount(Random random) {
        return (1 + random.nextInt(5_000)) * (random.nextBoolean() ? 1L : -1L);
    }

    public long bankAt(LocalDate day) {
        return openingBank
                + lines.stream()
                        .filter(l -> !l.bookingDate().isAfter(day))
                        .mapToLong(BankLine::minorUnits)
                        .sum();
    }

    public long ledgerAt(LocalDate day) {
        return openingBank
                + entries.stream()
                        .filter(e -> !e.date().isAfter(day))
                        .mapToLong(CashEntry::minorUnits)
                        .sum();
    }

    public Reconciliation month() {
        return month(bankAt(TO));
    }

    /** With a closing balance of the bank's own, as typed from paper. */
    public Reconciliation month(long bankClosing) {
        return new Reconciliation(
                CurrencyUnit.USD,
                FROM,
                TO,
                bankAt(FROM.minusDays(1)),
                bankClosing,
                ledgerAt(FROM.minusDays(1)),
                ledgerAt(TO),
                lines,
                entries,
                matches,
                bankErrors,
                ledgerErrors,
                presumed);
    }
}
