package tidemark.core.certificate;

import java.nio.charset.StandardCharsets;
import java.security.MessageDigest;
import java.security.NoSuchAlgorithmException;
import java.util.HexFormat;
import java.util.List;
import java.util.Map;
import java.util.TreeMap;

/**
 * Writes a tree of maps, lists, strings, whole numbers and booleans as canonical JSON: members sorted by their UTF-16
 * code units, no white space, the shortest escapes. Source: RFC 8785, of which this is the part without fractions.
 */
public final class CanonicalJson {
    private CanonicalJson() {}

    /** @throws IllegalArgumentException for any other type, a null, or a whole number beyond 2^53 */
    public static String write(Object tree) {
        StringBuilder out = new StringBuilder();
        write(tree, out);
        return out.toString();
    }

    /** SHA-256 of the canonical UTF-8 text, as 64 lower-case hexadecimal digits. */
    public static String sha256(Object tree) {
        return sha256OfText(write(tree));
    }

    static String sha256OfText(String text) {
        try {
            return HexFormat.of()
                    .formatHex(MessageDigest.getInstance("SHA-256").digest(text.getBytes(StandardCharsets.UTF_8)));
        } catch (NoSuchAlgorithmException e) {
            throw new IllegalStateException(e);
        }
    }

    private static void write(Object node, StringBuilder out) {
        switch (node) {
            case Map<?, ?> map -> {
                TreeMap<String, Object> sorted = new TreeMap<>();
                map.forEach((k, v) -> sorted.put((String) k, v));
                char separator = '{';
                for (Map.Entry<String, Object> e : sorted.entrySet()) {
                    out.append(separator);
                    separator = ',';
                    string(e.getKey(), out);
                    out.append(':');
                    write(e.getValue(), out);
                }
                out.append(sorted.isEmpty() ? "{}" : "}");
            }
            case List<?> list -> {
                out.append('[');
                for (int i = 0; i < list.size(); i++) {
                    if (i > 0) {
                        out.append(',');
                    }
                    write(list.get(i), out);
                }
                out.append(']');
            }
            case String s -> string(s, out);
            case Boolean b -> out.append(b);
            case Integer n -> out.append(n.intValue());
            case Long n -> {
                if (Math.abs(n) > 1L << 53) {
                    throw new IllegalArgumentException("Whole numbers beyond 2^53 are not exact in JSON");
                }
                out.append(n.longValue());
            }
            default -> throw new IllegalArgumentException("Not canonical: " + node.getClass());
        }
    }

    private static void string(String s, StringBuilder out) {
        out.append('"');
        for (int i = 0; i < s.length(); i++) {
            char c = s.charAt(i);
            switch (c) {
                case '"' -> out.append("\\\"");
                case '\\' -> out.append("\\\\");
                case '\b' -> out.append("\\b");
                case '\f' -> out.append("\\f");
                case '\n' -> out.append("\\n");
                case '\r' -> out.append("\\r");
                case '\t' -> out.append("\\t");
                default -> {
                    if (c < 0x20) {
                        out.append(String.format("\\u%04x", (int) c));
                    } else {
                        out.append(c);
                    }
                }
            }
        }
        out.append('"');
    }
}
