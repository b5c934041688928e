package tidemark.core.pettycash;

import static tidemark.core.words.Catalogue.say;

/** What a move of a drawer is. What undoes one is of the same kind. */
public enum MoveKind {
    /** The float was set, raised or lowered. */
    FLOAT,
    /** Something was paid. */
    VOUCHER,
    /** Somebody paid cash into the drawer. */
    RECEIVED,
    /** An employee was given cash and has not said yet what it went for. */
    ADVANCE,
    /** What an advance went for; the rest came back, or what was missing was paid out. */
    SETTLED,
    /** Somebody got cash for a check, which lies in the drawer. */
    CHECK_CASHED,
    /** A check was taken out of the drawer to go to the bank. */
    CHECK_TAKEN,
    /** Cash was taken out of the drawer to go to the bank. */
    BANKED,
    /** Cash that brings the drawer back to its float. */
    TOP_UP,
    /** Cash of a top-up that was on the way is in the drawer. */
    ARRIVED,
    /** What a count found too much or too little. */
    OVER_SHORT;

    /** Whether a top-up names what it makes good of this. */
    public boolean isToppedUp() {
        return switch (this) {
            case TOP_UP, ARRIVED, ADVANCE, CHECK_CASHED -> false;
            case FLOAT, VOUCHER, RECEIVED, SETTLED, CHECK_TAKEN, BANKED, OVER_SHORT -> true;
        };
    }

    /** As a list says it: {@code money received}. */
    public String words() {
        return switch (this) {
            case FLOAT -> say("pettycash.kind.float");
            case VOUCHER -> say("pettycash.kind.voucher");
            case RECEIVED -> say("pettycash.kind.received");
            case ADVANCE -> say("pettycash.kind.advance");
            case SETTLED -> say("pettycash.kind.settled");
            case CHECK_CASHED -> say("pettycash.kind.checkCashed");
            case CHECK_TAKEN -> say("pettycash.kind.checkTaken");
            case BANKED -> say("pettycash.kind.banked");
            case TOP_UP -> say("pettycash.kind.topUp");
            case ARRIVED -> say("pettycash.kind.arrived");
            case OVER_SHORT -> say("pettycash.kind.overShort");
        };
    }
}
