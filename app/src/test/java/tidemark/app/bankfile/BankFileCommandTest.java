package tidemark.app.bankfile;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertTrue;

import java.io.ByteArrayOutputStream;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.LocalDate;
import java.time.LocalTime;
import java.util.List;
import java.util.Optional;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import tidemark.core.bankfile.AchFile;
import tidemark.core.bankfile.AchWriter;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.json.JsonMapper;

class BankFileCommandTest {
    @TempDir
    Path dir;

    private JsonNode told;

    private int run(String... args) {
        ByteArrayOutputStream out = new ByteArrayOutputStream();
        int code = BankFileCommand.run(args, out);
        told = JsonMapper.builder().build().readTree(out.toString(StandardCharsets.UTF_8));
        return code;
    }

    private static String file() {
        return AchWriter.write(new AchFile(
                "091000019",
                "1234567890",
                LocalDate.of(2026, 7, 2),
                LocalTime.of(14, 5),
                'A',
                "Northbank",
                "Quillhaven",
                "",
                List.of(new AchFile.Batch(
                        225,
                        "Quillhaven",
                        "",
                        "1234567890",
                        "PPD",
                        "RENT",
                        "",
                        Optional.of(LocalDate.of(2026, 7, 6)),
                        "09100001",
                        1,
                        List.of(new AchFile.Entry(
                                27, "021000021", "123", 12_050, "C-1", "Pell", "", "091000010000001", List.of()))))));
    }

    @Test
    void aFileThatHolds_isToldWithItsBatchesAndControls() throws Exception {
        Path path = dir.resolve("rents.ach");
        Files.writeString(path, file());
        assertEquals(0, run(path.toString()));
        assertEquals("NACHA", told.path("format").asString());
        assertEquals("120.50", told.path("debits").asString());
        assertEquals("0.00", told.path("credits").asString());
        JsonNode batch = told.path("batches").get(0);
        assertEquals(1, batch.path("count").asInt());
        assertEquals("2026-07-06", batch.path("date").asString());
        assertTrue(told.path("controls").size() >= 10);
        told.path("controls").forEach(c -> assertTrue(c.path("holds").asBoolean(), c.toString()));
        assertEquals(0, told.path("problems").size());
    }

    @Test
    void aFileThatDoesNot_saysWhereAndWhat() throws Exception {
        Path path = dir.resolve("rents.ach");
        Files.writeString(path, file().replace("0000012050C-1", "0000012051C-1"));
        assertEquals(2, run(path.toString()));
        JsonNode problem = told.path("problems").get(0);
        assertEquals("ach.batch-debits", problem.path("code").asString());
        assertEquals(4, problem.path("line").asInt());
        assertEquals("“000000012050”", problem.path("found").asString());
        assertEquals("000000012051", problem.path("expected").asString());
    }

    @Test
    void whatIsNoFile_isSaidAsADocument_too() throws Exception {
        assertEquals(2, run(dir.resolve("none").toString()));
        assertEquals("file.missing", told.path("problems").get(0).path("code").asString());
        assertEquals(2, run());
        Path empty = Files.createFile(dir.resolve("empty"));
        assertEquals(2, run(empty.toString()));
        assertEquals("file.unknown", told.path("problems").get(0).path("code").asString());
        assertEquals(2, run(dir.toString()));
    }
}
