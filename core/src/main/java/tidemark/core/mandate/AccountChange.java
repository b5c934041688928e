package tidemark.core.mandate;

import static tidemark.core.words.Catalogue.say;

import java.util.List;
import java.util.Map;
import java.util.Set;
import tidemark.core.problem.Problem;
import tidemark.core.problem.RuleViolation;

/**
 * What a notification of change says is right of an account. Source: NACHA Operating Rules, change codes C01 to C07 and the
 * columns of their corrected data.
 */
public record AccountChange(DebtorAccount.Ach account, String holder) {
    /** It is applied before the next entry, and within so many banking days. */
    public static final int WITHIN_BANKING_DAYS = 6;

    /** Transaction codes of savings begin with 3, of checking with 2. */
    private static final Set<Character> KINDS = Set.of('2', '3');

    /** Where the parts of the corrected data stand, from 0: routing number, account number, transaction code. */
    private record Columns(int routing, int number, int numberEnd, int code) {}

    private static final int NONE = -1;
    private static final int WIDTH = 29;
    private static final Map<String, Columns> LAYOUTS = Map.of(
            "C01", new Columns(NONE, 0, 17, NONE),
            "C02", new Columns(0, NONE, NONE, NONE),
            "C03", new Columns(0, 12, 29, NONE),
            "C05", new Columns(NONE, NONE, NONE, 0),
            "C06", new Columns(NONE, 0, 17, 20),
            "C07", new Columns(0, 9, 26, 26));

    private static final String NAME = "C04";
    private static final int NAME_WIDTH = 22;

    /** The codes that say something of an account or its holder. */
    public static boolean isKnown(String code) {
        return LAYOUTS.containsKey(code) || code.equals(NAME);
    }

    /**
     * @param information the corrected data, as it stands in the record
     * @param now what is kept of the account
     * @throws RuleViolation {@code change.unknown} for a code that says nothing of an account, {@code change.unfit} where what
     *     it says cannot be right
     */
    public static AccountChange of(String code, String information, DebtorAccount.Ach now, String holder) {
        if (!isKnown(code)) {
            throw new RuleViolation(
                    "change.unknown", "", code, say("change.unknown.expected"), say("change.unknown.remedy"));
        }
        String data = information + " ".repeat(Math.max(0, WIDTH - information.length()));
        if (code.equals(NAME)) {
            String name = data.substring(0, NAME_WIDTH).strip();
            if (name.isEmpty()) {
                throw unfit(code, information);
            }
            return new AccountChange(now, name);
        }
        Columns c = LAYOUTS.get(code);
        if (c == null) {
            throw new IllegalStateException(code);
        }
        char kind = c.code() == NONE ? (now.savings() ? '3' : '2') : data.charAt(c.code());
        DebtorAccount.Ach said = new DebtorAccount.Ach(
                c.routing() == NONE ? now.routing() : data.substring(c.routing(), c.routing() + 9),
                c.number() == NONE
                        ? now.number()
                        : data.substring(c.number(), c.numberEnd()).strip(),
                kind == '3');
        List<Problem> problems = said.problems();
        if (!problems.isEmpty() || !KINDS.contains(kind)) {
            throw unfit(code, information);
        }
        return new AccountChange(said, holder);
    }

    private static RuleViolation unfit(String code, String information) {
        return new RuleViolation(
                "change.unfit",
                "",
                code + " " + information.strip(),
                say("change.unfit.expected"),
                say("change.unfit.remedy"));
    }
}
