package tidemark.core.matching;

/** The levels on which a line and an entry are compared, one of each field. A level that tells nothing weighs nothing. */
final class Facts {
    /** How the amounts stand to each other. */
    enum Amount {
        SAME,
        /** Less by an amount or share by which the bank's amounts of this account are often less. */
        USUAL_FEE,
        /** Less by up to a twentieth. */
        LESS,
        SWAPPED,
        POINT,
        SIDE,
        ONE_DIGIT,
        OTHER
    }

    enum Check {
        SAME,
        ONE_SLIP,
        OTHER,
        /** Not both have one. */
        SILENT
    }

    enum Reference {
        SAME,
        ZEROS,
        INSIDE,
        ONE_SLIP,
        OTHER,
        SILENT
    }

    enum Name {
        ALL,
        MOST,
        SOME,
        NONE,
        /** The line names another party of the ledger. */
        ANOTHER,
        SILENT
    }

    /** What this payer's lines were matched to before. */
    enum Payer {
        THIS,
        ANOTHER,
        SILENT
    }

    /** Whether both texts are of one month: a rent, a wage, a fee of it. */
    enum Month {
        SAME,
        OTHER,
        SILENT
    }

    private Facts() {}

    private static final int LATEST = 8_000;

    /** All levels of a pair in one number, as there are millions of pairs. */
    static int pack(Amount amount, Check check, Reference reference, Name name, Payer payer, Month month, int days) {
        int bounded = Math.clamp(days, -LATEST, LATEST) + LATEST;
        return (bounded << 16)
                | (month.ordinal() << 14)
                | (payer.ordinal() << 12)
                | (name.ordinal() << 9)
                | (reference.ordinal() << 6)
                | (check.ordinal() << 4)
                | amount.ordinal();
    }

    private static final Amount[] AMOUNTS = Amount.values();
    private static final Check[] CHECKS = Check.values();
    private static final Reference[] REFERENCES = Reference.values();
    private static final Name[] NAMES = Name.values();
    private static final Payer[] PAYERS = Payer.values();

    private static final Month[] MONTHS = Month.values();

    static Amount amount(int facts) {
        return AMOUNTS[facts & 0xF];
    }

    static Check check(int facts) {
        return CHECKS[(facts >> 4) & 3];
    }

    static Reference reference(int facts) {
        return REFERENCES[(facts >> 6) & 7];
    }

    static Name name(int facts) {
        return NAMES[(facts >> 9) & 7];
    }

    static Payer payer(int facts) {
        return PAYERS[(facts >> 12) & 3];
    }

    static Month month(int facts) {
        return MONTHS[(facts >> 14) & 3];
    }

    /** Whether anything beside the amount and the days speaks for a pair. */
    static boolean speak(int facts) {
        return check(facts).ordinal() <= Check.ONE_SLIP.ordinal()
                || reference(facts).ordinal() <= Reference.ONE_SLIP.ordinal()
                || name(facts).ordinal() <= Name.MOST.ordinal()
                || payer(facts) == Payer.THIS
                || month(facts) == Month.SAME;
    }

    /** Business days from the entry to the line. */
    static int days(int facts) {
        return (facts >>> 16) - LATEST;
    }

    static int with(int facts, Amount amount) {
        return (facts & ~0xF) | amount.ordinal();
    }

    static int with(int facts, Payer payer) {
        return (facts & ~(3 << 12)) | (payer.ordinal() << 12);
    }

    static int with(int facts, Name name) {
        return (facts & ~(7 << 9)) | (name.ordinal() << 9);
    }
}
