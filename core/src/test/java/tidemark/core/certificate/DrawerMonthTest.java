package tidemark.core.certificate;

import static org.junit.jupiter.api.Assertions.assertFalse;
import static org.junit.jupiter.api.Assertions.assertTrue;

import java.time.Instant;
import java.time.LocalDate;
import java.time.YearMonth;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Random;
import org.joda.money.CurrencyUnit;
import org.junit.jupiter.api.RepeatedTest;
import org.junit.jupiter.api.RepetitionInfo;
import tidemark.core.pettycash.DrawerMove;
import tidemark.core.pettycash.DrawerProof;

/** A closed month of a drawer holds in the eyes of a verifier that shares no code, and no changed figure does. */
class DrawerMonthTest {
    private static final YearMonth MONTH = YearMonth.of(2026, 6);
    private static final CertificateContent.Signature WEN =
            new CertificateContent.Signature(new Person("wen", "Wen Sallow"), Instant.parse("2026-07-01T08:00:00Z"));
    private static final CertificateContent.Signature PAZ =
            new CertificateContent.Signature(new Person("paz", "Paz Orrin"), Instant.parse("2026-07-01T09:00:00Z"));

    private static Map<String, Object> month(Random dice) {
        long floats = 40_000;
        List<DrawerProof.Sum> sums = new ArrayList<>();
        sums.add(new DrawerProof.Sum(DrawerMove.floatChanged(floats), false));
        sums.add(new DrawerProof.Sum(DrawerMove.received(floats), false));
        List<DrawerMonthContent.Row> rows = new ArrayList<>();
        long cash = floats;
        for (int day = 1; day <= 28; day++) {
            long amount = 1 + dice.nextInt(900);
            DrawerMove move = dice.nextInt(4) == 0 ? DrawerMove.received(amount) : DrawerMove.voucher(amount);
            cash += move.cash();
            sums.add(new DrawerProof.Sum(move, false));
            rows.add(new DrawerMonthContent.Row(MONTH.atDay(day), "PC-" + day, "Kestrel", "bread", move.cash()));
        }
        return DrawerMonthContent.of(new DrawerMonthContent.Input(
                "Quillhaven",
                "Dock office",
                "Wen Sallow",
                "1110 Petty cash",
                MONTH,
                CurrencyUnit.USD,
                floats,
                rows,
                DrawerProof.of(sums),
                cash,
                List.of(new DrawerMonthContent.Counted(LocalDate.of(2026, 6, 28), "Wen Sallow", cash, cash)),
                WEN,
                PAZ,
                false,
                Optional.empty(),
                ""));
    }

    private static boolean holds(Map<String, Object> content) {
        return CertificateVerifier.verify(Seal.file(content, List.of(Seal.next(List.of(), MONTH, content)))).stream()
                .allMatch(CertificateVerifier.Check::holds);
    }

    @RepeatedTest(20)
    void aMonth_holds_andNoneOfItsFiguresCanBeAnother(RepetitionInfo info) {
        Map<String, Object> content = month(new Random(info.getCurrentRepetition()));
        assertTrue(holds(content), "as it was closed");
        for (String key : List.of("opening", "closing", "ledgerBalance")) {
            Map<String, Object> changed = new LinkedHashMap<>(content);
            changed.put(key, "1.00");
            assertFalse(holds(changed), key);
        }
        @SuppressWarnings("unchecked")
        Map<String, Object> floats = new LinkedHashMap<>((Map<String, Object>) content.get("float"));
        for (String part : List.copyOf(floats.keySet())) {
            Map<String, Object> other = new LinkedHashMap<>(floats);
            other.put(part, "9999.00");
            Map<String, Object> changed = new LinkedHashMap<>(content);
            changed.put("float", other);
            assertFalse(holds(changed), part);
        }
        Map<String, Object> alone = new LinkedHashMap<>(content);
        alone.put("certifiedBy", content.get("preparedBy"));
        assertFalse(holds(alone), "one person signed twice");
        Map<String, Object> uncounted = new LinkedHashMap<>(content);
        uncounted.put("counts", List.of());
        assertFalse(holds(uncounted), "it was not counted");
    }
}
