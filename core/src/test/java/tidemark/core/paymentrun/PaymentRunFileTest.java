package tidemark.core.paymentrun;

import static org.junit.jupiter.api.Assertions.assertArrayEquals;
import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertThrows;
import static org.junit.jupiter.api.Assertions.assertTrue;

import java.io.StringReader;
import java.nio.charset.StandardCharsets;
import java.time.LocalDate;
import java.time.LocalDateTime;
import java.util.ArrayList;
import java.util.Collections;
import java.util.List;
import java.util.Map;
import java.util.Random;
import java.util.Set;
import java.util.TreeMap;
import java.util.TreeSet;
import javax.xml.parsers.DocumentBuilderFactory;
import org.junit.jupiter.api.Test;
import org.w3c.dom.Document;
import org.w3c.dom.Element;
import org.xml.sax.InputSource;
import tidemark.core.bankfile.AchReversal;
import tidemark.core.bankfile.BankFileParts;
import tidemark.core.bankfile.FileTerms;
import tidemark.core.bankfile.PaymentMessage;
import tidemark.core.mandate.DebtorAccount;
import tidemark.core.problem.RuleViolation;

/** Files of payment runs, taken apart by columns and elements, sharing nothing with their writers or readers. */
class PaymentRunFileTest {
    private static final LocalDate DAY = LocalDate.of(2026, 7, 13);
    private static final BankFileParts.Head HEAD =
            new BankFileParts.Head(4, "T7-4", LocalDateTime.of(2026, 7, 9, 16, 30));

    private static FileTerms.Ach ach(String account) {
        return new FileTerms.Ach(
                "021000021", "NORTHBANK", "1234567890", "QUILLHAVEN", "1234567890", "BERTH RENT", "SUPPLIERS", account);
    }

    private static FileTerms.Sepa sepa(PaymentMessage.Version version) {
        return new FileTerms.Sepa(
                PaymentMessage.Version.DEBITS_08,
                version,
                "Quillhaven Côte",
                "DE89370400440532013000",
                "",
                "",
                true,
                true);
    }

    private static PaymentRunFile.Paid paid(DebtorAccount account, int n, boolean business, long amount) {
        return new PaymentRunFile.Paid(
                "P" + (1000 + n), n, account, "Zimmer & Söhne " + n, business, amount, DAY, "Bill " + n);
    }

    @Test
    void ach_comesToTheRun_inEveryOrder_balancedOrNot_andTheOtherWayBack() {
        Random dice = new Random(11);
        for (int round = 0; round < 500; round++) {
            List<PaymentRunFile.Paid> all = new ArrayList<>();
            for (int n = 1; n <= 1 + dice.nextInt(15); n++) {
                all.add(paid(
                        new DebtorAccount.Ach("011000015", "77" + n, dice.nextBoolean()),
                        n,
                        dice.nextInt(3) > 0,
                        1 + dice.nextInt(9_000_000)));
            }
            boolean balanced = dice.nextBoolean();
            FileTerms.Ach terms = ach(balanced ? "9900112233" : "");
            byte[] content = PaymentRunFile.write(terms, HEAD, all).content();
            check(content, all, balanced, false);
            Collections.shuffle(all, dice);
            assertArrayEquals(content, PaymentRunFile.write(terms, HEAD, all).content());
            all.removeIf(p -> all.size() > 1 && dice.nextInt(3) == 0);
            Set<String> ids =
                    new TreeSet<>(all.stream().map(PaymentRunFile.Paid::id).toList());
            byte[] back = AchReversal.write(terms, HEAD, content, ids, DAY.plusDays(2))
                    .content();
            check(back, all, balanced, true);
        }
    }

    /** Each payment's amount, way and class, the sum that balances, and what the control record says. */
    private static void check(byte[] content, List<PaymentRunFile.Paid> all, boolean balanced, boolean back) {
        Map<String, String> wanted = new TreeMap<>();
        long sum = 0;
        for (PaymentRunFile.Paid p : all) {
            boolean savings = ((DebtorAccount.Ach) p.account()).savings();
            String code = savings ? (back ? "37" : "32") : back ? "27" : "22";
            wanted.put(p.id(), (p.business() ? "CCD" : "PPD") + code + p.amount());
            sum += p.amount();
        }
        Map<String, String> found = new TreeMap<>();
        long against = 0;
        String entryClass = "";
        for (String line : new String(content, StandardCharsets.US_ASCII).split("\n")) {
            assertEquals(94, line.length());
            if (line.startsWith("5")) {
                entryClass = line.substring(50, 53);
                assertEquals(
                        back ? "REVERSAL" : "SUPPLIERS", line.substring(53, 63).strip());
                assertEquals(balanced ? "200" : back ? "225" : "220", line.substring(1, 4));
            } else if (line.startsWith("6") && line.charAt(39) == 'P') {
                found.put(
                        line.substring(39, 54).strip(),
                        entryClass + line.substring(1, 3) + Long.parseLong(line.substring(29, 39)));
            } else if (line.startsWith("6")) {
                assertEquals(back ? "22" : "27", line.substring(1, 3));
                against += Long.parseLong(line.substring(29, 39));
            } else if (line.startsWith("9") && !line.startsWith("99999")) {
                long own = balanced ? sum : 0;
                assertEquals(back ? sum : own, Long.parseLong(line.substring(31, 43)), "debits");
                assertEquals(back ? own : sum, Long.parseLong(line.substring(43, 55)), "credits");
            }
        }
        assertEquals(wanted, found);
        assertEquals(balanced ? sum : 0, against);
    }

    @Test
    void sepa_comesToTheRun_inBothVersions_andNamesThatReadOtherwiseAreTold() throws Exception {
        for (PaymentMessage.Version version :
                List.of(PaymentMessage.Version.CREDITS_03, PaymentMessage.Version.CREDITS_09)) {
            DebtorAccount account = new DebtorAccount.Sepa("NL91ABNA0417164300", "");
            List<PaymentRunFile.Paid> all =
                    List.of(paid(account, 1, true, 120_050), paid(account, 2, false, 99), paid(account, 3, true, 5));
            BankFileParts.Written written = PaymentRunFile.write(sepa(version), HEAD, all);
            assertEquals(3, written.changed().size());
            DocumentBuilderFactory builders = DocumentBuilderFactory.newInstance();
            builders.setNamespaceAware(true);
            Document document = builders.newDocumentBuilder()
                    .parse(new InputSource(new StringReader(new String(written.content(), StandardCharsets.UTF_8))));
            assertEquals(
                    "urn:iso:std:iso:20022:tech:xsd:" + version.code(),
                    document.getDocumentElement().getNamespaceURI());
            assertEquals("1201.54", text(document, "CtrlSum", 0));
            assertEquals("3", text(document, "NbOfTxs", 0));
            assertEquals("Quillhaven Cote", text(document, "Nm", 0));
            assertEquals("P1002", text(document, "EndToEndId", 1));
            assertEquals("0.99", text(document, "InstdAmt", 1));
            assertEquals("2026-07-13", text(document, "ReqdExctnDt", 0));
            assertEquals("Bill 3", text(document, "Ustrd", 2));
        }
    }

    private static String text(Document document, String element, int n) {
        return ((Element) document.getElementsByTagNameNS("*", element).item(n))
                .getTextContent()
                .strip();
    }

    @Test
    void anAccountOfAnotherKind_isRefusedByName() {
        RuleViolation refused = assertThrows(
                RuleViolation.class,
                () -> PaymentRunFile.write(
                        ach(""), HEAD, List.of(paid(new DebtorAccount.Sepa("NL91ABNA0417164300", ""), 1, true, 5))));
        assertEquals("payrun.scheme", refused.code());
        assertTrue(refused.problems().getFirst().where().startsWith("Zimmer"));
    }
}
