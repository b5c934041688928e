package tidemark.core.mandate;

import static tidemark.core.words.Catalogue.say;

import java.time.LocalDate;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.OptionalLong;
import org.joda.money.CurrencyUnit;
import tidemark.core.bankfile.PaymentMessage;
import tidemark.core.calendar.BankCalendar;
import tidemark.core.money.MinorUnits;
import tidemark.core.problem.Problem;
import tidemark.core.problem.Words;

/**
 * What a customer signed. Sources: NACHA Operating Rules (prenotes, notices of varying amounts, entries that are presented
 * again); EPC SEPA Direct Debit rulebooks (sequence types, 36 months, pre-notification).
 *
 * @param reference at most 35 characters, unique in its company
 * @param again whether it is for one collection alone, or again and again
 * @param most the highest amount of one collection, in minor units; empty for any
 * @param endsOn the last day on which it holds; empty for no end
 * @param lastUsed the last day on which it was collected from
 * @param prenoted when a prenote went out; empty where none was wanted
 */
public record Mandate(
        String reference,
        LocalDate signed,
        Kind kind,
        boolean again,
        DebtorAccount account,
        MandateState state,
        OptionalLong most,
        Optional<LocalDate> endsOn,
        Optional<LocalDate> lastUsed,
        Optional<LocalDate> prenoted) {
    /** A mandate of SEPA lapses so many months after it was last used, or signed. */
    public static final int LAPSES_MONTHS = 36;
    /** A live entry waits so many banking days after its prenote. */
    public static final int PRENOTE_DAYS = 3;

    private static final int SEPA_NOTICE_DAYS = 14;
    private static final int ACH_NOTICE_DAYS = 10;

    /** Which rules hold for it. */
    public enum Kind {
        ACH_CONSUMER,
        ACH_BUSINESS,
        SEPA_CORE,
        SEPA_B2B;

        public boolean isSepa() {
            return this == SEPA_CORE || this == SEPA_B2B;
        }

        /** The entry class of ACH: {@code PPD} of consumers, {@code CCD} of businesses. */
        public String entryClass() {
            if (isSepa()) {
                throw new IllegalStateException("SEPA has no entry class");
            }
            return this == ACH_CONSUMER ? "PPD" : "CCD";
        }
    }

    /** The last day on which it may be collected from as far as its age says; none where it does not lapse. */
    public Optional<LocalDate> lapses() {
        return kind.isSepa() ? Optional.of(lastUsed.orElse(signed).plusMonths(LAPSES_MONTHS)) : Optional.empty();
    }

    /**
     * What keeps an amount from being collected on a day; none where nothing does. Being asked first is no hindrance, it is a
     * decision.
     *
     * @param amount minor units
     */
    public List<Problem> hindrances(LocalDate day, long amount, BankCalendar calendar) {
        List<Problem> out = new ArrayList<>(account.problems());
        if (state == MandateState.ENDED || endsOn.map(day::isAfter).orElse(false)) {
            out.add(problem("mandate.ended", endsOn.map(Words::day).orElse(state.words()), say("mandate.another")));
        } else if (state == MandateState.SUSPENDED) {
            out.add(problem("mandate.suspended", state.words(), say("mandate.putRight")));
        }
        if (day.isBefore(signed)) {
            out.add(problem("mandate.signed", Words.day(day), say("mandate.signedOn", Words.day(signed))));
        }
        if (!again && lastUsed.isPresent()) {
            out.add(problem("mandate.once", Words.day(lastUsed.get()), say("mandate.another")));
        }
        lapses().filter(day::isAfter)
                .ifPresent(l -> out.add(problem("mandate.lapsed", Words.day(l), say("mandate.another"))));
        if (most.isPresent() && amount > most.getAsLong()) {
            CurrencyUnit currency = kind.isSepa() ? CurrencyUnit.EUR : CurrencyUnit.USD;
            out.add(problem(
                    "mandate.most",
                    MinorUnits.grouped(amount, currency),
                    say("mandate.notMore", MinorUnits.grouped(most.getAsLong(), currency))));
        }
        prenoted.map(p -> calendar.plus(p, PRENOTE_DAYS))
                .filter(day::isBefore)
                .ifPresent(p -> out.add(problem("mandate.prenote", Words.day(day), say("mandate.from", Words.day(p)))));
        return out;
    }

    private Problem problem(String code, String found, String expected) {
        return new Problem(code, reference, found, expected, say("mandate.remedy"));
    }

    /**
     * Which of its collections the next is, as SEPA tells it.
     *
     * @param last whether none follows
     * @param tellsFirst whether the first of several is told as one, which the scheme leaves free
     */
    public PaymentMessage.Sequence sequence(boolean last, boolean tellsFirst) {
        if (!again) {
            return PaymentMessage.Sequence.OOFF;
        }
        if (last) {
            return PaymentMessage.Sequence.FNAL;
        }
        return tellsFirst && lastUsed.isEmpty() ? PaymentMessage.Sequence.FRST : PaymentMessage.Sequence.RCUR;
    }

    /**
     * The last day on which the customer is told of amount and day; none where nobody has to be told.
     *
     * @param varies whether the amount is another than that of the last collection
     * @param agreed days that were agreed with the customer; empty for what the rules say
     */
    public Optional<LocalDate> noticeBy(LocalDate day, boolean varies, Optional<Integer> agreed) {
        if (kind.isSepa()) {
            return Optional.of(day.minusDays(agreed.orElse(SEPA_NOTICE_DAYS)));
        }
        return kind == Kind.ACH_CONSUMER && varies
                ? Optional.of(day.minusDays(agreed.orElse(ACH_NOTICE_DAYS)))
                : Optional.empty();
    }
}
