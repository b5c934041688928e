package tidemark.core.matching;

/** How strong all the evidence for a match is together, strongest first. */
public enum Strength {
    /** May be accepted without a person. */
    FIRM,
    /** Needs a look. */
    FAIR,
    /** A hint. */
    FAINT
}
