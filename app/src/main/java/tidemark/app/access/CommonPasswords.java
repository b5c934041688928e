package tidemark.app.access;

import java.io.BufferedReader;
import java.io.IOException;
import java.io.InputStream;
import java.io.InputStreamReader;
import java.io.UncheckedIOException;
import java.nio.charset.StandardCharsets;
import java.util.HashSet;
import java.util.Locale;
import java.util.Objects;
import java.util.Set;

/** The passwords that people choose most and that are tried first; the list comes with the library zxcvbn. */
final class CommonPasswords {
    private static final int COUNT = 10_000;
    private static final String LIST = "/com/nulabinc/zxcvbn/matchers/dictionaries/passwords.txt";

    private CommonPasswords() {}

    /** Read when it is first asked for. */
    private static final class List {
        static final Set<String> ALL = read();

        private static Set<String> read() {
            Set<String> out = new HashSet<>();
            try (InputStream in = Objects.requireNonNull(CommonPasswords.class.getResourceAsStream(LIST));
                    BufferedReader lines = new BufferedReader(new InputStreamReader(in, StandardCharsets.UTF_8))) {
                lines.lines().limit(COUNT).forEach(out::add);
                return out;
            } catch (IOException e) {
                throw new UncheckedIOException(e);
            }
        }
    }

    /** Whether it is one of them, whatever its case, also twice or with digits behind it that make it long enough. */
    static boolean contains(String password) {
        String plain = password.toLowerCase(Locale.ROOT);
        String stem = plain.replaceAll("[0-9!.]+$", "");
        int half = plain.length() / 2;
        boolean doubled = plain.length() % 2 == 0 && plain.substring(0, half).equals(plain.substring(half));
        return List.ALL.contains(plain)
                || (stem.length() >= 4 && List.ALL.contains(stem))
                || (doubled && List.ALL.contains(plain.substring(0, half)))
                || plain.chars().distinct().count() < 4;
    }
}
