package tidemark.e2e;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static tidemark.e2e.Browsing.button;
import static tidemark.e2e.Browsing.link;

import com.microsoft.playwright.Locator;
import com.microsoft.playwright.Page;
import com.microsoft.playwright.options.AriaRole;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import org.junit.jupiter.api.Test;

/** A morning at the desk: received, put on slips, counted, banked and credited, by keyboard and once by mouse. */
class DeskTest {
    /** Payer, amount and number of the check. */
    private static final String[][] RECEIVED = {
        {"Pell Charter", "201.10", "9001"},
        {"Halden Brothers", "202.20", "9002"},
        {"Merrow Rentals", "203.30", "9003"},
        {"Redfern Yachts", "204.40", "9004"},
        {"Hollis Ferries", "215.70", "9005"},
        {"Gannet Sailing Club", "206.60", "9006"},
        {"Brightwater Tours", "207.70", "9007"},
        {"Kestrel Boat Share", "208.80", "9008"},
        {"Larkspur Cruises", "209.90", "9009"},
        {"Jessop Pilots", "210.00", "9010"},
        {"Svea Marin AB", "211.10", "9011"},
    };

    @Test
    void elevenReceipts_goOnTwoSlips_areCounted_banked_andCredited() throws Exception {
        try (Server server = Server.demo();
                Browsing browsing = new Browsing()) {
            Page maren = browsing.window(1280, 800);
            Browsing.signIn(maren, server.url(), "maren");
            maren.navigate(server.url() + "/receipts-in-hand");
            maren.getByText("0991").waitFor();
            maren.keyboard().press("n");
            maren.getByLabel("Check number").waitFor();
            for (String[] receipt : RECEIVED) {
                receive(maren, receipt);
            }
            begin(maren, server, "D-193");
            for (int i = 0; i < 6; i++) {
                put(maren, RECEIVED[i][2]);
            }
            maren.keyboard().press("Escape");
            for (int i = 0; i < 6; i++) {
                // one is keyed with two digits changed over
                key(maren, i == 4 ? "251.70" : RECEIVED[i][1]);
            }
            maren.getByText("251.70 was counted, but 9005 of Hollis Ferries is 215.70: two digits are swapped.")
                    .waitFor();
            maren.getByText("36.00 apart").waitFor();
            button(maren, "I miskeyed it").press("Enter");
            maren.getByText("The count agrees with the slip.").waitFor();
            bank(maren, "1,233.30");

            begin(maren, server, "D-194");
            for (int i = 6; i < 9; i++) {
                put(maren, RECEIVED[i][2]);
                maren.keyboard().press("Escape");
                key(maren, RECEIVED[i][1]);
            }
            maren.getByText("The count agrees with the slip.").waitFor();

            // somebody else takes up what is left, by mouse, and is seen where it was begun
            Page iris = browsing.window(1280, 800);
            Browsing.signIn(iris, server.url(), "iris");
            link(iris, "Money in").click();
            link(iris, "Deposit slips").click();
            link(iris, "D-194").click();
            iris.getByText("The count agrees with the slip.").waitFor();
            for (int i = 9; i < 11; i++) {
                button(iris, "Put " + RECEIVED[i][2] + " of").click();
                iris.getByLabel("Amount of the next check").fill(RECEIVED[i][1]);
                iris.getByLabel("Amount of the next check").press("Enter");
                keyed(iris, RECEIVED[i][2]).waitFor();
            }
            keyed(maren, RECEIVED[10][2]).waitFor();
            bank(iris, "1,047.50");
            maren.getByText("Taken to the bank on").first().waitFor();

            credited(maren, server);
            fromTheCustomer(maren, server);
        }
    }

    /** Somebody who only counts gets to the slips to be counted, to no amount before the count is in, and to nothing else. */
    @Test
    void whoOnlyCounts_seesNoAmountBeforeTheCountIsIn() throws Exception {
        try (Server server = Server.demo();
                Browsing browsing = new Browsing()) {
            Page iris = browsing.window(1280, 800);
            Browsing.signIn(iris, server.url(), "iris");
            iris.navigate(server.url() + "/set-up?part=people");
            iris.getByText("Add a person").first().waitFor();
            Browsing.settled(iris);
            iris.getByLabel("Name", new Page.GetByLabelOptions().setExact(true))
                    .last()
                    .fill("Cole Counts");
            iris.getByLabel("Sign-in name").fill("cole");
            iris.getByLabel("First password").fill("first-password-of-cole");
            iris.getByLabel("What the person does").selectOption("COUNTER");
            button(iris, "Add this person").click();
            iris.getByText("Cole Counts").first().waitFor();

            Page cole = browsing.window(1280, 800);
            cole.navigate(server.url());
            cole.getByLabel("Sign-in name").fill("cole");
            cole.getByLabel("Password").fill("first-password-of-cole");
            button(cole, "Sign in").click();
            Locator passwords = cole.locator("input[type=password]");
            cole.waitForCondition(() -> passwords.count() > 1);
            for (Locator field : passwords.all()) {
                field.fill("another-harbour-of-cole");
            }
            passwords.first().fill("first-password-of-cole");
            cole.locator("button[type=submit]").first().click();
            cole.getByText("D-192").first().click();
            Locator next = cole.getByLabel("Amount of the next check");
            next.waitFor();
            Browsing.settled(cole);
            for (String amount : new String[] {"813.90", "3,356.53", "500.00", "126.40", "1,851.06", "1147"}) {
                assertEquals(0, cole.getByText(amount).count(), "nothing of the slip is shown: " + amount);
            }
            for (String amount : new String[] {"813.90", "3356.53", "500.00"}) {
                next.fill(amount);
                next.press("Enter");
            }
            next.fill("162.40");
            button(cole, "The count is in").dblclick();
            cole.getByText("The count is in and compared").waitFor();
            cole.getByText("two digits are swapped").waitFor();
            assertEquals(4, cole.locator(".keyed li").count(), "each check once");

            // elsewhere there is nothing for whoever only counts
            cole.navigate(server.url() + "/receipts-in-hand");
            cole.getByRole(AriaRole.TABLE, new Page.GetByRoleOptions().setName("Slips to count"))
                    .waitFor();
            Browsing.settled(cole);
            assertEquals(0, cole.getByText("9,0").count());
        }
    }

    private static void receive(Page page, String[] receipt) {
        Browsing.takeTyped(page, receipt[0]);
        page.keyboard().press("Enter");
        page.keyboard().type(receipt[1]);
        page.keyboard().press("Enter");
        page.keyboard().type(receipt[2]);
        page.keyboard().press("Enter");
        page.keyboard().press("Enter");
        page.locator("caption:has-text('Received just now') ~ tbody th:has-text('" + receipt[2] + "')")
                .waitFor();
        Browsing.settled(page);
        assertEquals("", page.evaluate("() => document.activeElement.value"), "on to the next");
    }

    private static void begin(Page page, Server server, String number) {
        page.navigate(server.url() + "/slips");
        page.getByText("D-192").waitFor();
        page.keyboard().press("n");
        Locator date = page.getByLabel("Date on the slip", new Page.GetByLabelOptions().setExact(true));
        date.press("Enter");
        page.locator("h1:has-text('" + number + "')").waitFor();
        page.getByText("9011").or(page.getByText("9010")).first().waitFor();
    }

    private static void put(Page page, String number) {
        // out of the count, or wherever one is
        page.keyboard().press("Escape");
        page.keyboard().press("f");
        page.getByLabel("Payer, number or amount").fill(number);
        page.locator("tr.here th:text-is('" + number + "')").waitFor();
        Browsing.settled(page);
        page.keyboard().press("Enter");
        page.locator("tr.here.on th:text-is('" + number + "')").waitFor();
    }

    /** Digits go to the count, wherever one is. */
    private static void key(Page page, String amount) {
        page.keyboard().type(amount);
        page.keyboard().press("Enter");
    }

    private static Locator keyed(Page page, String number) {
        return page.locator(".keyed li:has-text('" + number + "')");
    }

    private static void bank(Page page, String total) {
        page.locator(".will-book")
                .getByText(total, new Locator.GetByTextOptions().setExact(true))
                .first()
                .waitFor();
        Browsing.settled(page);
        button(page, "Bank this slip").press("Enter");
        button(page, "Take it apart").waitFor();
    }

    /** The bank's July begins where its June ended; it credits one slip whole and has not seen the other. */
    private static void credited(Page page, Server server) throws Exception {
        Path june = Path.of("../demo/statements/operating-2026-06.xml");
        String text = Files.readString(june);
        Matcher closing = Pattern.compile("(?s)CLBD.*?<Amt[^>]*>([0-9.]+)<").matcher(text);
        Matcher number = Pattern.compile("(?s)<Othr>\\s*<Id>([^<]+)</Id>").matcher(text);
        if (!closing.find() || !number.find()) {
            throw new IllegalStateException("The demo's statement says its closing balance and account");
        }
        String begins = closing.group(1).replace('.', ',');
        String ends = new java.math.BigDecimal(closing.group(1))
                .add(new java.math.BigDecimal("1233.30"))
                .toString()
                .replace('.', ',');
        Path july = Files.writeString(
                Files.createTempDirectory("desk").resolve("july.sta"),
                (":20:JULY\n:25:%s\n:28C:7/1\n:60F:C260630USD%s\n:61:2607030703C1233,30NMSCD-193\n"
                                + ":86:DEPOSIT D-193\n:62F:C260703USD%s\n")
                        .formatted(number.group(1), begins, ends));
        for (Path file : new Path[] {june, july}) {
            page.navigate(server.url());
            page.getByText("Needs a hand").waitFor();
            Browsing.drop(page, page.locator(".page").first(), file);
            page.locator(".ladder-open").waitFor();
        }
        page.keyboard().press("f");
        button(page, "Undo the").waitFor();
        page.navigate(server.url() + "/slips");
        page.locator("tr:has-text('D-193'):has-text('credited by the bank')").waitFor();
        page.locator("tr:has-text('D-194'):has-text('banked')").waitFor();
    }

    private static void fromTheCustomer(Page page, Server server) {
        page.navigate(server.url() + "/receipts-in-hand?state=BANKED&text=9005");
        link(page, "Hollis Ferries").click();
        page.locator("h1:has-text('Hollis Ferries')").waitFor();
        page.navigate(server.url() + "/receipts-in-hand?state=BANKED&text=9005");
        link(page, "9005").click();
        link(page, "slip D-193").click();
        page.getByText("The bank has credited it").waitFor();
    }
}
