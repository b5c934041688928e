package tidemark.e2e;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertFalse;
import static org.junit.jupiter.api.Assertions.assertTrue;

import java.nio.file.Files;
import java.nio.file.Path;
import java.sql.Connection;
import java.sql.DriverManager;
import java.sql.ResultSet;
import java.sql.Statement;
import java.time.Duration;
import java.util.HashSet;
import java.util.Set;
import org.junit.jupiter.api.Test;

/**
 * The file of the books cannot grow any more, as on a full disk: the system is told to let no file of the process grow
 * beyond a quota. What was acknowledged is there, nothing is half there, and the process ends and says why.
 */
class FullDiskTest {
    private static final long ROOM_KILOBYTES = 3_000;
    private static final int EXIT_CODE = 74;

    @Test
    void booksThatCannotGrow_endTheProcess_andLoseNothingAcknowledged() throws Exception {
        Path data = Files.createTempDirectory("tidemark-full");
        try (Server told = Server.demo()) {
            told.close();
            Server.copy(told.data(), data);
        }
        long size = Files.size(data.resolve("books.mv.db")) / 1024;
        Server server = Server.start(data, true, size + ROOM_KILOBYTES);
        server.awaitReady();
        Api maren = new Api(server, "maren");
        String company = maren.company();
        String text = "t".repeat(400);
        Set<String> acknowledged = new HashSet<>();
        int refused = 0;
        for (int i = 0; i < 20_000 && refused < 3; i++) {
            String reference = "FULL-" + i;
            int status = maren.post(company + "/ledger/entries", """
                    {"date":"2026-07-01","reference":"%s","checkNumber":"","text":"%s","lines":[
                    {"account":"1030","debit":"1.00","credit":"","party":"","text":"%s"},
                    {"account":"4810","debit":"","credit":"1.00","party":"","text":"%s"}]}""".formatted(reference, text, text, text));
            if (status == 200) {
                acknowledged.add(reference);
            } else {
                refused++;
            }
        }
        assertTrue(refused > 0, "the quota was never reached");
        assertFalse(acknowledged.isEmpty());
        assertEquals(EXIT_CODE, server.awaitEnd(Duration.ofSeconds(30)), server.log());
        assertTrue(server.log().contains("The database has closed itself"), server.log());

        Process check = Server.command(data, "check", data.toString());
        assertEquals(0, check.waitFor(), Files.readString(data.resolve("command.log")));
        try (Connection books = DriverManager.getConnection("jdbc:h2:file:" + data.resolve("books"), "tidemark", "");
                Statement statement = books.createStatement();
                ResultSet kept =
                        statement.executeQuery("select reference from journal_entry where reference like 'FULL-%'")) {
            Set<String> found = new HashSet<>();
            while (kept.next()) {
                found.add(kept.getString(1));
            }
            acknowledged.removeAll(found);
            assertEquals(Set.of(), acknowledged, "acknowledged and not there");
        }
    }
}
