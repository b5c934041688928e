package tidemark.core.problem;

import static tidemark.core.words.Catalogue.say;

/** Checks of what was typed into a field. */
public final class Fields {
    private Fields() {}

    /**
     * The text without space around it.
     *
     * @throws RuleViolation {@code field.invalid} when it is empty or too long
     */
    public static String text(String typed, String field, int longest) {
        String text = typed.strip();
        if (text.isEmpty() || text.length() > longest) {
            throw new RuleViolation(
                    "field.invalid",
                    field,
                    text.isEmpty() ? say("field.invalid.found") : say("field.invalid.found2", text.length()),
                    say("field.invalid.expected", longest),
                    say("field.invalid.remedy"));
        }
        return text;
    }

    /** A short code of letters, digits, dots and dashes. @throws RuleViolation {@code code.unfit} */
    public static String code(String typed, String field) {
        String code = typed.strip();
        if (!code.matches("[A-Za-z0-9][A-Za-z0-9.-]{0,19}")) {
            throw new RuleViolation(
                    "code.unfit",
                    field,
                    code.isEmpty() ? say("code.unfit.found") : "“" + code + "”",
                    say("code.unfit.expected"),
                    say("code.unfit.remedy"));
        }
        return code;
    }

    /** What is said of a name or code that must be the only one of its kind. */
    public static RuleViolation taken(String field, String what) {
        return new RuleViolation(
                "name.taken",
                field,
                say("name.taken.found", what),
                say("name.taken.expected"),
                say("name.taken.remedy"));
    }
}
