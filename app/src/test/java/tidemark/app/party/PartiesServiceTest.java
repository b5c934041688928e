package tidemark.app.party;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertFalse;
import static org.junit.jupiter.api.Assertions.assertThrows;
import static org.junit.jupiter.api.Assertions.assertTrue;

import java.math.BigDecimal;
import java.util.List;
import java.util.Set;
import org.jspecify.annotations.Nullable;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;
import org.junit.jupiter.api.function.Executable;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.springframework.jdbc.core.JdbcTemplate;
import tidemark.app.access.NotFound;
import tidemark.app.books.NewCompany;
import tidemark.app.find.Finding;
import tidemark.app.running.RunningApp;
import tidemark.core.ledger.Control;
import tidemark.core.ledger.PartyId;
import tidemark.core.party.Terms;
import tidemark.core.problem.RuleViolation;

/** Who is who, asked of the service itself on the real database. */
@ExtendWith(RunningApp.class)
class PartiesServiceTest {
    private static final Terms THIRTY = new Terms(30, BigDecimal.ZERO, 0);
    private static final Terms NONE = new Terms(0, BigDecimal.ZERO, 0);

    private Parties parties;
    private PartyIdentityRepository identities;
    private JdbcTemplate jdbc;
    private long company;

    @BeforeEach
    void aCompany(RunningApp.App app) {
        parties = app.bean(Parties.class);
        identities = app.bean(PartyIdentityRepository.class);
        jdbc = app.bean(JdbcTemplate.class);
        company = new NewCompany(app).id;
    }

    private Party keep(@Nullable Long id, Control control, String code, String name, boolean active) {
        return parties.keep(
                company,
                id,
                control,
                new Parties.Card(code, name, "", control.invoices() ? THIRTY : NONE, active),
                "Iris");
    }

    private Party add(Control control, String name) {
        return keep(null, control, "", name, true);
    }

    private static String code(Executable executable) {
        return assertThrows(RuleViolation.class, executable).code();
    }

    @Test
    void codes_areMadeOfTheName_eachOnce_inEachRoleAnew() {
        assertEquals("PELLSONS", add(Control.RECEIVABLES, "Pell & Sons").code());
        assertEquals("PELLSONS2", add(Control.RECEIVABLES, "Pell Sons").code());
        assertEquals("PELLSONS3", add(Control.RECEIVABLES, "pell-sons").code());
        assertEquals("PELLSONS", add(Control.PAYABLES, "Pell & Sons").code());
        assertEquals(
                "QUILLHAV", add(Control.SISTER_COMPANIES, "Quillhaven Boatyard").code());
        assertEquals(
                "P",
                add(Control.EMPLOYEES, "Ødegård".replaceAll("[a-zA-Z]", "å")).code());
    }

    @Test
    void somebody_isFoundByCode_thenByName_andNeverOneOfTwo() {
        Party pell = add(Control.RECEIVABLES, "Pell Charter");
        Party named = keep(null, Control.RECEIVABLES, "X1", "PELLCHAR", true);
        add(Control.PAYABLES, "Orrin Paints");
        assertEquals(
                pell.partyId(), parties.named(company, Control.RECEIVABLES, "PELLCHAR", "line 2"), "the code first");
        assertEquals(
                named.partyId(), parties.named(company, Control.RECEIVABLES, "pellchar", "line 2"), "then the name");
        assertEquals(pell.partyId(), parties.named(company, Control.RECEIVABLES, "pell charter", "line 2"));
        assertEquals(PartyId.NONE, parties.named(company, Control.NONE, "anybody", "line 2"));
        RuleViolation unknown = assertThrows(
                RuleViolation.class, () -> parties.named(company, Control.RECEIVABLES, "Orrin Paints", "line 2"));
        assertEquals(
                List.of("party.unknown", "line 2", "“Orrin Paints”", "the code or name of a customer"),
                List.of(
                        unknown.code(),
                        unknown.problems().getFirst().where(),
                        unknown.problems().getFirst().found(),
                        unknown.problems().getFirst().expected()),
                "a supplier is no customer");
        Party twin = add(Control.RECEIVABLES, "PELL CHARTER");
        RuleViolation two = assertThrows(
                RuleViolation.class, () -> parties.named(company, Control.RECEIVABLES, "Pell Charter", "line 2"));
        assertEquals("party.ambiguous", two.code());
        assertTrue(two.problems().getFirst().found().endsWith("which 2 have: PELLCHAR, " + twin.code()));
    }

    @Test
    void joined_theyAreOne_andNobodyIsLeftBehind_partedTheyAreTwo() {
        Party customer = add(Control.RECEIVABLES, "Pell Charter");
        Party supplier = add(Control.PAYABLES, "Pell Ltd.");
        parties.addRole(company, supplier.id(), Control.EMPLOYEES, "E-1", NONE, "Iris");
        long before = people();
        parties.join(company, customer.id(), supplier.id(), "Iris");
        assertEquals(before - 1, people());
        assertEquals(
                List.of("Pell Charter", "Pell Charter", "Pell Charter"),
                parties.rolesOf(customer).stream().map(Party::name).toList());
        parties.join(company, supplier.id(), customer.id(), "Iris");
        assertEquals(before - 1, people(), "what is the same already stays so");
        parties.part(company, supplier.id(), "Iris");
        assertEquals(before, people());
        assertEquals(1, parties.rolesOf(parties.get(company, supplier.id())).size());
        assertEquals(2, parties.rolesOf(parties.get(company, customer.id())).size());
        keep(supplier.id(), Control.PAYABLES, supplier.code(), "Pell Ltd.", true);
        assertEquals(
                "Pell Charter", parties.get(company, customer.id()).name(), "the parted one has a name of its own");
        assertEquals(
                List.of(
                        "Supplier Pell Ltd. is the same as Pell Charter",
                        "Supplier Pell Charter is a separate party",
                        "Supplier Pell Ltd."),
                jdbc.queryForList(
                        "select text from activity where object_type = 'party' and object_id = ? order by id offset 1 rows",
                        String.class,
                        supplier.id()));
    }

    @Test
    void name_changedInOneRole_isRecordedWithEach() {
        Party customer = add(Control.RECEIVABLES, "Pell Charter");
        Party employee = parties.addRole(company, customer.id(), Control.EMPLOYEES, "E-1", NONE, "Iris");
        keep(employee.id(), Control.EMPLOYEES, "E-1", "Ines Pell", true);
        keep(employee.id(), Control.EMPLOYEES, "E-2", "Ines Pell", true);
        assertEquals(
                List.of("Customer Pell Charter", "Customer Ines Pell"),
                jdbc.queryForList(
                        "select text from activity where object_type = 'party' and object_id = ? order by id",
                        String.class,
                        customer.id()));
    }

    private long people() {
        return identities.findByCompanyIdOrderById(company).size();
    }

    @Test
    void whatIsRefused_changesNothing() {
        Party customer = add(Control.RECEIVABLES, "Pell Charter");
        Party other = add(Control.RECEIVABLES, "Redfern Yachts");
        long before = people();
        assertEquals("party.role-taken", code(() -> parties.join(company, customer.id(), other.id(), "Iris")));
        assertEquals(
                "name.taken",
                code(() -> parties.addRole(
                        company,
                        add(Control.PAYABLES, "Orrin").id(),
                        Control.RECEIVABLES,
                        customer.code(),
                        THIRTY,
                        "Iris")));
        assertEquals("name.taken", code(() -> keep(other.id(), Control.RECEIVABLES, customer.code(), "Changed", true)));
        assertEquals(
                "Redfern Yachts", parties.get(company, other.id()).name(), "the name came with a code that was taken");
        assertEquals("field.invalid", code(() -> add(Control.RECEIVABLES, " ")));
        assertEquals("party.kind", code(() -> add(Control.NONE, "Nobody")));
        assertEquals(before + 1, people(), "but for the supplier that was made");
        assertThrows(NotFound.class, () -> parties.get(company + 1, customer.id()), "another company's is not there");
    }

    @ParameterizedTest
    @CsvSource({"EMPLOYEES, 2, 10", "SISTER_COMPANIES, 0, 5"})
    void rolesWithoutInvoices_haveNoDiscount(Control control, BigDecimal percent, int days) {
        assertEquals(
                "party.terms",
                code(() -> parties.keep(
                        company,
                        null,
                        control,
                        new Parties.Card("", "Ines", "", new Terms(30, percent, days), true),
                        "Iris")));
    }

    @Test
    void whoIsNoLongerActive_isListedAsSuch_andNotOfferedToBookOn(RunningApp.App app) {
        Party gone = add(Control.PAYABLES, "Gone Away");
        add(Control.PAYABLES, "Still Here");
        keep(gone.id(), Control.PAYABLES, gone.code(), "Gone Away", false);
        assertFalse(parties.get(company, gone.id()).active());
        assertEquals(
                List.of("Gone Away", "Still Here"),
                parties.list(company, Control.PAYABLES).stream()
                        .map(Party::name)
                        .toList());
        assertEquals(
                List.of("Gone Away"),
                app.bean(PartyViews.class).names(company, Set.of(gone.id())).stream()
                        .map(PartyViews.PartyName::name)
                        .toList());
        assertEquals(
                List.of("Still Here"),
                app
                        .bean(Finding.class)
                        .find(company, "", Set.of("PARTY"), Set.of("PAYABLES", "active"), 9)
                        .found()
                        .stream()
                        .map(Finding.Found::title)
                        .toList());
        assertEquals("", parties.nameOf(company, 0));
        assertEquals("Gone Away", parties.nameOf(company, gone.id()));
    }
}
