package tidemark.core.statement;

import java.time.LocalDate;
import java.util.Objects;
import org.jspecify.annotations.Nullable;

/** The fields of the camt entry being read; one is used again for every entry of a file. */
final class Camt053Entry {
    String reference = "";
    String endToEnd = "";
    String check = "";
    String bankReference = "";
    String debtor = "";
    String creditor = "";
    String remittance = "";
    String info = "";
    String code = "";
    String status = "";
    long amount;
    boolean debit;

    @Nullable
    LocalDate booked;

    @Nullable
    LocalDate value;

    void clear() {
        reference = "";
        endToEnd = "";
        check = "";
        bankReference = "";
        debtor = "";
        creditor = "";
        remittance = "";
        info = "";
        code = "";
        status = "";
        amount = 0;
        debit = false;
        booked = null;
        value = null;
    }

    BankLine line(long position) {
        LocalDate day = Objects.requireNonNull(booked);
        return new BankLine(
                new BankLineId(position),
                day,
                value == null ? day : value,
                debit ? -amount : amount,
                endToEnd.isEmpty() ? reference : endToEnd,
                bankReference,
                CheckNumbers.plain(check),
                debit ? creditor : debtor,
                remittance.isEmpty() ? info : remittance,
                code);
    }
}
