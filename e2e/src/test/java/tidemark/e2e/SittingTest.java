package tidemark.e2e;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertTrue;
import static tidemark.e2e.Browsing.button;
import static tidemark.e2e.Browsing.link;

import com.microsoft.playwright.Download;
import com.microsoft.playwright.Locator;
import com.microsoft.playwright.Page;
import com.microsoft.playwright.options.AriaRole;
import java.io.ByteArrayOutputStream;
import java.io.PrintStream;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.regex.Pattern;
import org.junit.jupiter.api.Test;
import tidemark.app.certificate.VerifyCommand;

/** One sitting of a cash accountant: from the bank's file to a sealed certificate, in a real browser. */
class SittingTest {
    private static final Path JUNE = Path.of("../demo/statements/operating-2026-06.xml");

    @Test
    void june_byMouse_isCertifiedAndVerifies() throws Exception {
        try (Server server = Server.demo();
                Browsing browsing = new Browsing()) {
            Page maren = browsing.window(1280, 800);
            Browsing.signIn(maren, server.url(), "maren");
            maren.getByText("June is over and its statement has not been read")
                    .first()
                    .waitFor();
            Browsing.drop(maren, maren.locator("tr:has-text('Operating')").first(), JUNE);
            button(maren, "Take the 58 firm ones").click();
            maren.getByTestId("gap").getByText("9.00 apart").waitFor();
            maren.getByText("8 and 9 are swapped").first().waitFor();

            button(maren, "Undo the 58 firm ones").click();
            button(maren, "Take the 58 firm ones").click();
            button(maren, "Undo the 58 firm ones").waitFor();

            button(maren, "Correct the ledger").click();
            maren.getByTestId("gap").getByText("No gap").waitFor();
            atLine(maren, "RETURNED ITEM CHK");
            bookToCustomer(maren, "Pell Charter");
            atLine(maren, "RETURNED ITEM FEE");
            bookAs(maren, "A fee of the bank");

            atLine(maren, "LOCKBOX 88-014");
            button(maren, "Select").click();
            maren.getByLabel("Invoice 6-114").check();
            maren.getByText("750.00 apart").waitFor();
            maren.getByLabel("Invoice 6-131").check();
            button(maren, "Match these").click();

            // booked twice and paid once: one of the two is taken, and any match can be undone and taken anew
            atLine(maren, "ACH DEBIT TIDEWELL");
            button(maren, "Undo u").click();
            button(maren, "Match").first().click();
            explained(maren, "ACH DEBIT TIDEWELL", "Payment ACH-3390").waitFor();

            atLine(maren, "DEPOSIT PART 1");
            button(maren, "Undo u").click();
            button(maren, "Select").waitFor();
            atLine(maren, "DEPOSIT PART 1");
            button(maren, "Select").click();
            maren.locator(".selection").getByText("1 bank line").waitFor();
            atLine(maren, "DEPOSIT PART 2");
            button(maren, "Select").click();
            maren.getByLabel("Deposit slip D-190").check();
            button(maren, "Match these").click();

            row(maren, "DEPOSIT PART 1").getByText("Deposit slip D-190").waitFor();
            atLine(maren, "INCOMING WIRE FEE");
            bookAs(maren, "A fee of the bank");
            atLine(maren, "ACH CREDIT UNKNOWN");
            bookTo(maren, "2900 Unidentified receipts");
            atLine(maren, "ACCOUNT MAINTENANCE FEE");
            bookAs(maren, "A fee of the bank");
            atLine(maren, "INTEREST CREDIT");
            bookAs(maren, "Interest");
            maren.getByTestId("tide-words").getByText("Proven to the last line").waitFor();
            reverseDouble(maren);

            link(maren, "Certify June").click();
            button(maren, "Prepare June").click();
            button(maren, "Take it back").waitFor();
            assertEquals(0, button(maren, "Certify June").count());

            Page torvald = browsing.window(1280, 800);
            Browsing.signIn(torvald, server.url(), "torvald");
            link(torvald, "Certify June").click();
            button(torvald, "Certify June and move the mark").click();
            torvald.getByRole(AriaRole.DIALOG)
                    .getByRole(AriaRole.BUTTON, new Locator.GetByRoleOptions().setName("Certify June"))
                    .click();
            torvald.getByText("June 2026 is certified").waitFor();
            verifies(torvald);
            Download pdf = torvald.waitForDownload(
                    () -> link(torvald, "Certificate as PDF").click());
            assertTrue(new String(Files.readAllBytes(pdf.path()), StandardCharsets.ISO_8859_1).startsWith("%PDF-"));
            link(torvald, "Today").click();
            torvald.locator("tr:has-text('Operating')")
                    .getByText("certified to 30 Jun")
                    .waitFor();

            refusals(maren, server);
        }
    }

    private static void reverseDouble(Page page) {
        page.locator(".not-on li:has-text('ACH-3390')")
                .getByRole(AriaRole.LINK, new Locator.GetByRoleOptions().setName("Entry"))
                .click();
        button(page, "Reverse this entry").click();
        button(page, "Use 1").click();
        page.getByText("What this will book").waitFor();
        button(page, "Reverse entry").click();
        page.getByText("Undoes").waitFor();
        page.goBack();
        page.goBack();
        page.getByTestId("tide-words").waitFor();
        page.locator(".not-on li:has-text('ACH-3390')")
                .waitFor(new Locator.WaitForOptions()
                        .setState(com.microsoft.playwright.options.WaitForSelectorState.DETACHED));
    }

    /** The certified month refuses the same file, a wrong file, and shows each refusal in words. */
    private static void refusals(Page page, Server server) throws Exception {
        page.navigate(server.url() + "/statements");
        page.getByText("Statements of Operating").waitFor();
        Browsing.drop(page, page.locator(".file-drop"), JUNE);
        page.getByText("which has been read already").waitFor();
        Path wrong = Files.createTempFile("wrong", ".xml");
        Files.writeString(wrong, "<invoice xmlns='urn:other'/>");
        Browsing.drop(page, page.locator(".file-drop"), wrong);
        page.getByText("camt.054 document, version 02 to 13").waitFor();
        Browsing.drop(page, page.locator(".file-drop"), Path.of("../demo/statements/payroll-2026-06.xml"));
        page.getByText("Drop the file on the account it belongs to").waitFor();
    }

    private static void verifies(Page page) throws Exception {
        Download json = page.waitForDownload(() -> link(page, "As JSON").click());
        ByteArrayOutputStream out = new ByteArrayOutputStream();
        int code = VerifyCommand.run(
                new String[] {json.path().toString()}, new PrintStream(out, true, StandardCharsets.UTF_8));
        assertEquals(0, code, out.toString(StandardCharsets.UTF_8));
        Path forged = Files.createTempFile("forged", ".json");
        Files.writeString(forged, Files.readString(json.path()).replaceFirst("\"title\":\"Check", "\"title\":\"Chekc"));
        assertEquals(1, VerifyCommand.run(new String[] {forged.toString()}, new PrintStream(out)));
    }

    private static Locator row(Page page, String words) {
        return page.locator(".ladder-row").filter(new Locator.FilterOptions().setHasText(words));
    }

    /** Goes to a line once the ladder has come to rest: after a match it moves on to the next open line by itself. */
    private static void atLine(Page page, String words) {
        Browsing.settled(page);
        row(page, words).click();
        page.locator(".ladder-row.here")
                .filter(new Locator.FilterOptions().setHasText(words))
                .waitFor();
    }

    private static void bookTo(Page page, String account) {
        button(page, "Book a new entry").click();
        page.getByLabel("What it is").selectOption("Any ledger account");
        Browsing.choose(page, page.getByLabel("Ledger account"), account);
        page.getByText("And leave").waitFor();
        button(page, "Book and match").click();
        page.getByRole(AriaRole.DIALOG)
                .waitFor(new Locator.WaitForOptions()
                        .setState(com.microsoft.playwright.options.WaitForSelectorState.HIDDEN));
    }

    private static void bookToCustomer(Page page, String customer) {
        button(page, "Book a new entry").click();
        page.getByLabel("What it is").selectOption("A customer");
        Browsing.choose(page, page.getByLabel("Customer"), customer);
        page.getByText("of Pell Charter, open").waitFor();
        button(page, "Book and match").click();
        page.getByRole(AriaRole.DIALOG)
                .waitFor(new Locator.WaitForOptions()
                        .setState(com.microsoft.playwright.options.WaitForSelectorState.HIDDEN));
    }

    private static void bookAs(Page page, String kind) {
        button(page, "Book a new entry").click();
        page.getByLabel("What it is").selectOption(kind);
        page.getByText("And leave").waitFor();
        button(page, "Book and match").click();
        page.getByRole(AriaRole.DIALOG)
                .waitFor(new Locator.WaitForOptions()
                        .setState(com.microsoft.playwright.options.WaitForSelectorState.HIDDEN));
    }

    @Test
    void june_byKeyboard_isCertifiedAndVerifies() throws Exception {
        try (Server server = Server.demo();
                Browsing browsing = new Browsing()) {
            Page page = browsing.window(1280, 800);
            page.navigate(server.url());
            page.getByLabel("Sign-in name").focus();
            type(page, "maren");
            page.keyboard().press("Tab");
            type(page, Browsing.PASSWORD);
            page.keyboard().press("Enter");
            chooseByEnter(page, button(page, "Read a statement file"), JUNE);
            page.getByText("What the bank says").waitFor();
            page.locator("body").press("f");
            page.getByTestId("gap").getByText("9.00 apart").waitFor();
            page.keyboard().press("t");
            page.getByText("All of it.").waitFor();
            awaitHere(page, "Check 20421");
            page.keyboard().press("Enter");
            awaitHere(page, "RETURNED ITEM CHK");
            bookByKeys(page, "Pell Charter");
            awaitHere(page, "RETURNED ITEM FEE");
            bookByKeys(page, "");
            awaitHere(page, "LOCKBOX");
            page.keyboard().press("x");
            space(page, "Invoice 6-114");
            space(page, "Invoice 6-131");
            page.getByText("they agree").waitFor();
            page.keyboard().press("m");
            awaitHere(page, "INCOMING WIRE FEE");
            walkTo(page, "k", "DEPOSIT PART 1");
            page.keyboard().press("u");
            page.getByText("was undone")
                    .or(page.locator(".ladder-open .candidate"))
                    .first()
                    .waitFor();
            page.keyboard().press("x");
            walkTo(page, "j", "DEPOSIT PART 2");
            page.keyboard().press("x");
            space(page, "Deposit slip D-190");
            page.getByText("they agree").waitFor();
            page.keyboard().press("m");
            explained(page, "DEPOSIT PART 2", "Deposit slip D-190").waitFor();
            for (int left = 4; left > 0; left--) {
                Browsing.settled(page);
                String line = page.locator(".ladder-row.here").textContent();
                bookByKeys(page, line.contains("UNKNOWN") ? "2900" : line.contains("INTEREST") ? "interest" : "");
                if (left == 1) {
                    break;
                }
                page.locator(".ladder-row.here")
                        .filter(new Locator.FilterOptions().setHasNotText(Pattern.compile("^" + line.substring(0, 14))))
                        .waitFor();
            }
            page.getByTestId("tide-words").getByText("Proven to the last line").waitFor();
            link(page, "Certify June").press("Enter");
            button(page, "Prepare June").press("Enter");
            button(page, "Take it back").waitFor();
            Browsing.signOut(page, "Maren");

            page.getByLabel("Sign-in name").focus();
            type(page, "torvald");
            page.keyboard().press("Tab");
            type(page, Browsing.PASSWORD);
            page.keyboard().press("Enter");
            button(page, "Certify June and move the mark").press("Enter");
            page.getByRole(AriaRole.DIALOG)
                    .getByRole(AriaRole.BUTTON, new Locator.GetByRoleOptions().setName("Certify June"))
                    .press("Enter");
            page.getByText("June 2026 is certified").waitFor();
            verifies(page);
        }
    }

    @Test
    void june_proposedSets_areTakenByEnter() throws Exception {
        try (Server server = Server.demo();
                Browsing browsing = new Browsing()) {
            Page page = browsing.window(1280, 800);
            Browsing.signIn(page, server.url(), "maren");
            Browsing.drop(page, page.locator("tr:has-text('Operating')").first(), JUNE);
            button(page, "Take the 58 firm ones").click();
            button(page, "Undo the 58 firm ones").waitFor();
            // one check that paid two invoices
            takeByEnter(page, "LOCKBOX 88-014", "Invoice 6-114", "Invoice 6-131");
            // one slip that the bank credited in two parts: undone, either line takes both again
            page.getByPlaceholder("Words or amount").fill("DEPOSIT");
            row(page, "LOCKBOX 88-014")
                    .waitFor(new Locator.WaitForOptions()
                            .setState(com.microsoft.playwright.options.WaitForSelectorState.DETACHED));
            atLine(page, "DEPOSIT PART 1");
            page.keyboard().press("u");
            page.locator(".candidate.first").waitFor();
            takeByEnter(page, "DEPOSIT PART 1", "Deposit slip D-190");
            explained(page, "DEPOSIT PART 2", "Deposit slip D-190").waitFor();
            for (String entry : new String[] {"D-190", "6-114", "6-131"}) {
                page.locator(".not-on li:has-text('" + entry + "')")
                        .waitFor(new Locator.WaitForOptions()
                                .setState(com.microsoft.playwright.options.WaitForSelectorState.DETACHED));
            }
            button(page, "Maren").click();
            link(page, "Activity").click();
            page.getByText("DEPOSIT PART 1").first().waitFor();
        }
    }

    private static void takeByEnter(Page page, String line, String... entries) {
        page.getByPlaceholder("Words or amount").fill(line.substring(0, 7));
        atLine(page, line);
        for (String entry : entries) {
            page.locator(".candidate.first").getByText(entry).first().waitFor();
        }
        page.keyboard().press("Enter");
        explained(page, line, entries[0]).waitFor();
    }

    /** The line's row once it is tied to the entry, and not only proposed. */
    private static Locator explained(Page page, String line, String entry) {
        return row(page, line)
                .filter(new Locator.FilterOptions().setHasText(entry))
                .filter(new Locator.FilterOptions().setHasNotText("Perhaps"));
    }

    /** Walks up or down, line by line. */
    private static void walkTo(Page page, String key, String words) {
        while (page.locator(".ladder-row.here:has-text('" + words + "')").count() == 0) {
            page.keyboard().press(key);
            Browsing.settled(page);
        }
    }

    private static void type(Page page, String text) {
        page.keyboard().type(text);
    }

    private static void space(Page page, String label) {
        page.getByLabel(label).first().focus();
        page.keyboard().press("Space");
    }

    private static void awaitHere(Page page, String words) {
        page.locator(".ladder-row.here")
                .filter(new Locator.FilterOptions().setHasText(words))
                .waitFor();
        page.locator(".ladder-open").waitFor();
        Browsing.settled(page);
    }

    /** Opens the button's file dialog with Enter; again where the button was drawn anew in between. */
    private static void chooseByEnter(Page page, Locator button, Path file) {
        for (int tries = 1; ; tries++) {
            button.focus();
            try {
                page.waitForFileChooser(
                                new Page.WaitForFileChooserOptions().setTimeout(7_000),
                                () -> page.keyboard().press("Enter"))
                        .setFiles(file);
                return;
            } catch (com.microsoft.playwright.TimeoutError late) {
                if (tries == 4) {
                    throw late;
                }
            }
        }
    }

    /** Books the open line: as the form proposes, as interest, or to the account that is typed. */
    private static void bookByKeys(Page page, String what) {
        page.keyboard().press("n");
        page.locator("select:focus").waitFor();
        Browsing.settled(page);
        if (what.matches("\\d+")) {
            type(page, "Any");
            page.getByLabel("Ledger account").waitFor();
            Browsing.settled(page);
            page.keyboard().press("Tab");
            Browsing.takeTyped(page, what);
        } else if (what.startsWith("Pell")) {
            type(page, "A cus");
            page.getByLabel("Customer").waitFor();
            Browsing.settled(page);
            page.keyboard().press("Tab");
            Browsing.takeTyped(page, what);
        } else if (what.isEmpty()) {
            type(page, "A fee");
        }
        page.getByText("And leave").waitFor();
        page.keyboard().press("Control+Enter");
        page.getByRole(AriaRole.DIALOG)
                .waitFor(new Locator.WaitForOptions()
                        .setState(com.microsoft.playwright.options.WaitForSelectorState.HIDDEN));
    }

    @Test
    void secondTab_actingOnWhatTheFirstDid_isToldWhatHappened() throws Exception {
        try (Server server = Server.demo();
                Browsing browsing = new Browsing()) {
            Page first = browsing.window(1280, 800);
            Browsing.signIn(first, server.url(), "maren");
            Browsing.drop(first, first.locator("tr:has-text('Operating')").first(), JUNE);
            button(first, "Take the 58 firm ones").waitFor();
            Page second = first.context().newPage();
            second.navigate(first.url());
            Locator stale = button(second, "Match").first();
            stale.waitFor();
            button(first, "Take the 58 firm ones").click();
            button(first, "Undo the 58 firm ones").waitFor();
            stale.click();
            second.getByText("Maren Oduya has matched already").waitFor();
            second.getByText("That was not done; nothing was changed.").waitFor();
        }
    }
}
