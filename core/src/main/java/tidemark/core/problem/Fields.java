package tidemark.core.problem;

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
                    text.isEmpty() ? "nothing" : text.length() + " characters",
                    "1 to " + longest + " characters",
                    "Fill in the field.");
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
                    code.isEmpty() ? "nothing" : "“" + code + "”",
                    "1 to 20 letters, digits, dots or dashes",
                    "Choose another code.");
        }
        return code;
    }

    /** What is said of a name or code that must be the only one of its kind. */
    public static RuleViolation taken(String field, String what) {
        return new RuleViolation(
                "name.taken",
                field,
                "“" + what + "”, which there is already",
                "one that nothing else has",
                "Choose another.");
    }
}
