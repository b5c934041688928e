package tidemark.e2e;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertTrue;
import static tidemark.e2e.Browsing.button;

import com.microsoft.playwright.Download;
import com.microsoft.playwright.Locator;
import com.microsoft.playwright.Page;
import java.math.BigDecimal;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import org.junit.jupiter.api.Test;

/** Twelve lines that only the bank knew, booked in one step; what is unclear of one is asked, answered and closed. */
class SeveralAtOnceTest {
    private static final List<String> LINES = List.of(
            "2026-06-02,-15.00,,WIRE FEE 0601",
            "2026-06-03,-15.00,,WIRE FEE 0602",
            "2026-06-04,-15.00,,WIRE FEE 0603",
            "2026-06-05,-15.00,,WIRE FEE 0604",
            "2026-06-08,2.10,,INTEREST CREDIT WEEK 1",
            "2026-06-15,2.20,,INTEREST CREDIT WEEK 2",
            "2026-06-22,2.30,,INTEREST CREDIT WEEK 3",
            "2026-06-29,2.40,,INTEREST CREDIT WEEK 4",
            "2026-06-09,-80.00,,TIME CLOCK LEASE 31",
            "2026-06-16,-80.00,,TIME CLOCK LEASE 32",
            "2026-06-23,-80.00,,TIME CLOCK LEASE 33",
            "2026-06-30,-80.00,,TIME CLOCK LEASE 34");

    @Test
    void twelveLines_bookedInOneStep_andANoteOnOne() throws Exception {
        try (Server server = Server.demo();
                Browsing browsing = new Browsing()) {
            Api api = new Api(server, "maren");
            String operating = api.account("Operating");
            Page maren = browsing.window(1280, 800);
            Browsing.signIn(maren, server.url(), "maren");
            Browsing.drop(maren, maren.locator("tr:has-text('Operating')").first(), june(api, operating));
            maren.locator(".ladder-open").waitFor();
            maren.getByLabel("Lines shown").selectOption("NOTHING_FOUND");
            Browsing.settled(maren);
            button(maren, "Select the open ones").click();
            maren.getByText("12 bank lines").waitFor();
            maren.keyboard().press("n");
            maren.getByText("Book 12 lines").waitFor();
            maren.getByText("4 still to be chosen").waitFor();

            Locator lease = maren.getByLabel("What it is: TIME CLOCK LEASE 31");
            lease.selectOption("ACCOUNT");
            Browsing.choose(maren, maren.getByLabel("Goes to: TIME CLOCK LEASE 31"), "Office");
            button(maren, "All rows below as TIME CLOCK LEASE 31").click();
            Locator all = button(maren, "Book and match all 12");
            maren.getByText("9.00 in, 380.00 out").waitFor();
            all.click();
            maren.locator(".line-sheet")
                    .waitFor(new Locator.WaitForOptions()
                            .setState(com.microsoft.playwright.options.WaitForSelectorState.DETACHED));
            maren.getByLabel("Lines shown").selectOption("EXPLAINED");
            maren.getByText("12 lines").waitFor();
            assertTrue(api.get(operating + "/months/2026-06").contains("\"openLines\":0"));

            // the head says 12 lines before and after; what is pressed is meant for a line that is there
            maren.locator(".ladder-row.here:has-text('WIRE FEE')").waitFor();
            Browsing.settled(maren);
            maren.keyboard().press("c");
            maren.getByLabel("What is asked or explained").fill("Who leases the time clock?");
            button(maren, "Write the note").click();
            maren.getByText("Notes for the review (1 open)").waitFor();

            Page torvald = browsing.window(1280, 800);
            Browsing.signIn(torvald, server.url(), "torvald");
            torvald.getByText("a note for the review is open").waitFor();
            torvald.navigate(maren.url().replace("/reconcile/", "/certify/"));
            torvald.getByText("Who leases the time clock?").waitFor();
            torvald.getByPlaceholder("Answer").fill("The yard, since May.");
            button(torvald, "Answer").click();
            torvald.getByText("The yard, since May.").first().waitFor();
            button(torvald, "Close").click();
            torvald.getByText("None is open").waitFor();
        }
    }

    @Test
    void listsForTheFile_agreeWithTheCertificate() throws Exception {
        try (Server server = Server.demo();
                Browsing browsing = new Browsing()) {
            Page maren = browsing.window(1280, 800);
            Browsing.signIn(maren, server.url(), "maren");
            String account = maren.locator("a[href^='/reconcile/']")
                    .first()
                    .getAttribute("href")
                    .split("/")[2];
            maren.navigate(server.url() + "/work-papers?account=" + account + "&at=2026-05-31");
            String adjusted = maren.locator(".paper-sums tr.sum td").first().textContent();
            assertEquals(0, maren.getByText("Does not agree").count());
            maren.getByLabel("List").selectOption("OUTSTANDING");
            maren.getByText("Older than 180 days").waitFor();
            String waits = maren.locator(".paper section tfoot td.num").last().textContent();
            maren.getByLabel("List").selectOption("DECIDED");
            maren.getByText("Decided in all").waitFor();
            assertEquals(0, maren.getByText("Does not agree").count());
            Download signed = maren.waitForDownload(
                    () -> maren.getByText("PDF, to be signed").click());
            assertTrue(Files.size(signed.path()) > 2_000);
            maren.navigate(server.url() + "/certify/" + account + "/2026-05");
            maren.getByText("May 2026 is certified").waitFor();
            for (String figure : List.of(adjusted, waits)) {
                maren.getByText(figure, new Page.GetByTextOptions().setExact(true))
                        .first()
                        .waitFor();
            }
        }
    }

    /** A table of the month that goes on from the balance where the account stands. */
    private static Path june(Api api, String account) throws Exception {
        Matcher balance =
                Pattern.compile("\"bankBalance\":\"([-0-9.]+)\"").matcher(api.get(account + "/months/2026-06"));
        assertTrue(balance.find());
        BigDecimal running = new BigDecimal(balance.group(1));
        StringBuilder file = new StringBuilder("date,amount,balance,reference,text\n");
        for (String line : LINES.stream().sorted().toList()) {
            String[] cells = line.split(",", 3);
            running = running.add(new BigDecimal(cells[1]));
            file.append(cells[0] + "," + cells[1] + "," + running + "," + cells[2] + "\n");
        }
        assertEquals(12, LINES.size());
        return Files.writeString(Files.createTempDirectory("several").resolve("june.csv"), file);
    }
}
