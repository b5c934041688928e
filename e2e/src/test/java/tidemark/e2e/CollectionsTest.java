package tidemark.e2e;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertTrue;
import static tidemark.e2e.Browsing.button;
import static tidemark.e2e.Browsing.link;

import com.microsoft.playwright.Download;
import com.microsoft.playwright.Locator;
import com.microsoft.playwright.Page;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.util.List;
import org.junit.jupiter.api.Test;

/** A mandate is set up, a run decided by keys, one changed, one skipped, one that cannot; its file is written and fetched. */
class CollectionsTest {
    @Test
    void aMandateIsSetUp_aRunDecidedByKeys_leftAndTakenUpAgain_andItsFileFetched() throws Exception {
        try (Server server = Server.demo();
                Browsing browsing = new Browsing()) {
            Page page = browsing.window(1280, 800);
            Browsing.signIn(page, server.url(), "maren");
            setUpAMandate(page, server);

            page.navigate(server.url() + "/collections");
            link(page, "CR-0001").click();
            Locator here = page.locator("tr.here");
            here.filter(has("Guillemot Divers")).waitFor();
            page.keyboard().press("Enter");
            here.filter(has("Heronsgate Inn")).waitFor();
            Browsing.settled(page);

            // one is changed to less, one skipped, one cannot
            page.keyboard().press("e");
            page.getByLabel("Invoice Q-").first().fill("1000.00");
            page.keyboard().press("Enter");
            here.filter(has("Moorhen Rentals")).waitFor();
            page.locator("tr.collect:has-text('Heronsgate Inn'):has-text('1,240.00 changed to 1,000.00')")
                    .waitFor();
            Browsing.settled(page);
            page.keyboard().press("s");
            page.getByLabel("Why is it skipped?").fill("pays by check this month");
            page.keyboard().press("Enter");
            page.locator("tr.skipped:has-text('Moorhen Rentals')").waitFor();
            page.locator("tr.cannot:has-text('Shearwater Research'):has-text('no more than 1,500.00 at once')")
                    .waitFor();

            // left half done, and taken up again where it was
            Browsing.settled(page);
            page.navigate(server.url() + "/customers");
            page.getByText("What customers owe").waitFor();
            page.navigate(server.url() + "/collections");
            link(page, "CR-0001").click();
            page.locator("tr.skipped:has-text('pays by check this month')").waitFor();
            page.keyboard().press("a");
            button(page, "Release and write the file").waitFor();
            page.waitForCondition(
                    () -> button(page, "Release and write the file").isEnabled());
            Browsing.settled(page);
            String amount = page.locator("aside tr:has-text('customers,') td").innerText();
            button(page, "Release and write the file").click();
            page.getByText("It is booked on 13 Jul 2026")
                    .or(page.getByText("booked on 13 Jul 2026"))
                    .first()
                    .waitFor();

            Download file = page.waitForDownload(
                    () -> page.locator("a[href*='/bank-files/']").first().click());
            List<String> records = Files.readString(file.path(), StandardCharsets.US_ASCII)
                    .lines()
                    .toList();
            long cents = 0;
            for (String record : records) {
                assertEquals(94, record.length());
                cents += record.startsWith("6") ? Long.parseLong(record.substring(29, 39)) : 0;
            }
            assertEquals(amount.replace(",", "").replace(".", ""), Long.toString(cents));
            assertTrue(records.stream().anyMatch(r -> r.contains("HERONSGATE") || r.contains("Heronsgate Inn")));
        }
    }

    private static Locator.FilterOptions has(String text) {
        return new Locator.FilterOptions().setHasText(text);
    }

    private static void setUpAMandate(Page page, Server server) {
        page.navigate(server.url() + "/customers");
        page.getByText("What customers owe").waitFor();
        link(page, "Brightwater Tours").click();
        link(page, "New mandate").click();
        page.getByLabel("Reference").fill("QM-0070");
        page.getByLabel("Routing number").fill("02110003");
        page.getByLabel("Account number").fill("5544332211");
        button(page, "Keep the mandate").click();
        page.getByText("Nothing was kept").waitFor();
        assertEquals("5544332211", page.getByLabel("Account number").inputValue(), "what was typed stays");
        page.getByLabel("Routing number").fill("021880526");
        button(page, "Keep the mandate").click();
        page.locator("h1:has-text('QM-0070')").waitFor();
        page.getByText("•••• 2211").waitFor();
    }
}
