package tidemark.e2e;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static tidemark.e2e.Browsing.button;
import static tidemark.e2e.Browsing.link;

import com.microsoft.playwright.Locator;
import com.microsoft.playwright.Page;
import com.microsoft.playwright.options.WaitForSelectorState;
import java.nio.file.Path;
import org.junit.jupiter.api.Test;

/** From what the bank sends to a rule that books it, and from Today to what is in transit and what put it there. */
class InTransitTest {
    @Test
    void aKindOfMovement_leadsToARule_andWhatIsInTransitToItsEntry() throws Exception {
        try (Server server = Server.demo();
                Browsing browsing = new Browsing()) {
            Page page = browsing.window(1280, 800);
            Browsing.signIn(page, server.url(), "maren");
            Browsing.drop(page, page.locator(".page").first(), Path.of("../demo/statements/operating-2026-06.xml"));
            page.locator(".ladder-open").waitFor();
            String month = page.url();

            page.navigate(server.url() + "/rules");
            link(page, "See what the bank sends").click();
            Locator fees = page.locator("tr:has-text('Bank fee, FEE')");
            fees.waitFor();
            assertEquals(
                    "2 of 30.50", fees.locator("td.attention").textContent().strip());
            fees.getByText("Make a rule").click();
            page.getByText("When all of this holds").waitFor();
            assertEquals("FEE", page.getByLabel("The bank’s code").inputValue());
            page.getByText("lines fit").waitFor();
            Browsing.settled(page);
            button(page, "Keep and switch on").click();
            fees.waitFor();
            fees.getByText("nothing").waitFor();

            page.navigate(month);
            page.locator("button:has-text('Bank fee')").first().click();
            page.locator(".modal-footer button:has-text('and match')").click();
            page.locator(".modal").waitFor(new Locator.WaitForOptions().setState(WaitForSelectorState.DETACHED));
            Browsing.settled(page);
            page.navigate(server.url() + "/movements");
            fees.getByText("booked by rule").waitFor();

            page.navigate(server.url());
            link(page, "See what is in transit").click();
            Locator coins =
                    page.locator("tr:has-text('Coins of the shower house')").first();
            coins.waitFor();
            assertEquals("15", coins.locator("td.attention").textContent().strip());
            coins.locator("a").click();
            page.getByText("typed by Maren Oduya").waitFor();
        }
    }
}
