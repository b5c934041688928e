package tidemark.core.matching;

/** How alike two words are, however a bank shortened, cut or misspelt one of them; 0 to 1. */
public final class Likeness {
    private Likeness() {}

    /** The letters of a word, each a bit; some share one. Cost: O(length). */
    static int letters(String word) {
        int out = 0;
        for (int i = 0; i < word.length(); i++) {
            out |= 1 << word.charAt(i);
        }
        return out;
    }

    /**
     * Whether words of these letters may be alike at all. Two slips bring and take at most four letters; a beginning or
     * an abbreviation has no letter of its own. Cost: O(1).
     */
    static boolean mayBe(int ours, int banks) {
        int both = ours & banks;
        return both == ours || both == banks || Integer.bitCount(ours ^ banks) <= 4;
    }

    /** Whether one insertion, deletion, change or swap of neighbours turns one into the other. Cost: O(length). */
    public static boolean oneSlip(String a, String b) {
        return Phrase.oneSlip(a, b);
    }

    /**
     * 1 for equal words; less for one that begins as the other does, for one or two slips in a longer word, and for an
     * abbreviation that keeps the letters' order ({@code MGMT} for {@code MANAGEMENT}). Cost: O(length).
     */
    public static double of(String ours, String banks) {
        if (ours.equals(banks)) {
            return 1;
        }
        int shorter = Math.min(ours.length(), banks.length());
        if (shorter < 3) {
            return 0;
        }
        if (ours.startsWith(banks)) {
            return shorter >= 4 ? .9 : .7;
        }
        if (banks.startsWith(ours)) {
            // something is glued to a long word; a short one only begins as another does
            return shorter >= 6 ? .9 : .5;
        }
        if (shorter >= 4 && Phrase.oneSlip(ours, banks)) {
            return .85;
        }
        if (shorter >= 7 && twoSlips(ours, banks)) {
            return .7;
        }
        return banks.length() < ours.length() && ours.charAt(0) == banks.charAt(0) && isWithin(banks, ours) ? .5 : 0;
    }

    /** Whether the letters of the short word stand in the long one in this order, with vowels left out first. */
    private static boolean isWithin(String brief, String word) {
        int at = 0;
        for (int i = 0; i < word.length() && at < brief.length(); i++) {
            if (word.charAt(i) == brief.charAt(at)) {
                at++;
            }
        }
        if (at < brief.length()) {
            return false;
        }
        for (int i = 1; i < brief.length(); i++) {
            if ("AEIOU".indexOf(brief.charAt(i)) >= 0) {
                return false;
            }
        }
        return true;
    }

    private static boolean twoSlips(String a, String b) {
        if (Math.abs(a.length() - b.length()) > 2) {
            return false;
        }
        // Levenshtein, stopped beyond two
        int[] row = new int[b.length() + 1];
        for (int j = 0; j <= b.length(); j++) {
            row[j] = j;
        }
        for (int i = 1; i <= a.length(); i++) {
            int corner = row[0];
            row[0] = i;
            int least = i;
            for (int j = 1; j <= b.length(); j++) {
                int change = corner + (a.charAt(i - 1) == b.charAt(j - 1) ? 0 : 1);
                corner = row[j];
                row[j] = Math.min(change, Math.min(row[j], row[j - 1]) + 1);
                least = Math.min(least, row[j]);
            }
            if (least > 2) {
                return false;
            }
        }
        return row[b.length()] <= 2;
    }
}
