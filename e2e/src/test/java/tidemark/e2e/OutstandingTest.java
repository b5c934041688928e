package tidemark.e2e;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertTrue;
import static tidemark.e2e.Browsing.button;

import com.microsoft.playwright.Download;
import com.microsoft.playwright.Page;
import com.microsoft.playwright.options.AriaRole;
import java.nio.file.Files;
import java.nio.file.Path;
import org.junit.jupiter.api.Test;

/** A check that was never cashed: written anew; others set aside as unclaimed money, claimed and paid. */
class OutstandingTest {
    private static void tick(Page page, String row) {
        page.locator("tbody tr:has-text('" + row + "') input[type=checkbox]").check();
    }

    private static void decide(Page page, String what) {
        page.getByLabel("What is decided").selectOption(what);
    }

    /** What becomes of them stands there, then it is done. */
    private static void does(Page page, String what, String shown) {
        page.locator(".beside").getByText(shown).first().waitFor();
        Browsing.settled(page);
        button(page, what).click();
        page.getByRole(AriaRole.STATUS).getByText(shown).first().waitFor();
        Browsing.settled(page);
    }

    @Test
    void aStaleCheck_isWrittenAnew_andOthersAreOwedAsUnclaimedMoney() throws Exception {
        try (Server server = Server.demo();
                Browsing browsing = new Browsing()) {
            Page page = browsing.window(1280, 800);
            Browsing.signIn(page, server.url(), "maren");
            page.getByText("a check is stale").waitFor();
            Browsing.link(page, "Decide on it").click();
            // Today names the check too
            page.locator("h1:text-is('Outstanding checks')").waitFor();
            page.locator("tr:has-text('20301'):has-text('Tidewell Electric')").waitFor();
            assertEquals(1, page.locator("tbody tr:has(input[type=checkbox])").count(), "the stale ones alone");
            tick(page, "20301");
            decide(page, "Void, and write anew");
            page.getByLabel("Where the check itself is").selectOption("neither: the bank may still pay it");
            page.getByLabel("Why").fill("lost in the mail");
            page.getByText("Its line would stand out").waitFor();
            does(page, "Void, and write anew", "void, written anew as");
            Browsing.link(page, "void, written anew as").click();
            page.locator("h1:has-text('Tidewell Electric')").waitFor();
            page.getByText("622.81").first().waitFor();

            // two in one step are owed as unclaimed money
            page.navigate(server.url() + "/outstanding-checks");
            tick(page, "20378");
            tick(page, "20379");
            decide(page, "Move to unclaimed money");
            does(page, "Move to unclaimed money", "owed as unclaimed money");
            page.navigate(server.url() + "/unclaimed-money");
            page.getByText("691.87 USD held").waitFor();
            page.getByText("as the ledger has it").waitFor();
            tick(page, "Corran Engines");
            page.getByLabel("What becomes of it").selectOption("Pay it to its payee");
            page.getByLabel("From", new Page.GetByLabelOptions().setExact(true)).selectOption("Operating");
            page.locator(".will-book, .beside").getByText("283.67").first().waitFor();
            Browsing.settled(page);
            button(page, "Pay it to its payee").click();
            page.locator("tr:has-text('Corran Engines'):has-text('claimed by its payee')")
                    .waitFor();
            page.getByText("408.20 USD held").waitFor();
            Download table = page.waitForDownload(
                    () -> Browsing.link(page, "CSV").first().click());
            String rows = Files.readString(table.path());
            assertTrue(rows.contains("20378") && rows.contains("408.20") && rows.contains("claimed"), rows);
        }
    }

    @Test
    void aMonth_isStartedOver_andPutBack_andWhatIsNotOnItIsNarrowed() throws Exception {
        try (Server server = Server.demo();
                Browsing browsing = new Browsing()) {
            Page page = browsing.window(1280, 800);
            Browsing.signIn(page, server.url(), "maren");
            Browsing.drop(page, page.locator(".page").first(), Path.of("../demo/statements/operating-2026-06.xml"));
            page.locator(".ladder-open").waitFor();
            Browsing.settled(page);
            page.keyboard().press("f");
            button(page, "Undo the 58").waitFor();
            Browsing.settled(page);
            button(page, "Start over").click();
            page.getByText("58 matches of this month are let go").waitFor();
            button(page, "Let 58 go").click();
            button(page, "Take the 58 firm ones").waitFor();
            button(page, "Put back 58 matches").click();
            button(page, "Undo the 58").waitFor();
            assertEquals(0, button(page, "Put back").count());

            page.getByText("Narrow or order them").click();
            page.getByLabel("Shown", new Page.GetByLabelOptions().setExact(true))
                    .selectOption("checks");
            page.getByText("20301").first().waitFor();
            page.getByLabel("Words or amount", new Page.GetByLabelOptions().setExact(true))
                    .fill("622.81");
            page.getByText("1 fit.").waitFor();
            assertEquals(1, page.locator(".not-on li").count());
        }
    }
}
