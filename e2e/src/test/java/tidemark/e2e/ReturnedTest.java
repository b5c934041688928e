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
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import org.junit.jupiter.api.Test;

/** A check comes back with its fee, is presented again, comes back again, and is paid in cash with the fees. */
class ReturnedTest {
    private static final Path JUNE = Path.of("../demo/statements/operating-2026-06.xml");

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
            read(page, server, july());
            page.keyboard().press("f");
            button(page, "Undo the").waitFor();
            comeBack(page, "RETURNED CHECK 3318", "12.00");
            page.locator("tr:has-text('Owed in all'):has-text('665.00')").waitFor();
            page.getByText("2 came back in a year").waitFor();
            button(page, "It is owed").click();
            page.locator("h1 small:has-text('owed')").waitFor();

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

    /** The bank's July begins where its June ended: it credits the slip, and takes the check back on the same day. */
    private static Path july() throws Exception {
        String text = Files.readString(JUNE);
        Matcher closing = Pattern.compile("(?s)CLBD.*?<Amt[^>]*>([0-9.]+)<").matcher(text);
        Matcher number = Pattern.compile("(?s)<Othr>\\s*<Id>([^<]+)</Id>").matcher(text);
        if (!closing.find() || !number.find()) {
            throw new IllegalStateException("The demo's statement says its closing balance and account");
        }
        String begins = closing.group(1).replace('.', ',');
        String ends = new java.math.BigDecimal(closing.group(1))
                .subtract(new java.math.BigDecimal("12.00"))
                .toString()
                .replace('.', ',');
        return Files.writeString(
                Files.createTempDirectory("returned").resolve("july.sta"),
                (":20:JULY\n:25:%s\n:28C:7/1\n:60F:C260630USD%s\n:61:2607020702C640,00NMSCD-193\n"
                                + ":86:DEPOSIT D-193\n:61:2607020702D652,00NRTINONREF\n:86:RETURNED CHECK 3318\n"
                                + ":62F:C260702USD%s\n")
                        .formatted(number.group(1), begins, ends));
    }
}
