package tidemark.app.attachment;

import static org.junit.jupiter.api.Assertions.assertArrayEquals;
import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertFalse;
import static org.junit.jupiter.api.Assertions.assertThrows;
import static org.junit.jupiter.api.Assertions.assertTrue;
import static tidemark.app.books.NewCompany.ok;

import java.awt.image.BufferedImage;
import java.io.ByteArrayInputStream;
import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.util.Arrays;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.zip.ZipEntry;
import java.util.zip.ZipInputStream;
import javax.imageio.ImageIO;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;
import org.springframework.dao.DataAccessException;
import org.springframework.jdbc.core.JdbcTemplate;
import tidemark.app.books.NewCompany;
import tidemark.app.running.Client.Answer;
import tidemark.app.running.RunningApp;
import tools.jackson.databind.JsonNode;

/** Papers from the hand of a person to the end of their time. */
@ExtendWith(RunningApp.class)
class PapersTest {
    private RunningApp.App app;
    private NewCompany c;

    @BeforeEach
    void setUp(RunningApp.App running) {
        app = running;
        c = new NewCompany(app);
    }

    private Answer handIn(String name, byte[] content) {
        return c.iris.upload(c.base + "/papers", name, content);
    }

    private long handedIn(String name, byte[] content) {
        return ok(handIn(name, content)).path("paper").path("id").asLong();
    }

    private long entry() {
        return entry("2026-06-04");
    }

    private long entry(String date) {
        return ok(c.post("/ledger/entries", form(date)))
                .path("entries")
                .get(0)
                .path("id")
                .asLong();
    }

    private static Map<String, Object> form(String date) {
        return Map.of(
                "date",
                date,
                "reference",
                "",
                "checkNumber",
                "",
                "text",
                "Paint",
                "lines",
                List.of(
                        Map.of("account", "6010", "debit", "5.00", "credit", "", "party", "", "text", ""),
                        Map.of("account", "4010", "debit", "", "credit", "5.00", "party", "", "text", "")));
    }

    private byte[] drawn(long paper, int page, int width) {
        return c.iris.get(c.base + "/papers/" + paper + "/pages/" + page + "?width=" + width)
                .raw()
                .body();
    }

    private static BufferedImage read(byte[] picture) throws IOException {
        return ImageIO.read(new ByteArrayInputStream(picture));
    }

    private static boolean dark(BufferedImage image, double x, double y) {
        return (image.getRGB((int) (x * image.getWidth()), (int) (y * image.getHeight())) & 0xff) < 128;
    }

    @Test
    void picture_isDrawnHere_turned_andNeverServedAsItCame() throws IOException {
        byte[] png = Pictures.png("a", 400, 200);
        long id = handedIn("slip.png", png);
        BufferedImage upright = read(drawn(id, 1, 200));
        assertEquals(200, upright.getWidth());
        assertEquals(100, upright.getHeight());
        assertTrue(dark(upright, .25, .25));
        assertFalse(dark(upright, .75, .25));
        JsonNode paper = c.get("/papers/" + id).path("paper");
        Map<String, Object> turn = new HashMap<>(
                Map.of("version", paper.path("version").asInt(), "name", "taxi.png", "turn", 90, "use", "BOOKING"));
        ok(c.iris.put(c.base + "/papers/" + id, turn));
        BufferedImage turned = read(drawn(id, 1, 200));
        assertEquals(100, turned.getWidth());
        assertTrue(dark(turned, .75, .25), "what was left above stands on the right");
        assertFalse(dark(turned, .25, .25));
        assertEquals(
                "attachment.newer", c.iris.put(c.base + "/papers/" + id, turn).code());
        turn.put("version", 1);
        turn.put("name", "taxi.pdf");
        assertEquals(
                "attachment.content", c.iris.put(c.base + "/papers/" + id, turn).code());

        var file = c.iris.get(c.base + "/papers/" + id + "/file").raw();
        assertArrayEquals(png, file.body());
        assertTrue(file.headers().firstValue("Content-Disposition").orElse("").startsWith("attachment"));
        var page = c.iris.get(c.base + "/papers/" + id + "/pages/1").raw();
        assertEquals("image/jpeg", page.headers().firstValue("Content-Type").orElse(""));
        assertEquals(
                "nosniff", page.headers().firstValue("X-Content-Type-Options").orElse(""));
    }

    @Test
    void pdf_isDrawnPageByPage() throws IOException {
        long id = handedIn("bill.pdf", Pictures.pdf(3));
        assertEquals(3, c.get("/papers/" + id).path("pages").asInt());
        BufferedImage page = read(drawn(id, 3, 300));
        assertTrue(page.getWidth() >= 298 && page.getWidth() <= 300, "as wide as asked for: " + page.getWidth());
    }

    @Test
    void whatIsNoPicture_orTooMuch_isRefusedInWords() {
        assertEquals(
                "attachment.content",
                handIn("slip.png", "<html>".getBytes(StandardCharsets.UTF_8)).code());
        byte[] cut = Arrays.copyOf(Pictures.png("b", 40, 40), 12);
        assertEquals("attachment.unreadable", handIn("cut.png", cut).code());
        assertEquals(
                "attachment.unreadable",
                handIn("bill.pdf", "%PDF-1.7 nothing".getBytes(StandardCharsets.UTF_8))
                        .code());
        Answer large = handIn("photo.jpg", new byte[30_000_000]);
        assertEquals("file.size", large.code());
        assertTrue(
                large.body().toString().contains("30000000 bytes"), large.body().toString());
        assertEquals(
                "attachment.points",
                handIn("wide.png", Pictures.saying(9_000, 5_000)).code());
        assertEquals(
                "attachment.points",
                handIn("bomb.pdf", Pictures.pdfSaying(50_000, 50_000)).code());
        assertEquals("attachment.type", handIn("run.svg", new byte[] {1}).code());
        assertEquals(200, c.iris.get(c.base + "/papers/retention").status());
    }

    @Test
    void theSame_isKeptOnce_andSaidToBeThere() {
        byte[] png = Pictures.png("twice", 40, 40);
        long entry = entry();
        ok(c.iris.upload(c.base + "/ledger/entries/" + entry + "/attachments", "first.png", png));
        JsonNode again = ok(handIn("second.png", png));
        assertEquals(entry, again.path("same").get(0).path("entryId").asLong());
        assertEquals(
                1,
                app.bean(JdbcTemplate.class)
                        .queryForObject("select count(*) from stored_paper where company_id = ?", Integer.class, c.id));
    }

    @Test
    void aDraft_keepsItsPictures_andGivesThemToWhatIsPosted() {
        long one = handedIn("one.png", Pictures.png("one", 40, 40));
        long two = handedIn("two.png", Pictures.png("two", 40, 40));
        JsonNode draft = ok(c.post(
                "/drafts",
                Map.of("kind", "ENTRY", "version", 0, "body", form("2026-06-05"), "paperIds", List.of(one, two))));
        long id = draft.path("id").asLong();
        assertEquals(2, c.get("/drafts/" + id).path("papers").size());
        ok(c.iris.put(
                c.base + "/drafts/" + id,
                Map.of(
                        "kind",
                        "ENTRY",
                        "version",
                        draft.path("version").asInt(),
                        "body",
                        form("2026-06-05"),
                        "paperIds",
                        List.of(two))));
        assertEquals(1, c.get("/drafts/" + id).path("papers").size());
        assertEquals(
                "attachment.taken",
                c.post(
                                "/drafts",
                                Map.of(
                                        "kind",
                                        "ENTRY",
                                        "version",
                                        0,
                                        "body",
                                        form("2026-06-05"),
                                        "paperIds",
                                        List.of(two)))
                        .code());
        JsonNode run = ok(c.post("/posting-runs", Map.of("draftIds", List.of(id))));
        long entry = run.path("outcomes").get(0).path("entryId").asLong();
        JsonNode kept = c.get("/ledger/entries/" + entry).path("attachments");
        assertEquals("two.png", kept.get(0).path("name").asString());
        assertEquals("attachment.kept", c.iris.delete(c.base + "/papers/" + two).code());
        ok(c.iris.delete(c.base + "/papers/" + one));
    }

    @Test
    void anEntry_isTakenAlongWithItsPapers() throws IOException {
        byte[] png = Pictures.png("along", 40, 40);
        long entry = entry();
        ok(c.iris.upload(c.base + "/ledger/entries/" + entry + "/attachments", "along.png", png));
        byte[] zip = c.iris.get(c.base + "/ledger/entries/" + entry + "/export")
                .raw()
                .body();
        Map<String, byte[]> files = new HashMap<>();
        try (ZipInputStream in = new ZipInputStream(new ByteArrayInputStream(zip))) {
            for (ZipEntry e = in.getNextEntry(); e != null; e = in.getNextEntry()) {
                files.put(e.getName(), in.readAllBytes());
            }
        }
        assertArrayEquals(png, files.get("papers/01-along.png"));
        String list = new String(files.get("papers.csv"), StandardCharsets.UTF_8);
        assertTrue(list.contains(StoredPaper.digest(png)), list);
        assertTrue(new String(files.get("entry.csv"), StandardCharsets.UTF_8).contains("6010"));
    }

    @Test
    void afterItsTime_whatIsInAPaperGoes_andItsDigestStays() {
        byte[] png = Pictures.png("old", 40, 40);
        long entry = entry("2024-06-04");
        long id = ok(c.iris.upload(c.base + "/ledger/entries/" + entry + "/attachments", "old.png", png))
                .path("id")
                .asLong();
        assertEquals("attachment.early", remove(id).code(), "2024 and ten years");
        assertEquals("2034-12-31", c.get("/papers/" + id).path("keptUntil").asString());
        ok(c.iris.put(c.base + "/papers/retention", Map.of("use", "BOOKING", "years", 1)));
        assertEquals(
                id,
                c.get("/papers/retention")
                        .path("pastTime")
                        .get(0)
                        .path("paper")
                        .path("id")
                        .asLong());
        ok(c.iris.put(c.base + "/papers/" + id + "/hold", Map.of("reason", "tax audit")));
        assertEquals(0, c.get("/papers/retention").path("pastTime").size());
        assertEquals("attachment.early", remove(id).code(), "it is held");
        ok(c.iris.put(c.base + "/papers/" + id + "/hold", Map.of("reason", "")));
        ok(remove(id));
        assertEquals(
                "attachment.gone",
                c.iris.get(c.base + "/papers/" + id + "/file").code());
        JsonNode gone = c.get("/ledger/entries/" + entry).path("attachments").get(0);
        assertEquals(StoredPaper.digest(png), gone.path("sha256").asString());
        ok(c.iris.upload(c.base + "/ledger/entries/" + entry + "/attachments", "found.png", png));
        assertArrayEquals(
                png, c.iris.get(c.base + "/papers/" + id + "/file").raw().body(), "it is the very one");
    }

    private Answer remove(long id) {
        return c.post("/papers/retention/removals", Map.of("ids", List.of(id)));
    }

    @Test
    void databaseItself_keepsWhatBelongsToAnEntry() {
        long entry = entry();
        long id = ok(c.iris.upload(
                        c.base + "/ledger/entries/" + entry + "/attachments", "a.png", Pictures.png("g", 9, 9)))
                .path("id")
                .asLong();
        JdbcTemplate jdbc = app.bean(JdbcTemplate.class);
        long stored = jdbc.queryForObject("select stored_paper_id from paper where id = ?", Long.class, id);
        for (String change : List.of(
                "delete from paper where id = " + id,
                "update paper set owner_id = 1 where id = " + id,
                "delete from stored_paper where id = " + stored,
                "update stored_paper set content = X'00' where id = " + stored,
                "update stored_paper set sha256 = '" + "0".repeat(64) + "' where id = " + stored)) {
            assertThrows(DataAccessException.class, () -> jdbc.update(change), change);
        }
    }

    @Test
    void papersOfAnotherCompany_areNotThere() {
        long id = handedIn("mine.png", Pictures.png("mine", 9, 9));
        NewCompany other = new NewCompany(app);
        for (String path : List.of("", "/file", "/pages/1")) {
            assertEquals(
                    404, other.iris.get(other.base + "/papers/" + id + path).status());
        }
        assertEquals(
                404,
                other.post(
                                "/drafts",
                                Map.of(
                                        "kind",
                                        "ENTRY",
                                        "version",
                                        0,
                                        "body",
                                        form("2026-06-05"),
                                        "paperIds",
                                        List.of(id)))
                        .status());
    }
}
