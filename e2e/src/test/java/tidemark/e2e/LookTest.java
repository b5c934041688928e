package tidemark.e2e;

import com.microsoft.playwright.Page;
import java.nio.file.Path;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.condition.EnabledIfSystemProperty;

@EnabledIfSystemProperty(named = "tidemark.look", matches = "true")
class LookTest {
    @Test
    void look() throws Exception {
        try (Server server = Server.demo();
                Browsing browsing = new Browsing()) {
            Page page = browsing.window(1280, 800);
            page.onConsoleMessage(m -> System.out.println("CONSOLE " + m.type() + " " + m.text()));
            page.onPageError(e -> System.out.println("PAGEERROR " + e));
            Browsing.signIn(page, server.url(), "maren");
            Browsing.drop(
                    page,
                    page.locator("tr:has-text('Operating')").first(),
                    Path.of("../demo/statements/operating-2026-06.xml"));
            page.getByText("What the bank says").waitFor();
            page.waitForTimeout(1200);
            page.keyboard().press("f");
            page.waitForTimeout(2500);
            page.keyboard().press("Enter");
            page.waitForTimeout(1500);
            page.keyboard().press("n");
            page.waitForTimeout(500);
            page.keyboard().type("Any");
            page.keyboard().press("Tab");
            page.keyboard().type("1200");
            page.waitForTimeout(1500);
            shot(page, "a-book");
            page.keyboard().press("Escape");
            page.locator(".ladder-row:has-text('LOCKBOX')").click();
            page.waitForTimeout(600);
            page.keyboard().press("x");
            page.getByLabel("Invoice 6-114").check();
            page.getByLabel("Invoice 6-131").check();
            page.waitForTimeout(1000);
            shot(page, "b-select");
            Browsing.link(page, "Certify June").click();
            page.waitForTimeout(1200);
            shot(page, "c-certify");
            page.navigate(server.url() + "/statements");
            page.waitForTimeout(1200);
            shot(page, "d-statements");
            page.navigate(server.url() + "/ledger");
            page.waitForTimeout(1200);
            shot(page, "e-ledger");
        }
    }

    private static void shot(Page page, String name) {
        page.screenshot(new Page.ScreenshotOptions().setPath(Path.of("/tmp/shots/" + name + ".png")));
    }
}
