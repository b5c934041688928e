package tidemark.core.example;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertThrows;

import java.time.LocalDate;
import java.util.Random;
import org.joda.money.CurrencyUnit;
import org.junit.jupiter.api.RepeatedTest;
import org.junit.jupiter.api.RepetitionInfo;
import org.junit.jupiter.api.Test;
import tidemark.core.ledger.JournalEntry;
import tidemark.core.problem.RuleViolation;

class MooringFeeTest {
    @RepeatedTest(20)
    void entry_ofAnyNights_isWhatTheyComeToOneByOne(RepetitionInfo seed) {
        Random random = new Random(seed.getCurrentRepetition());
        int nights = random.nextInt(1, 40);
        long perNight = random.nextLong(1, 100_000);
        long sum = 0;
        for (int i = 0; i < nights; i++) {
            sum += perNight;
        }
        JournalEntry entry = new MooringFee("Grey Heron", nights, perNight)
                .entry(LocalDate.of(2026, 6, 2), CurrencyUnit.USD, "1010", "4010");
        assertEquals(sum, entry.movementOf("1010"));
        assertEquals(-sum, entry.movementOf("4010"));
        assertEquals("Mooring of Grey Heron", entry.text());
    }

    @Test
    void noNight_andNothingToPay_areRefused() {
        assertEquals(
                "mooring.nights",
                assertThrows(RuleViolation.class, () -> new MooringFee("Grey Heron", 0, 5))
                        .code());
        assertEquals(
                "mooring.rate",
                assertThrows(RuleViolation.class, () -> new MooringFee("Grey Heron", 1, 0))
                        .code());
    }
}
