package tidemark.app.ledger;

import static tidemark.core.words.Catalogue.say;

/**
 * What made a journal entry. Each capability that books declares its own as a bean; {@link EntrySources} knows them all.
 *
 * @param code at most 20 letters, as the database keeps it; never changed once an entry has it
 * @param words what an entry of it is, as its page says: {@code money received}
 * @param undoing where it is not undone by itself: what to do in place of that, a whole sentence
 * @param asksForSite whether a form made it that asks for the site; what follows from a bank line has its account instead
 */
public record EntrySource(String code, String words, UndoneAt undoneAt, String undoing, boolean asksForSite) {
    /** Whether an entry itself is reversed, or what made it, so that both stay in step, or neither. */
    public enum UndoneAt {
        ENTRY,
        SOURCE,
        NOWHERE
    }

    public static final EntrySource OPENING = new EntrySource(
            "OPENING",
            say("ledger.openingBalance"),
            UndoneAt.NOWHERE,
            say("ledger.bookAnEntryThatPutsTheBalance"),
            false);
    public static final EntrySource MANUAL = form("MANUAL", say("ledger.typed"));
    public static final EntrySource FILE = form("FILE", say("ledger.readFromAFile"));
    static final EntrySource REVERSAL = new EntrySource(
            "REVERSAL", say("ledger.reversal"), UndoneAt.NOWHERE, say("ledger.bookTheOriginalEntryAgainIfIt"), false);

    /** Made by a form that asks for the site, and undone by reversing its entry. */
    public static EntrySource form(String code, String words) {
        return new EntrySource(code, words, UndoneAt.ENTRY, "", true);
    }

    /** Made by what was decided elsewhere, and undone by reversing its entry. */
    public static EntrySource consequence(String code, String words) {
        return new EntrySource(code, words, UndoneAt.ENTRY, "", false);
    }
}
