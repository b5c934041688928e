package tidemark.app.review;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertFalse;
import static org.junit.jupiter.api.Assertions.assertTrue;
import static tidemark.app.books.NewCompany.ok;

import java.util.List;
import java.util.Map;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;
import tidemark.app.books.NewCompany;
import tidemark.app.running.Client;
import tidemark.app.running.RunningApp;
import tools.jackson.databind.JsonNode;

/** Notes on bank lines and cash entries for whoever reviews. */
@ExtendWith(RunningApp.class)
class ReviewNotesTest {
    private record Books(NewCompany c, String base, long entry) {
        JsonNode listed(boolean closed) {
            return c.get(base + "/review-notes?closed=" + closed);
        }

        List<String> tasks() {
            return c.get("/today")
                    .path("tasks")
                    .valueStream()
                    .map(t -> t.path("words").asString())
                    .filter(w -> w.contains("for the review"))
                    .toList();
        }
    }

    private static Books books(RunningApp.App app) {
        NewCompany c = new NewCompany(app);
        long bank = c.bankAccount("Operating", "", "1000.00");
        long entry = c.bankAccountWithEntry(bank);
        return new Books(c, "/bank-accounts/" + bank, entry);
    }

    private static JsonNode write(Books b, String text) {
        return ok(b.c().post(b.base() + "/review-notes", Map.of("entryId", b.entry(), "text", text)));
    }

    @Test
    void note_isAnsweredAndClosed_andStaysInTheActivity(RunningApp.App app) {
        Books b = books(app);
        Client torvald = b.c().person(app, "torvald", "Torvald", "CERTIFIER");
        JsonNode note = write(b, " Whose is this? ");
        assertEquals("Whose is this?", note.path("text").asString());
        assertEquals(List.of("a note for the review is open"), b.tasks());
        String one = b.c().base + b.base() + "/review-notes/" + note.path("id").asLong();
        JsonNode answered = ok(torvald.post(one + "/answers", Map.of("text", "The yard’s.")));
        assertEquals(
                "Torvald", answered.path("answers").get(0).path("writtenBy").asString());
        assertEquals(b.listed(false).get(0), answered, "what was answered is what is kept");
        ok(torvald.post(one + "/closing", Map.of()));
        assertTrue(b.listed(false).isEmpty());
        assertEquals("Torvald", b.listed(true).get(0).path("closedBy").asString());
        assertEquals(List.of(), b.tasks());
        var late = torvald.post(one + "/answers", Map.of("text", "More"));
        assertEquals("409 review.closed", late.status() + " " + late.code());
        ok(torvald.delete(one + "/closing"));
        assertTrue(b.listed(false).get(0).path("closedBy").isMissingNode());
        List<String> told = b.c().get("/activity")
                .valueStream()
                .map(r -> r.path("action").asString())
                .filter(a -> a.startsWith("review."))
                .toList();
        assertEquals(List.of("review.reopened", "review.closed", "review.answered", "review.noted"), told);
    }

    @Test
    void note_isOnOneThingOfTheAccount_andSaysSomething(RunningApp.App app) {
        Books b = books(app);
        String path = b.base() + "/review-notes";
        assertEquals(
                "review.subject", b.c().post(path, Map.of("text", "Which?")).code());
        assertEquals(
                "review.subject",
                b.c().post(path, Map.of("entryId", b.entry(), "lineId", 1, "text", "Both?"))
                        .code());
        assertEquals(
                "field.invalid",
                b.c().post(path, Map.of("entryId", b.entry(), "text", "  ")).code());
        assertEquals(
                404, b.c().post(path, Map.of("lineId", 1, "text", "Of nobody")).status());
        Books other = books(app);
        assertEquals(
                404,
                other.c()
                        .post(other.base() + "/review-notes", Map.of("entryId", b.entry(), "text", "Theirs"))
                        .status());
        JsonNode note = write(b, "Ours");
        assertEquals(
                404,
                other.c()
                        .post(other.base() + "/review-notes/" + note.path("id").asLong() + "/closing", Map.of())
                        .status());
        Client viewer = b.c().person(app, "paz", "Paz", "VIEWER");
        assertEquals(
                403,
                viewer.post(b.c().base + path, Map.of("entryId", b.entry(), "text", "No"))
                        .status());
        assertFalse(b.listed(false).isEmpty());
    }
}
