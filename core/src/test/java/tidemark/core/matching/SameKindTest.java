package tidemark.core.matching;

import static org.junit.jupiter.api.Assertions.assertEquals;

import java.time.LocalDate;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.Random;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import tidemark.core.statement.BankLine;
import tidemark.core.statement.BankLineId;

class SameKindTest {
    private static BankLine line(long amount, String payer, String text, String code) {
        LocalDate day = LocalDate.of(2026, 6, 30);
        return new BankLine(new BankLineId(1), day, day, amount, "", "", "", payer, text, code);
    }

    private static Optional<Long> last(BankLine wanted, BankLine... latestFirst) {
        List<SameKind.Seen> seen = new ArrayList<>();
        for (BankLine one : latestFirst) {
            seen.add(new SameKind.Seen(seen.size(), true, one));
        }
        return new SameKind(seen).last(wanted).map(SameKind.Seen::id);
    }

    @ParameterizedTest(name = "{0}")
    @CsvSource(delimiter = '|', textBlock = """
            the same words, another month and amount       | -1500 |  | MAINTENANCE FEE MAY 2026  | -1750 |  | MAINTENANCE FEE JUNE 2026 | true
            the same words, but money in                   | -1500 |  | MAINTENANCE FEE 05/26     |  1500 |  | MAINTENANCE FEE 06/26     | false
            the same payer, other words                    |  9000 | Quill & Sons | INV 1009 | 7000 | QUILL SONS | PAYMENT WITH THANKS | true
            another payer, the same words                  |  9000 | Quill & Sons | PAYMENT  | 9000 | Marlin Boats | PAYMENT | false
            a payer the bank cut short                     |  9000 | Harborlight Chandlery | | 10 | HARBORLIGHT CHANDL | | true
            a word among others is not the name            |  9000 | Harbor | | 10 | Harbor Lane Sail Repair and Storage | | false
            nothing but numbers                            |  9000 |  | 100012 | 10 |  | 100013 | false
            words that share less than half                | -100 |  | WIRE FEE INCOMING FOREIGN | -100 | | STOP PAYMENT FEE | false
            """)
    void last_byWhatStaysTheSame(
            String what, long a, String payerA, String textA, long b, String payerB, String textB, boolean same) {
        assertEquals(
                same,
                last(line(b, blank(payerB), blank(textB), ""), line(a, blank(payerA), blank(textA), ""))
                        .isPresent(),
                what);
    }

    private static String blank(String text) {
        return text == null ? "" : text;
    }

    @Test
    void last_codesOfTheBankThatDiffer_areNotOfAKind() {
        assertEquals(
                Optional.empty(), last(line(-5, "", "SERVICE", "PMNT/RCDT"), line(-5, "", "SERVICE", "ACMT/MCOP")));
        assertEquals(Optional.of(0L), last(line(-5, "", "SERVICE", ""), line(-5, "", "SERVICE", "ACMT/MCOP")));
    }

    @Test
    void last_ofSeveral_isTheMostAlikeThenTheLatest() {
        BankLine fee = line(-5, "", "WIRE FEE", "");
        assertEquals(Optional.of(1L), last(fee, line(-5, "", "WIRE FEE INCOMING", ""), fee, fee));
        assertEquals(
                Optional.of(2L),
                last(
                        line(50, "Quill Sons", "RENT", ""),
                        line(50, "", "RENT", ""),
                        line(50, "Marlin", "RENT", ""),
                        line(50, "Quill Sons", "PAYMENT", "")));
    }

    /** What it answers is what trying all and keeping the best would, whatever the order of the words. */
    @Test
    void last_anyLines_isNeverOfTheOtherDirectionOrCode_andStandsForItself() {
        Random random = new Random(20_261_130);
        String[] words = {"FEE", "WIRE", "RENT", "CARD", "SETTLEMENT", "LOCKBOX", "0617", "INTEREST"};
        String[] payers = {"", "Quill Sons", "Marlin Boats", "Harborlight Chandlery"};
        for (int round = 0; round < 500; round++) {
            List<SameKind.Seen> seen = new ArrayList<>();
            for (int i = 0; i < 12; i++) {
                seen.add(new SameKind.Seen(
                        i,
                        random.nextBoolean(),
                        line(
                                random.nextBoolean() ? 5 : -5,
                                payers[random.nextInt(payers.length)],
                                words[random.nextInt(words.length)] + " " + words[random.nextInt(words.length)],
                                random.nextBoolean() ? "" : "C" + random.nextInt(2))));
            }
            SameKind kinds = new SameKind(seen);
            for (SameKind.Seen one : seen) {
                Optional<SameKind.Seen> found = kinds.last(one.line());
                found.ifPresent(f -> {
                    assertEquals(one.line().minorUnits(), f.line().minorUnits());
                    String code = one.line().code();
                    String other = f.line().code();
                    assertEquals(true, code.isEmpty() || other.isEmpty() || code.equals(other));
                });
                boolean nameless = one.line().counterparty().isEmpty()
                        && Phrase.of(one.line().text()).words().isEmpty();
                assertEquals(!nameless, found.isPresent(), one.toString());
            }
        }
    }

    @ParameterizedTest(name = "{0}, {1}")
    @CsvSource(delimiter = '|', textBlock = """
            -5 | PMNT/CCRD/FEES | POS 4411          | FEE
            -5 |                | ACCOUNT CHARGES   | FEE
             5 |                | REFUND OF CHARGES |
            -5 | ACMT/MDOP/CHRG | INTEREST INQUIRY  | FEE
             5 | NINT           | CREDIT            | INTEREST
             5 |                | INTEREST EARNED   | INTEREST
            -5 | XFER           | TO 4411           | TRANSFER
            -5 | PMNT/RDDT      | TRANSFERS ABROAD  |
            """)
    void guess_byCodeThenByWords(long amount, String code, String text, FirstGuess guess) {
        assertEquals(Optional.ofNullable(guess), FirstGuess.of(line(amount, "", text, blank(code))));
    }
}
