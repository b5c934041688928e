package tidemark.e2e;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertTrue;
import static tidemark.e2e.Browsing.button;

import com.microsoft.playwright.Locator;
import com.microsoft.playwright.Page;
import java.math.BigDecimal;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import org.junit.jupiter.api.Test;

/** A drawer of petty cash: a week of its book by keyboard, a count by touch, a top-up, an advance settled. */
class PettyCashTest {
    @Test
    void aWeekByKeyboard_aCountByTouch_andATopUp() throws Exception {
        try (Server server = Server.demo();
                Browsing browsing = new Browsing()) {
            Page page = browsing.window(1280, 800);
            Browsing.signIn(page, server.url(), "maren");
            page.navigate(server.url() + "/petty-cash?day=2026-06-30");
            page.getByText("float, accounted for").waitFor();
            Browsing.settled(page);
            String before = inTheDrawer(page);

            page.keyboard().press("n");
            voucher(page, "Kestrel Bakery, crew meeting", "Meetings", "18.40");
            page.getByText("Tax included 1.40.").waitFor();
            page.keyboard().press("Enter");
            row(page, "crew meeting").waitFor();
            Browsing.settled(page);
            voucher(page, "Harbour Post, parcels", "Post", "3 x 4.15");
            page.keyboard().press("Enter");
            row(page, "parcels").getByText("12.45").first().waitFor();
            Browsing.settled(page);
            assertEquals(new BigDecimal(before).subtract(new BigDecimal("30.85")), new BigDecimal(inTheDrawer(page)));
            // more than is in the drawer, and beyond the limit: told in words, and what was typed is still there
            voucher(page, "Nobody, a boat", "Meetings", "80.01");
            page.getByText("at most 80.00 for Meetings").waitFor();
            assertEquals("Nobody, a boat", page.getByLabel("Paid to, for").inputValue());
            page.getByLabel("Out", new Page.GetByLabelOptions().setExact(true)).fill("22.00");
            page.getByLabel("Out", new Page.GetByLabelOptions().setExact(true)).press("Control+s");
            page.getByText("Kept as a draft.").waitFor();

            // the advance went for less than was given
            button(page, "Settle it").first().click();
            page.getByText("settles PC-").waitFor();
            voucher(page, "L. Sorensen, fuses", "Small tools", "42.00");
            page.keyboard().press("Enter");
            row(page, "fuses").last().waitFor();
            page.getByText("advance settled").first().waitFor();

            page.locator("h1").click();
            page.keyboard().press("t");
            page.locator(".drawer-side")
                    .getByLabel("From", new Locator.GetByLabelOptions().setExact(true))
                    .selectOption("Operating");
            page.locator(".drawer-side")
                    .getByLabel("Day", new Locator.GetByLabelOptions().setExact(true))
                    .fill("2026-06-30");
            page.getByText("And leave").waitFor();
            button(page, "Top up").last().click();
            row(page, "Top-up of Dock office").first().waitFor();
            String amount =
                    row(page, "Top-up of Dock office").locator("td").nth(5).textContent();
            Browsing.settled(page);
            assertEquals("400.00", inTheDrawer(page));

            countByTouch(browsing, server);
            toTheBank(page, server, amount);
            aCheckForItsCash(page, server);
        }
    }

    /** A check is cashed and goes to the bank: the drawer is short of its cash, and the receipt waits for a slip. */
    private static void aCheckForItsCash(Page page, Server server) {
        page.navigate(server.url() + "/petty-cash");
        page.getByText("Besides vouchers:").waitFor();
        Browsing.settled(page);
        BigDecimal before = new BigDecimal(inTheDrawer(page));
        button(page, "Cash a check").click();
        page.getByLabel("Whose check").fill("Ines Halvorsen");
        page.getByLabel("Number on the check").fill("881");
        page.getByLabel("Amount").fill("60.00");
        button(page, "Give the cash").click();
        page.getByText("in a check 881 of Ines Halvorsen lies in the drawer").waitFor();
        Browsing.settled(page);
        assertEquals(before.subtract(new BigDecimal("60.00")), new BigDecimal(inTheDrawer(page)));
        assertEquals("60.00", page.locator(".drawer-identity .checks strong").textContent());
        button(page, "To the bank").click();
        page.getByText("Receipts in hand").last().waitFor();
        button(page, "Take it out").click();
        row(page, "From Dock office to the bank").waitFor();
        Browsing.settled(page);
        assertEquals(0, page.locator(".drawer-identity .checks").count());
        page.navigate(server.url() + "/receipts-in-hand");
        page.getByText("Ines Halvorsen").first().waitFor();
    }

    private static void voucher(Page page, String who, String purpose, String amount) {
        page.getByLabel("Paid to, for").fill(who);
        page.getByLabel("Paid to, for").press("Tab");
        Browsing.takeTyped(page, purpose);
        page.getByLabel("Out", new Page.GetByLabelOptions().setExact(true)).fill(amount);
    }

    private static Locator row(Page page, String words) {
        return page.locator(".drawer-book tbody tr").filter(new Locator.FilterOptions().setHasText(words));
    }

    private static String inTheDrawer(Page page) {
        return page.locator(".drawer-identity .cash strong").textContent();
    }

    /** On a tablet, by somebody else; what should be there is not told before. */
    private static void countByTouch(Browsing browsing, Server server) {
        Page tablet = browsing.window(834, 1112);
        Browsing.signIn(tablet, server.url(), "maren");
        tablet.navigate(server.url() + "/petty-cash");
        tablet.getByText("Any span, tables, counts, settings").click();
        button(tablet, "Surprise count").click();
        tablet.getByText("What should be there is told once it is counted.").waitFor();
        assertEquals(0, tablet.locator(".drawer-identity").count());
        for (int i = 0; i < 3; i++) {
            button(tablet, "One 100.00 more").click();
        }
        button(tablet, "One 50.00 more").click();
        button(tablet, "One 20.00 more").click();
        button(tablet, "One 20.00 more").click();
        button(tablet, "One 5.00 more").click();
        assertEquals(0, tablet.locator(".drawer-identity").count());
        Browsing.settled(tablet);
        button(tablet, "That is what I counted").click();
        tablet.getByText("5.00 short").waitFor();
        Browsing.settled(tablet);
        button(tablet, "Close this count").click();
        tablet.getByText("Short at a count of Dock office").waitFor();
    }

    /** The bank's line of the top-up is matched with it. */
    private static void toTheBank(Page page, Server server, String amount) throws Exception {
        Api api = new Api(server, "maren");
        String operating = api.account("Operating");
        Matcher balance =
                Pattern.compile("\"bankBalance\":\"([-0-9.]+)\"").matcher(api.get(operating + "/months/2026-06"));
        assertTrue(balance.find());
        BigDecimal after = new BigDecimal(balance.group(1)).subtract(new BigDecimal(amount));
        Path june = Files.createTempDirectory("withdrawal").resolve("june.csv");
        Files.writeString(
                june,
                "date,amount,balance,text\n2026-06-30,-" + amount + "," + after + ",CASH WITHDRAWAL DOCK OFFICE\n");
        page.navigate(server.url());
        page.getByText("Needs a hand").waitFor();
        Browsing.drop(page, page.locator("tr:has-text('Operating')").first(), june);
        Locator line = page.locator(".ladder-row:has-text('CASH WITHDRAWAL')");
        line.waitFor();
        Browsing.settled(page);
        line.click();
        page.locator(".candidate.first")
                .getByText("Top-up of Dock office")
                .first()
                .waitFor();
        Browsing.settled(page);
        page.keyboard().press("Enter");
        line.filter(new Locator.FilterOptions().setHasText("Top-up of Dock office"))
                .filter(new Locator.FilterOptions().setHasNotText("Perhaps"))
                .waitFor();
    }
}
