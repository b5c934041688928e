package tidemark.core.mandate;

import static tidemark.core.words.Catalogue.say;

import java.util.ArrayList;
import java.util.List;
import tidemark.core.bankfile.AccountNumbers;
import tidemark.core.problem.Problem;

/** The account that is collected from, or paid to. */
public sealed interface DebtorAccount {
    /** What cannot be right of it; none where all of it can. */
    List<Problem> problems();

    /** As those see it who only look: its last four characters. */
    String masked();

    /**
     * In the United States.
     *
     * @param routing nine digits
     * @param number at most seventeen characters
     */
    record Ach(String routing, String number, boolean savings) implements DebtorAccount {
        private static final int LONGEST = 17;

        @Override
        public List<Problem> problems() {
            List<Problem> out = new ArrayList<>();
            AccountNumbers.routingProblem(routing, "routing").ifPresent(out::add);
            if (number.isBlank() || number.length() > LONGEST || !number.chars().allMatch(c -> c > ' ' && c <= '~')) {
                out.add(new Problem(
                        "account.unfit",
                        "number",
                        number,
                        say("account.unfit.expected", LONGEST),
                        say("account.unfit.remedy")));
            }
            return out;
        }

        @Override
        public String masked() {
            return mask(number);
        }

        /** Transaction code of a debit: 27 of checking, 37 of savings. */
        public int debitCode() {
            return savings ? 37 : 27;
        }

        /** Transaction code of a credit: 22 of checking, 32 of savings. */
        public int creditCode() {
            return savings ? 32 : 22;
        }

        /** Of a prenote of a debit, which moves nothing. */
        public int debitPrenoteCode() {
            return savings ? 38 : 28;
        }
    }

    /** In SEPA. @param bic empty where the bank finds it by the IBAN */
    record Sepa(String iban, String bic) implements DebtorAccount {
        @Override
        public List<Problem> problems() {
            List<Problem> out = new ArrayList<>();
            AccountNumbers.ibanProblem(iban, "iban").ifPresent(out::add);
            AccountNumbers.bicProblem(bic, "bic").ifPresent(out::add);
            return out;
        }

        @Override
        public String masked() {
            return mask(iban);
        }
    }

    private static String mask(String number) {
        int shown = Math.min(4, number.length() / 2);
        return "•••• " + number.substring(number.length() - shown);
    }
}
