package tidemark.e2e;

import static com.microsoft.playwright.assertions.PlaywrightAssertions.assertThat;

import com.microsoft.playwright.Locator;
import com.microsoft.playwright.Page;
import com.microsoft.playwright.options.AriaRole;
import java.sql.Connection;
import java.sql.PreparedStatement;
import java.sql.SQLException;
import org.junit.jupiter.api.Test;

/** The way around by the keys alone, among 20,000 customers, in windows of all three sizes. */
class WayAroundTest {
    private static final int CUSTOMERS = 20_000;

    private static void addCustomers(Connection books) throws SQLException {
        long first = 1_000_000_000L;
        try (PreparedStatement identity =
                        books.prepareStatement("insert into party_identity (id, company_id, name, address, version)"
                                + " values (?, (select min(id) from company), ?, '', 0)");
                PreparedStatement party = books.prepareStatement(
                        "insert into party (id, company_id, control, code, identity_id, due_days, discount_percent,"
                                + " discount_days, active, version)"
                                + " values (?, (select min(id) from company), 'RECEIVABLES', ?, ?, 30, 0, 0, true, 0)")) {
            books.setAutoCommit(false);
            for (int i = 0; i < CUSTOMERS; i++) {
                identity.setLong(1, first + i);
                identity.setString(2, i == 12_345 ? "Zaq Wharfage" : "Berth holder " + i);
                identity.addBatch();
                party.setLong(1, first + i);
                party.setString(2, "B-" + i);
                party.setLong(3, first + i);
                party.addBatch();
            }
            identity.executeBatch();
            party.executeBatch();
            books.commit();
        }
    }

    private static void tabTo(Page page, String label) {
        Locator field = page.getByLabel(label, new Page.GetByLabelOptions().setExact(true));
        field.waitFor();
        Browsing.settled(page);
        for (int i = 0; i < 60; i++) {
            if (Boolean.TRUE.equals(field.evaluate("(e) => e === document.activeElement"))) {
                return;
            }
            page.keyboard().press("Tab");
        }
        throw new AssertionError(label + " is not reached by Tab");
    }

    private static Locator offered(Page page, String words) {
        return page.locator("li[role=option]:visible")
                .filter(new Locator.FilterOptions().setHasText(words))
                .first();
    }

    private static void find(Page page, String typed, String words) {
        page.locator("body").press("/");
        page.keyboard().type(typed);
        offered(page, words).waitFor();
        Browsing.settled(page);
        while (!"true".equals(offered(page, words).getAttribute("aria-selected"))) {
            page.keyboard().press("ArrowDown");
        }
        page.keyboard().press("Enter");
    }

    @Test
    void byTheKeysAlone_atEverySize() throws Exception {
        try (Server server = Server.demo(WayAroundTest::addCustomers);
                Browsing browsing = new Browsing()) {
            for (int[] size : new int[][] {{1280, 800}, {834, 1112}, {1920, 1080}}) {
                Page page = browsing.window(size[0], size[1]);
                Browsing.signIn(page, server.url(), "maren");

                // a page is found by its name, a customer among 20,000 by three letters
                find(page, "receipts", "Receipts");
                page.locator("h1:text-is('Receipts')").waitFor();
                page.navigate(server.url() + "/receipts/new");
                tabTo(page, "From");
                page.keyboard().type("zaq");
                offered(page, "Zaq Wharfage").waitFor();
                Browsing.settled(page);
                page.keyboard().press("Enter");
                assertThat(page.getByLabel("From", new Page.GetByLabelOptions().setExact(true)))
                        .hasValue("Zaq Wharfage");

                // an invoice is found by its amount, and opened
                page.navigate(server.url() + "/customers");
                page.locator("h1:text-is('Customers')").waitFor();
                find(page, "3,842.97", "Invoice Q-4251");
                page.getByText("Both sides").waitFor();

                // a supplier is made inside a payment, which goes on
                page.navigate(server.url() + "/payments/new");
                tabTo(page, "To");
                page.keyboard().type("Terncliff Oils " + size[0]);
                offered(page, "New party: Terncliff Oils " + size[0]).waitFor();
                Browsing.settled(page);
                page.keyboard().press("Enter");
                page.getByRole(AriaRole.DIALOG).waitFor();
                tabTo(page, "What they are");
                page.keyboard().type("Supp");
                tabTo(page, "Name");
                page.keyboard().press("Enter");
                page.getByRole(AriaRole.DIALOG)
                        .waitFor(new Locator.WaitForOptions()
                                .setState(com.microsoft.playwright.options.WaitForSelectorState.HIDDEN));
                assertThat(page.getByLabel("To", new Page.GetByLabelOptions().setExact(true)))
                        .hasValue("Terncliff Oils " + size[0]);
                page.context().close();
            }
        }
    }
}
