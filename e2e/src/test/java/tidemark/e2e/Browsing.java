package tidemark.e2e;

import com.microsoft.playwright.Browser;
import com.microsoft.playwright.BrowserContext;
import com.microsoft.playwright.BrowserType;
import com.microsoft.playwright.Locator;
import com.microsoft.playwright.Page;
import com.microsoft.playwright.Playwright;
import com.microsoft.playwright.options.AriaRole;
import java.nio.file.Path;
import java.util.List;
import java.util.Map;
import java.util.regex.Pattern;

/** A headless browser and the moves that people make in it. */
final class Browsing implements AutoCloseable {
    static final String PASSWORD = "quillhaven-harbour";

    /** Counts what the interface has asked the server and not been answered yet. */
    private static final String COUNT_ASKED = """
            (() => {
              const plain = window.fetch;
              window.asked = 0;
              window.fetch = (...args) => {
                window.asked++;
                return plain(...args).finally(() => window.asked--);
              };
            })()""";

    /** Answered, drawn and still for five frames one after another. */
    private static final String SETTLED = """
            async () => {
              const moves = (a) => a.playState === 'running' && a.effect?.getTiming().iterations !== Infinity;
              for (let still = 0; still < 5; ) {
                await new Promise((next) => requestAnimationFrame(next));
                still = window.asked || document.getAnimations().some(moves) ? 0 : still + 1;
              }
            }""";

    private final Playwright playwright;
    private final Browser browser;

    Browsing() {
        playwright = Playwright.create(
                new Playwright.CreateOptions().setEnv(Map.of("PLAYWRIGHT_SKIP_BROWSER_DOWNLOAD", "1")));
        browser = playwright
                .chromium()
                .launch(new BrowserType.LaunchOptions()
                        .setExecutablePath(Path.of("/usr/bin/chromium"))
                        .setArgs(List.of(
                                "--no-sandbox",
                                "--disable-gpu",
                                "--disable-quic",
                                "--no-first-run",
                                "--disable-background-networking",
                                "--disable-component-update",
                                "--disable-sync")));
    }

    /** A browser window of its own, with its own session. */
    Page window(int width, int height) {
        BrowserContext context = browser.newContext(
                new Browser.NewContextOptions().setViewportSize(width, height).setAcceptDownloads(true));
        context.addInitScript(COUNT_ASKED);
        Page page = context.newPage();
        page.setDefaultTimeout(20_000);
        // File dialogs are caught from the first on: one that opens before somebody listens stays open and hinders the
        // next.
        page.onFileChooser(chooser -> {});
        return page;
    }

    /** Waits until the page has its answers and stands still: what is pressed then meets what a person would see. */
    static void settled(Page page) {
        page.evaluate(SETTLED);
    }

    static void signIn(Page page, String url, String login) {
        page.navigate(url);
        page.getByLabel("Sign-in name").fill(login);
        page.getByLabel("Password").fill(PASSWORD);
        page.getByRole(AriaRole.BUTTON, new Page.GetByRoleOptions().setName("Sign in"))
                .click();
        page.getByText("Needs a hand").waitFor();
    }

    static Locator button(Page page, String name) {
        return page.getByRole(AriaRole.BUTTON, new Page.GetByRoleOptions().setName(Pattern.compile("^" + name)));
    }

    static Locator link(Page page, String name) {
        return page.getByRole(AriaRole.LINK, new Page.GetByRoleOptions().setName(Pattern.compile("^" + name)));
    }

    /** Types part of what is wanted into a field that chooses by typing, and takes the first that fits. */
    static void choose(Page page, Locator field, String typed) {
        field.click();
        field.fill(typed);
        page.locator("li[role=option]:visible")
                .filter(new Locator.FilterOptions().setHasText(typed))
                .first()
                .waitFor();
        settled(page);
        field.press("Enter");
    }

    /** Types into the field that has the focus and takes the first that fits. */
    static void takeTyped(Page page, String what) {
        page.keyboard().type(what);
        page.locator("li[role=option]:visible")
                .filter(new Locator.FilterOptions().setHasText(what))
                .first()
                .waitFor();
        settled(page);
        page.keyboard().press("Enter");
    }

    static void signOut(Page page, String name) {
        button(page, name).press("Enter");
        button(page, "Sign out").press("Enter");
    }

    /** Drops a file on an element, as from the desktop. */
    static void drop(Page page, Locator target, Path file) throws Exception {
        byte[] bytes = java.nio.file.Files.readAllBytes(file);
        var transfer = page.evaluateHandle(
                """
                ([name, base64]) => {
                  const bytes = Uint8Array.from(atob(base64), (c) => c.charCodeAt(0));
                  const transfer = new DataTransfer();
                  transfer.items.add(new File([bytes], name));
                  return transfer;
                }""",
                List.of(
                        file.getFileName().toString(),
                        java.util.Base64.getEncoder().encodeToString(bytes)));
        for (String event : List.of("dragenter", "dragover", "drop")) {
            target.dispatchEvent(event, Map.of("dataTransfer", transfer));
        }
    }

    @Override
    public void close() {
        playwright.close();
    }
}
