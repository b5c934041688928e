package tidemark.app.statement;

import static org.awaitility.Awaitility.await;
import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertTrue;

import java.io.ByteArrayOutputStream;
import java.nio.charset.Charset;
import java.nio.charset.StandardCharsets;
import java.time.Duration;
import java.time.LocalDate;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import org.apache.poi.xssf.usermodel.XSSFWorkbook;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;
import tidemark.app.books.NewCompany;
import tidemark.app.running.Client.Answer;
import tidemark.app.running.RunningApp;
import tidemark.core.given.BankFiles;
import tools.jackson.databind.JsonNode;

/** Files that come in through the interface, on the real database. */
@ExtendWith(RunningApp.class)
class IncomingFilesTest {
    private NewCompany c;
    private long bank;
    private String account;

    @BeforeEach
    void begin(RunningApp.App app) {
        c = new NewCompany(app);
        bank = c.bankAccount("Operating", "", "1000.00");
        account = c.base + "/bank-accounts/" + bank;
    }

    /** Rows of the simple table, each “day amount text reference”, with running balances from an opening one. */
    private static byte[] csv(int opening, String... rows) {
        StringBuilder out = new StringBuilder("date,amount,balance,bank_reference,text\n");
        long cents = opening;
        for (String row : rows) {
            String[] p = row.split(" ");
            cents += Long.parseLong(p[1]);
            out.append("2026-06-%02d,%s,%s,%s,%s%n"
                    .formatted(
                            Integer.parseInt(p[0]),
                            decimal(Long.parseLong(p[1])),
                            decimal(cents),
                            p.length > 3 ? p[3] : "",
                            p[2]));
        }
        return out.toString().getBytes(StandardCharsets.UTF_8);
    }

    private static String decimal(long cents) {
        return (cents < 0 ? "-" : "") + Math.abs(cents) / 100 + "." + "%02d".formatted(Math.abs(cents) % 100);
    }

    private Answer upload(byte[] file) {
        return c.iris.upload(account + "/statements", "file" + file.length, file);
    }

    private JsonNode incoming(byte[] file, String state) {
        JsonNode body = upload(file).body();
        assertEquals(state, body.path("state").asString(), body::toString);
        return body;
    }

    private List<String> titles() {
        return c.iris.get(account + "/statements")
                .body()
                .valueStream()
                .flatMap(s -> c.iris.get(account + "/statements/" + s.path("id").asLong() + "/lines")
                        .body()
                        .valueStream())
                .map(l -> l.path("date").asString().substring(8) + " "
                        + l.path("title").asString())
                .sorted()
                .toList();
    }

    private static String code(JsonNode incoming, int place) {
        return incoming.path("problems").get(place).path("code").asString();
    }

    @Test
    void whatDoesNotTie_waitsForADecision_andIsTakenWithItsNoteOrLeft() {
        byte[] wrong = csv(90_000, "2 -1200 Fee", "30 500 Interest");
        JsonNode waits = incoming(wrong, "WAITS");
        assertEquals("statement.opening", code(waits, 0));
        assertEquals(List.of(), titles());
        assertTrue(
                c.get("/today").path("tasks").toString().contains("a file has come in and waits"),
                "Today tells of what waits");
        String path = c.base + "/incoming-files/" + waits.path("id").asLong();
        assertEquals(
                "field.invalid",
                c.iris.post(path + "/take", Map.of("note", " ")).code());
        assertEquals(200, c.iris.post(path + "/leave", Map.of()).status());
        assertEquals(
                "incoming.state",
                c.iris.post(path + "/take", Map.of("note", "later")).code());
        JsonNode again = incoming(wrong, "WAITS");
        JsonNode taken = c.iris.post(
                        c.base + "/incoming-files/" + again.path("id").asLong() + "/take",
                        Map.of("note", "The bank has confirmed it"))
                .body();
        assertEquals("TAKEN", taken.path("state").asString());
        assertEquals(List.of("02 Fee", "30 Interest"), titles());
        JsonNode statement = c.iris.get(account + "/statements").body().get(0);
        assertEquals("The bank has confirmed it", statement.path("note").asString());
        assertTrue(statement.path("breaks").asString().contains("opening balance of 900.00"), statement.toString());
        assertEquals("900.00", statement.path("opening").asString());
        JsonNode months = c.iris.get(account + "/statements-by-month").body();
        assertTrue(months.path("breaks").get(0).asString().contains("900.00"), months.toString());
        assertTrue(
                c.iris.get(c.base + "/activity").body().toString().contains("although it does not tie: The bank has"),
                "the decision is on record");
    }

    @Test
    void decision_onWhatHasChangedSince_isAskedForAnew() {
        byte[] july = camt(LocalDate.of(2026, 7, 1), LocalDate.of(2026, 7, 31), 110_000, 90_000);
        JsonNode waits = incoming(july, "WAITS");
        incoming(camt(LocalDate.of(2026, 6, 1), LocalDate.of(2026, 6, 10), 100_000, 105_000), "TAKEN");
        String path = c.base + "/incoming-files/" + waits.path("id").asLong() + "/take";
        JsonNode changed = c.iris.post(path, Map.of("note", "As it was shown")).body();
        assertEquals("WAITS", changed.path("state").asString(), changed::toString);
        assertTrue(changed.toString().contains("1,050.00"), "the figures are those of now");
        assertEquals(1, titles().size(), "nothing is taken that nobody has seen");
        JsonNode again = c.iris.post(path, Map.of("note", "As it is now")).body();
        assertEquals("TAKEN", again.path("state").asString(), again::toString);
    }

    @Test
    void overlap_takesEachLineOnce_andAWrongDecisionIsUndone() {
        incoming(csv(100_000, "2 -1200 Fee B1", "9 -500 Coffee B2"), "TAKEN");
        // the month's end is claimed by the simple table: only what is new and later is taken
        assertEquals(
                "statement.overlap",
                upload(csv(100_000, "2 -1200 Fee B1", "9 -500 Coffee B2", "9 -500 Coffee B3"))
                        .code());
        JsonNode nothing = incoming(csv(100_000, "2 -1200 FEE. NEW1", "9 -500 coffee NEW2"), "NOTHING_NEW");
        assertEquals(2, nothing.path("skipped").asInt());
        String path = c.base + "/incoming-files/" + nothing.path("id").asLong();
        JsonNode skipped = c.iris.get(path + "/skipped-lines").body();
        assertEquals(
                "day, amount and words are the same", skipped.get(0).path("why").asString());
        String take = path + "/skipped-lines/" + skipped.get(1).path("id").asLong() + "/take";
        assertEquals(200, c.iris.post(take, Map.of()).status());
        assertEquals("skipped.taken", c.iris.post(take, Map.of()).code());
        assertEquals(List.of("02 Fee", "09 Coffee", "09 coffee"), titles());
        long statement =
                c.iris.get(account + "/statements").body().get(0).path("id").asLong();
        JsonNode lines =
                c.iris.get(account + "/statements/" + statement + "/lines").body();
        assertEquals("978.00", lines.get(2).path("balance").asString());
        String drop = account + "/bank-lines/" + lines.get(1).path("id").asLong() + "/drop";
        assertEquals(200, c.iris.post(drop, Map.of("reason", "It was the same")).status());
        lines = c.iris.get(account + "/statements/" + statement + "/lines").body();
        assertEquals(2, lines.size());
        assertEquals("983.00", lines.get(1).path("balance").asString());
    }

    @Test
    void gap_isNamedWithItsDates_andFilledLater() {
        byte[] june = camt(LocalDate.of(2026, 6, 1), LocalDate.of(2026, 6, 30), 100_000, 110_000);
        byte[] july = camt(LocalDate.of(2026, 7, 1), LocalDate.of(2026, 7, 31), 110_000, 90_000);
        JsonNode waits = incoming(july, "WAITS");
        assertEquals("statement.opening", code(waits, 0));
        assertEquals("statement.missing", code(waits, 1));
        JsonNode missing = waits.path("problems").get(1).path("values");
        assertEquals("2026-06-01", missing.path("from").asString(), "kept with the file, and read again");
        assertEquals("2026-06-30", missing.path("to").asString());
        c.iris.post(c.base + "/incoming-files/" + waits.path("id").asLong() + "/take", Map.of("note", "June follows"));
        JsonNode months = c.iris.get(account + "/statements-by-month").body().path("months");
        JsonNode gap = months.valueStream()
                .filter(m -> m.path("month").asString().equals("2026-06"))
                .findFirst()
                .orElseThrow();
        assertEquals("2026-06-01", gap.path("missing").get(0).path("from").asString());
        assertEquals("TAKEN", upload(june).body().path("state").asString());
        JsonNode after = c.iris.get(account + "/statements-by-month").body();
        assertEquals(0, after.path("breaks").size(), after.toString());
        JsonNode rows = c.iris.get(account + "/months/2026-06/lines").body().path("rows");
        assertEquals("1100.00", rows.get(0).path("bankBalance").asString());
    }

    private byte[] camt(LocalDate from, LocalDate to, long opening, long closing) {
        var line = new tidemark.core.statement.BankLine(
                new tidemark.core.statement.BankLineId(1),
                from,
                from,
                closing - opening,
                "",
                "R" + from,
                "",
                "",
                "moved",
                "");
        return BankFiles.camt(new BankFiles.Made(
                new tidemark.core.statement.StatementHeader(
                        c.number(bank), "S" + from, org.joda.money.CurrencyUnit.USD, from, to, opening, closing),
                List.of(line)));
    }

    @Test
    void interimLines_areShownAndNotCounted_untilTheStatementConfirmsThem() {
        String interim = """
                :20:I
                :25:%s
                :28C:1
                :34F:USDD0,
                :61:2606040604D20,00NTRFA1//B1
                :61:260605ED7,00NTRFA3//B9
                :61:2606060606C1,00NTRFA4//B4
                -
                """.formatted(c.number(bank));
        JsonNode seen = incoming(interim.getBytes(StandardCharsets.UTF_8), "TAKEN");
        assertEquals(3, seen.path("interim").asInt());
        assertEquals(List.of(), titles());
        incoming(interim.replace(":20:I", ":20:AGAIN").getBytes(StandardCharsets.UTF_8), "NOTHING_NEW");
        incoming(csv(100_000, "4 -2000 A1 B1", "8 -700 Later B9"), "TAKEN");
        JsonNode lines = c.iris.get(account + "/interim-lines").body();
        Map<String, String> states = new HashMap<>();
        lines.forEach(l ->
                states.put(l.path("bankReference").asString(), l.path("state").asString()));
        assertEquals(Map.of("B1", "CONFIRMED", "B9", "CONFIRMED", "B4", "SEEN"), states);
        long open = lines.get(0).path("id").asLong();
        assertEquals(200, c.iris.delete(account + "/interim-lines/" + open).status());
        assertEquals(404, c.iris.delete(account + "/interim-lines/" + open).status());
        long statement =
                c.iris.get(account + "/statements").body().get(0).path("id").asLong();
        assertEquals(200, c.iris.delete(account + "/statements/" + statement).status());
        assertEquals(
                2,
                c.iris.get(account + "/interim-lines")
                        .body()
                        .valueStream()
                        .filter(l -> l.path("state").asString().equals("SEEN"))
                        .count(),
                "what a statement had confirmed is only seen again once it is taken back");
    }

    @Test
    void fileOfSeveralAccounts_goesToEach_andWhatIsNotOursIsDecided() throws Exception {
        long payroll = c.bankAccount("Payroll", "", "500.00");
        String bai = """
                01,N,Q,260630,0600,1,80,,2/
                02,Q,N,1,260630,,USD,2/
                03,%s,USD,010,100000,,Z,015,100700,,Z/
                16,195,700,Z,B1,R1,in/
                49,201400,3/
                03,%s,USD,010,50000,,Z,015,49000,,Z/
                16,495,1000,Z,B2,R2,out/
                49,100000,3/
                98,301400,2,8/
                99,301400,1,10/
                """.formatted(c.number(bank), c.number(payroll));
        Answer answer = c.iris.upload(c.base + "/statements", "both.bai", bai.getBytes(StandardCharsets.UTF_8));
        // each stands for one day, so that the days before it are missing
        JsonNode waits = answer.body();
        assertEquals("WAITS", waits.path("state").asString(), waits::toString);
        assertEquals("statement.missing", code(waits, 0));
        JsonNode taken = c.iris.post(
                        c.base + "/incoming-files/" + waits.path("id").asLong() + "/take",
                        Map.of("note", "Nothing moved before"))
                .body();
        assertEquals(2, taken.path("statements").size());
        assertEquals(
                1,
                c.iris.get(c.base + "/bank-accounts/" + payroll + "/statements")
                        .body()
                        .size());
        long own = taken.path("statements").get(0).path("id").asLong();
        assertEquals(
                bai,
                new String(
                        c.iris.get(account + "/statements/" + own + "/file")
                                .raw()
                                .body(),
                        StandardCharsets.UTF_8));
        String foreign = bai.replace(c.number(payroll), "ZZ999999999")
                .replace("260630", "260701")
                .replace("100000,,Z,015,100700", "100700,,Z,015,101400")
                .replace("49,201400", "49,202800")
                .replace("301400", "302800");
        JsonNode other = c.iris.upload(c.base + "/statements", "other.bai", foreign.getBytes(StandardCharsets.UTF_8))
                .body();
        assertEquals("statement.foreign", code(other, 0), other::toString);
        assertEquals(
                "statement.account",
                c.iris.upload(
                                c.base + "/bank-accounts/" + payroll + "/statements",
                                "wrong.bai",
                                camt(LocalDate.of(2026, 7, 2), LocalDate.of(2026, 7, 3), 1, 2))
                        .code());
    }

    @Test
    void table_isLearnedOnceAndUsedAgain() throws Exception {
        String table = "Kontoauszug;;\nDatum;Text;Betrag\n24.06.2026;Gebühr;-1.200,50\n25.06.2026;Zins;5,00\n";
        JsonNode waits = incoming(table.getBytes(Charset.forName("windows-1252")), "MAPPING");
        String path = c.base + "/incoming-files/" + waits.path("id").asLong();
        JsonNode guess = c.iris.get(path + "/guess").body();
        assertEquals("windows-1252", guess.path("charset").asString());
        assertEquals("DAY_FIRST", guess.path("mapping").path("dates").asString());
        Map<String, Object> mapping = new HashMap<>();
        guess.path("mapping").properties().forEach(e -> mapping.put(e.getKey(), e.getValue()));
        mapping.put("name", "Online list");
        JsonNode tried = c.iris.post(path + "/try?accountId=" + bank, mapping).body();
        assertEquals("-1200.50", tried.get(0).path("amount").asString());
        assertEquals("Gebühr", tried.get(0).path("title").asString());
        mapping.put("decimalPoint", ".");
        assertEquals(
                "amount.places",
                c.iris.post(path + "/try?accountId=" + bank, mapping)
                        .body()
                        .get(0)
                        .path("problems")
                        .get(0)
                        .path("code")
                        .asString("amount.places"));
        mapping.put("decimalPoint", ",");
        mapping.put("dates", "UNTOLD");
        assertEquals(
                "mapping.dates",
                c.iris.post(path + "/mapping?accountId=" + bank, mapping).code());
        mapping.put("dates", "DAY_FIRST");
        JsonNode learned =
                c.iris.post(path + "/mapping?accountId=" + bank, mapping).body();
        assertEquals("WAITS", learned.path("state").asString(), learned::toString);
        assertEquals("statement.balance.missing", code(learned, 0));
        assertEquals(
                "TAKEN",
                c.iris.post(path + "/take", Map.of("note", "Balance compared: it is right"))
                        .body()
                        .path("state")
                        .asString());
        JsonNode next = incoming(
                table.replace("24.06", "26.06").replace("25.06", "27.06").getBytes(Charset.forName("windows-1252")),
                "WAITS");
        assertEquals("statement.balance.missing", code(next, 0), "the columns are known now");
        JsonNode names = c.iris.get(account + "/mappings").body();
        assertEquals("Online list", names.get(0).path("name").asString());
        long id = names.get(0).path("id").asLong();
        assertTrue(new String(c.iris.get(account + "/mappings/" + id).raw().body(), StandardCharsets.UTF_8)
                .contains("\"DAY_FIRST\""));
        assertEquals(200, c.iris.delete(account + "/mappings/" + id).status());
    }

    @Test
    void spreadsheet_isReadWithItsOwnDatesAndNumbers() throws Exception {
        ByteArrayOutputStream out = new ByteArrayOutputStream();
        try (XSSFWorkbook book = new XSSFWorkbook()) {
            var sheet = book.createSheet();
            var date = book.createCellStyle();
            date.setDataFormat(book.createDataFormat().getFormat("dd/mm/yyyy"));
            var head = sheet.createRow(2);
            List<String> names = List.of("Date", "Description", "Amount", "Balance");
            for (int i = 0; i < names.size(); i++) {
                head.createCell(i).setCellValue(names.get(i));
            }
            double[][] amounts = {{-12.1, 987.9}, {0.3, 988.2}};
            for (int i = 0; i < 2; i++) {
                var row = sheet.createRow(3 + i);
                row.createCell(0).setCellValue(LocalDate.of(2026, 6, 2 + i));
                row.getCell(0).setCellStyle(date);
                row.createCell(1).setCellValue("Line " + i);
                row.createCell(2).setCellValue(amounts[i][0]);
                row.createCell(3).setCellValue(amounts[i][1]);
            }
            book.write(out);
        }
        JsonNode waits = incoming(out.toByteArray(), "MAPPING");
        String path = c.base + "/incoming-files/" + waits.path("id").asLong();
        Map<String, Object> mapping = new HashMap<>();
        c.iris.get(path + "/guess")
                .body()
                .path("mapping")
                .properties()
                .forEach(e -> mapping.put(e.getKey(), e.getValue()));
        mapping.put("name", "Workbook");
        JsonNode learned = NewCompany.ok(c.iris.post(path + "/mapping?accountId=" + bank, mapping));
        assertEquals("TAKEN", learned.path("state").asString(), learned::toString);
        assertEquals(List.of("02 Line 0", "03 Line 1"), titles());
    }

    @Test
    void largeFile_isReadApart_canBeCancelledWithNothingTaken_andReadAgain() throws Exception {
        byte[] large =
                BankFiles.csv(BankFiles.statement(7, 120_000, LocalDate.of(2026, 6, 1), LocalDate.of(2026, 6, 30)));
        Answer accepted = c.iris.upload(account + "/statements?wait=0", "large.csv", large);
        assertEquals(202, accepted.status(), accepted.body()::toString);
        JsonNode progress = accepted.body().path("progress");
        assertTrue(progress.path("part").asInt(-1) >= 0 && progress.path("part").asInt() <= 100, progress::toString);
        String path = c.base + "/incoming-files/" + accepted.body().path("id").asLong();
        c.iris.post(path + "/cancel", Map.of());
        assertEquals("CANCELLED", ended(path));
        assertEquals(List.of(), titles());
        assertEquals(0, c.iris.get(account + "/statements").body().size());
        String again =
                c.base + "/incoming-files/" + upload(large).body().path("id").asLong();
        assertEquals("WAITS", ended(again), "its opening balance is another one");
    }

    private String ended(String path) {
        return await().atMost(Duration.ofSeconds(30))
                .until(() -> c.iris.get(path).body().path("state").asString(), state -> !state.equals("READING"));
    }

    @Test
    void paper_isTypedLineByLine_withItsBalanceChecked() {
        long paper = c.iris.post(account + "/paper-statements", Map.of("month", "2026-06", "closingBalance", "993.00"))
                .body()
                .path("statementId")
                .asLong();
        String lines = account + "/paper-statements/" + paper + "/lines";
        Map<String, Object> line = new HashMap<>(Map.of(
                "date", "2026-06-02", "amount", "-12.00", "balance", "989.00", "checkNumber", "0071", "text", "Check"));
        Answer refused = c.iris.post(lines, line);
        assertEquals("paper.balance", refused.code());
        assertTrue(refused.body().toString().contains("988.00"), "the balance it should be is named");
        line.put("balance", "988.00");
        assertEquals("988.00", c.iris.post(lines, line).body().path("balance").asString());
        line.put("date", "2026-07-01");
        assertEquals("line.outside.period", c.iris.post(lines, line).code());
        line.putAll(
                Map.of("date", "2026-06-30", "amount", "5.00", "balance", "", "checkNumber", "", "text", "Interest"));
        assertEquals("993.00", c.iris.post(lines, line).body().path("balance").asString());
        assertEquals(List.of("02 Check", "30 Interest"), titles());
        assertEquals(200, c.iris.delete(lines + "/last").status());
        assertEquals(List.of("02 Check"), titles());
    }

    @Test
    void statement_goesOutInEachFormat_andReadsBackTheSame() throws Exception {
        incoming(csv(100_000, "2 -1200 =Fee B1", "30 500 Interest B2"), "TAKEN");
        long statement =
                c.iris.get(account + "/statements").body().get(0).path("id").asLong();
        for (String format : List.of("CAMT", "OFX", "CSV")) {
            byte[] file = c.iris.get(account + "/statements/" + statement + "/export?format=" + format)
                    .raw()
                    .body();
            JsonNode read =
                    c.iris.upload(c.base + "/statements/preview", "x", file).body();
            JsonNode lines = read.path("statements").get(0).path("lines");
            assertEquals("-12.00", lines.get(0).path("amount").asString(), format + read);
            assertEquals("2026-06-30", lines.get(1).path("bookingDate").asString());
            assertEquals("B2", lines.get(1).path("bankReference").asString());
            assertEquals(
                    "993.00",
                    read.path("statements")
                            .get(0)
                            .path("closing")
                            .path("amount")
                            .asString());
        }
        String csv = new String(
                c.iris.get(account + "/statements/" + statement + "/export?format=CSV")
                        .raw()
                        .body(),
                StandardCharsets.UTF_8);
        assertTrue(csv.contains("'=Fee"), csv);
        assertEquals(
                200,
                c.iris.get(account + "/statements/" + statement + "/export?format=XLSX")
                        .status());
        assertEquals(
                200,
                c.iris.get(account + "/bank-lines/export?from=2026-06-02&to=2026-06-30&format=CAMT")
                        .status());
        assertEquals(
                "export.period",
                c.iris.get(account + "/bank-lines/export?from=2026-08-01&to=2026-08-02&format=CSV")
                        .code());
        Answer bad = c.iris.upload(c.base + "/statements/preview", "x", "01,N".getBytes(StandardCharsets.UTF_8));
        assertEquals(422, bad.status());
        assertEquals("file.incomplete", bad.body().path("error").path("code").asString());
        assertEquals(1, bad.body().path("error").path("line").asInt());
    }
}
