package tidemark.app.statement;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertTrue;
import static tidemark.app.books.NewCompany.ok;

import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.util.Arrays;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.stream.Stream;
import java.util.zip.GZIPOutputStream;
import java.util.zip.ZipEntry;
import java.util.zip.ZipOutputStream;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.Arguments;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.MethodSource;
import tidemark.app.books.NewCompany;
import tidemark.app.running.Client.Answer;
import tidemark.app.running.RunningApp;
import tools.jackson.databind.JsonNode;

/** Files that are refused, as a person meets them: by the upload of a statement, told with their place, and nothing taken. */
@ExtendWith(RunningApp.class)
class RefusedUploadsTest {
    private static NewCompany c;
    private static long bank;
    private static String at;

    @BeforeAll
    static void company(RunningApp.App app) {
        c = new NewCompany(app);
        bank = c.bankAccount("Operating", "", "0.00");
        at = c.base + "/bank-accounts/" + bank;
    }

    private static void refused(byte[] file, String code, String where, String found) {
        Answer answer = c.iris.upload(at + "/statements", "june", file);
        JsonNode told = answer.body();
        for (int i = 0; i < 100_000 && told.path("state").asString().equals("READING"); i++) {
            told = c.get("/incoming-files/" + told.path("id").asLong());
        }
        JsonNode problems = told.path("problems");
        assertTrue(answer.status() == 422 || problems.size() > 0, answer.body().toString());
        JsonNode problem = problems.get(0);
        assertEquals(code, problem.path("code").asString(), answer.body().toString());
        assertEquals(where, problem.path("where").asString(), problem.toString());
        assertTrue(problem.path("found").asString().contains(found), problem.toString());
        assertTrue(!problem.path("expected").asString().isEmpty()
                && !problem.path("remedy").asString().isEmpty());
        assertEquals(0, c.get("/bank-accounts/" + bank + "/statements").size());
    }

    @ParameterizedTest
    @MethodSource("tidemark.core.format.RefusedFilesTest#files")
    void fileWithOneThingWrong(String file, String code, String where, String found) {
        refused(file.getBytes(StandardCharsets.UTF_8), code, where, found);
    }

    private static Arguments of(String file, String code, String where, String found) {
        return Arguments.of(file.getBytes(StandardCharsets.UTF_8), code, where, found);
    }

    private static byte[] zip(byte[] content, int files) throws IOException {
        ByteArrayOutputStream out = new ByteArrayOutputStream();
        try (ZipOutputStream zip = new ZipOutputStream(out)) {
            for (int i = 0; i < files; i++) {
                zip.putNextEntry(new ZipEntry("f" + i));
                zip.write(content);
                zip.closeEntry();
            }
        }
        return out.toByteArray();
    }

    private static byte[] gzip(byte[] content) throws IOException {
        ByteArrayOutputStream out = new ByteArrayOutputStream();
        try (GZIPOutputStream gzip = new GZIPOutputStream(out)) {
            gzip.write(content);
        }
        return out.toByteArray();
    }

    /** So many million line feeds, which are far fewer bytes when compressed. */
    private static byte[] feeds(int millions) throws IOException {
        byte[] block = new byte[1_000_000];
        Arrays.fill(block, (byte) '\n');
        ByteArrayOutputStream out = new ByteArrayOutputStream();
        try (GZIPOutputStream gzip = new GZIPOutputStream(out)) {
            gzip.write(":20:S\n".getBytes(StandardCharsets.UTF_8));
            for (int i = 0; i < millions; i++) {
                gzip.write(block);
            }
        }
        return out.toByteArray();
    }

    static Stream<Arguments> others() throws IOException {
        byte[] plain = "date,amount,balance\n2026-06-02,1.00,1.00\n".getBytes(StandardCharsets.UTF_8);
        byte[] whole = gzip(plain);
        return Stream.of(
                of("", "file.empty", "", "an empty file"),
                of(
                        "date,amount,balance,colour\n2026-06-02,1.00,1.00,red\n",
                        "file.column",
                        "line 1, column 4",
                        "a column named “colour”"),
                of("date,amount,balance\n", "statement.none", "", "no"),
                of("date,amount,balance\n2026-06-02,0.00,1.00\n", "amount.zero", "line 2, amount", "zero"),
                of(
                        "date,amount,balance\n2026-06-02,99999999999.00,1.00\n",
                        "amount.size",
                        "line 2, amount",
                        "99999999999"),
                Arguments.of(
                        "date,amount,balance,text\n2026-06-02,1.00,1.00,Geb\u00fchr\n"
                                .getBytes(StandardCharsets.ISO_8859_1),
                        "file.charset",
                        "line 2",
                        "bytes that are not UTF-8"),
                of(":20:S\n:25:A\0B\n" + " ".repeat(20_000), "file.nul", "line 2", ""),
                of(":20:" + "A".repeat(70_000), "line.long", "line 1", "more than 65536 bytes"),
                of(
                        "OFXHEADER:100\nDATA:OFXSGML\n\n<OFX><A>" + "A".repeat(30_000),
                        "text.long",
                        "line 4",
                        "more than 20000 characters"),
                Arguments.of(feeds(601), "archive.size", "", "600"),
                of("date,amount,balance\n2026-06-02,1.00,\"1.00\n", "file.csv", "line 2", ""),
                of("date,amount,balance\n2026-06-02,1.00,1.00\0\n", "file.format", "", "a file that is not text"),
                of(
                        "<?xml version=\"1.0\"?><?OFX OFXHEADER=\"200\" VERSION=\"211\"?><!DOCTYPE x><OFX></OFX>",
                        "xml.doctype",
                        "line 1",
                        ""),
                Arguments.of(
                        Arrays.copyOf(whole, whole.length / 2),
                        "archive.broken",
                        "",
                        "a compressed file that breaks off or is damaged"),
                Arguments.of(zip(zip(plain, 1), 1), "archive.nested", "f0", "an archive inside the archive"),
                Arguments.of(zip(plain, 201), "archive.files", "", "more than 200 files"),
                of(
                        ":20:S\n:25:" + "N\n:28C:1\n:60F:C260531EUR0,00\n:62F:C260630EUR0,00\n",
                        "statement.account",
                        "",
                        "a statement of account N"));
    }

    @ParameterizedTest
    @MethodSource("others")
    void fileThatIsNoneOfOurs(byte[] file, String code, String where, String found) {
        refused(file, code, where, found);
    }

    @Test
    void statementInAnotherCurrency() {
        refused(
                (":20:S\n:25:" + c.number(bank) + "\n:28C:1\n:60F:C260531EUR0,00\n:62F:C260630EUR0,00\n")
                        .getBytes(StandardCharsets.UTF_8),
                "statement.currency",
                "",
                "a statement in EUR");
    }

    @Test
    void fileThatLacksLinesReadBefore_waitsForADecision() {
        long other = c.bankAccount("Twice", "", "0.00");
        String path = c.base + "/bank-accounts/" + other + "/statements";
        String head = "date,amount,balance,bank_reference,text\n";
        ok(c.iris.upload(
                path,
                "a.csv",
                (head + "2026-06-02,1.00,1.00,B1,A\n2026-06-03,2.00,3.00,B2,B\n2026-06-04,3.00,6.00,B3,C\n")
                        .getBytes(StandardCharsets.UTF_8)));
        JsonNode waits = c.iris.upload(
                        path,
                        "b.csv",
                        (head + "2026-06-02,1.00,1.00,B1,A\n2026-06-04,3.00,4.00,B3,C\n2026-07-02,1.00,5.00,B4,D\n")
                                .getBytes(StandardCharsets.UTF_8))
                .body();
        assertEquals("WAITS", waits.path("state").asString(), waits.toString());
        List<String> told = waits.path("problems")
                .valueStream()
                .map(p -> p.path("code").asString() + ": " + p.path("found").asString())
                .toList();
        assertTrue(
                told.stream().anyMatch(t -> t.startsWith("statement.unlike: a file that lacks 1 line read before")),
                told.toString());
    }

    /** The mapping of a table, by what is changed in it. */
    @ParameterizedTest
    @CsvSource(delimiter = '|', quoteCharacter = '`', textBlock = """
            charset      | UTF-99 | mapping.charset | charset | UTF-99
            decimalPoint | x      | mapping.decimal | | x
            skipRows     | 400    | mapping.rows    | skipRows | 400
            columns      | DATE_ONLY | mapping.amount | | no
            columns      | NO_DATE   | mapping.column | | no
            columns      | TWICE     | mapping.twice  | BOOKING_DATE | 2 columns
            columns      | FAR       | mapping.place  | AMOUNT | column 901
            """)
    void mappingThatCannotBe(String field, String value, String code, String where, String found) {
        JsonNode incoming = c.iris.upload(
                        at + "/statements",
                        "list.csv",
                        "When;What;How much\n02.06.2026;Fee;-1,00\n".getBytes(StandardCharsets.UTF_8))
                .body();
        Map<String, Object> mapping = new HashMap<>(Map.of(
                "name", "List",
                "charset", "UTF-8",
                "separator", ";",
                "skipRows", 0,
                "header", List.of("When", "What", "How much"),
                "dates", "DAY_FIRST",
                "decimalPoint", ",",
                "turned", false));
        mapping.put("columns", Map.of("BOOKING_DATE", List.of(0), "TEXT", List.of(1), "AMOUNT", List.of(2)));
        mapping.put(
                field,
                switch (value) {
                    case "400" -> 400;
                    case "DATE_ONLY" -> Map.of("BOOKING_DATE", List.of(0));
                    case "NO_DATE" -> Map.of("AMOUNT", List.of(2));
                    case "TWICE" -> Map.of("BOOKING_DATE", List.of(0, 1), "AMOUNT", List.of(2));
                    case "FAR" -> Map.of("BOOKING_DATE", List.of(0), "AMOUNT", List.of(900));
                    default -> value;
                });
        Answer answer =
                c.post("/incoming-files/" + incoming.path("id").asLong() + "/mapping?accountId=" + bank, mapping);
        assertEquals(422, answer.status(), answer.body().toString());
        JsonNode problem = answer.body().path("problems").get(0);
        assertEquals(code, problem.path("code").asString(), problem.toString());
        if (where != null) {
            assertEquals(where, problem.path("where").asString());
        }
        assertTrue(problem.path("found").asString().contains(found), problem.toString());
        ok(c.post("/incoming-files/" + incoming.path("id").asLong() + "/leave", Map.of()));
    }
}
