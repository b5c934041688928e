package tidemark.core.paper;

import static tidemark.core.words.Catalogue.say;

import java.time.LocalDate;

/** What a paper is kept for, which says how long it has to be. */
public enum PaperUse {
    /** A receipt, an invoice or another paper that a booking rests on. */
    BOOKING(say("paper.booking"), 10),
    LETTER(say("paper.letter"), 6),
    /** About a person, such as a copy of a card or an address. */
    PERSON(say("paper.person"), 3);

    private final String words;
    private final int years;

    PaperUse(String words, int years) {
        this.words = words;
        this.years = years;
    }

    public String words() {
        return words;
    }

    /** Unless the company says otherwise. */
    public int usualYears() {
        return years;
    }

    /**
     * The last day on which a paper must still be there: so many years after the end of the year it belongs to.
     *
     * @param day of the booking; {@code years} at least 0
     */
    public static LocalDate keptUntil(LocalDate day, int years) {
        return LocalDate.of(day.getYear() + years, 12, 31);
    }
}
