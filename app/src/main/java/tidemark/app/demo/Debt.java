package tidemark.app.demo;

import java.time.LocalDate;

/**
 * An invoice of the demo company's life.
 *
 * @param booking key of the booking that pays it; empty when nobody has yet
 * @param customer whether we send it; otherwise we receive it
 * @param gross cents
 * @param paid what of it the booking pays; the rest is discount or stays open
 */
record Debt(
        String booking,
        boolean customer,
        String party,
        String number,
        LocalDate date,
        long gross,
        long paid,
        long discount,
        String account,
        String costCentre,
        String taxCode,
        String text) {}
