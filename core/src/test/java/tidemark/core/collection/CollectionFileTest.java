package tidemark.core.collection;

import static org.junit.jupiter.api.Assertions.assertArrayEquals;
import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertFalse;
import static org.junit.jupiter.api.Assertions.assertThrows;
import static org.junit.jupiter.api.Assertions.assertTrue;

import java.nio.charset.StandardCharsets;
import java.time.LocalDate;
import java.time.LocalDateTime;
import java.util.ArrayList;
import java.util.Collections;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.OptionalLong;
import java.util.Random;
import java.util.Set;
import org.junit.jupiter.api.Test;
import tidemark.core.bankfile.AchReversal;
import tidemark.core.bankfile.BankFileParts;
import tidemark.core.bankfile.FileTerms;
import tidemark.core.bankfile.PaymentMessage;
import tidemark.core.calendar.BankCalendar;
import tidemark.core.mandate.DebtorAccount;
import tidemark.core.mandate.Mandate;
import tidemark.core.mandate.MandateState;
import tidemark.core.problem.RuleViolation;

/** Files of runs: what they come to, taken apart by columns, and that the order of decisions does not matter. */
class CollectionFileTest {
    private static final LocalDate DAY = LocalDate.of(2026, 7, 13);
    private static final BankFileParts.Head HEAD =
            new BankFileParts.Head(3, "T7-3", LocalDateTime.of(2026, 7, 9, 16, 30));
    private static final FileTerms.Ach ACH = new FileTerms.Ach(
            "021000021", "NORTHBANK", "1234567890", "QUILLHAVEN", "1234567890", "BERTH RENT", "PAYMENT", "");
    private static final FileTerms.Sepa SEPA = new FileTerms.Sepa(
            PaymentMessage.Version.DEBITS_08,
            PaymentMessage.Version.CREDITS_09,
            "Quillhaven Côte",
            "DE89370400440532013000",
            "",
            "DE98ZZZ09999999999",
            true,
            true);

    private static Mandate mandate(Mandate.Kind kind, int n, boolean used) {
        return new Mandate(
                "QM-" + n,
                LocalDate.of(2025, 1, 2),
                kind,
                true,
                kind.isSepa()
                        ? new DebtorAccount.Sepa("NL91ABNA0417164300", "")
                        : new DebtorAccount.Ach("011000015", "44" + n, n % 3 == 0),
                MandateState.ACTIVE,
                OptionalLong.empty(),
                Optional.empty(),
                used ? Optional.of(LocalDate.of(2026, 6, 12)) : Optional.empty(),
                Optional.empty());
    }

    private static CollectionFile.Collected collected(Mandate mandate, int n, long amount) {
        return new CollectionFile.Collected(
                "C" + (1000 + n),
                n,
                mandate,
                "Customer & Söhne " + n,
                amount,
                DAY,
                "Invoice " + n,
                false,
                false,
                Optional.empty());
    }

    @Test
    void ach_comesToTheRun_inEveryOrder_balancedOrNot() {
        Random dice = new Random(4);
        for (int round = 0; round < 500; round++) {
            List<CollectionFile.Collected> all = new ArrayList<>();
            long sum = 0;
            for (int n = 1; n <= 1 + dice.nextInt(20); n++) {
                long amount = 1 + dice.nextInt(9_000_000);
                sum += amount;
                all.add(collected(
                        mandate(dice.nextBoolean() ? Mandate.Kind.ACH_CONSUMER : Mandate.Kind.ACH_BUSINESS, n, true),
                        n,
                        amount));
            }
            boolean balanced = dice.nextBoolean();
            FileTerms.Ach terms = balanced
                    ? new FileTerms.Ach(
                            ACH.routing(),
                            ACH.bankName(),
                            ACH.origin(),
                            ACH.companyName(),
                            ACH.companyId(),
                            ACH.description(),
                            ACH.paymentDescription(),
                            "9900112233")
                    : ACH;
            byte[] content = CollectionFile.write(terms, HEAD, all).content();
            Collections.shuffle(all, dice);
            assertArrayEquals(content, CollectionFile.write(terms, HEAD, all).content());
            boolean reversal = dice.nextInt(3) == 0;
            if (reversal) {
                Map<String, String> taken = accounts(content);
                all.removeIf(c -> all.size() > 1 && dice.nextInt(4) == 0);
                Set<String> ids =
                        all.stream().map(CollectionFile.Collected::id).collect(java.util.stream.Collectors.toSet());
                content = AchReversal.write(terms, HEAD, content, ids, DAY.plusDays(2))
                        .content();
                taken.keySet().retainAll(ids);
                assertEquals(taken, accounts(content), "the money goes back where it was taken from");
                sum = all.stream().mapToLong(CollectionFile.Collected::amount).sum();
            }
            String control = new String(content, StandardCharsets.US_ASCII)
                    .lines()
                    .filter(l -> l.startsWith("9") && !l.startsWith("99999"))
                    .findFirst()
                    .orElseThrow();
            assertEquals(control.substring(21, 31), BankFileParts.hash(content));
            long debits = 0;
            long credits = 0;
            int entries = 0;
            for (String line : new String(content, StandardCharsets.US_ASCII).split("\n")) {
                assertEquals(94, line.length());
                if (line.startsWith("6")) {
                    long amount = Long.parseLong(line.substring(29, 39));
                    boolean debit = line.charAt(2) == '7' || line.charAt(2) == '8';
                    debits += debit ? amount : 0;
                    credits += debit ? 0 : amount;
                    entries++;
                }
            }
            assertEquals(reversal ? (balanced ? sum : 0) : sum, debits);
            assertEquals(reversal ? sum : (balanced ? sum : 0), credits);
            assertTrue(entries >= all.size());
        }
    }

    /** Bank, account, amount and name of each entry, by its identification. */
    private static Map<String, String> accounts(byte[] content) {
        Map<String, String> out = new java.util.TreeMap<>();
        new String(content, StandardCharsets.US_ASCII)
                .lines()
                .filter(l -> l.startsWith("6") && l.charAt(39) == 'C')
                .forEach(l -> out.put(l.substring(39, 54).strip(), l.substring(3, 39) + l.substring(54, 76)));
        return out;
    }

    @Test
    void ofSepa_batchesGoByTheirSequence_andNamesThatReadOtherwiseAreTold() {
        BankFileParts.Written written = CollectionFile.write(
                SEPA,
                HEAD,
                List.of(
                        collected(mandate(Mandate.Kind.SEPA_CORE, 1, false), 1, 5_000),
                        collected(mandate(Mandate.Kind.SEPA_CORE, 2, true), 2, 6_000),
                        collected(mandate(Mandate.Kind.SEPA_B2B, 3, true), 3, 7_000)));
        assertTrue(written.report().holds());
        assertEquals(3, written.report().batches().size());
        assertEquals(18_000, written.report().debits());
        assertEquals(3, written.changed().size());
        assertTrue(
                written.changed().getFirst().contains("Customer + Sohne 1"),
                written.changed().toString());
    }

    @Test
    void whatDoesNotGoTogether_isRefused() {
        assertEquals(
                "collect.scheme",
                assertThrows(
                                RuleViolation.class,
                                () -> CollectionFile.write(
                                        ACH, HEAD, List.of(collected(mandate(Mandate.Kind.SEPA_CORE, 1, true), 1, 5))))
                        .code());
        assertFalse(new FileTerms.Ach("021000022", "B", "", "Q", "12", "", "", "")
                .problems()
                .isEmpty());
        assertEquals(
                List.of("routing.unfit", "terms.field", "terms.field", "terms.field", "terms.field"),
                new FileTerms.Ach("021000022", "B", "", "Q", "12", "", "", "")
                        .problems().stream().map(p -> p.code()).toList());
        assertEquals(List.of(), ACH.problems());
        assertEquals(List.of(), SEPA.problems());
    }

    @Test
    void aRunOnAHoliday_orTooNear_isNamedWithTheDayThatWouldDo() {
        BankCalendar calendar = BankCalendar.of(BankCalendar.System.UNITED_STATES);
        LocalDate today = LocalDate.of(2026, 11, 10);
        // 11 November is Veterans Day
        assertEquals(
                List.of("run.holiday", "run.near"),
                RunDays.problems(LocalDate.of(2026, 11, 11), today, 1, calendar).stream()
                        .map(p -> p.code())
                        .toList());
        assertEquals(List.of(), RunDays.problems(LocalDate.of(2026, 11, 12), today, 1, calendar));
        assertEquals(
                "2026-11-13",
                RunDays.problems(LocalDate.of(2026, 11, 12), today, 2, calendar)
                        .getFirst()
                        .values()
                        .get("next"));
        assertTrue(RunDays.mayReverse(LocalDate.of(2026, 11, 10), LocalDate.of(2026, 11, 18), calendar));
        assertFalse(RunDays.mayReverse(LocalDate.of(2026, 11, 10), LocalDate.of(2026, 11, 19), calendar));
    }

    @Test
    void aNotice_isDueUntilItsDay_andLateAfterIt() {
        Mandate consumer = mandate(Mandate.Kind.ACH_CONSUMER, 1, true);
        RunDays.Notice varies =
                RunDays.notice(consumer, DAY, 5_000, Optional.of(4_000L), Optional.empty(), Optional.empty());
        assertEquals(Optional.of(LocalDate.of(2026, 7, 3)), varies.by());
        assertTrue(varies.due(LocalDate.of(2026, 7, 3)));
        assertEquals(
                "notice.late",
                varies.problem(LocalDate.of(2026, 7, 4), "QM-1").orElseThrow().code());
        RunDays.Notice told = RunDays.notice(
                consumer, DAY, 5_000, Optional.of(4_000L), Optional.empty(), Optional.of(LocalDate.of(2026, 7, 2)));
        assertEquals(Optional.empty(), told.problem(LocalDate.of(2026, 7, 12), "QM-1"));
        assertFalse(RunDays.notice(consumer, DAY, 4_000, Optional.of(4_000L), Optional.empty(), Optional.empty())
                .due(DAY));
    }
}
