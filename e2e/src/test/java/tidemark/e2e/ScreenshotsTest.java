package tidemark.e2e;

import com.microsoft.playwright.Locator;
import com.microsoft.playwright.Page;
import java.nio.file.Files;
import java.nio.file.Path;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.condition.EnabledIfSystemProperty;

/** Renews docs/screenshots from the demo company; only when asked. */
@EnabledIfSystemProperty(named = "tidemark.screenshots", matches = "true")
class ScreenshotsTest {
    private static final Path SHOTS = Path.of("../docs/screenshots");

    @Test
    void mainViews() throws Exception {
        Files.createDirectories(SHOTS);
        try (Server server = Server.demo();
                Browsing browsing = new Browsing()) {
            Page page = browsing.window(1280, 800);
            Browsing.signIn(page, server.url(), "maren");
            for (String file :
                    new String[] {"payroll-2026-06.xml", "reserve-savings-2026-06.csv", "operating-2026-06.xml"}) {
                page.navigate(server.url());
                page.getByText("Needs a hand").waitFor();
                Browsing.drop(page, page.locator(".page").first(), Path.of("../demo/statements/" + file));
                page.locator(".ladder-open").waitFor();
            }
            page.keyboard().press("f");
            Browsing.button(page, "Undo the 58 firm ones").waitFor();
            shot(page, "reconcile");
            page.locator(".candidate.first").waitFor();
            page.keyboard().press("Enter");
            Locator returned = page.locator(".ladder-row.here:has-text('RETURNED ITEM CHK')");
            returned.waitFor();
            Browsing.link(page, "It came back").click();
            page.getByText("And leave").waitFor();
            shot(page, "returned");
            page.goBack();
            returned.waitFor();
            Browsing.settled(page);
            page.keyboard().press("n");
            page.getByLabel("What it is").selectOption("A customer");
            Browsing.choose(page, page.getByLabel("Customer"), "Pell Charter");
            page.getByText("And leave").waitFor();
            shot(page, "book-from-line");
            page.keyboard().press("Escape");
            page.keyboard().press("Escape");
            page.navigate(server.url());
            page.getByText("Needs a hand").waitFor();
            shot(page, "today");
            String account = page.locator("a[href^='/reconcile/']").first().getAttribute("href");
            page.navigate(server.url() + account.replace("reconcile", "certify"));
            page.getByText("no explanation").first().waitFor();
            shot(page, "certify");
            page.navigate(server.url() + account.replace("reconcile", "certify").replace("2026-06", "2026-05"));
            page.getByText("May 2026 is certified").waitFor();
            shot(page, "certificate");
            page.navigate(server.url() + "/statements");
            page.getByText("By month, the newest first").waitFor();
            shot(page, "statements");
            page.navigate(server.url() + "/rules");
            Browsing.button(page, "Write a rule").click();
            page.getByLabel("Name").fill("Maintenance fees");
            page.getByLabel("Text of the line").fill("ACCOUNT MAINTENANCE");
            page.getByText("lines fit").waitFor();
            shot(page, "rules");
            page.navigate(server.url() + "/ledger");
            page.getByText("Newest first").waitFor();
            shot(page, "ledger");
            page.navigate(server.url() + "/receipts-in-hand");
            page.getByText("promised for 10 Jul").waitFor();
            shot(page, "receipts-in-hand");
            page.navigate(server.url() + "/slips");
            Browsing.link(page, "D-192").click();
            page.getByText("36.00 apart").waitFor();
            shot(page, "slip");
            page.navigate(server.url() + "/collections");
            Browsing.link(page, "CR-0001").click();
            page.getByText("All checks of the file hold").waitFor();
            shot(page, "collection");
            page.navigate(server.url() + "/expenses");
            Browsing.link(page, "EX-0001").click();
            page.waitForCondition(() -> (boolean) page.evaluate(
                    "[...document.images].length > 1 && [...document.images].every((i) => i.naturalWidth > 100)"));
            shot(page, "expense");
            page.navigate(server.url() + "/outstanding-checks");
            page.locator("tr:has-text('20301') input[type=checkbox]").check();
            page.getByLabel("What is decided").selectOption("Void, and write anew");
            page.getByLabel("Where the check itself is").selectOption("we hold the check");
            page.getByLabel("Why").fill("lost in the mail, came back torn");
            page.getByText("And leave").waitFor();
            shot(page, "outstanding-checks");
            page.navigate(server.url() + "/petty-cash");
            page.getByText("float, accounted for").waitFor();
            Browsing.settled(page);
            page.keyboard().press("c");
            pieces(page, "100").fill("1");
            pieces(page, "10").fill("1");
            pieces(page, "0.25").fill("1");
            page.keyboard().press("Tab");
            page.getByText("short").last().waitFor();
            shot(page, "petty-cash");
            Browsing.button(page, "Leave it").click();
            page.navigate(server.url() + "/customers");
            page.getByText("What customers owe").waitFor();
            Browsing.link(page, "Merrow Rentals").click();
            page.getByText("not settled yet").waitFor();
            shot(page, "customer");
            page.navigate(server.url() + "/payment-runs");
            Browsing.link(page, "PR-0001").click();
            page.getByText("All checks of the file hold").waitFor();
            shot(page, "payment-run");
            page.navigate(server.url() + "/in-transit");
            page.locator("tfoot").waitFor();
            shot(page, "in-transit");
            Page iris = browsing.window(1280, 800);
            Browsing.signIn(iris, server.url(), "iris");
            iris.navigate(server.url() + "/set-up");
            Browsing.button(iris, "Change").first().click();
            iris.getByText("Which ledger account serves what").waitFor();
            shot(iris, "set-up");
        }
    }

    private static Locator pieces(Page page, String value) {
        return page.getByLabel("Pieces of " + value, new Page.GetByLabelOptions().setExact(true));
    }

    private static void shot(Page page, String name) {
        Browsing.settled(page);
        page.screenshot(new Page.ScreenshotOptions().setPath(SHOTS.resolve(name + ".png")));
    }
}
