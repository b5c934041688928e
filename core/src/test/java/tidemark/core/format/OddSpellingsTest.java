package tidemark.core.format;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertThrows;

import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.time.LocalDate;
import java.util.List;
import java.util.Locale;
import java.util.Random;
import java.util.function.BiFunction;
import java.util.function.Function;
import java.util.regex.MatchResult;
import java.util.regex.Pattern;
import org.junit.jupiter.api.Test;
import tidemark.core.given.BankFiles;
import tidemark.core.problem.RuleViolation;
import tidemark.core.statement.BankLine;
import tidemark.core.statement.ReadLine;

/** The same statement, spelled in the many ways a format allows, is the same statement. */
class OddSpellingsTest {
    private static final LocalDate FROM = LocalDate.of(2026, 6, 1);
    private static final LocalDate TO = LocalDate.of(2026, 6, 30);
    private static final Pattern OFX_LEAF = Pattern.compile("<([A-Z]+)>([^<]+)</\\1>");
    private static final Pattern XML_TEXT = Pattern.compile(">([^<>\\s][^<>]*)</");

    private static List<BankLine> lines(String file) throws IOException {
        return RoundTripTest.read(file.getBytes(StandardCharsets.UTF_8)).statements().getFirst().lines().stream()
                .map(ReadLine::line)
                .toList();
    }

    private static String ofxLeaf(MatchResult leaf, Random random) {
        String name = random.nextInt(4) == 0 ? leaf.group(1).toLowerCase(Locale.ROOT) : leaf.group(1);
        String value = leaf.group(2);
        if (random.nextInt(4) == 0) {
            value = " " + value + (random.nextBoolean() ? "\r\n" : "\t");
        }
        if (random.nextInt(4) == 0) {
            value = value.replace("e", random.nextBoolean() ? "&#101;" : "&#x65;");
        }
        String tag = random.nextInt(6) == 0 ? "<" + name + " odd=\"1\">" : "<" + name + ">";
        return switch (random.nextInt(4)) {
            case 0 -> tag + value;
            case 1 -> tag + value + "</" + name + " >";
            case 2 -> tag + "<![CDATA[" + leaf.group(2) + "]]></" + name + ">";
            default -> tag + value + "</" + name + ">";
        };
    }

    private static void same(
            Function<BankFiles.Made, byte[]> format, Pattern place, BiFunction<MatchResult, Random, String> spelling)
            throws IOException {
        for (long seed = 1; seed <= 60; seed++) {
            String plain = new String(format.apply(BankFiles.statement(seed, 9, FROM, TO)), StandardCharsets.UTF_8);
            Random random = new Random(seed);
            String odd = place.matcher(plain)
                    .replaceAll(m -> java.util.regex.Matcher.quoteReplacement(spelling.apply(m, random)));
            assertEquals(lines(plain), lines(odd), odd);
        }
    }

    /** Of 1.x, where an element may be left open. */
    private static byte[] asSgml(BankFiles.Made made) {
        String xml = new String(BankFiles.ofx(made), StandardCharsets.UTF_8);
        return ("OFXHEADER:100\nDATA:OFXSGML\nENCODING:UTF-8\n\n" + xml.substring(xml.indexOf("<OFX>")))
                .getBytes(StandardCharsets.UTF_8);
    }

    @Test
    void ofx_withOpenTagsEntitiesAndSections_isTheSame() throws IOException {
        same(OddSpellingsTest::asSgml, OFX_LEAF, OddSpellingsTest::ofxLeaf);
    }

    @Test
    void camt_withSectionsCommentsAndEntities_isTheSame() throws IOException {
        same(BankFiles::camt, XML_TEXT, (m, random) -> ">" + xmlText(m.group(1), random) + "</");
    }

    @Test
    void bai_amountsTooLargeToBeSummed_areRefusedWithTheirLine() {
        String file = "01,N,Q,260630,0600,1,80,,2/\n02,Q,N,1,260630,,USD,2/\n03,A-1,USD,010,1,,Z/\n"
                + "16,195,999999999999999999,Z,B1,R1,one/\n".repeat(12) + "49,1,14/\n98,1,1,16/\n99,1,1,18/\n";
        RuleViolation refused = assertThrows(RuleViolation.class, () -> lines(file));
        assertEquals("amount.size", refused.code());
        assertEquals("line 4", refused.problems().getFirst().where());
    }

    private static String xmlText(String value, Random random) {
        int cut = random.nextInt(value.length() + 1);
        String head = value.substring(0, cut);
        String tail = value.substring(cut);
        return switch (random.nextInt(6)) {
            case 0 -> "\n  " + value + "\t";
            case 1 -> head + "<!-- & more -->" + tail;
            case 2 -> value.contains("&") ? value : head + "<![CDATA[" + tail + "]]>";
            case 3 -> "<!-- first -->" + value;
            case 4 -> value.replace("e", "&#101;");
            default -> value;
        };
    }

    @Test
    void camt_textWithoutEnd_isRefusedHoweverItIsParted() {
        String file = new String(BankFiles.camt(BankFiles.statement(3, 3, FROM, TO)), StandardCharsets.UTF_8);
        for (String piece : List.of("A", "<![CDATA[AAAAAAAAAA]]>A", "A<!-- -->")) {
            String endless = file.replaceFirst("<Ustrd>", "<Ustrd>" + piece.repeat(11_000));
            assertEquals(
                    "xml.malformed",
                    assertThrows(RuleViolation.class, () -> lines(endless)).code());
        }
    }
}
