package tidemark.core.returned;

import static tidemark.core.words.Catalogue.say;

import java.time.LocalDate;
import java.util.Optional;

/**
 * Why a bank takes back what it had credited: the return codes of ACH, the return reasons of ISO 20022, and what stands on
 * returned checks. Sources: the return reason codes R01 to R85 of the ACH rules with their time frames; the external code
 * set of return reasons of ISO 20022; the time frames of the SEPA direct debit rulebooks.
 */
public enum ReturnReason {
    R01(Scheme.ACH, Span.TWO_BANK_DAYS, true, say("returned.reason.r01")),
    R02(Scheme.ACH, Span.TWO_BANK_DAYS, false, say("returned.reason.r02")),
    R03(Scheme.ACH, Span.TWO_BANK_DAYS, false, say("returned.reason.r03")),
    R04(Scheme.ACH, Span.TWO_BANK_DAYS, false, say("returned.reason.r04")),
    R05(Scheme.ACH, Span.SIXTY_DAYS, false, say("returned.reason.r05")),
    R06(Scheme.ACH, Span.ANY, false, say("returned.reason.r06")),
    R07(Scheme.ACH, Span.SIXTY_DAYS, false, say("returned.reason.r07")),
    R08(Scheme.ACH, Span.TWO_BANK_DAYS, false, say("returned.reason.r08")),
    R09(Scheme.ACH, Span.TWO_BANK_DAYS, true, say("returned.reason.r09")),
    R10(Scheme.ACH, Span.SIXTY_DAYS, false, say("returned.reason.r10")),
    R11(Scheme.ACH, Span.SIXTY_DAYS, false, say("returned.reason.r11")),
    R12(Scheme.ACH, Span.TWO_BANK_DAYS, false, say("returned.reason.r12")),
    R13(Scheme.ACH, Span.TWO_BANK_DAYS, false, say("returned.reason.r13")),
    R14(Scheme.ACH, Span.TWO_BANK_DAYS, false, say("returned.reason.r14")),
    R15(Scheme.ACH, Span.TWO_BANK_DAYS, false, say("returned.reason.r15")),
    R16(Scheme.ACH, Span.TWO_BANK_DAYS, false, say("returned.reason.r16")),
    R17(Scheme.ACH, Span.TWO_BANK_DAYS, false, say("returned.reason.r17")),
    R18(Scheme.ACH, Span.TWO_BANK_DAYS, false, say("returned.reason.r18")),
    R19(Scheme.ACH, Span.TWO_BANK_DAYS, false, say("returned.reason.r19")),
    R20(Scheme.ACH, Span.TWO_BANK_DAYS, false, say("returned.reason.r20")),
    R21(Scheme.ACH, Span.TWO_BANK_DAYS, false, say("returned.reason.r21")),
    R22(Scheme.ACH, Span.TWO_BANK_DAYS, false, say("returned.reason.r22")),
    R23(Scheme.ACH, Span.TWO_BANK_DAYS, false, say("returned.reason.r23")),
    R24(Scheme.ACH, Span.TWO_BANK_DAYS, false, say("returned.reason.r24")),
    R25(Scheme.ACH, Span.TWO_BANK_DAYS, false, say("returned.reason.r25")),
    R26(Scheme.ACH, Span.TWO_BANK_DAYS, false, say("returned.reason.r26")),
    R27(Scheme.ACH, Span.TWO_BANK_DAYS, false, say("returned.reason.r27")),
    R28(Scheme.ACH, Span.TWO_BANK_DAYS, false, say("returned.reason.r28")),
    R29(Scheme.ACH, Span.TWO_BANK_DAYS, false, say("returned.reason.r29")),
    R30(Scheme.ACH, Span.TWO_BANK_DAYS, false, say("returned.reason.r30")),
    R31(Scheme.ACH, Span.ANY, false, say("returned.reason.r31")),
    R32(Scheme.ACH, Span.TWO_BANK_DAYS, false, say("returned.reason.r32")),
    R33(Scheme.ACH, Span.SIXTY_DAYS, false, say("returned.reason.r33")),
    R34(Scheme.ACH, Span.TWO_BANK_DAYS, false, say("returned.reason.r34")),
    R35(Scheme.ACH, Span.TWO_BANK_DAYS, false, say("returned.reason.r35")),
    R36(Scheme.ACH, Span.TWO_BANK_DAYS, false, say("returned.reason.r36")),
    R37(Scheme.ACH, Span.SIXTY_DAYS, false, say("returned.reason.r37")),
    R38(Scheme.ACH, Span.SIXTY_DAYS, false, say("returned.reason.r38")),
    R39(Scheme.ACH, Span.TWO_BANK_DAYS, false, say("returned.reason.r39")),
    R40(Scheme.ACH, Span.TWO_BANK_DAYS, false, say("returned.reason.r40")),
    R41(Scheme.ACH, Span.TWO_BANK_DAYS, false, say("returned.reason.r41")),
    R42(Scheme.ACH, Span.TWO_BANK_DAYS, false, say("returned.reason.r42")),
    R43(Scheme.ACH, Span.TWO_BANK_DAYS, false, say("returned.reason.r43")),
    R44(Scheme.ACH, Span.TWO_BANK_DAYS, false, say("returned.reason.r44")),
    R45(Scheme.ACH, Span.TWO_BANK_DAYS, false, say("returned.reason.r45")),
    R46(Scheme.ACH, Span.TWO_BANK_DAYS, false, say("returned.reason.r46")),
    R47(Scheme.ACH, Span.TWO_BANK_DAYS, false, say("returned.reason.r47")),
    R50(Scheme.ACH, Span.TWO_BANK_DAYS, false, say("returned.reason.r50")),
    R51(Scheme.ACH, Span.SIXTY_DAYS, false, say("returned.reason.r51")),
    R52(Scheme.ACH, Span.SIXTY_DAYS, false, say("returned.reason.r52")),
    R53(Scheme.ACH, Span.SIXTY_DAYS, false, say("returned.reason.r53")),
    R61(Scheme.ACH, Span.TWO_BANK_DAYS, false, say("returned.reason.r61")),
    R62(Scheme.ACH, Span.TWO_BANK_DAYS, false, say("returned.reason.r62")),
    R67(Scheme.ACH, Span.TWO_BANK_DAYS, false, say("returned.reason.r67")),
    R68(Scheme.ACH, Span.TWO_BANK_DAYS, false, say("returned.reason.r68")),
    R69(Scheme.ACH, Span.TWO_BANK_DAYS, false, say("returned.reason.r69")),
    R70(Scheme.ACH, Span.TWO_BANK_DAYS, false, say("returned.reason.r70")),
    R71(Scheme.ACH, Span.TWO_BANK_DAYS, false, say("returned.reason.r71")),
    R72(Scheme.ACH, Span.TWO_BANK_DAYS, false, say("returned.reason.r72")),
    R73(Scheme.ACH, Span.TWO_BANK_DAYS, false, say("returned.reason.r73")),
    R74(Scheme.ACH, Span.TWO_BANK_DAYS, false, say("returned.reason.r74")),
    R75(Scheme.ACH, Span.TWO_BANK_DAYS, false, say("returned.reason.r75")),
    R76(Scheme.ACH, Span.TWO_BANK_DAYS, false, say("returned.reason.r76")),
    R77(Scheme.ACH, Span.TWO_BANK_DAYS, false, say("returned.reason.r77")),
    R80(Scheme.ACH, Span.TWO_BANK_DAYS, false, say("returned.reason.r80")),
    R81(Scheme.ACH, Span.TWO_BANK_DAYS, false, say("returned.reason.r81")),
    R82(Scheme.ACH, Span.TWO_BANK_DAYS, false, say("returned.reason.r82")),
    R83(Scheme.ACH, Span.TWO_BANK_DAYS, false, say("returned.reason.r83")),
    R84(Scheme.ACH, Span.TWO_BANK_DAYS, false, say("returned.reason.r84")),
    R85(Scheme.ACH, Span.TWO_BANK_DAYS, false, say("returned.reason.r85")),
    AC01(Scheme.ISO, Span.FIVE_BANK_DAYS, false, say("returned.reason.ac01")),
    AC03(Scheme.ISO, Span.FIVE_BANK_DAYS, false, say("returned.reason.ac03")),
    AC04(Scheme.ISO, Span.FIVE_BANK_DAYS, false, say("returned.reason.ac04")),
    AC06(Scheme.ISO, Span.FIVE_BANK_DAYS, false, say("returned.reason.ac06")),
    AC13(Scheme.ISO, Span.FIVE_BANK_DAYS, false, say("returned.reason.ac13")),
    AG01(Scheme.ISO, Span.FIVE_BANK_DAYS, false, say("returned.reason.ag01")),
    AG02(Scheme.ISO, Span.FIVE_BANK_DAYS, false, say("returned.reason.ag02")),
    AM04(Scheme.ISO, Span.FIVE_BANK_DAYS, true, say("returned.reason.am04")),
    AM05(Scheme.ISO, Span.FIVE_BANK_DAYS, false, say("returned.reason.am05")),
    AM09(Scheme.ISO, Span.FIVE_BANK_DAYS, false, say("returned.reason.am09")),
    BE05(Scheme.ISO, Span.FIVE_BANK_DAYS, false, say("returned.reason.be05")),
    CURR(Scheme.ISO, Span.FIVE_BANK_DAYS, false, say("returned.reason.curr")),
    CUST(Scheme.ISO, Span.FIVE_BANK_DAYS, false, say("returned.reason.cust")),
    DUPL(Scheme.ISO, Span.FIVE_BANK_DAYS, false, say("returned.reason.dupl")),
    FF05(Scheme.ISO, Span.FIVE_BANK_DAYS, false, say("returned.reason.ff05")),
    FOCR(Scheme.ISO, Span.ANY, false, say("returned.reason.focr")),
    MD01(Scheme.ISO, Span.THIRTEEN_MONTHS, false, say("returned.reason.md01")),
    MD02(Scheme.ISO, Span.FIVE_BANK_DAYS, false, say("returned.reason.md02")),
    MD06(Scheme.ISO, Span.EIGHT_WEEKS, false, say("returned.reason.md06")),
    MD07(Scheme.ISO, Span.FIVE_BANK_DAYS, false, say("returned.reason.md07")),
    MS02(Scheme.ISO, Span.FIVE_BANK_DAYS, false, say("returned.reason.ms02")),
    MS03(Scheme.ISO, Span.FIVE_BANK_DAYS, false, say("returned.reason.ms03")),
    NARR(Scheme.ISO, Span.FIVE_BANK_DAYS, false, say("returned.reason.narr")),
    RC01(Scheme.ISO, Span.FIVE_BANK_DAYS, false, say("returned.reason.rc01")),
    RR01(Scheme.ISO, Span.FIVE_BANK_DAYS, false, say("returned.reason.rr01")),
    RR02(Scheme.ISO, Span.FIVE_BANK_DAYS, false, say("returned.reason.rr02")),
    RR03(Scheme.ISO, Span.FIVE_BANK_DAYS, false, say("returned.reason.rr03")),
    RR04(Scheme.ISO, Span.FIVE_BANK_DAYS, false, say("returned.reason.rr04")),
    SL01(Scheme.ISO, Span.FIVE_BANK_DAYS, false, say("returned.reason.sl01")),
    TM01(Scheme.ISO, Span.FIVE_BANK_DAYS, false, say("returned.reason.tm01")),
    NOT_SUFFICIENT(Scheme.CHECK, Span.AS_SET_UP, true, say("returned.reason.notsufficient")),
    UNCOLLECTED(Scheme.CHECK, Span.AS_SET_UP, true, say("returned.reason.uncollected")),
    STOPPED(Scheme.CHECK, Span.AS_SET_UP, false, say("returned.reason.stopped")),
    CLOSED(Scheme.CHECK, Span.AS_SET_UP, false, say("returned.reason.closed")),
    NOT_LOCATED(Scheme.CHECK, Span.AS_SET_UP, false, say("returned.reason.notlocated")),
    FROZEN(Scheme.CHECK, Span.AS_SET_UP, false, say("returned.reason.frozen")),
    STALE_DATED(Scheme.CHECK, Span.AS_SET_UP, false, say("returned.reason.staledated")),
    POST_DATED(Scheme.CHECK, Span.AS_SET_UP, true, say("returned.reason.postdated")),
    ENDORSEMENT(Scheme.CHECK, Span.AS_SET_UP, true, say("returned.reason.endorsement")),
    SIGNATURE(Scheme.CHECK, Span.AS_SET_UP, false, say("returned.reason.signature")),
    ALTERED(Scheme.CHECK, Span.AS_SET_UP, false, say("returned.reason.altered")),
    NOT_AUTHORIZED(Scheme.CHECK, Span.AS_SET_UP, false, say("returned.reason.notauthorized")),
    REFER_TO_MAKER(Scheme.CHECK, Span.AS_SET_UP, true, say("returned.reason.refertomaker")),
    PRESENTED_TWICE(Scheme.CHECK, Span.AS_SET_UP, false, say("returned.reason.presentedtwice")),
    CARD_DISPUTE(Scheme.CARD, Span.AS_SET_UP, false, say("returned.reason.carddispute")),
    OTHER(Scheme.ANY, Span.AS_SET_UP, true, say("returned.reason.other"));

    /** Which payments it is said of. */
    public enum Scheme {
        ACH,
        ISO,
        CHECK,
        CARD,
        ANY
    }

    /** Within what time of its booking the bank may take it back. */
    private enum Span {
        TWO_BANK_DAYS,
        FIVE_BANK_DAYS,
        SIXTY_DAYS,
        EIGHT_WEEKS,
        THIRTEEN_MONTHS,
        /** As the company has set it up for the tender. */
        AS_SET_UP,
        ANY
    }

    /** Bank days are Monday to Friday; so many days more for holidays and for what books a day later. */
    private static final int SLACK = 5;

    private final Scheme scheme;
    private final Span span;
    private final boolean presentedAgain;
    private final String words;

    ReturnReason(Scheme scheme, Span span, boolean presentedAgain, String words) {
        this.scheme = scheme;
        this.span = span;
        this.presentedAgain = presentedAgain;
        this.words = words;
    }

    public Scheme scheme() {
        return scheme;
    }

    /** Whether it makes sense to take the same paper to the bank once more. */
    public boolean mayBePresentedAgain() {
        return presentedAgain;
    }

    /** As in a list: {@code insufficient funds}. */
    public String words() {
        return words;
    }

    /** With its code where a standard gives it one: {@code R01 insufficient funds}. */
    public String titled() {
        return scheme == Scheme.ACH || scheme == Scheme.ISO ? name() + " " + words : words;
    }

    /**
     * The first day of which what was credited may still come back on a day. Cost: O(1).
     *
     * @param setUpDays how far back the company looks for the tender, in days; for reasons with no time of their own
     */
    public LocalDate since(LocalDate returnedOn, int setUpDays) {
        return switch (span) {
            case TWO_BANK_DAYS -> returnedOn.minusDays(4 + SLACK);
            case FIVE_BANK_DAYS -> returnedOn.minusDays(7 + SLACK);
            case SIXTY_DAYS -> returnedOn.minusDays(60 + SLACK);
            case EIGHT_WEEKS -> returnedOn.minusWeeks(8).minusDays(SLACK);
            case THIRTEEN_MONTHS -> returnedOn.minusMonths(13).minusDays(SLACK);
            case AS_SET_UP -> returnedOn.minusDays(setUpDays);
            case ANY -> returnedOn.minusYears(2);
        };
    }

    /** The reason of that name or code; none where it is unknown. */
    public static Optional<ReturnReason> find(String code) {
        for (ReturnReason reason : values()) {
            if (reason.name().equals(code)) {
                return Optional.of(reason);
            }
        }
        return Optional.empty();
    }
}
