package tidemark.core.paymentrun;

import static tidemark.core.words.Catalogue.say;

import java.time.LocalDate;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.TreeMap;
import tidemark.core.bankfile.AchFile;
import tidemark.core.bankfile.BankFileParts;
import tidemark.core.bankfile.FileTerms;
import tidemark.core.bankfile.PaymentMessage;
import tidemark.core.bankfile.PaymentMessageWriter;
import tidemark.core.mandate.DebtorAccount;
import tidemark.core.problem.RuleViolation;

/**
 * The file of a payment run: credits of ACH, or credit transfers of SEPA. Payments stand in the order of their traces and
 * identifications, so that the order in which they were decided does not matter: the same run is the same bytes. It is read
 * again by the readers before it is handed out.
 */
public final class PaymentRunFile {
    /** Transaction code of the own account, which a balanced batch sets against its credits. */
    private static final int OWN_DEBIT = 27;

    private PaymentRunFile() {}

    /**
     * One payment.
     *
     * @param id what the bank sends back with a return: at most 15 characters for ACH, 35 for SEPA; unique in the file
     * @param trace number of its trace, which grows; of ACH alone
     * @param business whether it goes to a firm, else to a person; of ACH alone
     * @param amount minor units, above zero
     * @param text what it is for
     */
    public record Paid(
            String id,
            long trace,
            DebtorAccount account,
            String holder,
            boolean business,
            long amount,
            LocalDate day,
            String text) {
        private String entryClass() {
            return business ? "CCD" : "PPD";
        }
    }

    /**
     * Cost: O(n log n).
     *
     * @throws RuleViolation {@code collect.file} where it does not hold, what the writers refuse, {@code payrun.scheme} where an
     *     account is of another kind than the file
     */
    public static BankFileParts.Written write(FileTerms terms, BankFileParts.Head head, List<Paid> paid) {
        for (Paid p : paid) {
            if (p.account() instanceof DebtorAccount.Sepa != terms.isSepa()) {
                throw new RuleViolation(
                        "payrun.scheme",
                        p.holder(),
                        say("payrun.scheme.found"),
                        say("payrun.scheme.expected"),
                        say("payrun.scheme.remedy"));
            }
        }
        List<Paid> sorted = paid.stream()
                .sorted(Comparator.comparing(Paid::trace).thenComparing(Paid::id))
                .toList();
        byte[] content = switch (terms) {
            case FileTerms.Ach ach -> BankFileParts.ach(ach, head, batches(ach, sorted));
            case FileTerms.Sepa sepa -> PaymentMessageWriter.write(message(sepa, head, sorted));
        };
        return BankFileParts.checked(
                content, terms, sorted.stream().map(Paid::holder).toList());
    }

    private static List<AchFile.Batch> batches(FileTerms.Ach terms, List<Paid> sorted) {
        Map<String, List<Paid>> batches = new TreeMap<>();
        for (Paid p : sorted) {
            batches.computeIfAbsent(p.day() + " " + p.entryClass(), k -> new ArrayList<>())
                    .add(p);
        }
        List<AchFile.Batch> out = new ArrayList<>();
        // what sets a batch against the own account has no trace of its own in the books
        long own = sorted.stream().mapToLong(Paid::trace).max().orElse(0);
        for (List<Paid> of : batches.values()) {
            List<AchFile.Entry> entries = new ArrayList<>();
            long sum = 0;
            for (Paid p : of) {
                DebtorAccount.Ach account = (DebtorAccount.Ach) p.account();
                entries.add(new AchFile.Entry(
                        account.creditCode(),
                        account.routing(),
                        account.number(),
                        p.amount(),
                        p.id(),
                        p.holder(),
                        "",
                        BankFileParts.trace(terms.originator(), p.trace()),
                        p.text().isEmpty() ? List.of() : List.of(AchFile.Addenda.payment(p.text()))));
                sum = Math.addExact(sum, p.amount());
            }
            if (terms.balanced()) {
                own++;
                entries.add(BankFileParts.own(terms, OWN_DEBIT, sum, BankFileParts.trace(terms.originator(), own)));
            }
            Paid first = of.getFirst();
            out.add(new AchFile.Batch(
                    terms.balanced() ? 200 : 220,
                    terms.companyName(),
                    "",
                    terms.companyId(),
                    first.entryClass(),
                    terms.paymentDescription(),
                    "",
                    Optional.of(first.day()),
                    terms.originator(),
                    out.size() + 1L,
                    entries));
        }
        return out;
    }

    private static PaymentMessage message(FileTerms.Sepa terms, BankFileParts.Head head, List<Paid> sorted) {
        Map<LocalDate, List<Paid>> batches = new TreeMap<>();
        sorted.forEach(
                p -> batches.computeIfAbsent(p.day(), k -> new ArrayList<>()).add(p));
        List<PaymentMessage.Batch> out = new ArrayList<>();
        batches.forEach((day, of) -> out.add(new PaymentMessage.Batch(
                head.id() + "-" + (out.size() + 1),
                day,
                terms.companyName(),
                terms.iban(),
                terms.bic(),
                terms.oneBooking(),
                Optional.empty(),
                of.stream().map(PaymentRunFile::transaction).toList())));
        return new PaymentMessage(terms.paymentVersion(), head.id(), head.created(), terms.companyName(), out);
    }

    private static PaymentMessage.Transaction transaction(Paid p) {
        DebtorAccount.Sepa account = (DebtorAccount.Sepa) p.account();
        return new PaymentMessage.Transaction(
                p.id(), p.amount(), p.holder(), account.iban(), account.bic(), p.text(), "", Optional.empty());
    }
}
