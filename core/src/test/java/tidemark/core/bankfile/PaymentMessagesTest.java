package tidemark.core.bankfile;

import static org.junit.jupiter.api.Assertions.assertArrayEquals;
import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertFalse;
import static org.junit.jupiter.api.Assertions.assertThrows;
import static org.junit.jupiter.api.Assertions.assertTrue;

import java.io.ByteArrayInputStream;
import java.nio.charset.StandardCharsets;
import java.time.LocalDate;
import java.time.LocalDateTime;
import java.util.ArrayList;
import java.util.List;
import java.util.Objects;
import java.util.Optional;
import java.util.Random;
import javax.xml.XMLConstants;
import javax.xml.transform.stream.StreamSource;
import javax.xml.validation.Schema;
import javax.xml.validation.SchemaFactory;
import javax.xml.validation.Validator;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.EnumSource;
import tidemark.core.bankfile.PaymentMessage.Version;
import tidemark.core.problem.RuleViolation;

class PaymentMessagesTest {
    private static final String[] IBANS = {
        "DE89370400440532013000", "FR1420041010050500013M02606", "AT611904300234573201", "NL91ABNA0417164300"
    };
    private static final String[] NAMES = {
        "Müller & Söhne <GmbH>",
        "O'Brien \"the boat\"",
        "⛵ Segelverein Łódź",
        "Ø",
        "x".repeat(200),
        "名前 Yacht",
        "a\tb\nc",
        "Plain name"
    };

    private static Schema schema(Version version) throws Exception {
        SchemaFactory factory = SchemaFactory.newInstance(XMLConstants.W3C_XML_SCHEMA_NS_URI);
        return factory.newSchema(
                Objects.requireNonNull(PaymentMessagesTest.class.getResource("/iso20022/" + version.code() + ".xsd")));
    }

    private static <T> T one(Random random, T[] of) {
        return of[random.nextInt(of.length)];
    }

    private static PaymentMessage random(Version version, Random random, int run) {
        List<PaymentMessage.Batch> batches = new ArrayList<>();
        for (int b = 0; b <= random.nextInt(3); b++) {
            List<PaymentMessage.Transaction> all = new ArrayList<>();
            for (int t = 0; t <= random.nextInt(6); t++) {
                Optional<PaymentMessage.SignedMandate> mandate = Optional.empty();
                if (version.isDebits()) {
                    Optional<PaymentMessage.Amendment> changed = random.nextInt(3) > 0
                            ? Optional.empty()
                            : Optional.of(new PaymentMessage.Amendment(
                                    random.nextBoolean() ? "OLD-" + t : "",
                                    random.nextBoolean() ? "Old name" : "",
                                    random.nextBoolean() ? "DE98ZZZ09999999999" : "",
                                    random.nextBoolean() ? IBANS[0] : "",
                                    true));
                    mandate = Optional.of(
                            new PaymentMessage.SignedMandate("M-" + run + "-" + t, LocalDate.of(2025, 1, 2), changed));
                }
                all.add(new PaymentMessage.Transaction(
                        "E-" + run + "-" + b + "-" + t,
                        1 + random.nextInt(100_000_000),
                        one(random, NAMES),
                        one(random, IBANS),
                        random.nextBoolean() ? "MARKDEFF" : "",
                        random.nextBoolean() ? "Invoice 12 & 13, “Rent” " + "y".repeat(random.nextInt(200)) : "",
                        random.nextBoolean() ? "RENT" : "",
                        mandate));
            }
            batches.add(new PaymentMessage.Batch(
                    "B-" + run + "-" + b,
                    LocalDate.of(2026, 7, 1 + random.nextInt(28)),
                    "Quillhaven Märina",
                    IBANS[0],
                    random.nextBoolean() ? "MARKDEFFXXX" : "",
                    random.nextBoolean(),
                    version.isDebits()
                            ? Optional.of(new PaymentMessage.Collecting(
                                    one(random, PaymentMessage.Scheme.values()),
                                    one(random, PaymentMessage.Sequence.values()),
                                    "DE98ZZZ09999999999"))
                            : Optional.empty(),
                    all));
        }
        return new PaymentMessage(
                version, "MSG-" + run, LocalDateTime.of(2026, 7, 2, 10, 30), "Quillhaven Marina", batches);
    }

    /** The same with its names and texts as they are written. */
    private static PaymentMessage plain(PaymentMessage m) {
        return new PaymentMessage(
                m.version(),
                m.id(),
                m.created(),
                BankText.sepa(m.initiator(), 70).text(),
                m.batches().stream()
                        .map(b -> new PaymentMessage.Batch(
                                b.id(),
                                b.day(),
                                BankText.sepa(b.name(), 70).text(),
                                b.iban(),
                                b.bic(),
                                b.oneBooking(),
                                b.debits(),
                                b.transactions().stream()
                                        .map(PaymentMessagesTest::plain)
                                        .toList()))
                        .toList());
    }

    private static PaymentMessage.Transaction plain(PaymentMessage.Transaction t) {
        return new PaymentMessage.Transaction(
                t.endToEnd(),
                t.amount(),
                BankText.sepa(t.name(), 70).text(),
                t.iban(),
                t.bic(),
                BankText.sepa(t.text(), 140).text(),
                t.purpose(),
                t.mandate()
                        .map(m -> new PaymentMessage.SignedMandate(
                                m.id(),
                                m.signed(),
                                m.changed()
                                        .map(a -> new PaymentMessage.Amendment(
                                                a.mandate(),
                                                a.creditorName(),
                                                a.creditorId(),
                                                a.iban(),
                                                // where the former account is told, nothing more is said of it
                                                a.iban().isEmpty())))));
    }

    @ParameterizedTest
    @EnumSource(Version.class)
    void aThousandRuns_areValidByTheSchema_andReadBack(Version version) throws Exception {
        Random random = new Random(8);
        Validator validator = schema(version).newValidator();
        for (int run = 0; run < 1_000; run++) {
            PaymentMessage message = random(version, random, run);
            byte[] written = PaymentMessageWriter.write(message);
            validator.validate(new StreamSource(new ByteArrayInputStream(written)));
            PaymentMessageReader.Read back = PaymentMessageReader.read(written);
            assertEquals(List.of(), back.report().problems());
            assertEquals(plain(message), back.message().orElseThrow());
            assertArrayEquals(written, PaymentMessageWriter.write(message), "the same bytes again");
            BankFileReport report = back.report();
            assertEquals(message.sum(), version.isDebits() ? report.debits() : report.credits());
            assertEquals(version.code(), report.format());
        }
    }

    private static String sample(Version version) {
        PaymentMessage message = random(version, new Random(3), 1);
        return new String(PaymentMessageWriter.write(message), StandardCharsets.UTF_8);
    }

    private static List<String> codes(String text) {
        return BankFiles.check(text.getBytes(StandardCharsets.UTF_8)).problems().stream()
                .map(BankFileReport.FileProblem::code)
                .distinct()
                .toList();
    }

    @ParameterizedTest
    @CsvSource(
            delimiter = ';',
            value = {
                "<NbOfTxs>[0-9]+;<NbOfTxs>99;iso.count",
                "<CtrlSum>[0-9.]+;<CtrlSum>1.00;iso.sum",
                "DE89370400440532013000;DE89370400440532013001;iban.unfit",
                "DE98ZZZ09999999999;DE97ZZZ09999999999;creditor.unfit",
                "<SeqTp>[A-Z]+;<SeqTp>LAST;sepa.sequence",
                "<DtOfSgntr>2025-01-02;<DtOfSgntr>2027-01-02;sepa.signed",
                "<ReqdColltnDt>[0-9-]+;<ReqdColltnDt>2026-02-30;iso.date",
                "<MsgId>[^<]+;<MsgId>//x;iso.identifier",
                "<PmtInfId>[^<]+</PmtInfId>;;iso.missing",
                "Ccy=\"EUR\";Ccy=\"USD\";sepa.currency",
                "<ChrgBr>SLEV</ChrgBr>;<Odd/>;iso.element",
            })
    void whatIsWrong_isNamed(String was, String now, String code) {
        String right = sample(Version.DEBITS_08);
        assertEquals(List.of(), codes(right));
        String wrong = right.replaceFirst(was, now == null ? "" : now);
        assertFalse(wrong.equals(right));
        assertTrue(codes(wrong).contains(code), codes(wrong) + " of " + wrong);
    }

    @Test
    void whatDoesNotFit_isRefused_andNothingIsWritten() {
        PaymentMessage right = random(Version.CREDITS_09, new Random(3), 1);
        PaymentMessage.Batch b = right.batches().getFirst();
        PaymentMessage.Transaction t = b.transactions().getFirst();
        PaymentMessage wrong = new PaymentMessage(
                right.version(),
                right.id(),
                right.created(),
                right.initiator(),
                List.of(new PaymentMessage.Batch(
                        b.id(),
                        b.day(),
                        b.name(),
                        b.iban(),
                        b.bic(),
                        true,
                        b.debits(),
                        List.of(new PaymentMessage.Transaction(
                                t.endToEnd(), t.amount(), t.name(), "DE00", "", "", "", Optional.empty())))));
        RuleViolation refused = assertThrows(RuleViolation.class, () -> PaymentMessageWriter.write(wrong));
        assertEquals("payment-message.field", refused.problems().getFirst().code());
        assertEquals("DE00", refused.problems().getFirst().found());
    }

    @Test
    void whatIsNoMessage_isSaid() {
        assertEquals(List.of("iso.xml"), codes("<Document"));
        assertEquals(
                List.of("file.unknown"), codes("<Document xmlns='urn:iso:std:iso:20022:tech:xsd:camt.053.001.08'/>"));
        assertEquals(List.of("iso.xml"), codes("<!DOCTYPE a [<!ENTITY b 'c'>]><a>&b;</a>"));
        assertEquals(
                List.of("iso.missing"), codes("<Document xmlns='urn:iso:std:iso:20022:tech:xsd:pain.008.001.02'/>"));
    }

    @Test
    void brokenMessages_areToldAndNeverThrow() {
        Random random = new Random(5);
        byte[] right = sample(Version.DEBITS_02).getBytes(StandardCharsets.UTF_8);
        for (int i = 0; i < 5_000; i++) {
            byte[] broken = right.clone();
            for (int k = 0; k <= random.nextInt(4); k++) {
                broken[random.nextInt(broken.length)] = (byte) random.nextInt(256);
            }
            assertFalse(BankFiles.check(broken).toString().isEmpty());
        }
    }
}
