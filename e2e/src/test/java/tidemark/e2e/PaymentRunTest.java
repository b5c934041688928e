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
import java.nio.file.Path;
import java.util.List;
import java.util.stream.Stream;
import org.junit.jupiter.api.Test;

/** A payment run half done is taken up by keys, handed over, released by a second person, and its file goes to the bank. */
class PaymentRunTest {
    @Test
    void aRunIsDecidedByKeys_releasedByASecondPerson_andItsFileLiesWhereTheBankTakesIt() throws Exception {
        try (Server server = Server.demo();
                Browsing browsing = new Browsing()) {
            Page page = browsing.window(1280, 800);
            Browsing.signIn(page, server.url(), "maren");
            page.navigate(server.url() + "/payment-runs");
            link(page, "PR-0001").click();
            Locator here = page.locator("tr.here");
            here.filter(has("Anvil Chandlery Supply")).waitFor();
            page.keyboard().press("Enter");
            here.filter(has("Bexley Marine Fuel")).waitFor();
            Browsing.settled(page);
            page.keyboard().press("s");
            page.getByLabel("Why is it skipped?").fill("the delivery was short");
            page.keyboard().press("Enter");
            page.locator("tr.skipped:has-text('Bexley Marine Fuel')").waitFor();
            Browsing.settled(page);
            page.keyboard().press("a");
            page.waitForCondition(() -> button(page, "Hand it over for release").isEnabled());
            Browsing.settled(page);
            String run = page.url();
            button(page, "Hand it over for release").click();
            page.getByText("somebody else who prepares can").waitFor();

            Page second = browsing.window(1280, 800);
            Browsing.signIn(second, server.url(), "iris");
            second.navigate(run);
            second.waitForCondition(() -> button(second, "Approve it").isEnabled());
            button(second, "Approve it").click();
            second.getByText("released by Iris").first().waitFor();

            // released by two already, it goes at once
            page.navigate(run);
            Download file = page.waitForDownload(
                    () -> page.locator("a[href*='/bank-files/']").first().click());
            List<String> records = Files.readString(file.path(), StandardCharsets.US_ASCII)
                    .lines()
                    .toList();
            assertTrue(records.stream().allMatch(r -> r.length() == 94));
            assertEquals(
                    3,
                    records.stream()
                            .filter(r -> r.startsWith("6"))
                            .filter(r -> r.matches("(?i).*(ALDER SLIPWAY|BIRCHGROVE|DRUMLIN).*"))
                            .count(),
                    records.toString());
            button(page, "Lay it into the folder").click();
            page.getByText("It lies where the bank takes it.").waitFor();
            try (Stream<Path> laid = Files.walk(server.data().resolve("outbox"))) {
                List<Path> files = laid.filter(Files::isRegularFile).toList();
                assertEquals(1, files.size());
                assertEquals(
                        Files.readString(file.path(), StandardCharsets.US_ASCII),
                        Files.readString(files.getFirst(), StandardCharsets.US_ASCII));
            }
            Download advice = page.waitForDownload(
                    () -> page.getByText("Remittance advice, one sheet").click());
            assertEquals("%PDF", new String(Files.readAllBytes(advice.path()), 0, 4, StandardCharsets.ISO_8859_1));
        }
    }

    private static Locator.FilterOptions has(String text) {
        return new Locator.FilterOptions().setHasText(text);
    }
}
