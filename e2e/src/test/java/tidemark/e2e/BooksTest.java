package tidemark.e2e;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertTrue;
import static tidemark.e2e.Browsing.button;
import static tidemark.e2e.Browsing.choose;
import static tidemark.e2e.Browsing.link;

import com.microsoft.playwright.Download;
import com.microsoft.playwright.Locator;
import com.microsoft.playwright.Page;
import com.microsoft.playwright.options.AriaRole;
import com.microsoft.playwright.options.WaitForSelectorState;
import java.nio.file.Files;
import java.nio.file.Path;
import org.junit.jupiter.api.AfterAll;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.Test;

/** The main tasks of the books, each done in a real browser on the demo company. */
class BooksTest {
    private static final Locator.WaitForOptions GONE =
            new Locator.WaitForOptions().setState(WaitForSelectorState.DETACHED);

    private static Server server;
    private static Browsing browsing;

    @BeforeAll
    static void start() throws Exception {
        server = Server.demo();
        browsing = new Browsing();
    }

    @AfterAll
    static void stop() throws Exception {
        browsing.close();
        server.close();
    }

    private static Page as(String login) {
        Page page = browsing.window(1280, 800);
        Browsing.signIn(page, server.url(), login);
        return page;
    }

    private static Locator field(Page page, String label) {
        return page.getByLabel(label, new Page.GetByLabelOptions().setExact(true));
    }

    @Test
    void invoice_receivedInPart_settledAndUndone() {
        Page page = as("maren");
        page.navigate(server.url() + "/invoices/new");
        choose(page, field(page, "Customer"), "Vance and Daughters");
        choose(page, field(page, "Account of line 1"), "4020 Boatyard work");
        field(page, "Tax of line 1").selectOption("ST");
        field(page, "Gross of line 1").fill("1,082.50");
        page.getByText("82.50").first().waitFor();
        button(page, "Book this invoice").click();
        page.getByRole(AriaRole.HEADING, new Page.GetByRoleOptions().setName("Vance and Daughters"))
                .waitFor();
        link(page, "New receipt").click();
        field(page, "Amount, USD").fill("1000.00");
        Locator item = page.getByLabel("Invoice INV-");
        item.check();
        page.getByText("less than what is spread").waitFor();
        page.getByLabel("Pay now on Invoice INV-").fill("600.00");
        page.getByText("And leave").waitFor();
        button(page, "Book this receipt").click();
        page.getByText("400.00 not settled yet").waitFor();
        button(page, "Settle with").click();
        page.getByLabel("Invoice INV-").check();
        page.getByLabel("Pay now on Invoice INV-").fill("500.00");
        page.getByText("482.50 is open").first().waitFor();
        page.getByLabel("Pay now on Invoice INV-").fill("400.00");
        page.getByText("And leave").waitFor();
        page.locator("form")
                .getByRole(AriaRole.BUTTON)
                .getByText("Settle", new Locator.GetByTextOptions().setExact(true))
                .click();
        page.getByText("not settled yet").waitFor(GONE);
        button(page, "Undo this settlement").first().click();
        button(page, "Open both again").click();
        page.getByText("not settled yet").waitFor();
        page.getByText("What was done here").click();
        page.getByText("Opened again Invoice").waitFor();
    }

    @Test
    void check_writtenByKeyboard_thenVoided() {
        Page page = as("maren");
        page.navigate(server.url() + "/payments/new");
        field(page, "To").focus();
        Browsing.takeTyped(page, "Dunmore");
        page.locator("tbody input[type=checkbox]").first().waitFor();
        page.locator("tbody input[type=checkbox]").first().focus();
        page.keyboard().press("Space");
        page.getByText("And leave").waitFor();
        String amount = page.locator("input[aria-label^='Pay now on']").inputValue();
        page.keyboard().press("Control+Enter");
        page.getByRole(AriaRole.HEADING, new Page.GetByRoleOptions().setName("Check 20"))
                .waitFor();
        page.locator(".sheet").first().getByText("booked").waitFor();
        button(page, "Void it").press("Enter");
        page.getByText("What this will book").waitFor();
        field(page, "Why").fill("Torn at the counter");
        button(page, "Void check").press("Enter");
        page.getByText("voided by Maren Oduya: Torn at the counter").waitFor();
        link(page, "Dunmore Timber").first().click();
        assertTrue(page.getByText(amount.replaceAll("\\B(?=(\\d{3})+\\.)", ",")).count() > 0, "open again: " + amount);
    }

    @Test
    void payment_aboveTheLimit_isApprovedByASecondPerson_foundFromToday() {
        Page maren = as("maren");
        maren.navigate(server.url() + "/payments");
        link(maren, "PY-0001").click();
        maren.getByText("Whoever asked cannot approve").waitFor();
        assertEquals(0, button(maren, "Approve it").count());
        Page iris = as("iris");
        link(iris, "Look at it").first().click();
        iris.getByText("1530 Workshop machines").waitFor();
        button(iris, "Approve it").click();
        iris.getByText("Nothing waits for a second person").waitFor();
        maren.reload();
        maren.getByText("released by Iris Calloway").waitFor();
    }

    @Test
    void drafts_keptAndPostedTogether_leaveTheRefusedOne() {
        Page page = as("maren");
        page.navigate(server.url() + "/ledger/new");
        field(page, "For").fill("Half a thought");
        button(page, "Keep as a draft").click();
        page.getByText("Kept as a draft.").waitFor();
        page.navigate(server.url() + "/drafts");
        page.getByText("Half a thought").waitFor();
        page.getByLabel("All drafts that fit").check();
        page.getByText("Refused; they stay as drafts.").waitFor();
        button(page, "Post 3 of 5").click();
        page.getByText("3 posted, 2 refused").waitFor();
        page.getByText("3 posted, 2 refused").click();
        page.getByText("5.00 apart").first().waitFor();
        link(page, "Depreciation, travel lift").first().click();
        field(page, "Credit of line 2").fill("1,125.00");
        button(page, "Book this entry").click();
        page.getByText("typed by Maren Oduya").waitFor();
        page.navigate(server.url() + "/drafts");
        page.getByText("Half a thought").first().waitFor();
        page.getByLabel("Choose Half a thought").check();
        button(page, "Discard").click();
        button(page, "Discard 1 draft for good").click();
        page.getByLabel("Choose Half a thought").waitFor(GONE);
        page.getByLabel("Would be refused").waitFor(GONE);
    }

    @Test
    void payRun_fromAFile_isPreviewedAndMade() throws Exception {
        Page page = as("maren");
        Path file = Files.createTempFile("pay", ".csv");
        Files.writeString(
                file,
                "payee,date,amount,account,text\nA. Lindqvist,2026-07-01,2210.00,6210,Pay\nB. Okafor,2026-07-01,2x,6210,Pay\n");
        page.navigate(server.url() + "/payments/import");
        field(page, "Pay from").selectOption("Payroll");
        page.waitForFileChooser(() -> button(page, "Choose the file").click()).setFiles(file);
        page.getByText("Line 3, amount: Found").waitFor();
        Files.writeString(
                file,
                "payee,date,amount,account,text\nA. Lindqvist,2026-07-01,2210.00,6210,Pay\nB. Okafor,2026-07-01,2180.50,6210,Pay\n");
        page.waitForFileChooser(() -> button(page, "pay").click()).setFiles(file);
        button(page, "Book all 2 payments").click();
        page.getByText("Booked 2 payments.").waitFor();
    }

    @Test
    void transfer_betweenCurrencies_isBookedAndReversed() {
        Page page = as("maren");
        page.navigate(server.url() + "/transfers/new");
        field(page, "From").selectOption("Operating, USD");
        field(page, "To").selectOption("Euro parts, EUR");
        field(page, "Leaves, USD").fill("1090.20");
        field(page, "Arrives, EUR").fill("1000.00");
        page.getByText("Euro parts, in the ledger").waitFor();
        button(page, "Book this transfer").click();
        button(page, "Reverse").first().click();
        button(page, "Reverse both sides").click();
        page.getByText("reversed").first().waitFor();
    }

    @Test
    void setUp_fromAnEmptyCompanyToAnAccountThatLives() {
        Page page = as("iris");
        page.navigate(server.url() + "/set-up?part=company");
        field(page, "Its name").fill("Gullmere Boats");
        button(page, "Add this company").click();
        page.getByLabel("Company").first().waitFor();
        page.navigate(server.url() + "/set-up");
        page.locator("h1 small").getByText("Gullmere Boats").waitFor();
        field(page, "Name").fill("Operating");
        field(page, "Bank").fill("Northbank");
        field(page, "Number").fill("G-1");
        field(page, "Opening balance at the end of").fill("2026-05");
        field(page, "Opening balance, USD").fill("1,000.00");
        page.getByLabel("Outstanding items, if")
                .fill("date,amount,check_number\n2026-05-20,-150.00,88x\n2026-06-20,-1.00,\n");
        button(page, "Add this account").click();
        page.getByText("later than 2026-05-31, the conversion date").waitFor();
        page.getByLabel("Outstanding items, if").fill("date,amount,check_number\n2026-05-20,-150.00,88\n");
        button(page, "Add this account").click();
        page.getByText("it can be used at once").waitFor();
        Browsing.settled(page);
        button(page, "Change").first().click();
        page.getByText("the bank 1,150.00").waitFor();
        field(page, "Most payment, USD").fill("500.00");
        button(page, "Keep these settings").click();
        page.getByText("Kept.").waitFor();
        page.navigate(server.url() + "/set-up?part=lists");
        button(page, "Add a cost centre").click();
        field(page, "Code").fill("YARD");
        page.locator("section:has-text('Cost centres')").getByLabel("Name").fill("Boatyard");
        page.locator("section:has-text('Cost centres')").getByText("Keep").click();
        page.locator("td:text-is('Boatyard')").waitFor();
        page.navigate(server.url() + "/payments/new");
        field(page, "Payee").fill("Anybody");
        choose(page, field(page, "Account of line 1"), "6010 Operating expenses");
        field(page, "Gross of line 1").fill("500.01");
        page.getByText("this account's limit for one payment").waitFor();
    }

    @Test
    void figures_leadFromTheTrialBalanceToTheEntry_andGoOutAsFiles() {
        Page page = as("paz");
        page.navigate(server.url() + "/ledger/trial-balance");
        page.getByText("Debits equal credits.").waitFor();
        link(page, "5010 Timber").click();
        field(page, "Shown by").selectOption("month");
        button(page, "1 Feb 2026 to").click();
        page.locator("tbody a").first().click();
        page.getByText("Both sides").waitFor();
        assertEquals(0, button(page, "Reverse this entry").count(), "who only looks is offered nothing");
        page.navigate(server.url() + "/ledger/trial-balance");
        Download csv = page.waitForDownload(() -> link(page, "CSV").click());
        assertTrue(csv.suggestedFilename().endsWith(".csv"));
        Download xlsx = page.waitForDownload(() -> link(page, "XLSX").click());
        assertTrue(xlsx.suggestedFilename().endsWith(".xlsx"));
    }
}
