package tidemark.core.matching;

import java.util.ArrayList;
import java.util.Arrays;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.TreeMap;
import java.util.concurrent.ConcurrentHashMap;
import java.util.function.IntFunction;
import java.util.function.ToLongFunction;
import java.util.stream.Stream;
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
        /** Words of its text, with those of parties that are glued to others. */
        List<String> words;
        /** What letters each word has. */
        int[] letters;
        /** References of the line, squashed; the end-to-end reference first. */
        final List<String> references;
        /** Numbers inside its references and codes. */
        List<String> numbers;
        /** Those of them that entries have too, as ids. */
        int[] numberIds = {};
        /** The month that its text is of; 0 for none. */
        final int month;
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
            words = text.words();
            letters = lettersOf(words);
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
            List<String> codes = new ArrayList<>(own);
            codes.addAll(text.codes());
            numbers = Numbers.in(codes);
            month = Numbers.month(codes, line.bookingDate().getYear());
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
        private static final int LONGEST_NUMBER = 12;

        final CashEntry entry;
        final MovementKind kind;
        final Movement movement;
        final int day;
        final int party;
        final String reference;
        /** Codes in its text, such as an invoice number. */
        final List<String> codes;
        /** Numbers inside its reference and codes. */
        final List<String> numbers;

        int[] numberIds = {};
        /** The month that its text is of; 0 for none. */
        final int month;
        /** What its reference has in common with the others of a run; empty for none. */
        final String stem;
        /** The number at the end of its reference, -1 for none, and what stands before it. */
        final long running;

        final String series;
        /** The words of its text, as one. */
        final String words;
        /** The number of its movement and words among those that many entries have; -1 for none. */
        int text = -1;

        EntryTerms(LedgerItem item, int party, Text text) {
            this.entry = item.entry();
            this.kind = item.kind();
            movement = Movement.of(kind, entry.minorUnits() < 0);
            this.day = BusinessDays.number(entry.date());
            this.party = party;
            this.reference = Phrase.squashed(entry.reference().isEmpty() ? entry.checkNumber() : entry.reference());
            this.codes = text.phrase().codes();
            words = text.joined();
            stem = Bundles.stem(entry.reference());
            int digits = reference.length();
            while (digits > 0 && reference.charAt(digits - 1) >= '0' && reference.charAt(digits - 1) <= '9') {
                digits--;
            }
            int length = reference.length() - digits;
            running = length >= 3 && length <= LONGEST_NUMBER
                    ? Long.parseLong(reference, digits, reference.length(), 10)
                    : -1;
            series = reference.substring(0, digits);
            List<String> all = new ArrayList<>(codes);
            all.add(reference);
            List<String> found = new ArrayList<>(Numbers.in(all));
            found.addAll(text.named());
            numbers = List.copyOf(found);
            month = Numbers.month(all, entry.date().getYear());
        }

        long amount() {
            return entry.minorUnits();
        }
    }

    /** What a text of an entry tells; many have the same. */
    record Text(Phrase phrase, String joined, List<String> named) {
        static Text of(String text) {
            Phrase phrase = Phrase.of(text);
            return new Text(phrase, String.join(" ", phrase.words()), Numbers.named(text));
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
    /** How many entries have each number inside. */
    final Map<String, Integer> numberCounts = new HashMap<>();
    /** How many entries are of each month. */
    final Map<Integer, Integer> monthCounts = new HashMap<>();

    int ofAMonth;

    final Map<String, Integer> checkCounts = new HashMap<>();
    final Map<Long, Integer> amountCounts = new HashMap<>();
    private static final int LONGEST_COUNT = 3;
    private static final int OFTEN = 8;
    private static final int SHORTEST_GLUED_WORD = 5;
    private static final int SHORTEST_GLUED_NAME = 8;
    private static final int MOST_OF_ONE_PAYMENT = 3;
    /** For each id of a number, {@link #share}. */
    float[] shareOfNumber = {};

    private final Map<String, Integer> smallNumbers = new HashMap<>();
    private final int[] linesOfCode;
    private final int[] ofMovement = new int[Movement.COUNT];
    final AmountDensity density;
    /** For each day from the first entry's on, the first entry of this day or later. */
    private final int[] firstOfDay;
    /** Business days that the ledger covers. */
    final double span;

    /** Parties that decisions of the past name and the ledger at hand does not, each its own number below zero. */
    private final Map<String, Integer> pastParties = new HashMap<>();

    private final Map<String, Integer> codeIds = new HashMap<>();

    Terms(List<BankLine> givenLines, List<LedgerItem> givenItems) {
        BankLine[] sortedLines =
                byDay(givenLines, l -> l.bookingDate().toEpochDay(), l -> l.id().value(), BankLine[]::new);
        LedgerItem[] sortedItems = byDay(
                givenItems,
                item -> item.entry().date().toEpochDay(),
                item -> item.id().value(),
                LedgerItem[]::new);
        int[] code = Arrays.stream(sortedLines).mapToInt(this::code).toArray();
        lines = new LineTerms[sortedLines.length];
        Arrays.parallelSetAll(lines, i -> new LineTerms(sortedLines[i], code[i]));
        PartyWords[] named = new PartyWords[sortedItems.length];
        Map<String, PartyWords> namedBefore = new ConcurrentHashMap<>();
        Arrays.parallelSetAll(named, i -> {
            CashEntry entry = sortedItems[i].entry();
            return entry.party().isEmpty()
                    ? PartyWords.of(entry)
                    : namedBefore.computeIfAbsent(entry.party(), k -> PartyWords.of(entry));
        });
        int[] party = Arrays.stream(named).mapToInt(this::party).toArray();
        entries = new EntryTerms[sortedItems.length];
        Map<String, Text> texts = new ConcurrentHashMap<>();
        Arrays.parallelSetAll(
                entries,
                i -> new EntryTerms(
                        sortedItems[i],
                        party[i],
                        texts.computeIfAbsent(sortedItems[i].entry().text(), Text::of)));
        entryDays = Arrays.stream(entries).mapToInt(e -> e.day).toArray();
        // each counts into what is its own
        Stream.<Runnable>of(this::countAmounts, this::countReferences, this::countNumbers, this::countTheRest)
                .parallel()
                .forEach(Runnable::run);
        density = new AmountDensity(
                Arrays.stream(entries).mapToLong(EntryTerms::amount).toArray());
        Arrays.stream(lines).parallel().forEach(line -> line.expected = density.expected(line.line.minorUnits()));
        // a month at least: over a few days nothing can be said of what is usual
        span = entries.length == 0 ? 21 : Math.max(21, entryDays[entries.length - 1] - entryDays[0] + 1);
        firstOfDay = firstOfDays();
        numberTexts();
        weighWords();
        countWords();
        unglue();
        identifyNumbers();
        linesOfCode = new int[codes.size()];
        countSmallNumbers();
    }

    private void countAmounts() {
        for (EntryTerms entry : entries) {
            amountCounts.merge(entry.amount(), 1, Integer::sum);
        }
    }

    private void countReferences() {
        for (EntryTerms entry : entries) {
            if (!entry.reference.isEmpty()) {
                referenceCounts.merge(entry.reference, 1, Integer::sum);
            }
        }
    }

    private void countNumbers() {
        for (EntryTerms entry : entries) {
            entry.numbers.forEach(number -> numberCounts.merge(number, 1, Integer::sum));
        }
    }

    private void countTheRest() {
        for (EntryTerms entry : entries) {
            parties.get(entry.party).count++;
            ofMovement[entry.movement.index()]++;
            if (entry.month != 0) {
                monthCounts.merge(entry.month, 1, Integer::sum);
                ofAMonth++;
            }
            if (!entry.entry.checkNumber().isEmpty()) {
                checkCounts.merge(entry.entry.checkNumber(), 1, Integer::sum);
            }
        }
    }

    private record Dated<T>(long day, long id, T what) {}

    /** By day, then by identifier. */
    private static <T> T[] byDay(List<T> some, ToLongFunction<T> day, ToLongFunction<T> id, IntFunction<T[]> row) {
        return some.stream()
                .parallel()
                .map(t -> new Dated<>(day.applyAsLong(t), id.applyAsLong(t), t))
                .sorted((a, b) -> a.day != b.day ? Long.compare(a.day, b.day) : Long.compare(a.id, b.id))
                .map(Dated::what)
                .toArray(row);
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

    /** The share of lines of a code whose text has this small number. Cost: O(1). */
    double shareOfLines(int code, String number) {
        return smallNumbers.getOrDefault(code + " " + number, 0) / (double) Math.max(1, linesOfCode[code]);
    }

    private void countSmallNumbers() {
        for (LineTerms line : lines) {
            linesOfCode[line.code]++;
            for (String code : line.text.codes()) {
                if (code.length() <= LONGEST_COUNT) {
                    smallNumbers.merge(line.code + " " + code, 1, Integer::sum);
                }
            }
        }
    }

    /** Whether a reference is a payment's own and not one that many entries have, as a contract or a terminal. Cost: O(1). */
    boolean isOwnReference(String reference) {
        return referenceCounts.getOrDefault(reference, 0) <= MOST_OF_ONE_PAYMENT;
    }

    /** The logarithm of the share of entries that are of a kind and direction. Cost: O(1). */
    double share(Movement movement) {
        return Math.log((ofMovement[movement.index()] + 1) / (entries.length + 1.0));
    }

    /** The first entry of a day or later. Cost: O(1). */
    int firstEntryOn(int day) {
        if (entries.length == 0 || day <= entryDays[0]) {
            return 0;
        }
        int d = day - entryDays[0];
        return d >= firstOfDay.length ? entries.length : firstOfDay[d];
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
            return words.isEmpty()
                    ? new PartyWords(
                            Phrase.of(entry.text()).words(),
                            String.join(" ", Phrase.of(entry.text()).words()))
                    : new PartyWords(words, Phrase.squashed(entry.party()));
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

    /** Counts the levels of matches of the past; how many had no counterpart they do not tell. */
    void countPast(List<Learned.Decided> accepted, Weights weights, Comparison comparison) {
        for (Learned.Decided d : accepted) {
            Integer code = codeIds.get(codeOf(d.line()));
            Integer party = partyIds.get(PartyWords.of(d.item().entry()).joined());
            if (code != null && party != null) {
                LineTerms line = new LineTerms(d.line(), code);
                EntryTerms entry =
                        new EntryTerms(d.item(), party, Text.of(d.item().entry().text()));
                line.numberIds = idsOf(line.numbers, ids);
                entry.numberIds = idsOf(entry.numbers, ids);
                weights.count(comparison.compare(line, entry), entry.movement, code, 1);
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

    /** Words of parties, rising, and how many entries have one of those before each. */
    private String[] words = {};

    private int[] entriesBefore = {};

    private void countWords() {
        TreeMap<String, Integer> counts = new TreeMap<>();
        for (Party party : parties) {
            party.words.forEach(w -> counts.merge(w, party.count, Integer::sum));
        }
        words = counts.keySet().toArray(String[]::new);
        entriesBefore = new int[words.length + 1];
        for (int i = 0; i < words.length; i++) {
            entriesBefore[i + 1] = entriesBefore[i] + counts.getOrDefault(words[i], 0);
        }
    }

    /** The share of entries that name a party with a word that begins so. Cost: O(log words). */
    private double shareOfBeginning(String beginning) {
        int low = Arrays.binarySearch(words, beginning);
        int high = Arrays.binarySearch(words, beginning + Character.MAX_VALUE);
        int count = entriesBefore[high < 0 ? -1 - high : high] - entriesBefore[low < 0 ? -1 - low : low];
        return Math.max(1, count) / Math.max(20.0, entries.length);
    }

    /** The share of entries that have what is rarest of what a party's name and a line have in common; 1 for nothing. */
    double sharedWords(int of, LineTerms line) {
        Party party = parties.get(of);
        double rarest = 1;
        for (int i = 0; i < party.letters.length; i++) {
            for (int w = 0; w < line.letters.length; w++) {
                if (Likeness.mayBe(party.letters[i], line.letters[w])) {
                    String ours = party.words.get(i);
                    String banks = line.words.get(w);
                    if (Likeness.of(ours, banks) >= .7) {
                        int common = 0;
                        int shorter = Math.min(ours.length(), banks.length());
                        while (common < shorter && ours.charAt(common) == banks.charAt(common)) {
                            common++;
                        }
                        rarest = Math.min(rarest, shareOfBeginning(ours.substring(0, common)));
                    }
                }
            }
        }
        return rarest;
    }

    /** Numbers the texts that many entries have, by movement; the most of them name what is booked so and not whom. */
    private void numberTexts() {
        List<Map<String, Integer>> counts = new ArrayList<>();
        List<Map<String, Integer>> numbers = new ArrayList<>();
        for (int m = 0; m < Movement.COUNT; m++) {
            counts.add(new HashMap<>());
            numbers.add(new HashMap<>());
        }
        for (EntryTerms entry : entries) {
            counts.get(entry.movement.index()).merge(entry.words, 1, Integer::sum);
        }
        int next = 0;
        for (EntryTerms entry : entries) {
            Map<String, Integer> of = numbers.get(entry.movement.index());
            if (counts.get(entry.movement.index()).getOrDefault(entry.words, 0) >= OFTEN) {
                Integer known = of.get(entry.words);
                if (known == null && next < Weights.TEXTS) {
                    known = next++;
                    of.put(entry.words, known);
                }
                entry.text = known == null ? -1 : known;
            }
        }
    }

    private final Map<String, Integer> ids = new HashMap<>();

    private void identifyNumbers() {
        numberCounts.keySet().forEach(number -> ids.put(number, ids.size()));
        shareOfNumber = new float[ids.size()];
        ids.forEach((number, id) -> shareOfNumber[id] = (float) share(number));
        Arrays.stream(entries).parallel().forEach(entry -> entry.numberIds = idsOf(entry.numbers, ids));
        Arrays.stream(lines).parallel().forEach(line -> line.numberIds = idsOf(line.numbers, ids));
    }

    private static int[] idsOf(List<String> numbers, Map<String, Integer> ids) {
        int[] out = new int[numbers.size()];
        int count = 0;
        for (String number : numbers) {
            Integer id = ids.get(number);
            if (id != null) {
                out[count++] = id;
            }
        }
        return count == out.length ? out : Arrays.copyOf(out, count);
    }

    /** How likely an entry has a number by chance: by how many have it, and by how many numbers there are of its length. */
    double share(String number) {
        double counted = numberCounts.getOrDefault(number, 1) / Math.max(200.0, entries.length);
        return Math.max(counted, 2 * Math.pow(.1, number.length()));
    }

    /** Adds to the words of each line those of parties that stand inside longer ones, and names of numbers likewise. */
    private void unglue() {
        Map<String, List<String>> names =
                Glued.ofNames(parties.stream().map(p -> p.words).toList(), SHORTEST_GLUED_WORD, SHORTEST_GLUED_NAME);
        Glued glued = new Glued(names.keySet());
        Arrays.stream(lines).parallel().forEach(line -> {
            List<String> all = new ArrayList<>(line.words);
            for (List<String> tokens : List.of(line.text.words(), line.text.codes())) {
                for (String token : tokens) {
                    for (String found : token.length() > SHORTEST_GLUED_WORD ? glued.in(token) : List.<String>of()) {
                        for (String word : names.getOrDefault(found, List.of())) {
                            if (!all.contains(word)) {
                                all.add(word);
                            }
                        }
                    }
                }
            }
            if (all.size() > line.words.size()) {
                line.words = List.copyOf(all);
                line.letters = lettersOf(line.words);
            }
            List<String> named = Numbers.named(line.line.text(), line.text.codes(), numberCounts.keySet());
            if (!named.isEmpty()) {
                List<String> numbers = new ArrayList<>(line.numbers);
                numbers.addAll(named);
                line.numbers = List.copyOf(numbers);
            }
        });
    }

    /** How much of a party's name stands in the words of a line, 0 to 1, rare words counting for more. */
    double named(Party party, LineTerms line) {
        double all = 0;
        double found = 0;
        for (int i = 0; i < party.letters.length; i++) {
            double best = 0;
            for (int w = 0; w < line.letters.length && best < 1; w++) {
                if (Likeness.mayBe(party.letters[i], line.letters[w])) {
                    best = Math.max(best, Likeness.of(party.words.get(i), line.words.get(w)));
                }
            }
            all += party.rarity[i];
            found += best * party.rarity[i];
        }
        return all == 0 ? 0 : found / all;
    }

    /**
     * How telling it is that so much of a party's name stands in a text of a group, as a logarithm; the fewer entries have
     * the party, the more. Cost: O(1).
     */
    double weightOfName(int party, double part) {
        double share = parties.get(party).count / (double) Math.max(20, entries.length);
        return part >= .75 ? Math.log(.5 / Math.clamp(share, .0005, .5)) : part >= .4 ? 2 : 0;
    }
}
