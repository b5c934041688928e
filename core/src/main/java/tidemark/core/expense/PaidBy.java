package tidemark.core.expense;

import static tidemark.core.words.Catalogue.say;

/** Out of what an expense was paid. */
public enum PaidBy {
    /** A bank account; its line is matched later. */
    BANK(say("expense.bank"), true),
    /** A card account: a bank account of its own, paid from another. */
    CARD(say("expense.card"), true),
    /** A drawer of petty cash. */
    DRAWER(say("expense.drawer"), false),
    /** An employee, out of pocket; it is owed to them. */
    EMPLOYEE(say("expense.employee"), false);

    private final String words;
    private final boolean atTheBank;

    PaidBy(String words, boolean atTheBank) {
        this.words = words;
        this.atTheBank = atTheBank;
    }

    public String words() {
        return words;
    }

    /** Whether a line of a bank's statement is to come for it. */
    public boolean atTheBank() {
        return atTheBank;
    }
}
