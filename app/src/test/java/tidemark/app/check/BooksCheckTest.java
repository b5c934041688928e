package tidemark.app.check;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertTrue;

import java.util.ArrayList;
import java.util.List;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.springframework.jdbc.core.JdbcTemplate;
import org.springframework.transaction.PlatformTransactionManager;
import org.springframework.transaction.support.TransactionTemplate;
import tidemark.app.running.RunningApp;

/** The check finds what somebody changed behind the application's back, and names it. */
@ExtendWith(RunningApp.class)
class BooksCheckTest {
    @Test
    void demo_holds(RunningApp.App app) {
        List<BooksCheck.Finding> findings = BooksCheck.of(app.bean(JdbcTemplate.class));
        findings.forEach(f -> assertEquals(List.of(), f.breaches(), f.rule()));
        assertTrue(findings.size() > 20);
    }

    private static final List<String> GUARDED = List.of(
            "journal_line_stays on journal_line:tidemark.app.guard.NeverChanged",
            "activity_stays on activity:tidemark.app.guard.NeverChanged",
            "certificate_stays on certificate:tidemark.app.guard.CertificateGuard",
            "cash_entry_below_mark on cash_entry:tidemark.app.guard.MarkGuard",
            "bank_line_below_mark on bank_line:tidemark.app.guard.MarkGuard",
            "drawer_move_closed on drawer_move:tidemark.app.guard.DrawerGuard",
            "statement_below_mark on statement:tidemark.app.guard.MarkGuard");

    @ParameterizedTest
    @CsvSource(
            delimiter = ';',
            value = {
                "update journal_line set minor_units = minor_units + 1 where id = (select min(id) from journal_line); Debits equal credits",
                "update account_day set debits = debits + 1 where total_date = (select min(total_date) from account_day); Totals by account",
                "update cash_entry set minor_units = minor_units - 5 where id = (select max(id) from cash_entry); Cash entries are",
                "update open_item set open_minor_units = 0 where open_minor_units > 0; What is open of an item",
                "update party set control = 'EMPLOYEES' where id = (select min(party_id) from open_item); Items lie on an account",
                "insert into party_identity select -1, company_id, name, address, 0 from party_identity where id = (select min(id) from party_identity); Every party is somebody",
                "update bank_line set balance_minor_units = 0 where id = (select max(id) from bank_line); The bank's balance runs along",
                "update bank_account set mark_ledger_minor_units = mark_ledger_minor_units + 1 where name = 'Operating'; The ledger's balance at the mark",
                "update bank_account set held_to = dateadd(day, 31, held_to) where name = 'Operating'; Marks and the states",
                "update certificate set file = replace(file, 'Torvald', 'Torwald'); Certificates hold",
                "update statement_file set content = x'00' where id = (select min(id) from statement_file); Files of statements",
                "update activity set text = 'nothing' where id = (select min(id) from activity where place > 0); No record of activity",
                "delete from activity where id = (select max(id) from activity); No record of activity",
                "update drawer_move set cash = cash + 1, due = due - 1 where id = (select max(id) from drawer_move); Drawers hold",
                "update drawer_total set cash = cash + 1; Totals of drawers",
                "update drawer_move set move_day = date '2026-01-01' where id = (select max(id) from drawer_move where cash < 0); No drawer held",
                "update drawer_sheet set file = replace(file, 'Torvald', 'Torwald'); Sheets of drawers",
                "update journal_counter set next_number = next_number + 1; Entries are numbered",
                "update approval_request set state = 'DECLINED' where state = 'ASKED'; A second person is asked",
                "update payment set state = 'BOOKED', journal_entry_id = null where state = 'WAITS_FOR_RELEASE'; A payment is in step",
                "update payment set state = 'UNCLAIMED' where id = (select min(id) from payment where state = 'BOOKED'); A payment is in step",
            })
    void whatWasChangedBehind_isFoundAndNamed(String change, String rule, RunningApp.App app) {
        JdbcTemplate jdbc = app.bean(JdbcTemplate.class);
        List<String> broken = new ArrayList<>();
        for (String guard : GUARDED) {
            jdbc.execute("drop trigger " + guard.substring(0, guard.indexOf(' ')));
        }
        try {
            new TransactionTemplate(app.bean(PlatformTransactionManager.class)).executeWithoutResult(s -> {
                assertTrue(jdbc.update(change) > 0, change);
                BooksCheck.of(jdbc).stream().filter(f -> !f.holds()).forEach(f -> broken.add(f.rule()));
                s.setRollbackOnly();
            });
        } finally {
            for (String guard : GUARDED) {
                String table = guard.substring(guard.indexOf(" on "), guard.indexOf(':'));
                String events = guard.contains("_stays") ? "update, delete" : "insert, update, delete";
                jdbc.execute("create trigger " + guard.substring(0, guard.indexOf(' ')) + " before " + events + table
                        + " for each row call \"" + guard.substring(guard.indexOf(':') + 1) + "\"");
            }
        }
        assertTrue(broken.stream().anyMatch(b -> b.startsWith(rule)), rule + " among " + broken);
    }
}
