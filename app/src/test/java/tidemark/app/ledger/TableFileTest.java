package tidemark.app.ledger;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertThrows;

import java.util.Collections;
import java.util.List;
import org.junit.jupiter.api.Test;
import tidemark.core.problem.RuleViolation;

class TableFileTest {
    @Test
    void moreRowsThanAFileIsGiven_areRefusedAndNotCut() {
        List<List<String>> rows = Collections.nCopies(TableFile.MOST_ROWS + 1, List.of("x"));
        RuleViolation refused =
                assertThrows(RuleViolation.class, () -> new TableFile("list", List.of("A"), List.of(), rows));
        assertEquals("export.rows", refused.code());
        assertEquals("200001 rows", refused.problems().getFirst().found());
        assertEquals(
                TableFile.MOST_ROWS,
                new TableFile("list", List.of("A"), List.of(), rows.subList(1, rows.size()))
                        .rows()
                        .size());
    }
}
