package tidemark.core.bankfile;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertFalse;
import static org.junit.jupiter.api.Assertions.assertThrows;
import static org.junit.jupiter.api.Assertions.assertTrue;

import java.nio.charset.StandardCharsets;
import java.time.LocalDate;
import java.time.LocalTime;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.Random;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import tidemark.core.problem.RuleViolation;

class AchFilesTest {
    /** Set by hand, column by column, from the record layouts of the standard. */
    private static final String GOLDEN = """
            101 09100001912345678902607021405A094101Northbank              Quillhaven Marina      REF00001|
            5225Quillhaven Marin                    1234567890PPDBERTH RENTJUL26 260706   1091000010000001|
            627021000021123456789        0000012050C-1001         Pell Charter            1091000010000001|
            705Berth 12, July                                                                  00010000001|
            6370114015339876543          0000100000C-1002         Larkspur Sailing        0091000010000002|
            822500000300032401550000001120500000000000001234567890                         091000010000001|
            5220Quillhaven Marin                    1234567890CCDSUPPLIERS       260706   1091000010000002|
            622021000021555000111        0000009999S-17           Orrin Paints            0091000010000003|
            822000000100021000020000000000000000000099991234567890                         091000010000002|
            9000002000001000000040005340157000000112050000000009999                                       |
            """.replace("|\n", "\n");

    private static AchFile.Entry entry(
            int code, String routing, String account, long amount, String id, String name, int trace, String... paid) {
        List<AchFile.Addenda> addenda = new ArrayList<>();
        for (String text : paid) {
            addenda.add(AchFile.Addenda.payment(text));
        }
        return new AchFile.Entry(
                code, routing, account, amount, id, name, "", "09100001%07d".formatted(trace), addenda);
    }

    private static AchFile.Batch batch(
            int service, String entryClass, String description, String day, int number, AchFile.Entry... entries) {
        return new AchFile.Batch(
                service,
                "Quillhaven Marina",
                "",
                "1234567890",
                entryClass,
                description,
                day,
                Optional.of(LocalDate.of(2026, 7, 6)),
                "09100001",
                number,
                List.of(entries));
    }

    private static AchFile file(AchFile.Batch... batches) {
        return new AchFile(
                "091000019",
                "1234567890",
                LocalDate.of(2026, 7, 2),
                LocalTime.of(14, 5),
                'A',
                "Northbank",
                "Quillhaven Marina",
                "REF00001",
                List.of(batches));
    }

    /** A file of debits that goes out, for tests beside this one. */
    static String plain() {
        return AchWriter.write(golden());
    }

    private static AchFile golden() {
        return file(
                batch(
                        225,
                        "PPD",
                        "BERTH RENT",
                        "JUL26",
                        1,
                        entry(27, "021000021", "123456789", 12_050, "C-1001", "Pell Charter", 1, "Berth 12, July"),
                        entry(37, "011401533", "9876543", 100_000, "C-1002", "Larkspur Sailing", 2)),
                batch(
                        220,
                        "CCD",
                        "SUPPLIERS",
                        "",
                        2,
                        entry(22, "021000021", "555000111", 9_999, "S-17", "Orrin Paints", 3)));
    }

    private static List<String> codes(String text) {
        return BankFiles.check(text.getBytes(StandardCharsets.ISO_8859_1)).problems().stream()
                .map(BankFileReport.FileProblem::code)
                .toList();
    }

    @Test
    void aFile_isWhatTheStandardLaysOut_byteForByte_andReadsBack() {
        assertEquals(GOLDEN, AchWriter.write(golden()));
        AchReader.Read read = AchReader.read(GOLDEN);
        assertEquals(List.of(), read.report().problems());
        assertEquals(
                golden().batches().getFirst().entries(),
                read.file().batches().getFirst().entries());
        assertEquals(GOLDEN, AchWriter.write(read.file()));
        BankFileReport report = read.report();
        assertEquals(112_050, report.debits());
        assertEquals(9_999, report.credits());
        assertEquals("2026-07-06", report.batches().getFirst().date());
        assertTrue(report.controls().stream().allMatch(BankFileReport.Control::holds));
    }

    @Test
    void records_mayRunOnWithoutLines_orEndAsOnAnotherMachine() {
        assertEquals(List.of(), codes(GOLDEN.replace("\n", "")));
        assertEquals(List.of(), codes(GOLDEN.replace("\n", "\r\n")));
    }

    @ParameterizedTest
    @CsvSource(
            delimiter = ';',
            value = {
                "3;021000021;021000022;ach.routing",
                "3;0000012050;0000012051;ach.batch-debits ach.file-debits",
                "3;627;622;ach.service-class ach.batch-debits ach.batch-credits ach.file-debits ach.file-credits",
                "3;0000012050;0000000000;ach.amount ach.batch-debits ach.file-debits",
                "3;091000010000001;091000010000009;ach.addenda-trace ach.trace-order",
                "3;1091000010000001;0091000010000001;ach.addenda",
                "4;00010000001;00020000001;ach.addenda-order",
                "5;011401533;021000021;ach.batch-hash ach.file-hash",
                "5;6370;6390;ach.amount",
                "5;6370;6350;ach.transaction-code",
                "6;822500000300;822500000400;ach.batch-count",
                "6;0000001;0000003;ach.batch-number",
                "7;0000002;0000001;ach.batch-order ach.batch-number",
                "7;260706;260731;",
                "7;260706;260732;ach.date",
                "7;CCD;CCX;ach.class",
                "10;9000002000001;9000003000001;ach.file-batches",
                "10;9000002000001;9000002000002;ach.file-blocks",
                "10;00000004;00000005;ach.file-count",
                "1;094101;094102;ach.size",
            })
    void whatIsWrong_isNamed(int line, String was, String now, String expected) {
        List<String> lines = new ArrayList<>(GOLDEN.lines().toList());
        String right = lines.get(line - 1);
        int at = line == 6 && was.equals("0000001") ? right.lastIndexOf(was) : right.indexOf(was);
        assertTrue(at >= 0, right);
        lines.set(line - 1, right.substring(0, at) + now + right.substring(at + was.length()));
        List<String> found =
                codes(String.join("\n", lines) + "\n").stream().distinct().toList();
        List<String> wanted = expected == null ? List.of() : List.of(expected.split(" "));
        assertEquals(wanted.stream().sorted().toList(), found.stream().sorted().toList());
    }

    @Test
    void recordsThatAreMissing_orTooShort_areNamed() {
        List<String> lines = GOLDEN.lines().toList();
        assertTrue(codes(String.join("\n", lines.subList(0, 9))).contains("ach.end"));
        assertTrue(codes(String.join("\n", lines.subList(1, 10))).contains("file.unknown"));
        List<String> open = new ArrayList<>(lines);
        open.remove(5);
        assertTrue(codes(String.join("\n", open)).contains("ach.open"));
        assertEquals(List.of("ach.width"), codes(GOLDEN.stripTrailing()));
        assertEquals(List.of("ach.block"), codes(GOLDEN + "9".repeat(94) + "\n"));
        assertEquals(List.of("file.unknown"), codes(""));
        assertEquals(List.of("file.unknown"), codes("date,amount\n"));
    }

    @Test
    void whatProgramsRead_isNeverCut() {
        AchFile.Entry tooLong = entry(27, "021000021", "123456789012345678", 1, "", "Pell", 1);
        RuleViolation refused =
                assertThrows(RuleViolation.class, () -> AchWriter.write(file(batch(225, "PPD", "X", "", 1, tooLong))));
        assertEquals("ach.field", refused.problems().getFirst().code());
        AchFile.Entry tooMuch = entry(27, "021000021", "1", 10_000_000_000L, "", "Pell", 1);
        assertThrows(RuleViolation.class, () -> AchWriter.write(file(batch(225, "PPD", "X", "", 1, tooMuch))));
    }

    @Test
    void tenThousandRuns_holdBeforeAReaderThatSharesNothingWithTheWriter() {
        Random random = new Random(94);
        for (int run = 0; run < 10_000; run++) {
            AchFile file = random(random);
            String text = AchWriter.write(file);
            independent(file, text);
            if (run % 10 == 0) {
                AchReader.Read back = AchReader.read(text);
                assertEquals(List.of(), back.report().problems(), text);
                assertEquals(text, AchWriter.write(back.file()));
            }
        }
    }

    private static AchFile random(Random random) {
        String[] routings = {"021000021", "011401533", "091000019", "121042882", "026009593"};
        AchFile.Batch[] batches = new AchFile.Batch[random.nextInt(4)];
        int trace = 0;
        for (int b = 0; b < batches.length; b++) {
            int service = new int[] {200, 220, 225}[random.nextInt(3)];
            AchFile.Entry[] entries = new AchFile.Entry[1 + random.nextInt(12)];
            for (int e = 0; e < entries.length; e++) {
                boolean credit = service == 220 || (service == 200 && random.nextBoolean());
                boolean savings = random.nextBoolean();
                entries[e] = entry(
                        (credit ? 22 : 27) + (savings ? 10 : 0),
                        routings[random.nextInt(routings.length)],
                        Integer.toString(random.nextInt(1_000_000)),
                        1 + random.nextInt(100_000_000),
                        "C-" + random.nextInt(1000),
                        random.nextBoolean() ? "Żółw & Müller ⛵ of the long, long pier" : "Pell",
                        ++trace,
                        random.nextBoolean() ? new String[] {"Rent & power"} : new String[0]);
            }
            batches[b] = batch(service, random.nextBoolean() ? "PPD" : "CCD", "RENT", "", b + 1, entries);
        }
        return file(batches);
    }

    /** Goes by columns as the standard numbers them, and adds up again. */
    private static void independent(AchFile file, String text) {
        List<String> lines = text.lines().toList();
        assertEquals(0, lines.size() % 10);
        assertTrue(lines.stream().allMatch(l -> l.length() == 94));
        long hash = 0;
        long debits = 0;
        long credits = 0;
        long count = 0;
        long batchHash = 0;
        String control = null;
        for (String l : lines) {
            switch (l.charAt(0)) {
                case '5' -> batchHash = 0;
                case '6' -> {
                    count++;
                    hash += Long.parseLong(l.substring(3, 11));
                    batchHash += Long.parseLong(l.substring(3, 11));
                    long amount = Long.parseLong(l.substring(29, 39));
                    if (l.charAt(2) == '2') {
                        credits += amount;
                    } else {
                        debits += amount;
                    }
                }
                case '7' -> count++;
                case '8' -> assertEquals(batchHash % 10_000_000_000L, Long.parseLong(l.substring(10, 20)));
                case '9' -> control = control == null ? l : control;
                default -> assertEquals('1', l.charAt(0));
            }
        }
        assertEquals(
                "9%06d%06d%08d%010d%012d%012d"
                        .formatted(
                                file.batches().size(),
                                lines.size() / 10,
                                count,
                                hash % 10_000_000_000L,
                                debits,
                                credits),
                String.valueOf(control).substring(0, 55));
    }

    /** Whatever is done to a file, it is told in words, and mostly told to be wrong. */
    @Test
    void brokenFiles_areToldAndNeverThrow() {
        Random random = new Random(7);
        int told = 0;
        for (int i = 0; i < 20_000; i++) {
            StringBuilder broken = new StringBuilder(GOLDEN);
            for (int k = 0; k <= random.nextInt(3); k++) {
                int at = random.nextInt(broken.length());
                switch (random.nextInt(3)) {
                    case 0 -> broken.setCharAt(at, (char) random.nextInt(256));
                    case 1 -> broken.deleteCharAt(at);
                    default -> broken.insert(at, (char) ('0' + random.nextInt(10)));
                }
            }
            BankFileReport report = BankFiles.check(broken.toString().getBytes(StandardCharsets.ISO_8859_1));
            told += report.holds() ? 0 : 1;
        }
        assertTrue(told > 15_000, "told of " + told);
    }

    /** As a bank sends it: an entry that came back, and a notification that an account has another number. */
    @Test
    void returnsAndNotifications_areReadWithWhatTheyAnswer() {
        AchFile.Batch answer = new AchFile.Batch(
                200,
                "Quillhaven Marina",
                "",
                "1234567890",
                "PPD",
                "BERTH RENT",
                "",
                Optional.of(LocalDate.of(2026, 7, 7)),
                "02100002",
                1,
                List.of(
                        new AchFile.Entry(
                                26,
                                "091000019",
                                "1234567890",
                                12_050,
                                "C-1001",
                                "Pell Charter",
                                "",
                                "021000020000001",
                                List.of(new AchFile.Addenda(
                                        "99",
                                        "R01091000010000001      02100002" + "NOT ENOUGH" + " ".repeat(34)
                                                + "021000020000001"))),
                        new AchFile.Entry(
                                21,
                                "091000019",
                                "9876543",
                                0,
                                "C-1002",
                                "Larkspur Sailing",
                                "",
                                "021000020000002",
                                List.of(new AchFile.Addenda(
                                        "98",
                                        "C01091000010000002      01140153" + "9876544" + " ".repeat(37)
                                                + "021000020000002")))));
        AchReader.Read read = AchReader.read(AchWriter.write(file(answer)));
        assertEquals(List.of(), read.report().problems());
        List<AchAnswer> answers = AchAnswer.of(read.file());
        assertEquals("R01", answers.getFirst().code());
        assertEquals("091000010000001", answers.getFirst().originalTrace());
        assertEquals(12_050, answers.getFirst().amount());
        assertEquals("NOT ENOUGH", answers.getFirst().information());
        assertTrue(answers.getFirst().isReturn());
        assertEquals("C01", answers.getLast().code());
        assertEquals("9876544", answers.getLast().information());
        assertFalse(answers.getLast().isReturn());
    }
}
