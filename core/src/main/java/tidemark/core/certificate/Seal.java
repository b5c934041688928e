package tidemark.core.certificate;

import java.time.YearMonth;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;

/**
 * One link of an account's chain of certificates.
 *
 * @param contentSha256 digest of the certificate's canonical content
 * @param value SHA-256 of the previous seal, a line feed and {@code contentSha256}; the first link's previous is empty
 */
public record Seal(YearMonth month, String contentSha256, String value) {
    /** The link for new content after the given chain. */
    public static Seal next(List<Seal> chain, YearMonth month, Object content) {
        String digest = CanonicalJson.sha256(content);
        return new Seal(
                month, digest, value(chain.isEmpty() ? "" : chain.getLast().value(), digest));
    }

    static String value(String previous, String contentSha256) {
        return CanonicalJson.sha256OfText(previous + "\n" + contentSha256);
    }

    /** The file a certificate is kept and given out as: its content and the whole chain up to its own seal. */
    public static Map<String, Object> file(Map<String, Object> content, List<Seal> chain) {
        List<Object> links = new ArrayList<>();
        for (Seal seal : chain) {
            Map<String, Object> link = new LinkedHashMap<>();
            link.put("month", seal.month().toString());
            link.put("contentSha256", seal.contentSha256());
            link.put("seal", seal.value());
            links.add(link);
        }
        Map<String, Object> file = new LinkedHashMap<>();
        file.put("certificate", content);
        file.put("chain", links);
        return file;
    }
}
