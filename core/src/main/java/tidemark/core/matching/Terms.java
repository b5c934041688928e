package tidemark.core.matching;

import java.util.ArrayList;
import java.util.Arrays;
import java.util.Comparator;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import tidemark.core.ledger.CashEntry;
import tidemark.core.statement.BankLine;

/**
 * What of lines and entries is compared, brought to comparable form once for each. Both stand in the order of their days
 * and then of their identifiers, so the order of the input never matters, and what competes stands near in memory.
 * Cost: O(length of all texts + n log n).
 */
final class Terms {
    /** What of a bank line is compared. */
    static final class LineTerms {
        final BankLine line;
        final int day;
        final Phrase text;
        /** What letters each word of the text has. */
        final int[] letters;
        /** References of the line, squashed; the end-to-end reference first. */
        final List<String> references;
        /** Whether the other side gave a reference of its own. */
        final boolean hasOwnReference;

        final int code;
        /** Entries of this amount to be expected in the whole ledger by chance. */
        double expected;
        /** The payer or payee as the bank writes it every time: the words without what changes. */
        final String signature;

        LineTerms(BankLine line, int code) {
            this.line = line;
            this.day = BusinessDays.number(line.bookingDate());
            this.text =
                    Phrase.of(line.counterparty().isEmpty() ? line.text() : line.counterparty() + " " + line.text());
            letters = lettersOf(text.words());
            List<String> own = new ArrayList<>(2);
            String end = given(line.reference());
            hasOwnReference = !end.isEmpty();
            if (hasOwnReference) {
                own.add(end);
            }
            String bank = given(line.bankReference());
            if (!bank.isEmpty()) {
                own.add(bank);
            }
            references = own;
            this.code = code;
            this.signature = String.join(" ", text.words());
        }

        private static String given(String reference) {
            String plain = Phrase.squashed(reference);
            return plain.equals("NOTPROVIDED") || plain.equals("NONREF") ? "" : plain;
        }
    }

    /** What of a cash entry is compared. */
    static final class EntryTerms {
        final CashEntry entry;
        final MovementKind kind;
        final int day;
        final int party;
        final String reference;
        /** Codes in its text, such as an invoice number. */
        final List<String> codes;

        EntryTerms(LedgerItem item, int party) {
            this.entry = item.entry();
            this.kind = item.kind();
            this.day = BusinessDays.number(entry.date());
            this.party = party;
            this.reference = Phrase.squashed(entry.reference().isEmpty() ? entry.checkNumber() : entry.reference());
            this.codes = Phrase.of(entry.text()).codes();
        }

        long amount() {
            return entry.minorUnits();
        }
    }

    /** A payer or payee of the ledger, and how many entries name it. */
    static final class Party {
        final List<String> words;
        final int[] letters;
        double[] rarity = {};
        int count;

        Party(List<String> words) {
            this.words = words;
            letters = lettersOf(words);
        }
    }

    private static int[] lettersOf(List<String> words) {
        return words.stream().mapToInt(Likeness::letters).toArray();
    }

    final LineTerms[] lines;
    final EntryTerms[] entries;
    /** Of each entry; they rise. */
    final int[] entryDays;

    final List<Party> parties = new ArrayList<>();
    final Map<String, Integer> partyIds = new HashMap<>();
    final List<String> codes = new ArrayList<>();
    final Map<String, Integer> referenceCounts = new HashMap<>();
    final Map<String, Integer> checkCounts = new HashMap<>();
    final Map<Long, Integer> amountCounts = new HashMap<>();
    final AmountDensity density;
    /** For each day from the first entry's on, the first entry of this day or later. */
    private final int[] firstOfDay;
    /** Business days that the ledger covers. */
    final double span;

    /** Parties that decisions of the past name and the ledger at hand does not, each its own number below zero. */
    private final Map<String, Integer> pastParties = new HashMap<>();

    private final Map<String, Integer> codeIds = new HashMap<>();

    Terms(List<BankLine> givenLines, List<LedgerItem> givenItems) {
        BankLine[] sortedLines = givenLines.toArray(BankLine[]::new);
        Arrays.parallelSort(
                sortedLines, Comparator.comparing(BankLine::bookingDate).thenComparing(BankLine::id));
        LedgerItem[] sortedItems = givenItems.toArray(LedgerItem[]::new);
        Arrays.parallelSort(
                sortedItems,
                Comparator.comparing((LedgerItem item) -> item.entry().date()).thenComparing(LedgerItem::id));
        int[] code = Arrays.stream(sortedLines).mapToInt(this::code).toArray();
        lines = new LineTerms[sortedLines.length];
        Arrays.parallelSetAll(lines, i -> new LineTerms(sortedLines[i], code[i]));
        PartyWords[] named = new PartyWords[sortedItems.length];
        Arrays.parallelSetAll(named, i -> PartyWords.of(sortedItems[i].entry()));
        int[] party = Arrays.stream(named).mapToInt(this::party).toArray();
        entries = new EntryTerms[sortedItems.length];
        Arrays.parallelSetAll(entries, i -> new EntryTerms(sortedItems[i], party[i]));
        entryDays = Arrays.stream(entries).mapToInt(e -> e.day).toArray();
        long[] amounts = new long[entries.length];
        for (int i = 0; i < entries.length; i++) {
            EntryTerms entry = entries[i];
            parties.get(entry.party).count++;
            amounts[i] = entry.amount();
            amountCounts.merge(entry.amount(), 1, Integer::sum);
            if (!entry.reference.isEmpty()) {
                referenceCounts.merge(entry.reference, 1, Integer::sum);
            }
            if (!entry.entry.checkNumber().isEmpty()) {
                checkCounts.merge(entry.entry.checkNumber(), 1, Integer::sum);
            }
        }
        density = new AmountDensity(amounts);
        Arrays.stream(lines).parallel().forEach(line -> line.expected = density.expected(line.line.minorUnits()));
        // a month at least: over a few days nothing can be said of what is usual
        span = entries.length == 0 ? 21 : Math.max(21, entryDays[entries.length - 1] - entryDays[0] + 1);
        firstOfDay = firstOfDays();
        weighWords();
    }

    private int[] firstOfDays() {
        if (entries.length == 0) {
            return new int[0];
        }
        int[] out = new int[entryDays[entries.length - 1] - entryDays[0] + 1];
        int e = 0;
        for (int d = 0; d < out.length; d++) {
            while (entryDays[e] < entryDays[0] + d) {
                e++;
            }
            out[d] = e;
        }
        return out;
    }

    /** The place of the first of some rising entries that is of a day or later. Cost: O(log n). */
    int firstOn(int[] some, int day) {
        if (some.length == 0 || day <= entryDays[0]) {
            return 0;
        }
        int d = day - entryDays[0];
        if (d >= firstOfDay.length) {
            return some.length;
        }
        int found = Arrays.binarySearch(some, firstOfDay[d]);
        return found < 0 ? -1 - found : found;
    }

    private int code(BankLine line) {
        return codeIds.computeIfAbsent(codeOf(line), c -> {
            codes.add(c);
            return codes.size() - 1;
        });
    }

    private static String codeOf(BankLine line) {
        return line.code().isEmpty() ? "" : line.code() + (line.minorUnits() < 0 ? "-" : "+");
    }

    /** The words of a party's name, or of the text where there is none, and all of them as one. */
    private record PartyWords(List<String> words, String joined) {
        static PartyWords of(CashEntry entry) {
            List<String> words = Phrase.of(entry.party()).words();
            List<String> found = words.isEmpty() ? Phrase.of(entry.text()).words() : words;
            return new PartyWords(found, String.join(" ", found));
        }
    }

    private int party(PartyWords named) {
        return partyIds.computeIfAbsent(named.joined(), w -> {
            parties.add(new Party(named.words()));
            return parties.size() - 1;
        });
    }

    /** Counts for a payer of the past which party it was. */
    void past(Learned.Decided decided, Payers payers, int times) {
        LineTerms line = new LineTerms(decided.line(), 0);
        String name = PartyWords.of(decided.item().entry()).joined();
        Integer party = partyIds.get(name);
        int known = party != null ? party : pastParties.computeIfAbsent(name, p -> -1 - pastParties.size());
        payers.count(line.signature, known, times);
    }

    /** Counts the levels of matches of the past. */
    void countPast(List<Learned.Decided> accepted, Weights weights, Comparison comparison) {
        for (Learned.Decided d : accepted) {
            Integer code = codeIds.get(codeOf(d.line()));
            Integer party = partyIds.get(PartyWords.of(d.item().entry()).joined());
            if (code != null && party != null) {
                LineTerms line = new LineTerms(d.line(), code);
                EntryTerms entry = new EntryTerms(d.item(), party);
                weights.count(comparison.compare(line, entry), entry.kind, code, 1);
                weights.countLine(code, 1);
            }
        }
    }

    /** A word weighs by how few parties have it. */
    private void weighWords() {
        Map<String, Integer> counts = new HashMap<>();
        for (Party party : parties) {
            party.words.forEach(w -> counts.merge(w, 1, Integer::sum));
        }
        double all = parties.size() + 1.0;
        for (Party party : parties) {
            party.rarity = new double[party.words.size()];
            for (int i = 0; i < party.rarity.length; i++) {
                party.rarity[i] = Math.log(1 + all / counts.getOrDefault(party.words.get(i), 1));
            }
        }
    }

    /** How much of a party's name stands in the words of a line, 0 to 1, rare words counting for more. */
    double named(Party party, LineTerms line) {
        double all = 0;
        double found = 0;
        for (int i = 0; i < party.letters.length; i++) {
            double best = 0;
            for (int w = 0; w < line.letters.length && best < 1; w++) {
                if (Likeness.mayBe(party.letters[i], line.letters[w])) {
                    best = Math.max(
                            best,
                            Likeness.of(party.words.get(i), line.text.words().get(w)));
                }
            }
            all += party.rarity[i];
            found += best * party.rarity[i];
        }
        return all == 0 ? 0 : found / all;
    }
}
