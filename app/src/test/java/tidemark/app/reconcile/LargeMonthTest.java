package tidemark.app.reconcile;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertNotSame;
import static org.junit.jupiter.api.Assertions.assertSame;
import static org.junit.jupiter.api.Assertions.assertTrue;
import static tidemark.app.books.NewCompany.ok;

import java.math.BigDecimal;
import java.nio.charset.StandardCharsets;
import java.time.LocalDate;
import java.time.YearMonth;
import java.util.List;
import java.util.Map;
import java.util.Random;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;
import tidemark.app.books.NewCompany;
import tidemark.app.running.RunningApp;
import tools.jackson.databind.JsonNode;

/** A month too large to be worked out anew at every match: what is put together says what working it all out says. */
@ExtendWith(RunningApp.class)
class LargeMonthTest {
    private static final YearMonth JUNE = YearMonth.of(2026, 6);
    private static final int LINES = 2_600;

    @Test
    void matchesOneAfterAnother_leaveTheMonthAsIfWorkedOutAnew(RunningApp.App app) {
        NewCompany c = new NewCompany(app);
        long bank = c.bankAccount("Operating", "", "1000.00");
        Random random = new Random(7);
        StringBuilder statement = new StringBuilder("date,amount,balance,reference,text\n");
        StringBuilder entries = new StringBuilder("date,amount,reference,check_number,party,text\n");
        BigDecimal balance = new BigDecimal("1000.00");
        for (int i = 0; i < LINES; i++) {
            LocalDate day = JUNE.atDay(1 + i * 30 / LINES);
            BigDecimal amount = BigDecimal.valueOf(100 + random.nextInt(900_000), 2);
            amount = random.nextBoolean() ? amount : amount.negate();
            balance = balance.add(amount);
            statement.append("%s,%s,%s,R-%d,PAYER %d\n".formatted(day, amount, balance, 10_000 + i, i % 90));
            if (i % 10 != 0) {
                entries.append("%s,%s,R-%d,,Payer %d,Rent\n".formatted(day, amount, 10_000 + i, i % 90));
            }
        }
        String base = c.base + "/bank-accounts/" + bank;
        ok(c.iris.upload(
                c.base + "/ledger/cash-entry-files?bankAccountId=" + bank + "&otherAccount=6010",
                "entries.csv",
                entries.toString().getBytes(StandardCharsets.UTF_8)));
        ok(c.iris.upload(base + "/statements", "june.csv", statement.toString().getBytes(StandardCharsets.UTF_8)));
        Months months = app.bean(Months.class);
        MonthData before = months.load(c.id, bank, JUNE);
        assertEquals(LINES, before.ladder().openLines());

        for (int place : new int[] {1, 2, 57, 1_303, 1_304, 2_555}) {
            JsonNode row = ok(c.iris.get(base + "/months/2026-06/lines?limit=1&offset=" + place))
                    .path("rows")
                    .get(0);
            long line = row.path("lineId").asLong();
            JsonNode first = ok(c.iris.get(base + "/months/2026-06/lines/" + line + "/candidates"))
                    .get(0);
            assertEquals("FIRM", first.path("strength").asString());
            ok(c.iris.post(base + "/matches", Map.of("lineIds", List.of(line), "entryIds", first.path("entryIds"))));
        }
        MonthData together = months.load(c.id, bank, JUNE);
        assertSame(
                before.reconciliation().lines().getFirst(),
                together.reconciliation().lines().getFirst(),
                "put together from what was known, not read anew");
        months.workOut(c.id, bank, JUNE);
        MonthData anew = months.load(c.id, bank, JUNE);
        assertNotSame(together, anew);
        assertEquals(LINES - 6, together.ladder().openLines());
        assertEquals(anew.ladder().tide(), together.ladder().tide());
        assertEquals(anew.ladder().rows(), together.ladder().rows());
        assertEquals(anew.proof(), together.proof());
        assertEquals(
                anew.matching().firm().stream()
                        .map(f -> f.lines() + " " + f.entries())
                        .toList(),
                together.matching().firm().stream()
                        .map(f -> f.lines() + " " + f.entries())
                        .toList());
        assertEquals(
                anew.reconciliation().matches().size(),
                together.reconciliation().matches().size());
        assertTrue(together.matching()
                .candidates(anew.ladder().rows().get(57).line().id())
                .isEmpty());

        // whatever else changes has it read anew, and an undone match is open again
        long match = ok(c.iris.get(base + "/months/2026-06/lines?limit=1&offset=57"))
                .path("rows")
                .get(0)
                .path("matchId")
                .asLong();
        ok(c.iris.delete(base + "/matches/" + match));
        MonthData undone = months.load(c.id, bank, JUNE);
        assertEquals(LINES - 5, undone.ladder().openLines());
        assertEquals(Map.of(), Map.copyOf(undone.rulesAtWork()));
    }
}
