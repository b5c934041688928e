package tidemark.core.party;

import java.util.ArrayList;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Set;
import java.util.regex.Matcher;
import java.util.regex.Pattern;

/** Finds the numbers of open items in what was typed or pasted from a remittance slip. */
final class ItemNumbers {
    /** Words of letters, digits and the signs that numbers are written with. */
    private static final Pattern WORD = Pattern.compile("[\\p{L}\\p{N}][\\p{L}\\p{N}/._#-]*");

    private static final Pattern LAST_DIGITS = Pattern.compile("(\\d{3,})\\D*$");

    private ItemNumbers() {}

    /**
     * @param items in order of age
     * @param unknown words with at least three digits in a row that are no item's number
     */
    record Found(List<SettlementProposal.Candidate> items, List<String> unknown) {}

    /**
     * A word is an item's number when they are the same but for case, blanks and signs; or else, where no item has just
     * that number, when the last digits of both are the same but for leading zeros and of no other item. Amounts and dates
     * among the words are passed over as unknown. Cost: O(words + items).
     */
    static Found in(String text, List<SettlementProposal.Candidate> byAge) {
        if (text.isBlank()) {
            return new Found(List.of(), List.of());
        }
        Map<String, List<SettlementProposal.Candidate>> byNumber = new HashMap<>();
        Map<String, List<SettlementProposal.Candidate>> byDigits = new HashMap<>();
        for (SettlementProposal.Candidate c : byAge) {
            byNumber.computeIfAbsent(plain(c.number()), k -> new ArrayList<>()).add(c);
            byDigits.computeIfAbsent(digits(c.number()), k -> new ArrayList<>()).add(c);
        }
        Set<SettlementProposal.Candidate> picked = new HashSet<>();
        List<String> unknown = new ArrayList<>();
        Matcher words = WORD.matcher(text);
        while (words.find()) {
            String word = words.group().replaceAll("[/._#-]+$", "");
            List<SettlementProposal.Candidate> fit = fitting(word, byNumber, byDigits);
            if (!fit.isEmpty()) {
                picked.addAll(fit);
            } else if (!digits(word).isEmpty()) {
                unknown.add(word);
            }
        }
        return new Found(
                byAge.stream().filter(picked::contains).toList(),
                unknown.stream().distinct().toList());
    }

    private static List<SettlementProposal.Candidate> fitting(
            String word,
            Map<String, List<SettlementProposal.Candidate>> byNumber,
            Map<String, List<SettlementProposal.Candidate>> byDigits) {
        List<SettlementProposal.Candidate> same = byNumber.getOrDefault(plain(word), List.of());
        if (!same.isEmpty()) {
            return same;
        }
        String digits = digits(word);
        if (digits.isEmpty()) {
            return List.of();
        }
        List<SettlementProposal.Candidate> alike = byDigits.getOrDefault(digits, List.of());
        return alike.size() == 1 ? alike : List.of();
    }

    private static String plain(String number) {
        return number.toUpperCase(Locale.ROOT).replaceAll("[^\\p{L}\\p{N}]", "");
    }

    /** The last run of at least three digits, without leading zeros; empty where there is none. */
    private static String digits(String number) {
        Matcher last = LAST_DIGITS.matcher(number);
        return last.find() ? last.group(1).replaceFirst("^0+(?=\\d)", "") : "";
    }
}
