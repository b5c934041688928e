package tidemark.core.payment;

import java.util.List;

/**
 * The sums under a list of payments. Minor units of one currency.
 *
 * @param waiting not booked yet: for its date or its release
 * @param unclaimed booked, and owed as unclaimed money since
 */
public record PaymentRegister(int count, long booked, long waiting, long unclaimed, long voided) {
    /** A payment's amount and state. */
    public record Row(long minorUnits, PaymentState state) {}

    /**
     * Sums payments of one currency by what became of them. Cost: O(rows). @throws ArithmeticException on overflow of a
     * {@code long}
     */
    public static PaymentRegister of(List<Row> rows) {
        long booked = 0;
        long waiting = 0;
        long unclaimed = 0;
        long voided = 0;
        for (Row row : rows) {
            switch (row.state()) {
                case BOOKED -> booked = Math.addExact(booked, row.minorUnits());
                case UNCLAIMED -> unclaimed = Math.addExact(unclaimed, row.minorUnits());
                case VOID -> voided = Math.addExact(voided, row.minorUnits());
                case WAITS_FOR_DATE, WAITS_FOR_RELEASE -> waiting = Math.addExact(waiting, row.minorUnits());
            }
        }
        return new PaymentRegister(rows.size(), booked, waiting, unclaimed, voided);
    }
}
