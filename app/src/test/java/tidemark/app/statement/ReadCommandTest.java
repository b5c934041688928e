package tidemark.app.statement;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertTrue;

import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.io.OutputStream;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.LocalDate;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import tidemark.app.statement.incoming.ReadCommand;
import tidemark.core.given.BankFiles;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.json.JsonMapper;

class ReadCommandTest {
    private static final JsonMapper JSON = JsonMapper.builder().build();

    @TempDir
    Path directory;

    private JsonNode run(int expected, String... args) {
        ByteArrayOutputStream out = new ByteArrayOutputStream();
        assertEquals(expected, ReadCommand.run(args, out), () -> out.toString(StandardCharsets.UTF_8));
        return JSON.readTree(out.toByteArray());
    }

    private String file(String name, String text) throws IOException {
        return Files.writeString(directory.resolve(name), text).toString();
    }

    @Test
    void statement_isPrintedInFull_withNullForWhatIsAbsent() throws IOException {
        JsonNode read = run(0, file("any.name", """
                :20:S
                :25:QH-1
                :28C:1
                :60F:D260531USD1,00
                :61:260602C12,50NTRFNONREF//B1
                :86:Interest – paid
                :62F:C260630USD11,00
                """));
        assertEquals("MT940", read.path("format").asString());
        JsonNode statement = read.path("statements").get(0);
        assertEquals("QH-1", statement.path("account").asString());
        assertEquals("USD", statement.path("currency").asString());
        assertEquals("-1.00", statement.path("opening").path("amount").asString());
        assertEquals("2026-06-30", statement.path("closing").path("date").asString());
        JsonNode line = statement.path("lines").get(0);
        assertEquals("12.50", line.path("amount").asString());
        assertEquals("Interest – paid", line.path("text").asString());
        assertTrue(line.has("reference") && line.path("reference").isNull());
        assertEquals("B1", line.path("bankReference").asString());
        assertEquals(false, line.path("pending").asBoolean(true));
        JsonNode warning = read.path("warnings").get(0);
        assertEquals("statement.sum", warning.path("code").asString());
        assertTrue(warning.has("line") && warning.path("line").isNull());
        JsonNode qif = run(0, file("q", "!Type:Bank\nD6/13/2026\nT1\n^\n"))
                .path("statements")
                .get(0);
        for (String absent : new String[] {"account", "currency", "opening", "closing"}) {
            assertTrue(qif.has(absent) && qif.path(absent).isNull(), absent);
        }
    }

    @Test
    void refused_isOneErrorAndNothingElse() throws IOException {
        JsonNode error = run(2, file("cut.xml", "<Document")).path("error");
        assertEquals("xml.malformed", error.path("code").asString());
        assertEquals(1, error.path("line").asInt());
        assertTrue(error.hasNonNull("found") && error.hasNonNull("expected") && error.hasNonNull("remedy"));
        assertEquals(
                "file.missing", run(2, "/no/such").path("error").path("code").asString());
        assertEquals(
                "file.unreadable",
                run(2, directory.toString()).path("error").path("code").asString());
        JsonNode unfit = run(2, file("b.csv", "x"), "--mapping", file("m.json", "{\"dates\":\"NEVER\"}"))
                .path("error");
        assertEquals("mapping.unreadable", unfit.path("code").asString());
        assertTrue(unfit.path("found").asString().contains("a mapping that cannot be read"), unfit.toString());
        assertEquals("usage", run(2).path("error").path("code").asString());
        assertEquals(
                "mapping.unknown",
                run(2, file("a.csv", "x"), "--mapping", "nowhere")
                        .path("error")
                        .path("code")
                        .asString());
    }

    @Test
    void table_isReadByAMappingOfItsName() throws IOException {
        String table =
                "Coast Union\n\nBooked;Valued;Details;Name;Out;In;Balance\n02/06/2026;03/06/2026;Gebühr;Bank;12,50;;87,50\n";
        JsonNode read = run(0, file("t.csv", table), "--mapping", "../demo/mappings/coast-union-list.json");
        JsonNode line = read.path("statements").get(0).path("lines").get(0);
        assertEquals("-12.50", line.path("amount").asString());
        assertEquals("2026-06-03", line.path("valueDate").asString());
        assertEquals(
                "100.00",
                read.path("statements").get(0).path("opening").path("amount").asString());
        assertEquals(
                "JPY",
                run(2, file("u.csv", table), "--mapping", "../demo/mappings/coast-union-list.json", "--currency", "JPY")
                        .path("error")
                        .path("expected")
                        .asString()
                        .replaceAll(".*(JPY).*", "$1"));
    }

    @Test
    void large_isPrintedAsAStream() throws IOException {
        Path large = Files.write(
                directory.resolve("large"),
                BankFiles.csv(BankFiles.statement(1, 50_000, LocalDate.of(2026, 6, 1), LocalDate.of(2026, 6, 30))));
        long[] most = {0};
        long[] all = {0};
        assertEquals(0, ReadCommand.run(new String[] {large.toString()}, new OutputStream() {
            @Override
            public void write(int b) {
                all[0]++;
            }

            @Override
            public void write(byte[] bytes, int offset, int length) {
                most[0] = Math.max(most[0], length);
                all[0] += length;
            }
        }));
        assertTrue(all[0] > 10_000_000 && most[0] < 100_000, all[0] + " bytes, at most " + most[0] + " at once");
    }
}
