package tidemark.e2e;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static tidemark.e2e.Browsing.button;
import static tidemark.e2e.Browsing.link;

import com.microsoft.playwright.Locator;
import com.microsoft.playwright.Page;
import com.microsoft.playwright.options.AriaRole;
import java.math.BigDecimal;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import org.junit.jupiter.api.AfterAll;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.Test;

/** Statements coming in as people bring them, in a real browser: odd files, tables, paper, and a bank link. */
class ComingInTest {
    private static Server server;
    private static Browsing browsing;

    @BeforeAll
    static void begin() throws Exception {
        server = Server.demo();
        browsing = new Browsing();
    }

    @AfterAll
    static void end() throws Exception {
        browsing.close();
        server.close();
    }

    private static Page statements(String login, String account) {
        Page page = browsing.window(1280, 800);
        Browsing.signIn(page, server.url(), login);
        page.navigate(server.url() + "/statements");
        page.getByText("Statements of").first().waitFor();
        link(page, account).first().click();
        page.locator("h1").getByText("Statements of " + account).waitFor();
        return page;
    }

    private static Path file(String name, String text) throws Exception {
        return Files.writeString(Files.createTempDirectory("coming-in").resolve(name), text, StandardCharsets.UTF_8);
    }

    @Test
    void fileThatDoesNotTie_isDecidedWithANote_andTakenBack() throws Exception {
        Page page = statements("maren", "Payroll");
        Path odd = file("june.sta", """
                :20:JUNE
                :25:%s
                :28C:6/1
                :60F:C260531USD1,00
                :61:260604D100,00NTRFPAY-1//X1
                :86:an odd payment
                :62F:C260630USD2,00
                -
                """.formatted(Files.readString(Path.of("../demo/statements/payroll-2026-06.xml"))
                .replaceAll("(?s).*<Othr><Id>([^<]+)</Id>.*", "$1")));
        Browsing.drop(page, page.locator(".file-drop"), odd);
        page.getByText("Something does not tie").waitFor();
        page.getByText("an opening balance of 1.00").waitFor();
        page.getByText("the closing balance, 2.00").waitFor();
        page.getByLabel("Why it is taken").fill("For practice");
        button(page, "Take it with this note").click();
        page.getByText("1 line, 1 Jun 2026 to 30 Jun 2026").waitFor();
        page.getByText("Taken although it does not tie: For practice").waitFor();
        link(page, "Statements").last().click();
        page.getByText("Taken although it does not tie: For practice").waitFor();
        button(page, "Take back").first().click();
        page.getByText("missing: 1 Jun 2026 to 30 Jun 2026").first().waitFor();
        Browsing.drop(page, page.locator(".file-drop"), odd);
        page.getByText("Something does not tie").waitFor();
        button(page, "Leave it").click();
        page.locator("h1 small").getByText("left").waitFor();
    }

    @Test
    void bankTable_isShownItsColumnsOnce() throws Exception {
        Page page = statements("maren", "Reserve savings");
        String table = "Account statement;;;\nBooked;Details;Amount;Balance\n12.06.2026;Über;1.000,00;%s\n";
        Path first = file("list.csv", table.formatted("9.999.999,00"));
        Browsing.drop(page, page.locator(".file-drop"), first);
        page.getByText("What do its columns hold?").waitFor();
        page.getByText("UTF-8").first().waitFor();
        page.locator("section:has-text('as they would be read')")
                .getByText("Date 12.06")
                .or(page.locator("td.field-error").first())
                .or(page.locator("section:has-text('as they would be read') th:has-text('Über')"))
                .first()
                .waitFor();
        page.getByLabel("Dates").selectOption("day first");
        page.getByLabel("Decimals").selectOption("comma, 1.234,50");
        page.getByLabel("Name of this table").fill("Savings list");
        page.locator("section:has-text('as they would be read') th:has-text('Über')")
                .waitFor();
        button(page, "Remember this and read").click();
        page.getByText("Something does not tie").waitFor();
        button(page, "Leave it").click();
    }

    @Test
    void paper_isTypedByKeyboardAlone() {
        Page page = statements("maren", "Euro parts");
        link(page, "Work from paper").click();
        page.getByLabel("Or work from paper").fill("100.00");
        page.keyboard().press("Enter");
        link(page, "type its lines").click();
        page.getByText("Typing from paper").waitFor();
        Locator opened = page.locator("tr:has-text('Opening balance') td:text-matches('[0-9]')");
        opened.waitFor();
        String opening = opened.textContent();
        page.getByLabel("Date", new Page.GetByLabelOptions().setExact(true)).focus();
        for (String cell : new String[] {"4 jun", "Bank fee", "", "", "12.00", "1.00"}) {
            page.keyboard().type(cell);
            page.keyboard().press(cell.equals("1.00") ? "Enter" : "Tab");
        }
        page.getByText("what you typed is still here").waitFor();
        page.getByText("a balance of 1.00 on paper").waitFor();
        page.getByLabel("Balance on paper").fill("");
        page.keyboard().press("Enter");
        page.locator("th:has-text('Bank fee')").waitFor();
        assertEquals("Date", page.evaluate("() => document.activeElement.getAttribute('aria-label')"));
        assertEquals(
                new BigDecimal(opening.replace(",", "")).subtract(new BigDecimal("12.00")),
                new BigDecimal(page.locator("tr:has(th:has-text('Bank fee')) td")
                        .last()
                        .textContent()
                        .replace(",", "")));
        button(page, "Take back Bank fee").click();
        page.locator("th:has-text('Bank fee')")
                .waitFor(new com.microsoft.playwright.Locator.WaitForOptions()
                        .setState(com.microsoft.playwright.options.WaitForSelectorState.DETACHED));
        page.navigate(server.url() + "/statements");
        link(page, "Euro parts").first().click();
        button(page, "Take back").first().click();
        page.getByText("missing: 1 Jun 2026").first().waitFor();
    }

    @Test
    void bankLink_isSignedInAtTheBank_andPractised() {
        Page page = browsing.window(1280, 800);
        Browsing.signIn(page, server.url(), "iris");
        page.navigate(server.url() + "/bank-links");
        page.getByLabel("Bank").selectOption("Practice bank");
        button(page, "Sign in at the bank").click();
        page.getByText("files that two people have released").waitFor();
        page.getByLabel("Password").fill("harbour");
        page.getByRole(AriaRole.BUTTON, new Page.GetByRoleOptions().setName("Allow it"))
                .click();
        page.getByText("consent valid").waitFor();
        button(page, "Make a new account for it").first().click();
        page.getByLabel("Name").fill("Practice checking");
        page.getByLabel("Books begin after").fill("2026-05");
        page.getByLabel("Balance at its end").fill("25000.00");
        button(page, "Make this account").click();
        button(page, "Fetch now").click();
        page.getByText("Practice checking:").first().waitFor();
        page.getByLabel("Move on to", new Page.GetByLabelOptions().setExact(true))
                .fill("30 jun");
        button(page, "Move its date on").click();
        page.getByText("it is 30 Jun 2026").waitFor();
        // what the fetch before brought still stands there until this one is answered
        page.waitForResponse(
                response -> response.url().endsWith("/poll"),
                () -> button(page, "Fetch now").click());
        page.getByText(java.util.regex.Pattern.compile("new lines?")).waitFor();
        // the bank has to be down before it is asked
        page.waitForResponse(
                response -> response.url().endsWith("/trouble"),
                () -> page.getByLabel("What goes wrong there").selectOption("it is down"));
        Browsing.settled(page);
        button(page, "Fetch now").click();
        page.getByText("Nothing is lost").first().waitFor();
    }
}
