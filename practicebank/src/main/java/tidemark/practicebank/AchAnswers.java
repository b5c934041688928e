package tidemark.practicebank;

import java.time.LocalDate;
import java.time.format.DateTimeFormatter;
import java.util.List;
import java.util.Locale;
import tidemark.practicebank.FileDesk.Back;

/** The bank's files of returns and notifications of change. Source: NACHA Operating Rules, addenda records 99 and 98. */
final class AchAnswers {
    private static final String BANK = "09100001";
    private static final DateTimeFormatter DAY = DateTimeFormatter.ofPattern("yyMMdd", Locale.ROOT);

    private AchAnswers() {}

    static String write(LocalDate day, String reference, List<Back> backs) {
        StringBuilder out = new StringBuilder();
        String date = DAY.format(day);
        line(
                out,
                "101" + " 091000019" + " 091000019" + date + "0600" + "A094101" + left("PRACTICE BANK", 23)
                        + left("PRACTICE BANK", 23) + left(reference.substring(0, 8), 8));
        long number = 0;
        long debits = 0;
        long credits = 0;
        long hash = 0;
        for (Back b : backs) {
            number++;
            long cents = b.isMoney() ? b.item().cents() : 0;
            boolean debit = b.batch().debits();
            String company = left("PRACTICE BANK", 16) + " ".repeat(20) + "1091000019";
            String routing = b.item().bank();
            long bank = Long.parseLong(routing.substring(0, 8));
            String trace = BANK + digits(number, 7);
            line(
                    out,
                    "5200" + company + (b.isMoney() ? left(b.item().entryClass(), 3) : "COR") + left("ANSWER", 10)
                            + " ".repeat(6) + date + "   1" + BANK + digits(number, 7));
            line(
                    out,
                    "6" + (b.item().savings() ? "3" : "2") + (debit ? "6" : "1") + routing
                            + left(b.item().account(), 17) + digits(cents, 10)
                            + left(b.item().id(), 15)
                            + left(b.item().name(), 22) + "  1" + trace);
            line(
                    out,
                    b.isMoney()
                            ? "799" + b.code() + b.item().trace() + " ".repeat(6) + routing.substring(0, 8)
                                    + left(words(b.code()), 44) + trace
                            : "798" + b.code() + b.item().trace() + " ".repeat(6) + routing.substring(0, 8)
                                    + left(moved(b.item().account()), 29) + " ".repeat(15) + trace);
            line(
                    out,
                    "8200" + digits(2, 6) + digits(bank, 10) + digits(debit ? cents : 0, 12)
                            + digits(debit ? 0 : cents, 12) + "1091000019" + " ".repeat(25) + BANK + digits(number, 7));
            hash += bank;
            debits += debit ? cents : 0;
            credits += debit ? 0 : cents;
        }
        long records = 2 + number * 4;
        long blocks = (records + 9) / 10;
        line(
                out,
                "9" + digits(number, 6) + digits(blocks, 6) + digits(number * 2, 8) + digits(hash % 10_000_000_000L, 10)
                        + digits(debits, 12) + digits(credits, 12) + " ".repeat(39));
        for (long i = records; i < blocks * 10; i++) {
            line(out, "9".repeat(94));
        }
        return out.toString();
    }

    private static String words(String code) {
        return switch (code) {
            case "R01" -> "INSUFFICIENT FUNDS";
            case "R02" -> "ACCOUNT CLOSED";
            case "R03" -> "NO ACCOUNT";
            case "R10" -> "NOT AUTHORIZED";
            default -> "";
        };
    }

    /** The number that a customer's account has now: one behind the old. */
    private static String moved(String account) {
        return account + "1";
    }

    private static void line(StringBuilder out, String record) {
        if (record.length() != 94) {
            throw new IllegalStateException(record);
        }
        out.append(record).append('\n');
    }

    private static String left(String text, int width) {
        String cut = text.length() > width ? text.substring(0, width) : text;
        return cut + " ".repeat(width - cut.length());
    }

    private static String digits(long value, int width) {
        String digits = Long.toString(value);
        return "0".repeat(width - digits.length()) + digits;
    }
}
