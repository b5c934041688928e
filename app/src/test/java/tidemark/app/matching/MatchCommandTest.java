package tidemark.app.matching;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertFalse;
import static org.junit.jupiter.api.Assertions.assertTrue;

import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.Collections;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Random;
import java.util.Set;
import java.util.TreeSet;
import java.util.stream.Collectors;
import org.joda.money.CurrencyUnit;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import tidemark.core.given.AccountYear;
import tidemark.core.matching.LedgerItem;
import tidemark.core.money.MinorUnits;
import tidemark.core.statement.BankLine;

class MatchCommandTest {
    private static final String LINES =
            "line_id,account,booking_date,value_date,amount,currency,type,bank_ref,end_to_end_ref,check_no,remittance,balance";
    private static final String ENTRIES = "entry_id,account,date,amount,currency,kind,reference,party,description";

    @TempDir
    Path directory;

    private String file(String name, String header, List<String> rows) throws IOException {
        return Files.writeString(directory.resolve(name), header + "\n" + String.join("\n", rows) + "\n")
                .toString();
    }

    private String run(int expected, String... args) {
        ByteArrayOutputStream out = new ByteArrayOutputStream();
        assertEquals(expected, MatchCommand.run(args, out), () -> out.toString(StandardCharsets.UTF_8));
        return out.toString(StandardCharsets.UTF_8);
    }

    private List<String> matched(String statement, String ledger, String... more) throws IOException {
        String to = directory.resolve("matches.csv").toString();
        List<String> args = new ArrayList<>(List.of("--statement", statement, "--ledger", ledger, "--out", to));
        args.addAll(List.of(more));
        run(0, args.toArray(new String[0]));
        return Files.readAllLines(Path.of(to));
    }

    private static String row(BankLine l) {
        return "L%d,OP-1,%s,,%s,USD,%s,%s,%s,%s,%s,"
                .formatted(
                        l.id().value(),
                        l.bookingDate(),
                        MinorUnits.toDecimal(l.minorUnits(), CurrencyUnit.USD),
                        l.code(),
                        l.bankReference(),
                        l.reference(),
                        l.checkNumber(),
                        l.text());
    }

    private static String row(LedgerItem i) {
        return "E%d,OP-1,%s,%s,USD,%s,%s,\"%s\",%s"
                .formatted(
                        i.id().value(),
                        i.entry().date(),
                        MinorUnits.toDecimal(i.entry().minorUnits(), CurrencyUnit.USD),
                        i.kind().name().toLowerCase(Locale.ROOT),
                        i.entry().checkNumber() + i.entry().reference(),
                        i.entry().party(),
                        i.entry().text());
    }

    @Test
    void year_isMatchedRightly_whateverTheOrderOfTheFiles() throws IOException {
        AccountYear year = new AccountYear(AccountYear.TYPICAL, 1_500, 77);
        List<String> lines = year.lines.stream().map(MatchCommandTest::row).collect(Collectors.toList());
        List<String> entries = year.items.stream().map(MatchCommandTest::row).collect(Collectors.toList());
        entries.add("X1,OTHER-9,2025-01-02,50.00,USD,other,,Somebody else,on another account");
        List<String> found = matched(file("lines.csv", LINES, lines), file("entries.csv", ENTRIES, entries));
        Collections.shuffle(lines, new Random(1));
        Collections.shuffle(entries, new Random(2));
        assertEquals(found, matched(file("lines2.csv", LINES, lines), file("entries2.csv", ENTRIES, entries)));

        assertEquals("line_id,entry_ids,status,rank,strength,evidence,group", found.getFirst());
        Map<Long, AccountYear.Truth> truth = year.byLine();
        Set<String> auto = new HashSet<>();
        Map<String, Set<String>> entriesOfGroup = new HashMap<>();
        int right = 0;
        int first = 0;
        for (String row : found.subList(1, found.size())) {
            String[] cells = row.split(",", 6);
            AccountYear.Truth t = truth.get(Long.parseLong(cells[0].substring(1)));
            Set<String> ours = new TreeSet<>(List.of(cells[1].split(";")));
            boolean is = t != null
                    && ours.equals(
                            t.entries().stream().map(e -> "E" + e).collect(Collectors.toCollection(TreeSet::new)));
            if (cells[2].equals("auto")) {
                assertTrue(auto.add(cells[0]), cells[0] + " taken twice");
                assertEquals("firm", cells[4]);
                right += is ? 1 : 0;
            }
            first += cells[3].equals("1") && is ? 1 : 0;
            String group = row.substring(row.lastIndexOf(',') + 1);
            entriesOfGroup.computeIfAbsent(group, k -> new HashSet<>()).add(cells[1]);
            assertFalse(row.contains("X1"), "an entry of another account");
        }
        entriesOfGroup.forEach((group, sets) -> assertEquals(1, sets.size(), "rows of one match have the same set"));
        assertTrue(right >= auto.size() * .999, right + " right of " + auto.size());
        assertTrue(auto.size() >= .9 * truth.size(), auto.size() + " of " + truth.size());
        assertTrue(first >= .98 * truth.size());
    }

    @Test
    void depositInParts_hasARowForEachLine_ofOneGroup() throws IOException {
        List<String> found = matched(
                file(
                        "l.csv",
                        LINES,
                        List.of(
                                "A,1,2026-06-11,,317.33,USD,DEP,,D-77,,DEPOSIT,",
                                "B,1,2026-06-12,,540.11,USD,DEP,,D-77,,DEPOSIT,")),
                file("e.csv", ENTRIES, List.of("E,1,2026-06-10,857.44,USD,deposit,D-77,Receipts,")));
        List<String> ofE = found.stream()
                .filter(r -> r.contains(",E,") && r.contains(",1,"))
                .toList();
        assertEquals(2, ofE.size());
        assertEquals(
                ofE.getFirst().substring(ofE.getFirst().lastIndexOf(',')),
                ofE.getLast().substring(ofE.getLast().lastIndexOf(',')));
    }

    @Test
    void decidedBefore_staysAsItWas_andWhatWasUndoneIsNotTakenAgain() throws IOException {
        String lines = file(
                "l.csv",
                LINES,
                List.of("A,1,2026-06-11,,317.33,USD,ACH,,INV-1,,ONE,", "B,1,2026-06-12,,540.11,USD,ACH,,INV-2,,TWO,"));
        String entries = file(
                "e.csv",
                ENTRIES,
                List.of("E,1,2026-06-10,317.33,USD,other,INV-1,One,", "F,1,2026-06-10,540.11,USD,other,INV-2,Two,"));
        List<String> plain = matched(lines, entries);
        assertTrue(plain.get(1).startsWith("A,E,auto,1,firm,"), plain.get(1));
        String history = file("h.csv", "line_id,entry_ids,decision", List.of("A,E,undone", "B,E,accepted"));
        List<String> again = matched(lines, entries, "--history", history);
        assertTrue(again.stream().anyMatch(r -> r.startsWith("B,E,auto,1,firm,decided before")), again.toString());
        assertTrue(again.stream().noneMatch(r -> r.startsWith("A,") && r.contains(",auto,")), again.toString());
        String past = file(
                "p.csv",
                "booking_date,amount,remittance,date,party,decision",
                List.of(
                        "2026-05-11,100.00,QX TRADING 7,2026-05-10,Blackwater Foods,accepted",
                        "2026-04-11,101.00,QX TRADING 9,2026-04-10,Blackwater Foods,accepted"));
        List<String> taught = matched(
                file("l2.csv", LINES, List.of("A,1,2026-06-11,,500.00,USD,ACH,,,,QX TRADING 8,")),
                file(
                        "e2.csv",
                        ENTRIES,
                        List.of(
                                "E,1,2026-06-11,500.00,USD,other,,Northgate Timber,",
                                "F,1,2026-06-11,500.00,USD,other,,Blackwater Foods,")),
                "--history",
                past);
        assertTrue(taught.get(1).startsWith("A,F,"), taught.toString());
        assertTrue(taught.get(1).contains("this payer was Blackwater Foods before"));
    }

    @Test
    void statementOfAnyFormat_namesItsLinesByTheBanksReference() throws IOException {
        String mt = Files.writeString(directory.resolve("june.sta"), """
                :20:S
                :25:QH-1
                :28C:1
                :60F:C260531USD1000,00
                :61:260602D12,57NCHK1042//B71
                :62F:C260630USD987,43
                """).toString();
        List<String> found =
                matched(mt, file("e.csv", ENTRIES, List.of("E,QH-1,2026-05-28,-12.57,USD,check,1042,Osprey Glass,")));
        assertTrue(found.get(1).startsWith("B71,E,auto,1,firm,same check number; same amount"), found.toString());
    }

    @Test
    void badFile_isRefusedWithItsPlace_andNothingIsWritten() throws IOException {
        String lines =
                file("l.csv", LINES, List.of("A,1,2026-06-31,,317.33,USD,ACH,,,,ONE,", "A,1,2026-06-12,,x,USD,,,,,,"));
        String entries = file("e.csv", ENTRIES, List.of("E,1,2026-06-10,1.00,USD,cheque,,,"));
        Path to = directory.resolve("none.csv");
        String told = run(2, "--statement", lines, "--ledger", entries, "--out", to.toString());
        assertTrue(told.contains("date.unreadable, statement, line 2, booking_date: found “2026-06-31”"), told);
        assertTrue(told.contains("line.twice, statement, line 3"), told);
        String good = file("g.csv", LINES, List.of("A,1,2026-06-30,,317.33,USD,ACH,,,,ONE,"));
        assertTrue(run(2, "--statement", good, "--ledger", entries, "--out", to.toString())
                .contains("kind.unknown, ledger, line 2, kind: found “cheque”"));
        String twice =
                file("t.csv", ENTRIES, List.of("E,1,2026-06-10,1.00,USD,check,,,", "E,2,2026-06-11,2.00,USD,check,,,"));
        assertTrue(run(2, "--statement", good, "--ledger", twice, "--out", to.toString())
                .contains("entry.twice, ledger, line 3, entry_id: found “E” a second time"));
        assertTrue(run(2, "--ledger", entries).contains("no --statement"));
        String folder = directory.toString();
        assertTrue(run(2, "--statement", good, "--ledger", folder, "--out", to.toString())
                .contains("file.unreadable, ledger: found " + folder));
        String empty = file("n.csv", ENTRIES, List.of("E,1,2026-06-10,1.00,USD,check,,,"));
        assertTrue(run(2, "--statement", good, "--ledger", empty, "--out", folder)
                .contains("file.unwritable: found " + folder));
        assertFalse(Files.exists(to));
    }
}
