package tidemark.core.exchange;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertThrows;

import java.util.List;
import org.joda.money.CurrencyUnit;
import org.junit.jupiter.api.Test;
import tidemark.core.matching.MovementKind;
import tidemark.core.problem.RuleViolation;

class EntryFileTest {
    @Test
    void entries_keepTheirNamesKindsAndOwnCurrencies() {
        List<NamedEntry> read = EntryFile.read(
                "entry_id,date,amount,currency,kind,reference\nA,2026-06-02,-12.50,,check,00101\nB,2026-06-03,7,JPY,,R-1\n",
                CurrencyUnit.USD);
        assertEquals(List.of("A", "B"), read.stream().map(NamedEntry::id).toList());
        assertEquals(MovementKind.CHECK, read.getFirst().item().kind());
        assertEquals("101", read.getFirst().item().entry().checkNumber());
        assertEquals(-1_250, read.getFirst().item().entry().minorUnits());
        assertEquals(7, read.getLast().item().entry().minorUnits());
        assertEquals("R-1", read.getLast().item().entry().reference());
    }

    @Test
    void everyRowThatDoesNotFit_isNamed() {
        RuleViolation refused = assertThrows(
                RuleViolation.class,
                () -> EntryFile.read(
                        "entry_id,date,amount,kind\nA,2026-06-02,1,check\nA,2026-06-03,2,\nB,2026-06-04,3,barter\n",
                        CurrencyUnit.USD));
        assertEquals(
                List.of("entry.twice line 3, entry_id: “A” a second time", "kind.unknown line 4, kind: “barter”"),
                refused.problems().stream()
                        .map(p -> p.code() + " " + p.where() + ": " + p.found())
                        .toList());
    }
}
