package tidemark.app.statement;

import static org.awaitility.Awaitility.await;
import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertThrows;
import static org.junit.jupiter.api.Assertions.assertTrue;
import static org.mockito.ArgumentMatchers.any;
import static org.mockito.ArgumentMatchers.anyLong;
import static org.mockito.ArgumentMatchers.eq;
import static org.mockito.Mockito.mock;
import static org.mockito.Mockito.timeout;
import static org.mockito.Mockito.verify;
import static org.mockito.Mockito.when;

import java.nio.charset.StandardCharsets;
import java.time.Instant;
import java.util.List;
import java.util.Map;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;
import org.mockito.ArgumentCaptor;
import org.springframework.jdbc.core.JdbcTemplate;
import tidemark.app.books.NewCompany;
import tidemark.app.company.BankAccounts;
import tidemark.app.running.RunningApp;
import tidemark.app.statement.incoming.IncomingFile;
import tidemark.app.statement.incoming.IncomingFileRecords;
import tidemark.app.statement.incoming.IncomingFiles;
import tidemark.app.statement.incoming.LinkFile;
import tidemark.app.statement.incoming.StatementImport;
import tidemark.app.statement.mapping.Mappings;
import tidemark.core.problem.Problem;
import tidemark.core.problem.RuleViolation;
import tools.jackson.databind.JsonNode;

/** Files on which the server fails, or that are asked for when they are done with: never lost, never read for ever. */
@ExtendWith(RunningApp.class)
class FilesThatFailTest {
    private static final byte[] JUNE =
            "date,amount,balance,text\n2026-06-02,1.00,1001.00,A\n".getBytes(StandardCharsets.UTF_8);

    @Test
    void fileThatStoppedTheServerTwice_isSetAside_whenItStartsAgain(RunningApp.App app) throws Exception {
        NewCompany c = new NewCompany(app);
        long bank = c.bankAccount("Operating", "", "900.00");
        JsonNode waits = c.iris.upload(c.base + "/bank-accounts/" + bank + "/statements", "june.csv", JUNE)
                .body();
        assertEquals("WAITS", waits.path("state").asString(), waits.toString());
        String path = "/incoming-files/" + waits.path("id").asLong();
        app.bean(JdbcTemplate.class)
                .update(
                        "update incoming_file set state = 'READING', attempts = 2 where id = ?",
                        waits.path("id").asLong());
        app.bean(IncomingFiles.class).goOn();
        JsonNode ended = await().until(
                        () -> c.get(path), file -> file.path("state").asString().equals("REFUSED"));
        JsonNode problem = ended.path("problems").get(0);
        assertEquals("file.breaks", problem.path("code").asString(), ended.toString());
        assertTrue(problem.path("found").asString().contains("june.csv, during which the server stopped 2 times"));
        assertEquals(0, c.get("/bank-accounts/" + bank + "/statements").size());
        var late = c.post(path + "/leave", Map.of());
        assertEquals("incoming.ended", late.code());
        assertEquals(422, late.status());
        assertTrue(late.body().path("problems").get(0).path("found").asString().contains("june.csv, which is refused"));
    }

    @Test
    void failureOfOurs_endsTheReading_andSaysSo() {
        IncomingFileRecords records = mock(IncomingFileRecords.class);
        IncomingFile incoming =
                new IncomingFile(1, null, IncomingFile.Source.UPLOAD, "odd.csv", "", 3, "iris", Instant.EPOCH);
        when(records.begin(anyLong(), any(), any(), any(), any(), any())).thenReturn(5L);
        when(records.get(1, 5)).thenReturn(incoming);
        when(records.content(5)).thenThrow(new IllegalStateException("unheard of"));
        IncomingFiles incomingFiles =
                new IncomingFiles(records, mock(StatementImport.class), mock(Mappings.class), mock(BankAccounts.class));
        incomingFiles.receive(1, null, IncomingFile.Source.UPLOAD, "odd.csv", JUNE, "iris", 5_000);
        @SuppressWarnings("unchecked")
        ArgumentCaptor<List<Problem>> told = ArgumentCaptor.forClass(List.class);
        verify(records, timeout(5_000))
                .became(anyLong(), anyLong(), eq(IncomingFile.State.REFUSED), told.capture(), any());
        Problem problem = told.getValue().getFirst();
        assertEquals("file.failed", problem.code());
        assertEquals("a failure of ours while reading (IllegalStateException)", problem.found());
        incomingFiles.stop();
    }

    @Test
    void answerOfABank_thatIsNoneOfTheInterface_isRefused() {
        for (String answer : List.of(
                "<html>busy</html>",
                "{\"account\":{\"currency\":\"USD\"},\"from\":\"June\",\"balances\":[],\"booked\":[]}")) {
            RuleViolation told =
                    assertThrows(RuleViolation.class, () -> LinkFile.read(answer.getBytes(StandardCharsets.UTF_8)));
            assertEquals("link.unreadable", told.code());
            assertTrue(told.getMessage().contains("an answer of the bank that cannot be read"), told.getMessage());
        }
    }

    @Test
    void mappingOfAnotherTable_orOfAnotherAccountsName_isRefused(RunningApp.App app) {
        NewCompany c = new NewCompany(app);
        long first = c.bankAccount("First", "", "0.00");
        long second = c.bankAccount("Second", "", "0.00");
        String table = "When;What;How much\n02.06.2026;Fee;-1,00\n";
        Map<String, Object> mapping = Map.of(
                "name", "Harbour list",
                "charset", "UTF-8",
                "separator", ";",
                "skipRows", 0,
                "header", List.of("When", "What", "Amount"),
                "dates", "DAY_FIRST",
                "decimalPoint", ",",
                "turned", false,
                "columns", Map.of("BOOKING_DATE", List.of(0), "TEXT", List.of(1), "AMOUNT", List.of(2)));
        JsonNode other = learned(c, first, table, mapping);
        assertEquals("MAPPING", other.path("state").asString(), other.toString());
        JsonNode problem = other.path("problems").get(0);
        assertEquals("mapping.header", problem.path("code").asString());
        assertEquals("line 1", problem.path("where").asString());
        assertTrue(problem.path("found").asString().contains("When, What, How much"), problem.toString());
        long waits = waiting(c, second, table);
        var taken = c.post("/incoming-files/" + waits + "/mapping?accountId=" + second, mapping);
        assertEquals("mapping.name", taken.code(), taken.body().toString());
        assertEquals("name", taken.body().path("problems").get(0).path("where").asString());
        assertTrue(taken.body().toString().contains("“Harbour list”, the name of another account's mapping"));
    }

    private static long waiting(NewCompany c, long bank, String table) {
        JsonNode incoming = c.iris.upload(
                        c.base + "/bank-accounts/" + bank + "/statements",
                        "list.csv",
                        table.getBytes(StandardCharsets.UTF_8))
                .body();
        assertEquals("MAPPING", incoming.path("state").asString(), incoming.toString());
        return incoming.path("id").asLong();
    }

    private static JsonNode learned(NewCompany c, long bank, String table, Map<String, Object> mapping) {
        return c.post("/incoming-files/" + waiting(c, bank, table) + "/mapping?accountId=" + bank, mapping)
                .body();
    }
}
