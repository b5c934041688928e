package tidemark.core.receipt;

import static org.junit.jupiter.api.Assertions.assertEquals;

import java.time.LocalDate;
import java.util.List;
import java.util.Map;
import org.junit.jupiter.api.Test;
import tidemark.core.receipt.InHand.Group;
import tidemark.core.receipt.InHand.Item;

class InHandTest {
    private static final LocalDate DAY = LocalDate.of(2026, 7, 2);

    @Test
    void of_receiptsOfTwoSites_addsThemBySiteAndTender_withTheAgeOfTheOldest() {
        InHand hand = InHand.of(
                List.of(
                        new Item(7, Tender.CHECK, "", DAY.minusDays(3), 700_00),
                        new Item(7, Tender.CASH, "", DAY, 51_89),
                        new Item(7, Tender.CHECK, "", DAY.minusDays(9), 100_00),
                        new Item(7, Tender.CASH, "foreign notes", DAY, 20_00),
                        new Item(0, Tender.CHECK, "", DAY.plusDays(2), 5_00)),
                DAY);
        assertEquals(876_89, hand.total());
        assertEquals(
                List.of(
                        new Group(0, Tender.CHECK, "", 1, 5_00, 0),
                        new Group(7, Tender.CHECK, "", 2, 800_00, 9),
                        new Group(7, Tender.CASH, "", 1, 51_89, 0),
                        new Group(7, Tender.CASH, "foreign notes", 1, 20_00, 0)),
                hand.groups());
        assertEquals(
                List.of(new InHand.Over(7, 71_89, 71_88)),
                hand.overLimit(Map.of(7L, 71_88L, 0L, 1L)),
                "own tenders of cash are cash; checks are none");
        assertEquals(List.of(), hand.overLimit(Map.of(7L, 71_89L)));
        assertEquals(new InHand(List.of(), 0), InHand.of(List.of(), DAY));
    }
}
