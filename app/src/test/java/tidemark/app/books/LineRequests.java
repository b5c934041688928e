package tidemark.app.books;

import java.util.HashMap;
import java.util.Map;

/** Requests about bank lines, as the interface sends them. */
public final class LineRequests {
    private LineRequests() {}

    public static Map<String, Object> booking(String kind, Map<String, Object> details, String date, String text) {
        return Map.of("kind", kind, "details", details, "date", date, "party", "", "text", text);
    }

    public static Map<String, Object> fee(String date) {
        return booking("FEE", Map.of(), date, "Fee");
    }

    /** What a rule holds that is for lines with the text; to be changed further. */
    public static Map<String, Object> ruleContent(
            String textTest, String text, String does, String kind, Map<String, Object> details) {
        return new HashMap<>(Map.of(
                "textTest",
                textTest,
                "text",
                text,
                "code",
                "",
                "does",
                does,
                "kind",
                kind,
                "details",
                details,
                "party",
                "",
                "entryText",
                ""));
    }
}
