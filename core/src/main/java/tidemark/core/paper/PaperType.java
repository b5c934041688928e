package tidemark.core.paper;

import static tidemark.core.words.Catalogue.say;

import java.util.List;
import java.util.Locale;
import tidemark.core.problem.RuleViolation;

/**
 * What a file kept with a booking is. The ending of its name says what it is meant to be, and what is in it has to agree; what
 * a browser would run is not among them.
 */
public enum PaperType {
    PDF("application/pdf", List.of("pdf")),
    PNG("image/png", List.of("png")),
    JPEG("image/jpeg", List.of("jpg", "jpeg")),
    TEXT("text/plain", List.of("txt")),
    CSV("text/csv", List.of("csv")),
    XML("application/octet-stream", List.of("xml"));

    /** Before it, a PDF may hold what a mail server put there: Adobe's readers look as far. Source: PDF 1.7, annex H.3.4.1. */
    private static final int PDF_HEAD = 1_024;

    private static final int LONGEST_NAME = 200;

    private final String mediaType;
    private final List<String> endings;

    PaperType(String mediaType, List<String> endings) {
        this.mediaType = mediaType;
        this.endings = endings;
    }

    /** As it is sent to a browser, to be saved. */
    public String mediaType() {
        return mediaType;
    }

    /** Whether it has pages that can be drawn. */
    public boolean isDrawn() {
        return this == PDF || this == PNG || this == JPEG;
    }

    /**
     * By name and content. O(length) for text, O(1) otherwise.
     *
     * @param name of the file, without its folder
     * @throws RuleViolation {@code attachment.type} for a name that ends otherwise, {@code attachment.content} where what is
     *     in it is something else
     */
    public static PaperType of(String name, byte[] content) {
        int dot = name.lastIndexOf('.');
        String ending = dot < 0 ? "" : name.substring(dot + 1).toLowerCase(Locale.ROOT);
        for (PaperType type : values()) {
            if (type.endings.contains(ending) && name.length() <= LONGEST_NAME) {
                if (!type.is(content)) {
                    throw new RuleViolation(
                            "attachment.content",
                            "file",
                            say("attachment.content.found", shortened(name)),
                            say("attachment.content.expected", ending.toUpperCase(Locale.ROOT)),
                            say("attachment.content.remedy"));
                }
                return type;
            }
        }
        throw new RuleViolation(
                "attachment.type",
                "file",
                "“" + shortened(name) + "”",
                say("attachment.type.expected"),
                say("attachment.type.remedy"));
    }

    private static String shortened(String name) {
        return name.length() > 60 ? name.substring(0, 60) + "…" : name;
    }

    private boolean is(byte[] content) {
        return switch (this) {
            case PNG -> begins(content, 0, 0x89, 'P', 'N', 'G', '\r', '\n', 0x1a, '\n');
            case JPEG -> begins(content, 0, 0xff, 0xd8, 0xff);
            case PDF -> hasPdfHead(content);
            case TEXT, CSV, XML -> isText(content);
        };
    }

    private static boolean hasPdfHead(byte[] content) {
        for (int at = 0; at < PDF_HEAD; at++) {
            if (begins(content, at, '%', 'P', 'D', 'F', '-')) {
                return true;
            }
        }
        return false;
    }

    private static boolean begins(byte[] content, int at, int... head) {
        if (content.length < at + head.length) {
            return false;
        }
        for (int i = 0; i < head.length; i++) {
            if ((content[at + i] & 0xff) != head[i]) {
                return false;
            }
        }
        return true;
    }

    /** Text of one byte a sign or UTF-8 has no zero byte; of two bytes a sign it says so at its head. */
    private static boolean isText(byte[] content) {
        if (begins(content, 0, 0xff, 0xfe) || begins(content, 0, 0xfe, 0xff)) {
            return true;
        }
        for (byte b : content) {
            if (b == 0) {
                return false;
            }
        }
        return true;
    }
}
