package tidemark.core.bankfile;

import static tidemark.core.words.Catalogue.say;

import java.util.ArrayList;
import java.util.List;
import tidemark.core.problem.Problem;

/** What the files of a bank account say of the company and its bank. */
public sealed interface FileTerms {
    /** What cannot be right of them; none where all of it can. */
    List<Problem> problems();

    /** Whether the mandates of SEPA are collected by it, or those of ACH. */
    default boolean isSepa() {
        return this instanceof Sepa;
    }

    /**
     * Files of ACH.
     *
     * @param routing of the company's bank, nine digits; files go there, and traces begin with it
     * @param origin whom the bank knows the sender as, at most ten characters
     * @param companyId ten characters, as the bank gave it
     * @param description of collections, at most ten characters, such as {@code BERTH RENT}
     * @param paymentDescription the same of payments, such as {@code PAYMENT}
     * @param account the company's own, which balanced files set against their sum; empty where the bank does it
     */
    record Ach(
            String routing,
            String bankName,
            String origin,
            String companyName,
            String companyId,
            String description,
            String paymentDescription,
            String account)
            implements FileTerms {
        /** The first eight digits of the routing number, with which traces begin. */
        public String originator() {
            return routing.substring(0, 8);
        }

        /** Whether a batch ends with the entry that is set against its sum. */
        public boolean balanced() {
            return !account.isEmpty();
        }

        @Override
        public List<Problem> problems() {
            List<Problem> out = new ArrayList<>();
            AccountNumbers.routingProblem(routing, "routing").ifPresent(out::add);
            check(out, "origin", origin, 1, 10);
            check(out, "companyId", companyId, 10, 10);
            checkName(out, companyName, 16);
            check(out, "description", description, 1, 10);
            check(out, "paymentDescription", paymentDescription, 1, 10);
            check(out, "account", account, 0, 17);
            return out;
        }
    }

    /**
     * Messages of SEPA.
     *
     * @param version of direct debits; {@code paymentVersion} of credit transfers
     * @param bic empty where the bank finds it by the IBAN
     * @param creditorId identifier of the creditor; empty where nothing is collected
     * @param oneBooking whether the bank books a batch as one sum
     * @param tellsFirst whether the first of several is told as one
     */
    record Sepa(
            PaymentMessage.Version version,
            PaymentMessage.Version paymentVersion,
            String companyName,
            String iban,
            String bic,
            String creditorId,
            boolean oneBooking,
            boolean tellsFirst)
            implements FileTerms {
        @Override
        public List<Problem> problems() {
            List<Problem> out = new ArrayList<>();
            AccountNumbers.ibanProblem(iban, "iban").ifPresent(out::add);
            AccountNumbers.bicProblem(bic, "bic").ifPresent(out::add);
            if (!creditorId.isEmpty() && !AccountNumbers.isCreditor(creditorId)) {
                out.add(new Problem(
                        "creditor.unfit",
                        "creditorId",
                        creditorId,
                        say("creditor.unfit.expected"),
                        say("creditor.unfit.remedy")));
            }
            checkName(out, companyName, 70);
            return out;
        }
    }

    /** Names are put into the characters of the file. */
    private static void checkName(List<Problem> out, String name, int most) {
        if (name.isBlank() || name.length() > most) {
            out.add(new Problem(
                    "terms.field", "companyName", name, say("terms.field.expected", most), say("terms.field.remedy")));
        }
    }

    private static void check(List<Problem> out, String field, String text, int least, int most) {
        if (text.length() < least || text.length() > most || !text.chars().allMatch(c -> c >= ' ' && c <= '~')) {
            out.add(new Problem(
                    "terms.field",
                    field,
                    text,
                    least == most ? say("terms.field.exactly", most) : say("terms.field.expected", most),
                    say("terms.field.remedy")));
        }
    }
}
