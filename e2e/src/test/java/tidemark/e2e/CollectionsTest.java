package tidemark.e2e;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static tidemark.e2e.Browsing.button;
import static tidemark.e2e.Browsing.link;

import com.microsoft.playwright.Download;
import com.microsoft.playwright.Locator;
import com.microsoft.playwright.Page;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
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
            String heronsgate = records.stream()
                    .filter(r -> r.startsWith("6") && r.toUpperCase(Locale.ROOT).contains("HERONSGATE"))
                    .findFirst()
                    .orElseThrow();
            sendIt(page, browsing, server);
            followTheBank(page, server, heronsgate);
            makeWhatComesAgain(page, server);
        }
    }

    /** It goes to the bank only after somebody else has released it. */
    private static void sendIt(Page page, Browsing browsing, Server server) {
        page.getByText("A second person releases it before it goes.").waitFor();
        button(page, "Lay it into the folder").click();
        page.getByText("somebody else who prepares can").waitFor();
        Page second = browsing.window(1280, 800);
        Browsing.signIn(second, server.url(), "iris");
        second.navigate(page.url());
        second.waitForCondition(() -> button(second, "Approve it").isEnabled());
        button(second, "Approve it").click();
        second.getByText("It lies where the bank takes it.").waitFor();
        second.close();
    }

    /** The bank says that the account of an entry is another; its mandate follows. */
    private static void followTheBank(Page page, Server server, String entry) throws Exception {
        page.navigate(server.url() + "/collections");
        link(page, "Answers of the bank").click();
        Path file = Files.createTempFile("change", ".ach");
        Files.writeString(file, change(entry, "55667788"));
        page.locator("input[type=file]").setInputFiles(file);
        page.getByText("something of the account is another").waitFor();
        link(page, "the mandate").click();
        page.getByText("right is account •••• 7788").waitFor();
        button(page, "Follow the bank").click();
        page.locator("tr:has-text('Account'):has-text('•••• 7788')").waitFor();
        page.getByText("until 2 Jul 2026").waitFor();
    }

    /** Storage of the quarter is due from two; one look, then it is made, and nothing of it is left to make. */
    private static void makeWhatComesAgain(Page page, Server server) {
        page.navigate(server.url() + "/recurring-invoices");
        button(page, "Make what is due").click();
        page.waitForCondition(() -> button(page, "Book these").isEnabled());
        button(page, "Book these").click();
        page.getByText("made up to 1 Jul").nth(1).waitFor();
        link(page, "Quail Point Books").first().click();
        page.getByText("Storage Q3 2026").or(page.getByText("135.00")).first().waitFor();
    }

    /** A file of one notification of change, set by hand. */
    private static String change(String entry, String account) {
        String routing = entry.substring(3, 12);
        String hash = "00" + routing.substring(0, 8);
        String trace = "091000010000001";
        List<String> records = new ArrayList<>(List.of(
                "101 021000021 0910000192607020700A094101" + padded("QUILLHAVEN", 23) + padded("FIRST INLAND", 23)
                        + padded("", 8),
                "5225" + padded("QUILLHAVEN", 36) + padded("1234567890", 10) + "COR" + padded("CHANGE", 10)
                        + padded("", 15) + "1091000010000001",
                "626" + entry.substring(3, 29) + "0000000000" + entry.substring(39, 76) + "  1" + trace,
                "798C01" + entry.substring(79, 94) + padded("", 6) + routing.substring(0, 8) + padded(account, 44)
                        + trace,
                "8225000002" + hash + "0".repeat(24) + padded("1234567890", 35) + "091000010000001",
                "9000001000001" + "00000002" + hash + "0".repeat(24) + padded("", 39)));
        while (records.size() < 10) {
            records.add("9".repeat(94));
        }
        return String.join("\n", records) + "\n";
    }

    private static String padded(String text, int width) {
        return text + " ".repeat(width - text.length());
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
