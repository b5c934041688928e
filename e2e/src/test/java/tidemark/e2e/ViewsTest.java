package tidemark.e2e;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertTrue;

import com.deque.html.axecore.playwright.AxeBuilder;
import com.deque.html.axecore.results.Rule;
import com.microsoft.playwright.Page;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import org.junit.jupiter.api.Test;

/** Every view, at three sizes and with text of twice its size, with little and with much in it: no barrier that axe knows, nothing cut off sideways. */
class ViewsTest {
    /** What is left of the usual width with text of twice its size. */
    private static final int AT_TWICE_THE_TEXT = 640;

    private static final int[][] SIZES = {{1280, 800}, {1920, 1080}, {834, 1112}, {AT_TWICE_THE_TEXT, 800}};

    @Test
    void everyView_atEverySize_hasNoBarrier() throws Exception {
        List<String> found = new ArrayList<>();
        try (Server server = Server.demo();
                Browsing browsing = new Browsing()) {
            Page every = browsing.window(SIZES[0][0], SIZES[0][1]);
            every.navigate(server.url());
            every.getByText("Sign in to the books").waitFor();
            lookAtEverySize(every, "sign-in", found);
            Browsing.signIn(every, server.url(), "maren");
            for (Map.Entry<String, String> view : views(every, server).entrySet()) {
                every.navigate(server.url() + view.getValue());
                every.locator("h1").first().waitFor();
                Browsing.settled(every);
                lookAtEverySize(every, view.getKey(), found);
            }
            Page page = browsing.window(1280, 800);
            Browsing.signIn(page, server.url(), "maren");
            Browsing.drop(
                    page,
                    page.locator("tr:has-text('Operating')").first(),
                    Path.of("../demo/statements/operating-2026-06.xml"));
            page.locator(".ladder-open").waitFor();
            page.keyboard().press("t");
            Browsing.settled(page);
            look(page, "ladder in work", SIZES[0], found);
            page.keyboard().press("n");
            page.getByText("What this will book").waitFor();
            look(page, "booking from a line", SIZES[0], found);
            page.keyboard().press("Escape");
            page.keyboard().press("c");
            page.getByText("A note for the review").waitFor();
            look(page, "a note", SIZES[0], found);
            page.keyboard().press("Escape");
            page.getByLabel("Lines shown").selectOption("NOTHING_FOUND");
            Browsing.settled(page);
            Browsing.button(page, "Select the open ones").click();
            page.getByText("Match these").waitFor();
            page.keyboard().press("n");
            page.getByText("still to be chosen").waitFor();
            Browsing.settled(page);
            look(page, "several lines as a sheet", SIZES[0], found);
            page.keyboard().press("Escape");
            page.navigate(server.url() + "/statements");
            Browsing.link(page, "Payroll").first().click();
            page.locator("h1").getByText("Statements of Payroll").waitFor();
            Path table = java.nio.file.Files.writeString(
                    java.nio.file.Files.createTempDirectory("views").resolve("list.csv"),
                    "Booked;Details;Amount\n24.06.2026;Fee;-1,00\n");
            Browsing.drop(page, page.locator(".file-drop"), table);
            page.locator("th:has-text('Fee')").waitFor();
            look(page, "columns of a table", SIZES[0], found);
            Browsing.button(page, "Remember this").click();
            page.getByText("Something does not tie").waitFor();
            look(page, "a decision", SIZES[0], found);
            page.getByRole(
                            com.microsoft.playwright.options.AriaRole.BUTTON,
                            new Page.GetByRoleOptions().setName("Show all keys"))
                    .click();
            page.getByText("Trace the gap").waitFor();
            look(page, "keys", SIZES[0], found);
            Page iris = browsing.window(1280, 800);
            Browsing.signIn(iris, server.url(), "iris");
            for (String part :
                    List.of("accounts", "chart", "lists", "moneyOut", "company", "people", "papers", "backups")) {
                iris.navigate(server.url() + "/set-up?part=" + part);
                iris.locator(".sheet").first().waitFor();
                Browsing.settled(iris);
                look(iris, "set-up, " + part, SIZES[0], found);
            }
            iris.navigate(server.url() + "/set-up");
            Browsing.button(iris, "Change").first().click();
            iris.getByText("Which ledger account serves what").waitFor();
            look(iris, "set-up of an account", SIZES[0], found);
        }
        try (Server empty = Server.start(java.nio.file.Files.createTempDirectory("tidemark-empty"), false);
                Browsing browsing = new Browsing()) {
            empty.awaitReady();
            Page page = browsing.window(1280, 800);
            page.navigate(empty.url());
            look(page, "first run", SIZES[0], found);
            page.getByLabel("Company").fill("Gullmere Boats");
            page.getByLabel("Your name").fill("Una Holm");
            page.getByLabel("Sign-in name").fill("una");
            Matcher code = Pattern.compile("asks for this code: (\\S+)").matcher(empty.log());
            assertTrue(code.find(), empty.log());
            page.getByLabel("Code of the server").fill(code.group(1));
            page.getByLabel("Password").fill("long enough words");
            Browsing.button(page, "Open the books").click();
            page.getByText("No bank account yet").waitFor();
            look(page, "today, empty", SIZES[0], found);
            Browsing.link(page, "Add a bank account").click();
            page.getByLabel("Name").first().fill("Operating");
            page.getByLabel("Bank", new Page.GetByLabelOptions().setExact(true)).fill("Northbank");
            page.getByLabel("Number", new Page.GetByLabelOptions().setExact(true))
                    .fill("B-1");
            Browsing.button(page, "Add this account").click();
            page.locator("td:has-text('Northbank')").waitFor();
            page.navigate(empty.url() + "/reconcile");
            page.getByText("has not been read").first().waitFor();
            look(page, "reconcile, empty", SIZES[0], found);
        }
        assertEquals(List.of(), found);
    }

    private static Map<String, String> views(Page page, Server server) {
        Matcher id = Pattern.compile("/reconcile/(\\d+)/")
                .matcher(page.locator("a[href^='/reconcile/']").first().getAttribute("href"));
        if (!id.find()) {
            throw new IllegalStateException("no account on Today");
        }
        String account = id.group(1);
        Map<String, String> views = new LinkedHashMap<>();
        views.put("today", "/");
        views.put("ladder, certified", "/reconcile/" + account + "/2026-05");
        views.put("ladder, no statement", "/reconcile/" + account + "/2026-06");
        views.put("certificate", "/certify/" + account + "/2026-05");
        views.put("conditions", "/certify/" + account + "/2026-06");
        views.put("statements", "/statements?account=" + account);
        views.put("bank links", "/bank-links");
        views.put("rules", "/rules");
        views.put("ledger", "/ledger");
        views.put("new entry", "/ledger/new");
        views.put("cash entries from a file", "/ledger/import");
        views.put("trial balance", "/ledger/trial-balance");
        views.put("account by line", link(page, server, "/ledger", "a[href^='/ledger/accounts/']"));
        views.put("account by month", views.get("account by line") + "?by=MONTH");
        views.put("entry", link(page, server, "/ledger", "a[href^='/ledger/entries/']"));
        views.put("customers", "/parties");
        views.put("suppliers", "/parties?control=PAYABLES");
        views.put("customer", link(page, server, "/parties", "a[href^='/parties/']"));
        views.put("new invoice", "/invoices/new");
        views.put("invoices from a file", "/invoices/import");
        views.put("money received", "/receipts/new");
        views.put("payments", "/payments");
        views.put("payment", link(page, server, "/payments", "tbody a[href^='/payments/']"));
        views.put("new payment", "/payments/new");
        views.put("payments from a file", "/payments/import");
        views.put("transfers", "/transfers");
        views.put("new transfer", "/transfers/new");
        views.put("drafts", "/drafts");
        views.put("receipts", "/receipts");
        views.put("receipts in hand", "/receipts-in-hand");
        views.put("receive many", "/receipts-in-hand/new");
        views.put("slips", "/slips");
        views.put("card takings", "/card-takings");
        views.put("outstanding checks", "/outstanding-checks");
        views.put("unclaimed money", "/unclaimed-money");
        views.put("payment runs", "/payment-runs");
        views.put("payment run", link(page, server, "/payment-runs", "tbody a[href^='/payment-runs/']"));
        views.put("collections", "/collections");
        views.put("answers of the bank", "/collections/answers");
        views.put("collection run", link(page, server, "/collections", "tbody a[href^='/collections/']"));
        views.put("recurring invoices", "/recurring-invoices");
        views.put("mandates", "/mandates");
        views.put("mandate", link(page, server, "/mandates", "tbody a[href^='/mandates/']"));
        views.put("new mandate", "/mandates/new");
        views.put("returned items", "/returned-items");
        views.put("something came back", "/returned-items/new");
        views.put("open slip", link(page, server, "/slips", "tbody a[href^='/slips/']"));
        views.put("banked slip", link(page, server, "/slips?state=BANKED", "tbody a[href^='/slips/']"));
        views.put("petty cash", "/petty-cash");
        String drawer = link(page, server, "/petty-cash", ".drawer-tabs a");
        views.put("months of a drawer", drawer.replaceAll("[?].*", "") + "/months");
        views.put("expenses", "/expenses");
        views.put("expense", link(page, server, "/expenses", "tbody a[href^='/expenses/']"));
        views.put("new expense", "/expenses/new");
        views.put("new bank movement", "/bank-movements/new");
        views.put("certificates", "/certificates");
        views.put("lists for the file", "/work-papers?at=2026-05-31");
        views.put("in transit", "/in-transit");
        views.put("kinds of movement", "/movements");
        views.put("approvals", "/approvals");
        views.put("own sign-in", "/own/sign-in");
        views.put("tokens", "/own/tokens");
        views.put("words", "/glossary");
        views.put("activity", "/activity");
        return views;
    }

    private static String link(Page page, Server server, String from, String selector) {
        page.navigate(server.url() + from);
        return page.locator(selector).first().getAttribute("href");
    }

    /** The window is made wider and narrower under the view, and goes back to what it was. */
    private static void lookAtEverySize(Page page, String view, List<String> found) {
        for (int[] size : SIZES) {
            if (size != SIZES[0]) {
                page.setViewportSize(size[0], size[1]);
                Browsing.settled(page);
            }
            look(page, view, size, found);
        }
        page.setViewportSize(SIZES[0][0], SIZES[0][1]);
    }

    private static void look(Page page, String view, int[] size, List<String> found) {
        String where = view + " at " + size[0] + "x" + size[1];
        if (size[0] <= SIZES[0][0] && size[0] > AT_TWICE_THE_TEXT) {
            // every page here is one document without frames: axe need not open a second page to gather its results
            AxeBuilder axe = new AxeBuilder(page).setLegacyMode(true);
            if (size != SIZES[0]) {
                // text, names and colours are those of the usual window; what a narrower one can change is looked at
                axe.withRules(List.of("target-size", "scrollable-region-focusable", "meta-viewport"));
            } else {
                axe.withTags(List.of("wcag2a", "wcag2aa", "wcag21a", "wcag21aa", "wcag22aa"));
            }
            for (Rule rule : axe.analyze().getViolations()) {
                found.add(where + ": " + rule.getId() + " "
                        + rule.getNodes().stream()
                                .limit(2)
                                .map(n -> n.getHtml())
                                .toList());
            }
        }
        Object wider = page.evaluate("() => document.documentElement.scrollWidth - window.innerWidth");
        if (((Number) wider).intValue() > 0) {
            found.add(where + ": " + wider + " pixels wider than the window");
        }
    }
}
