package tidemark.app.company;

/** Which of day and month stands first where both are numbers: {@code 6/4} or {@code 4/6} for the fourth of June. */
public enum DateOrder {
    MONTH_FIRST,
    DAY_FIRST
}
