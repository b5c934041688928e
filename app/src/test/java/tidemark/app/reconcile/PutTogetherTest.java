package tidemark.app.reconcile;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertTrue;
import static tidemark.app.books.NewCompany.ok;

import java.math.BigDecimal;
import java.nio.charset.StandardCharsets;
import java.time.LocalDate;
import java.time.YearMonth;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Random;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.RepeatedTest;
import org.junit.jupiter.api.RepetitionInfo;
import org.junit.jupiter.api.extension.ExtendWith;
import org.springframework.jdbc.core.JdbcTemplate;
import tidemark.app.books.NewCompany;
import tidemark.app.company.BankAccounts;
import tidemark.app.running.Client.Answer;
import tidemark.app.running.RunningApp;

/** Whatever is matched and undone in whatever month: a month put together from before is as one that is read anew. */
@ExtendWith(RunningApp.class)
class PutTogetherTest {
    private static final List<YearMonth> MONTHS =
            List.of(YearMonth.of(2026, 5), YearMonth.of(2026, 6), YearMonth.of(2026, 7));

    private Months months;
    private int compared;

    @AfterEach
    void asUsual() {
        months.putTogetherFrom(2_000);
    }

    @RepeatedTest(6)
    void randomMatches_acrossMonths_leaveEachMonthAsReadAnew(RepetitionInfo info, RunningApp.App app) {
        months = app.bean(Months.class);
        months.putTogetherFrom(0);
        Random dice = new Random(info.getCurrentRepetition());
        NewCompany c = new NewCompany(app);
        long bank = ok(c.post(
                        "/bank-accounts",
                        Map.of(
                                "name",
                                "Operating",
                                "bank",
                                "Northbank",
                                "number",
                                "N-" + c.id,
                                "openingMonth",
                                "2026-04",
                                "openingBalance",
                                "1000.00")))
                .path("id")
                .asLong();
        String base = c.base + "/bank-accounts/" + bank;
        StringBuilder entries = new StringBuilder("date,amount,reference\n");
        BigDecimal balance = new BigDecimal("1000.00");
        for (YearMonth month : MONTHS.subList(0, 2)) {
            StringBuilder file = new StringBuilder("date,amount,balance,reference\n");
            for (int i = 0; i < 25; i++) {
                LocalDate day = month.atDay(1 + i);
                BigDecimal amount = BigDecimal.valueOf(dice.nextInt(1, 6) * 100L, 2);
                balance = balance.add(amount);
                file.append("%s,%s,%s,R%d\n".formatted(day, amount, balance, dice.nextInt(1_000)));
                LocalDate late = day.plusDays(dice.nextInt(-8, 12));
                entries.append("%s,%s,R%d\n"
                        .formatted(late.isBefore(LocalDate.of(2026, 5, 1)) ? day : late, amount, dice.nextInt(1_000)));
            }
            ok(c.iris.upload(
                    base + "/statements", month + ".csv", file.toString().getBytes(StandardCharsets.UTF_8)));
        }
        ok(c.iris.upload(
                c.base + "/ledger/cash-entry-files?bankAccountId=" + bank + "&otherAccount=6010",
                "e.csv",
                entries.toString().getBytes(StandardCharsets.UTF_8)));
        JdbcTemplate jdbc = app.bean(JdbcTemplate.class);
        List<Long> lines =
                jdbc.queryForList("select id from bank_line where bank_account_id = ? order by id", Long.class, bank);
        List<Long> cash =
                jdbc.queryForList("select id from cash_entry where bank_account_id = ? order by id", Long.class, bank);
        int made = 0;
        for (int step = 0; step < 40; step++) {
            if (dice.nextInt(3) == 0) {
                // it is looked at in between, or not
                months.load(c.id, bank, MONTHS.get(dice.nextInt(3)));
            }
            List<Long> matches = jdbc.queryForList(
                    "select id from item_match where bank_account_id = ? order by id", Long.class, bank);
            if (!matches.isEmpty() && dice.nextInt(6) == 0) {
                ok(c.iris.delete(base + "/matches/" + matches.get(dice.nextInt(matches.size()))));
            } else {
                long line = lines.get(dice.nextInt(lines.size()));
                List<Long> fitting = jdbc.queryForList(
                        "select e.id from cash_entry e, bank_line l where l.id = ? and e.bank_account_id = ?"
                                + " and e.minor_units = l.minor_units and e.item_match_id is null order by e.id",
                        Long.class,
                        line,
                        bank);
                if (fitting.isEmpty()) {
                    continue;
                }
                Answer answer = c.iris.post(
                        base + "/matches",
                        Map.of(
                                "lineIds",
                                List.of(line),
                                "entryIds",
                                List.of(fitting.get(dice.nextInt(fitting.size())))));
                made += answer.status() == 200 ? 1 : 0;
            }
            for (YearMonth month : MONTHS) {
                same(c, bank, month, app, "step " + step + " of seed " + info.getCurrentRepetition());
            }
        }
        assertTrue(compared > 60, "compared in full: " + compared);
        assertTrue(made > 10, "matches were made: " + made + " of " + cash.size());
    }

    private static List<String> states(MonthData month) {
        return month.ladder().rows().stream()
                .map(r -> r.line().id() + " " + r.state() + " " + r.bankBalance())
                .toList();
    }

    private void same(NewCompany c, long bank, YearMonth month, RunningApp.App app, String when) {
        MonthData kept = months.load(c.id, bank, month);
        MonthData anew = months.loadForChange(app.bean(BankAccounts.class).get(c.id, bank), month);
        String where = month + ", " + when;
        assertEquals(anew.reconciliation().lines(), kept.reconciliation().lines(), where);
        assertEquals(anew.reconciliation().entries(), kept.reconciliation().entries(), where);
        assertEquals(
                new ArrayList<>(anew.reconciliation().matches())
                        .stream()
                                .sorted(java.util.Comparator.comparingLong(m -> m.id()))
                                .toList(),
                new ArrayList<>(kept.reconciliation().matches())
                        .stream()
                                .sorted(java.util.Comparator.comparingLong(m -> m.id()))
                                .toList(),
                where);
        assertEquals(states(anew), states(kept), where);
        // what is only presumed may differ until the month is worked out as a whole at the next pause
        if (anew.matching().presumed().equals(kept.matching().presumed())) {
            assertEquals(anew.ladder().rows(), kept.ladder().rows(), where);
            assertEquals(anew.ladder().tide(), kept.ladder().tide(), where);
            assertEquals(anew.proof(), kept.proof(), where);
            compared++;
        }
    }
}
