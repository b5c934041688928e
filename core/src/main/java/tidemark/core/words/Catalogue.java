package tidemark.core.words;

import java.io.IOException;
import java.io.InputStreamReader;
import java.io.Reader;
import java.io.UncheckedIOException;
import java.net.URL;
import java.nio.charset.StandardCharsets;
import java.util.ArrayList;
import java.util.Collections;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Properties;
import java.util.Set;
import org.jspecify.annotations.Nullable;

/**
 * What people read of the core and of the server, by key. The texts stand in {@code tidemark/words/*.properties}, one
 * file for each part of the product; a place such as {@code {0}} takes the value of that order, counted from 0.
 *
 * <p>A file {@code tidemark/words/LANGUAGE/PART.properties} on the class path says the same in another language; what
 * it does not say stays English. One installation speaks one language, as its certificates and its activity are kept in
 * the words they were made in: the system property {@code tidemark.language}, else the environment's
 * {@code TIDEMARK_LANGUAGE}, else English.
 *
 * <p>Cost of a text: one look into a map and its length.
 */
public final class Catalogue {
    /** The parts of the product that have texts; a part that is not on the class path has none. */
    private static final List<String> PARTS = List.of("core", "app");

    private static final Map<String, List<Piece>> TEXTS = texts(language());

    /** A stretch of a text: its words, or the place of a value where {@code place} is not below zero. */
    record Piece(String words, int place) {}

    private Catalogue() {}

    /**
     * The words of a key, with the values that stand in them.
     *
     * @throws IllegalArgumentException where there is no such key, or no value for a place of its text
     */
    public static String say(String key, @Nullable Object... values) {
        return say(TEXTS, key, values);
    }

    /** All keys there are. */
    public static Set<String> keys() {
        return Collections.unmodifiableSet(TEXTS.keySet());
    }

    /** How many values the text of a key takes. */
    public static int places(String key) {
        return TEXTS.getOrDefault(key, List.of()).stream()
                        .mapToInt(Piece::place)
                        .max()
                        .orElse(-1)
                + 1;
    }

    static String say(Map<String, List<Piece>> texts, String key, @Nullable Object... values) {
        List<Piece> pieces = texts.get(key);
        if (pieces == null) {
            throw new IllegalArgumentException("No text is kept as " + key);
        }
        StringBuilder out = new StringBuilder();
        for (Piece piece : pieces) {
            if (piece.place >= values.length) {
                throw new IllegalArgumentException("The text of " + key + " takes more values than " + values.length);
            }
            out.append(piece.place < 0 ? piece.words : values[piece.place]);
        }
        return out.toString();
    }

    /** English, and over it what the language has. */
    static Map<String, List<Piece>> texts(String language) {
        Map<String, List<Piece>> texts = new HashMap<>();
        for (String folder : List.of("", language + "/")) {
            for (String part : PARTS) {
                URL file =
                        Catalogue.class.getClassLoader().getResource("tidemark/words/" + folder + part + ".properties");
                if (file != null) {
                    Properties read = read(file);
                    if (folder.isEmpty() && !Collections.disjoint(texts.keySet(), read.keySet())) {
                        throw new IllegalStateException("Two parts keep a text as one key: " + file);
                    }
                    read.forEach((key, text) -> texts.put((String) key, pieces((String) text)));
                }
            }
        }
        return texts;
    }

    private static Properties read(URL file) {
        Properties properties = new Properties();
        try (Reader in = new InputStreamReader(file.openStream(), StandardCharsets.UTF_8)) {
            properties.load(in);
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        }
        return properties;
    }

    static List<Piece> pieces(String text) {
        List<Piece> pieces = new ArrayList<>();
        int from = 0;
        for (int i = 0; i + 2 < text.length(); i++) {
            if (text.charAt(i) == '{' && Character.isDigit(text.charAt(i + 1)) && text.charAt(i + 2) == '}') {
                if (i > from) {
                    pieces.add(new Piece(text.substring(from, i), -1));
                }
                pieces.add(new Piece("", text.charAt(i + 1) - '0'));
                from = i + 3;
            }
        }
        if (from < text.length() || pieces.isEmpty()) {
            pieces.add(new Piece(text.substring(from), -1));
        }
        return List.copyOf(pieces);
    }

    private static String language() {
        String said = System.getProperty("tidemark.language", System.getenv("TIDEMARK_LANGUAGE"));
        return said == null || said.isBlank() ? "en" : said.strip();
    }
}
