package tidemark.core.statement;

import static tidemark.core.words.Catalogue.say;

import tidemark.core.problem.Problem;

/**
 * Something in a file that was readable and yet is not as it should be.
 *
 * @param line line of the file, from 1, or 0 where the whole is meant
 * @param decides whether a person has to decide before the statement is taken
 */
public record ReadWarning(Problem problem, int line, boolean decides) {

    /** What breaks a sum or the sequence: shown with its figures, and a person decides. */
    public static ReadWarning breach(int line, String code, String found, String expected, String remedy) {
        return new ReadWarning(
                new Problem(code, line == 0 ? "" : say("statement.line", line), found, expected, remedy), line, true);
    }

    /** What a person should know and need not decide. */
    public static ReadWarning note(int line, String code, String found, String expected, String remedy) {
        return new ReadWarning(
                new Problem(code, line == 0 ? "" : say("statement.line", line), found, expected, remedy), line, false);
    }
}
