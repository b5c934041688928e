package tidemark.core.matching;

import java.time.temporal.ChronoUnit;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.Comparator;
import java.util.HashMap;
import java.util.HashSet;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.TreeMap;
import java.util.regex.Pattern;
import tidemark.core.ledger.CashEntry;
import tidemark.core.ledger.CashEntryId;
import tidemark.core.money.KeyingSlip;
import tidemark.core.statement.BankLine;
import tidemark.core.statement.BankLineId;

/**
 * Pairs one bank line with one cash entry by ordered evidence: check number or reference, then amount, then date, then
 * name.
 *
 * <p>Firm is: the same check number or reference with the same amount, and no second pair like it; or the same amount,
 * at most {@link #NEAR_DAYS} days apart, the only line and the only entry of that amount within {@link #WINDOW_DAYS}
 * days of each other, and nothing that speaks against it. Everything else is for a person to look at.
 *
 * <p>Cost: O((n+m) log(n+m)), as each line looks at no more than {@link #MOST_LOOKED_AT} entries for each key.
 * Guarantee: a line or entry is firm at most once; the order of the input does not matter. Limit: more than
 * {@link #MOST_LOOKED_AT} entries of one amount in the window are not all looked at; such a line is never firm by
 * amount.
 */
public final class EvidenceMatching implements MatchingEngine {
    /** Apart by no more than this, an amount that occurs once is firm. */
    public static final int NEAR_DAYS = 5;
    /** An entry this much older than the line is still looked at by its amount alone. */
    public static final int WINDOW_DAYS = 35;
    /** Banks book a day or two before a ledger that is written up late. */
    private static final int EARLY_DAYS = 5;
    /** A check may come in this late; older ones are stale. */
    private static final int CHECK_DAYS = 190;

    public static final int MOST_LOOKED_AT = 40;

    private static final Pattern WORDS = Pattern.compile("[^\\p{L}\\p{N}]+");
    /** Words that say nothing about who it was. */
    private static final Set<String> COMMON = Set.of(
            "the",
            "and",
            "inc",
            "llc",
            "ltd",
            "co",
            "company",
            "corp",
            "check",
            "deposit",
            "payment",
            "credit",
            "debit",
            "transfer",
            "ach",
            "wire",
            "from",
            "to",
            "of",
            "for",
            "bank");

    private static final Comparator<Scored> BEST_FIRST = Comparator.comparing(
                    (Scored s) -> s.candidate().strength())
            .thenComparing(Scored::score, Comparator.reverseOrder())
            .thenComparing(s -> s.candidate().line())
            .thenComparing(s -> s.candidate().entry());

    private record Scored(Candidate candidate, int score) {}

    @Override
    public MatchingResult propose(List<BankLine> lines, List<CashEntry> entries) {
        Index index = new Index(lines, entries);
        List<Scored> all = new ArrayList<>();
        Map<BankLineId, List<Candidate>> byLine = new HashMap<>();
        for (BankLine line : lines) {
            List<Scored> found = new ArrayList<>();
            for (CashEntry entry : index.near(line)) {
                score(line, entry, index).ifPresent(found::add);
            }
            found.sort(BEST_FIRST);
            if (!found.isEmpty()) {
                List<Scored> kept = found.subList(0, Math.min(found.size(), MatchingResult.MOST_PER_LINE));
                all.addAll(kept);
                byLine.put(line.id(), kept.stream().map(Scored::candidate).toList());
            }
        }
        all.sort(BEST_FIRST);
        Set<BankLineId> takenLines = new HashSet<>();
        Set<CashEntryId> takenEntries = new HashSet<>();
        List<Candidate> presumed = new ArrayList<>();
        for (Scored scored : all) {
            Candidate c = scored.candidate();
            if (c.strength() != Strength.FAINT && !takenLines.contains(c.line()) && !takenEntries.contains(c.entry())) {
                takenLines.add(c.line());
                takenEntries.add(c.entry());
                presumed.add(c);
            }
        }
        presumed.sort(Comparator.comparing(Candidate::line));
        return new MatchingResult(byLine, presumed);
    }

    private static Optional<Scored> score(BankLine line, CashEntry entry, Index index) {
        List<Evidence> evidence = new ArrayList<>();
        int score = 0;
        boolean sameKey = false;
        boolean against = false;
        if (!line.checkNumber().isEmpty() && !entry.checkNumber().isEmpty()) {
            if (line.checkNumber().equals(entry.checkNumber())) {
                evidence.add(new Evidence.SameCheckNumber());
                sameKey = true;
                score += 1000;
            } else {
                against = true;
            }
        } else if (line.checkNumber().isEmpty() != entry.checkNumber().isEmpty()) {
            // a numbered check clears as a check; without its number it is for a person
            against = true;
        }
        String reference = plain(entry.reference());
        if (reference.length() >= 3) {
            if (reference.equals(plain(line.reference()))) {
                evidence.add(new Evidence.SameReference(entry.reference()));
                sameKey = true;
                score += 900;
            } else if (hasDigit(reference) && index.words(line).contains(reference)) {
                evidence.add(new Evidence.ReferenceInText(entry.reference()));
                sameKey = true;
                score += 850;
            }
        }
        long difference = Math.subtractExact(line.minorUnits(), entry.minorUnits());
        Optional<KeyingSlip> slip = KeyingSlip.between(line.minorUnits(), entry.minorUnits());
        int rivalEntries = index.entriesLike(line);
        int rivalLines = index.linesLike(entry);
        boolean onlyOne = rivalEntries == 1 && rivalLines == 1;
        if (difference == 0) {
            evidence.add(new Evidence.SameAmount());
            score += 500;
            if (!sameKey) {
                evidence.add(
                        onlyOne
                                ? new Evidence.OnlyOne(WINDOW_DAYS)
                                : new Evidence.OneOfSeveral(Math.max(rivalEntries, rivalLines)));
            }
        } else {
            evidence.add(new Evidence.AmountApart(difference, slip));
            score += slip.isPresent() ? 100 : 0;
        }
        if (against && !line.checkNumber().isEmpty() && !entry.checkNumber().isEmpty()) {
            evidence.add(new Evidence.OtherCheckNumber());
        }
        String name = sharedName(index.words(line), entry.party());
        if (!name.isEmpty()) {
            evidence.add(new Evidence.NameInText(name));
            score += 150;
        }
        int days = (int) ChronoUnit.DAYS.between(entry.date(), line.bookingDate());
        evidence.add(new Evidence.DaysBetween(days));
        score -= Math.min(400, Math.abs(days) * 4);

        Strength strength;
        boolean inTime = days >= -EARLY_DAYS && days <= CHECK_DAYS;
        if (difference == 0 && sameKey) {
            strength = inTime && index.onlyKey(line, entry) ? Strength.FIRM : Strength.FAIR;
        } else if (sameKey) {
            strength = inTime ? Strength.FAIR : Strength.FAINT;
        } else if (difference == 0 && !against) {
            boolean near = days >= -EARLY_DAYS && days <= NEAR_DAYS;
            strength = onlyOne && near ? Strength.FIRM : onlyOne || !name.isEmpty() ? Strength.FAIR : Strength.FAINT;
        } else if (difference == 0) {
            strength = Strength.FAINT;
        } else if (slip.isPresent() && !name.isEmpty() && !against) {
            strength = Strength.FAIR;
        } else if (slip.isPresent() && !against) {
            strength = Strength.FAINT;
        } else {
            return Optional.empty();
        }
        return Optional.of(new Scored(new Candidate(line.id(), entry.id(), strength, difference, evidence), score));
    }

    private static String sharedName(Set<String> lineWords, String party) {
        StringBuilder shared = new StringBuilder();
        for (String original : WORDS.split(party)) {
            String word = original.toLowerCase(Locale.ROOT);
            if (word.length() >= 3 && !COMMON.contains(word) && lineWords.contains(word)) {
                shared.append(shared.isEmpty() ? "" : " ").append(original);
            }
        }
        return shared.toString();
    }

    private static boolean hasDigit(String text) {
        return text.chars().anyMatch(c -> c >= '0' && c <= '9');
    }

    private static String plain(String reference) {
        StringBuilder out = new StringBuilder(reference.length());
        for (int i = 0; i < reference.length(); i++) {
            char c = reference.charAt(i);
            if (Character.isLetterOrDigit(c)) {
                out.append(Character.toLowerCase(c));
            }
        }
        return out.toString();
    }

    /** Lines and entries by the keys they can meet on. */
    private static final class Index {
        private final Map<String, List<CashEntry>> byCheck = new HashMap<>();
        private final Map<String, List<CashEntry>> byReference = new HashMap<>();
        private final Map<String, Integer> linesByKey = new HashMap<>();
        private final Map<String, Integer> entriesByKey = new HashMap<>();
        private final Map<Long, TreeMap<Long, List<CashEntry>>> byAmount = new HashMap<>();
        private final Map<Long, TreeMap<Long, Integer>> lineDays = new HashMap<>();
        private final Map<BankLineId, Set<String>> words = new HashMap<>();

        Index(List<BankLine> lines, List<CashEntry> entries) {
            for (CashEntry e : entries.stream()
                    .sorted(Comparator.comparing(CashEntry::date).thenComparing(CashEntry::id))
                    .toList()) {
                if (!e.checkNumber().isEmpty()) {
                    byCheck.computeIfAbsent(e.checkNumber(), k -> new ArrayList<>())
                            .add(e);
                }
                String reference = plain(e.reference());
                if (reference.length() >= 3) {
                    byReference
                            .computeIfAbsent(reference, k -> new ArrayList<>())
                            .add(e);
                }
                for (String key : keys(e)) {
                    entriesByKey.merge(key, 1, Integer::sum);
                }
                byAmount.computeIfAbsent(e.minorUnits(), k -> new TreeMap<>())
                        .computeIfAbsent(e.date().toEpochDay(), k -> new ArrayList<>())
                        .add(e);
            }
            for (BankLine line : lines) {
                Set<String> lineWords = new HashSet<>();
                for (String text : List.of(line.text(), line.counterparty(), line.reference())) {
                    lineWords.addAll(Arrays.asList(WORDS.split(text.toLowerCase(Locale.ROOT))));
                    for (String token : text.split("\\s+")) {
                        lineWords.add(plain(token));
                    }
                }
                lineWords.remove("");
                words.put(line.id(), lineWords);
                lineDays.computeIfAbsent(line.minorUnits(), k -> new TreeMap<>())
                        .merge(line.bookingDate().toEpochDay(), 1, Integer::sum);
                for (String key : keys(line)) {
                    linesByKey.merge(key, 1, Integer::sum);
                }
            }
        }

        private static List<String> keys(CashEntry e) {
            List<String> keys = new ArrayList<>(2);
            if (!e.checkNumber().isEmpty()) {
                keys.add("check " + e.checkNumber() + " " + e.minorUnits());
            }
            String reference = plain(e.reference());
            if (reference.length() >= 3) {
                keys.add("ref " + reference + " " + e.minorUnits());
            }
            return keys;
        }

        private List<String> keys(BankLine line) {
            Set<String> keys = new HashSet<>();
            if (!line.checkNumber().isEmpty()) {
                keys.add("check " + line.checkNumber() + " " + line.minorUnits());
            }
            for (String word : words(line)) {
                if (word.length() >= 3 && byReference.containsKey(word)) {
                    keys.add("ref " + word + " " + line.minorUnits());
                }
            }
            return List.copyOf(keys);
        }

        /** Whether no second line and no second entry shares a key and the amount of this pair. */
        boolean onlyKey(BankLine line, CashEntry entry) {
            for (String key : keys(entry)) {
                if (entriesByKey.getOrDefault(key, 0) > 1 || linesByKey.getOrDefault(key, 0) > 1) {
                    return false;
                }
            }
            return keys(line).stream().allMatch(k -> entriesByKey.getOrDefault(k, 0) <= 1);
        }

        /** The entries worth looking at for a line, each once, in a fixed order. */
        Iterable<CashEntry> near(BankLine line) {
            Map<CashEntryId, CashEntry> found = new LinkedHashMap<>();
            if (!line.checkNumber().isEmpty()) {
                add(found, byCheck.getOrDefault(line.checkNumber(), List.of()));
            }
            for (String word : words(line).stream().sorted().toList()) {
                if (word.length() >= 3) {
                    add(found, byReference.getOrDefault(word, List.of()));
                }
            }
            add(found, withAmount(line, line.minorUnits(), WINDOW_DAYS));
            add(found, withAmount(line, -line.minorUnits(), NEAR_DAYS));
            for (KeyingSlip.Swap swap : KeyingSlip.swaps(Math.abs(line.minorUnits()))) {
                add(found, withAmount(line, Long.signum(line.minorUnits()) * swap.amount(), NEAR_DAYS));
            }
            return found.values();
        }

        private static void add(Map<CashEntryId, CashEntry> found, List<CashEntry> more) {
            for (CashEntry e : more.subList(0, Math.min(more.size(), MOST_LOOKED_AT))) {
                found.putIfAbsent(e.id(), e);
            }
        }

        private List<CashEntry> withAmount(BankLine line, long amount, int window) {
            TreeMap<Long, List<CashEntry>> days = byAmount.get(amount);
            if (days == null) {
                return List.of();
            }
            long day = line.bookingDate().toEpochDay();
            List<CashEntry> out = new ArrayList<>();
            // nearest first, so that the bound cuts the farthest
            for (List<CashEntry> older :
                    days.subMap(day - window, true, day, true).descendingMap().values()) {
                out.addAll(older);
                if (out.size() >= MOST_LOOKED_AT) {
                    break;
                }
            }
            for (List<CashEntry> newer :
                    days.subMap(day, false, day + EARLY_DAYS, true).values()) {
                out.addAll(newer);
                if (out.size() >= 2 * MOST_LOOKED_AT) {
                    break;
                }
            }
            return out;
        }

        int entriesLike(BankLine line) {
            TreeMap<Long, List<CashEntry>> days = byAmount.get(line.minorUnits());
            long day = line.bookingDate().toEpochDay();
            return days == null
                    ? 0
                    : count(days.subMap(day - WINDOW_DAYS, true, day + EARLY_DAYS, true).values().stream()
                            .map(List::size)
                            .iterator());
        }

        int linesLike(CashEntry entry) {
            TreeMap<Long, Integer> days = lineDays.get(entry.minorUnits());
            long day = entry.date().toEpochDay();
            return days == null
                    ? 0
                    : count(days.subMap(day - EARLY_DAYS, true, day + WINDOW_DAYS, true)
                            .values()
                            .iterator());
        }

        /** Counts no further than the bound: beyond it "several" is all that matters. */
        private static int count(java.util.Iterator<Integer> sizes) {
            int sum = 0;
            while (sizes.hasNext() && sum <= MOST_LOOKED_AT) {
                sum += sizes.next();
            }
            return sum;
        }

        Set<String> words(BankLine line) {
            return words.getOrDefault(line.id(), Set.of());
        }
    }
}
