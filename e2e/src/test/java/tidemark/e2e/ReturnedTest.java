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
import org.junit.jupiter.api.Test;

/** A check comes back with its fee, is presented again, comes back again, and is paid in cash with the fees. */
class ReturnedTest {
    private static final Path JUNE = Path.of("../demo/statements/operating-2026-06.xml");
    private static final Path JULY = Path.of("../demo/statements/operating-2026-07.xml");

    @Test
    void aCheck_comesBackTwice_andIsPaidWithItsFees() throws Exception {
        try (Server server = Server.demo();
                Browsing browsing = new Browsing()) {
            Page page = browsing.window(1280, 800);
            Browsing.signIn(page, server.url(), "maren");
            read(page, server, JUNE);
            comeBack(page, "RETURNED ITEM CHK 3318", "12.00");
            page.locator("h1:has-text('3318 of Pell Charter')").waitFor();
            page.locator("tr:has-text('Owed in all'):has-text('665.00')").waitFor();

            // by keyboard and mouse: in hand once more, on a slip, counted, banked
            button(page, "Present again").click();
            page.locator("form").getByText("Receipts in hand").first().waitFor();
            Browsing.settled(page);
            page.locator("form").getByText("Present again").first().click();
            button(page, "Do not present it again").waitFor();
            onASlip(page, server);

            // July takes it back a second time, the fee in the line
            read(page, server, JULY);
            String ladder = page.url();
            page.keyboard().press("f");
            button(page, "Undo the").waitFor();
            // takings less their fee, and one entry that was paid in five
            page.getByText("2 entries: Card takings").first().waitFor();
            assertEquals(
                    5,
                    page.locator(".ladder-row:has-text('SEASON BONUS'):has-text('Season bonus of the dock crew')")
                            .count());
            comeBack(page, "RETURNED ITEM CHK 3318", "12.00");
            page.locator("tr:has-text('Owed in all'):has-text('665.00')").waitFor();
            page.getByText("2 came back in a year").waitFor();
            button(page, "It is owed").click();
            page.locator("h1 small:has-text('owed')").waitFor();

            // a collection comes back without a fee of the bank
            page.navigate(ladder);
            comeBack(page, "ACH RETURN R01 BRIGHTWATER", "");
            page.locator("h1:has-text('COL-0701 of Brightwater Tours')").waitFor();
            page.locator("tr:has-text('Owed in all'):has-text('270.00')").waitFor();

            page.navigate(server.url() + "/returned-items");
            link(page, "3318 of Pell Charter").first().click();
            paid(page, server);
            page.navigate(server.url() + "/returned-items");
            page.locator("tr:has-text('3318 of Pell Charter'):has-text('owed'):has-text('0.00')")
                    .waitFor();
            link(page, "3318 of Pell Charter").first().click();
            button(page, "Print the notice").waitFor();
            Download notice =
                    page.waitForDownload(() -> button(page, "Print the notice").click());
            byte[] pdf = Files.readAllBytes(notice.path());
            assertEquals("%PDF", new String(pdf, 0, 4, StandardCharsets.US_ASCII));
            assertTrue(pdf.length > 2_000, "a page with something on it");
        }
    }

    private static void read(Page page, Server server, Path file) throws Exception {
        page.navigate(server.url());
        page.getByText("Needs a hand").waitFor();
        Browsing.drop(page, page.locator(".page").first(), file);
        page.locator(".ladder-open").waitFor();
        Browsing.settled(page);
    }

    /** From the line in the ladder: what is likely is chosen already, its fee found. */
    private static void comeBack(Page page, String line, String fee) {
        page.getByText(line).first().click();
        link(page, "It came back").click();
        Locator fees = page.getByLabel("Bank’s fee");
        fees.waitFor();
        Browsing.settled(page);
        assertEquals(fee, fees.inputValue());
        assertEquals("25.00", page.getByLabel("Our fee").inputValue());
        assertTrue(page.getByRole(com.microsoft.playwright.options.AriaRole.RADIO)
                .first()
                .isChecked());
        page.getByText("Returned-item fee income").first().waitFor();
        page.keyboard().press("Control+Enter");
        page.getByText("What happened").first().waitFor();
        Browsing.settled(page);
    }

    private static void onASlip(Page page, Server server) {
        page.navigate(server.url() + "/slips");
        page.getByText("D-192").waitFor();
        page.keyboard().press("n");
        page.getByLabel("Date on the slip", new Page.GetByLabelOptions().setExact(true))
                .press("Enter");
        page.locator("h1:has-text('D-193')").waitFor();
        button(page, "Put 3318 of").click();
        page.getByLabel("Amount of the next check").fill("640.00");
        page.getByLabel("Amount of the next check").press("Enter");
        page.getByText("The count agrees with the slip.").waitFor();
        page.locator(".will-book")
                .getByText("640.00", new Locator.GetByTextOptions().setExact(true))
                .first()
                .waitFor();
        Browsing.settled(page);
        button(page, "Bank this slip").click();
        button(page, "Take it apart").waitFor();
    }

    private static void paid(Page page, Server server) {
        link(page, "It is paid").click();
        page.getByText("2 of theirs came back since").waitFor();
        page.getByLabel("Amount", new Page.GetByLabelOptions().setExact(false))
                .first()
                .fill("690.00");
        for (String item : new String[] {"Invoice Q-3318", "Fee for returned 3318"}) {
            for (Locator tick : page.locator("tr:has-text('" + item + "') input[type=checkbox]")
                    .all()) {
                tick.check();
            }
        }
        page.locator(".beside").getByText("690.00").first().waitFor();
        Browsing.settled(page);
        page.keyboard().press("Control+Enter");
        page.locator("h1:has-text('Pell Charter')").waitFor();
    }
}
