package tidemark.core.matching;

import java.util.ArrayDeque;
import java.util.ArrayList;
import java.util.Collection;
import java.util.HashMap;
import java.util.List;
import java.util.Map;

/**
 * Finds known words inside longer ones, as banks glue names to each other and to other words
 * ({@code CREDITMIRAOSTRANDFLAT12RENT}).
 *
 * <p>Cost: O(length of the words) to make, O(length of a text and what is found) to ask. Source: Aho and Corasick,
 * Efficient String Matching, 1975.
 */
final class Glued {
    private static final int LETTERS = 36;

    private final List<String> words;
    /** For each state and letter the next state. */
    private final List<int[]> next = new ArrayList<>();
    /** For each state the word that ends there, -1 for none, and the next shorter state that ends a word. */
    private final List<Integer> ends = new ArrayList<>();

    private final int[] shorter;

    Glued(Collection<String> known) {
        words = List.copyOf(known);
        state();
        for (int w = 0; w < words.size(); w++) {
            int at = 0;
            for (int i = 0; i < words.get(w).length() && at >= 0; i++) {
                int letter = letter(words.get(w).charAt(i));
                if (letter < 0) {
                    at = -1;
                } else {
                    if (next.get(at)[letter] == 0) {
                        next.get(at)[letter] = state();
                    }
                    at = next.get(at)[letter];
                }
            }
            if (at > 0) {
                ends.set(at, w);
            }
        }
        shorter = new int[next.size()];
        link();
    }

    private int state() {
        next.add(new int[LETTERS]);
        ends.add(-1);
        return next.size() - 1;
    }

    private void link() {
        int[] back = new int[next.size()];
        ArrayDeque<Integer> queue = new ArrayDeque<>();
        for (int child : next.getFirst()) {
            if (child != 0) {
                queue.add(child);
            }
        }
        while (!queue.isEmpty()) {
            int state = queue.remove();
            shorter[state] = ends.get(back[state]) >= 0 ? back[state] : shorter[back[state]];
            int[] row = next.get(state);
            int[] behind = next.get(back[state]);
            for (int letter = 0; letter < LETTERS; letter++) {
                if (row[letter] == 0) {
                    row[letter] = behind[letter];
                } else {
                    back[row[letter]] = behind[letter];
                    queue.add(row[letter]);
                }
            }
        }
    }

    private static int letter(char c) {
        if (c >= 'A' && c <= 'Z') {
            return c - 'A';
        }
        return c >= '0' && c <= '9' ? 26 + c - '0' : -1;
    }

    /** The known words inside a text, other than the text itself, each as often as it is there. */
    List<String> in(String text) {
        List<String> out = new ArrayList<>();
        int state = 0;
        for (int i = 0; i < text.length(); i++) {
            int letter = letter(text.charAt(i));
            state = letter < 0 ? 0 : next.get(state)[letter];
            for (int s = ends.get(state) >= 0 ? state : shorter[state]; s > 0; s = shorter[s]) {
                String word = words.get(ends.get(s));
                if (word.length() < text.length()) {
                    out.add(word);
                }
            }
        }
        return out;
    }

    /** Words by what is found when they are glued. */
    static Map<String, List<String>> ofNames(Collection<List<String>> names, int shortestWord, int shortestName) {
        Map<String, List<String>> out = new HashMap<>();
        for (List<String> name : names) {
            for (String word : name) {
                if (word.length() >= shortestWord) {
                    out.putIfAbsent(word, List.of(word));
                }
            }
            String joined = String.join("", name);
            if (name.size() > 1 && joined.length() >= shortestName) {
                out.put(joined, name);
            }
        }
        return out;
    }
}
