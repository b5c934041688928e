package tidemark.core.format;

import java.time.LocalDate;
import java.util.Objects;
import java.util.OptionalLong;
import org.jspecify.annotations.Nullable;
import tidemark.core.statement.BankLine;
import tidemark.core.statement.BankLineId;
import tidemark.core.statement.CheckNumbers;
import tidemark.core.statement.ReadLine;

/** The fields of the line being read; one is used again for every line of a file. */
final class LineDraft {
    private static final int LONGEST = 2_000;

    int fileLine;

    @Nullable
    LocalDate booked;

    @Nullable
    LocalDate value;

    /** Signed, positive into the account. */
    long amount;

    OptionalLong balance = OptionalLong.empty();
    String reference = "";
    String bankReference = "";
    String check = "";
    String counterparty = "";
    String text = "";
    String code = "";
    boolean pending;
    private String extra = "";

    void clear() {
        fileLine = 0;
        booked = null;
        value = null;
        amount = 0;
        balance = OptionalLong.empty();
        reference = "";
        bankReference = "";
        check = "";
        counterparty = "";
        text = "";
        code = "";
        pending = false;
        extra = "";
    }

    /** Adds something a person may want to know, up to a bound. */
    void extra(String more) {
        if (!more.isEmpty() && extra.length() + more.length() < LONGEST) {
            extra = extra.isEmpty() ? more : extra + "; " + more;
        }
    }

    ReadLine line(long position) {
        LocalDate day = Objects.requireNonNull(booked);
        return new ReadLine(
                new BankLine(
                        new BankLineId(position),
                        day,
                        value == null ? day : value,
                        amount,
                        reference,
                        bankReference,
                        CheckNumbers.plain(check),
                        counterparty,
                        text,
                        code),
                fileLine,
                balance,
                pending,
                extra);
    }

    /** Two pieces of text with a blank between them, up to a bound. */
    static String join(String before, String more) {
        if (more.isEmpty() || before.length() > LONGEST) {
            return before;
        }
        return before.isEmpty() ? more : before + " " + more;
    }
}
