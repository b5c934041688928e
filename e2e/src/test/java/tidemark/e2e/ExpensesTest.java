package tidemark.e2e;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertTrue;
import static tidemark.e2e.Browsing.button;
import static tidemark.e2e.Browsing.link;

import com.microsoft.playwright.Locator;
import com.microsoft.playwright.Page;
import java.math.BigDecimal;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import org.junit.jupiter.api.Test;

/** An expense from a picture that was dropped, matched to the bank's line; one out of pocket, paid back; one put right. */
class ExpensesTest {
    private static final Path PICTURE = Path.of("../docs/screenshots/today.png");

    @Test
    void fromAPicture_toItsBankLine_andOutOfPocketPaidBack() throws Exception {
        try (Server server = Server.demo();
                Browsing browsing = new Browsing()) {
            Page page = browsing.window(1280, 800);
            Browsing.signIn(page, server.url(), "maren");
            page.navigate(server.url());
            page.getByText("Needs a hand").waitFor();
            Browsing.drop(page, page.locator("h1").first(), PICTURE);
            page.locator(".paper-beside img").waitFor();
            Locator drawn = page.locator(".paper-beside img");
            page.waitForCondition(() -> (int) drawn.evaluate("i => i.naturalWidth") > 100);
            expense(page, "Pontoon Supplies", "shackles for the berths", "61.35");
            page.getByLabel("Day", new Page.GetByLabelOptions().setExact(true)).fill("2026-06-29");
            page.getByText("Both sides").first().waitFor();
            button(page, "Book this expense").click();
            page.getByText("waits for its bank line since").waitFor();
            page.locator(".paper-beside img").waitFor();

            putRight(page);
            toTheBank(page, server);
            paidBack(page, server);
        }
    }

    private static void expense(Page page, String who, String text, String amount) {
        page.getByLabel("Paid to", new Page.GetByLabelOptions().setExact(true)).fill(who);
        page.getByLabel("What for", new Page.GetByLabelOptions().setExact(true)).fill(text);
        Browsing.choose(page, page.getByLabel("Account of line 1"), "5070");
        page.getByLabel("Gross of line 1").fill(amount);
    }

    /** The digits were swapped: the same number, the same picture, and what changed in its history. */
    private static void putRight(Page page) {
        link(page, "Put it right").click();
        page.getByLabel("Gross of line 1").fill("63.15");
        page.getByText("Both sides").first().waitFor();
        button(page, "Reverse and book anew").click();
        page.getByText("Amount: 61.35 → 63.15").waitFor();
        page.locator(".paper-beside img").waitFor();
    }

    private static void toTheBank(Page page, Server server) throws Exception {
        Api api = new Api(server, "maren");
        String operating = api.account("Operating");
        Matcher balance =
                Pattern.compile("\"bankBalance\":\"([-0-9.]+)\"").matcher(api.get(operating + "/months/2026-06"));
        assertTrue(balance.find());
        BigDecimal after = new BigDecimal(balance.group(1)).subtract(new BigDecimal("63.15"));
        Path june = Files.createTempDirectory("expense").resolve("june.csv");
        Files.writeString(june, "date,amount,balance,text\n2026-06-30,-63.15," + after + ",CARD PURCHASE PONTOON\n");
        page.navigate(server.url());
        page.getByText("Needs a hand").waitFor();
        Browsing.drop(page, page.locator("tr:has-text('Operating')").first(), june);
        Locator line = page.locator(".ladder-row:has-text('CARD PURCHASE PONTOON')");
        line.waitFor();
        Browsing.settled(page);
        line.click();
        page.locator(".candidate.first")
                .getByText("same picture's amount")
                .first()
                .waitFor();
        Browsing.settled(page);
        page.keyboard().press("Enter");
        line.filter(new Locator.FilterOptions().setHasText("Pontoon Supplies"))
                .filter(new Locator.FilterOptions().setHasNotText("Perhaps"))
                .waitFor();
        // the row says so before the server has answered
        Browsing.settled(page);
        page.navigate(server.url() + "/expenses?missing=BANK_LINE");
        page.getByText("None of these.").waitFor();
    }

    private static void paidBack(Page page, Server server) {
        page.navigate(server.url() + "/expenses?missing=PAID_BACK");
        page.locator("tbody tr")
                .filter(new Locator.FilterOptions().setHasText("Island Ferry"))
                .waitFor();
        int owed = page.locator("tbody tr").count();
        page.navigate(server.url() + "/employees");
        link(page, "Ruben Achterberg").first().click();
        page.locator("h1").getByText("Ruben Achterberg").waitFor();
        page.getByText("EX-0002").first().waitFor();
        link(page, "Pay").first().click();
        page.getByText("Island Ferry").first().waitFor();
        page.getByLabel("EX-0002").first().check();
        page.getByText("Both sides").first().waitFor();
        button(page, "Write this check").click();
        page.getByText("Ruben Achterberg").first().waitFor();
        page.navigate(server.url() + "/expenses?missing=PAID_BACK");
        page.locator("tbody tr").first().waitFor();
        assertEquals(owed - 1, page.locator("tbody tr").count());
    }
}
