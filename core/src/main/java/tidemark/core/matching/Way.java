package tidemark.core.matching;

/** How a line may be explained. */
enum Way {
    /** By one entry. */
    PAIR(.84, 1, true),
    /** By all entries of one reference. */
    REFERENCE(.04, .5, true),
    /** By all entries whose references the line quotes, with what of their party goes the other way. */
    QUOTED(.02, .5, true),
    /** By all entries of a run, whose references have one stem or follow each other. */
    RUN(.01, .5, true),
    /** By an entry and a small one that goes the other way. */
    LESS_ENTRY(.01, .15, true),
    /** By all entries of one party on one day, or on days that follow each other. */
    PARTY_DAY(.01, .15, true),
    /** By all entries of one day and kind. */
    DAY(.02, .15, true),
    /** By all entries of a kind on days that follow each other. */
    DAYS(.005, .05, true),
    /** By all that is open of a party. */
    PARTY(.01, .15, true),
    /** By some of such entries. */
    PART(.01, .05, false),
    /** As one of all lines of something, by one entry. */
    TOGETHER(.01, .15, true),
    /** As one of the parts of an entry. */
    PARTS(.015, .05, false),
    /** With other lines by several entries. */
    CROSSWISE(.003, .01, false),
    /** By another line that takes it back. */
    CANCELLED(.005, .03, false),
    NONE(.057, 1, false);

    /** The share of lines, before anything is known of an account. */
    final double shipped;
    /** Whether it takes all there is of something, and not some of it. */
    final boolean isAll;
    /** The logarithm of the odds against none, before groups were looked at. */
    final double atFirst;

    Way(double shipped, double atFirst, boolean isAll) {
        this.isAll = isAll;
        this.shipped = shipped;
        this.atFirst = Math.log(atFirst);
    }
}
