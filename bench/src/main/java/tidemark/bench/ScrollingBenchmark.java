package tidemark.bench;

import com.microsoft.playwright.Browser;
import com.microsoft.playwright.BrowserType;
import com.microsoft.playwright.Page;
import com.microsoft.playwright.Playwright;
import com.microsoft.playwright.options.AriaRole;
import java.nio.file.Path;
import java.time.YearMonth;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.Map;
import tidemark.app.company.BankAccount;
import tidemark.app.statement.incoming.IncomingFiles;

/** Flinging through a ladder of 100,000 open lines in a browser, twelve rows a frame, against one of 67 lines. */
final class ScrollingBenchmark implements Benchmarks.Benchmark {
    private static final YearMonth MONTH = YearMonth.of(2026, 1);
    private static final int ROUNDS = 5;
    private static final String FLING = """
            async (frames) => {
              const body = document.querySelector('.ladder-body');
              const times = [];
              let last = await new Promise(requestAnimationFrame);
              for (let i = 0; i < frames; i++) {
                body.scrollTop += 12 * 29;
                if (body.scrollTop + body.clientHeight >= body.scrollHeight - 1) body.scrollTop = 0;
                const now = await new Promise(requestAnimationFrame);
                times.push(now - last);
                last = now;
              }
              return times;
            }""";

    @Override
    public void run() throws Exception {
        Installation installation = new Installation();
        BankAccount large = account(installation, 100_000);
        BankAccount small = account(installation, 67);
        try (Playwright playwright = Playwright.create(
                        new Playwright.CreateOptions().setEnv(Map.of("PLAYWRIGHT_SKIP_BROWSER_DOWNLOAD", "1")));
                Browser browser = playwright
                        .chromium()
                        .launch(new BrowserType.LaunchOptions()
                                .setExecutablePath(Path.of("/usr/bin/chromium"))
                                .setArgs(List.of("--no-sandbox", "--disable-gpu")))) {
            Page page = browser.newPage();
            page.setDefaultTimeout(90_000);
            page.setViewportSize(1280, 800);
            String url = "http://127.0.0.1:" + installation.port();
            signIn(page, url);
            List<Double> manyRows = new ArrayList<>();
            List<Double> fewRows = new ArrayList<>();
            // in turns, so that a slow stretch of the machine meets both
            for (int round = 0; round < ROUNDS; round++) {
                manyRows.addAll(fling(page, url, large));
                fewRows.addAll(fling(page, url, small));
            }
            double[] many = sorted(manyRows);
            double[] few = sorted(fewRows);
            System.out.printf(
                    "scrolling: time between frames with 100,000 lines %.1f ms (95th percentile %.1f), with 67 lines %.1f ms"
                            + " (%.1f); %.2f times as long (95th percentile %.2f times), %,d frames each%n",
                    at(many, 0.5),
                    at(many, 0.95),
                    at(few, 0.5),
                    at(few, 0.95),
                    at(many, 0.5) / at(few, 0.5),
                    at(many, 0.95) / at(few, 0.95),
                    many.length);
        }
    }

    private static BankAccount account(Installation installation, int lines) {
        BankAccount account = installation.account();
        Statements100k.Made made = Statements100k.make(
                account.number(), lines, 0, MONTH.atDay(1), MONTH.atEndOfMonth(), "S" + lines + "-");
        installation
                .bean(IncomingFiles.class)
                .takeNow(installation.company(), account.id(), "s.xml", made.file(), "bench");
        return account;
    }

    private static void signIn(Page page, String url) {
        page.navigate(url);
        page.getByLabel("Sign-in name").fill(Installation.LOGIN);
        page.getByLabel("Password").fill(Installation.PASSWORD);
        page.getByRole(AriaRole.BUTTON, new Page.GetByRoleOptions().setName("Sign in"))
                .click();
        page.getByText("Needs a hand").waitFor();
    }

    private static List<Double> fling(Page page, String url, BankAccount account) {
        page.navigate(url + "/reconcile/" + account.id() + "/" + MONTH);
        page.locator(".ladder-row[data-place='0']").waitFor();
        page.evaluate(FLING, 60);
        List<?> times = (List<?>) page.evaluate(FLING, 180);
        return times.stream().map(t -> ((Number) t).doubleValue()).toList();
    }

    private static double[] sorted(List<Double> times) {
        double[] out = times.stream().mapToDouble(Double::doubleValue).toArray();
        Arrays.sort(out);
        return out;
    }

    private static double at(double[] sorted, double part) {
        return sorted[(int) (part * (sorted.length - 1))];
    }
}
