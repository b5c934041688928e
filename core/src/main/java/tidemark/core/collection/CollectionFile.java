package tidemark.core.collection;

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
import tidemark.core.mandate.Mandate;
import tidemark.core.problem.RuleViolation;

/**
 * The file of one or more runs. Collections stand in the order of their identification, so that the order in which they
 * were decided does not matter: the same runs are the same bytes. What is written is read again by the readers, which share
 * nothing with the writers, before it is handed out.
 */
public final class CollectionFile {
    /** Told in the columns of the description of an entry that is presented again. */
    public static final String RETRY = say("collect.file.retry");

    /** Transaction code of the own account, which a balanced batch sets against its debits. */
    private static final int OWN_CREDIT = 22;

    private CollectionFile() {}

    /**
     * One collection.
     *
     * @param id what the bank sends back with a return: at most 15 characters for ACH, 35 for SEPA; unique in the file
     * @param trace number of its trace, which grows; of ACH alone
     * @param amount minor units, above zero
     * @param last whether it is the last by its mandate
     * @param again whether the same amount came back and is presented once more
     */
    public record Collected(
            String id,
            long trace,
            Mandate mandate,
            String holder,
            long amount,
            LocalDate day,
            String text,
            boolean last,
            boolean again,
            Optional<PaymentMessage.Amendment> amendment) {}

    /**
     * Cost: O(n log n).
     *
     * @throws RuleViolation {@code collect.file} where it does not hold, what the writers refuse, {@code collect.scheme} where
     *     a mandate is of another scheme than the file
     */
    public static BankFileParts.Written write(FileTerms terms, BankFileParts.Head head, List<Collected> collected) {
        List<Collected> sorted =
                collected.stream().sorted(Comparator.comparing(Collected::id)).toList();
        for (Collected c : sorted) {
            if (c.mandate().kind().isSepa() != terms.isSepa()) {
                throw new RuleViolation(
                        "collect.scheme",
                        c.mandate().reference(),
                        say("collect.scheme.found"),
                        say("collect.scheme.expected"),
                        say("collect.scheme.remedy"));
            }
        }
        byte[] content = switch (terms) {
            case FileTerms.Ach ach -> BankFileParts.ach(ach, head, batches(ach, sorted));
            case FileTerms.Sepa sepa -> PaymentMessageWriter.write(message(sepa, head, sorted));
        };
        return BankFileParts.checked(
                content, terms, sorted.stream().map(Collected::holder).toList());
    }

    private static List<AchFile.Batch> batches(FileTerms.Ach terms, List<Collected> sorted) {
        Map<String, List<Collected>> batches = new TreeMap<>();
        for (Collected c : sorted) {
            batches.computeIfAbsent(
                            c.day() + " " + c.mandate().kind().entryClass() + " " + (c.again() ? 1 : 0),
                            k -> new ArrayList<>())
                    .add(c);
        }
        List<AchFile.Batch> out = new ArrayList<>();
        long number = 0;
        // what sets a batch against the own account has no trace of its own in the books
        long own = sorted.stream().mapToLong(Collected::trace).max().orElse(0);
        for (List<Collected> of : batches.values()) {
            List<AchFile.Entry> entries = new ArrayList<>();
            long sum = 0;
            for (Collected c :
                    of.stream().sorted(Comparator.comparing(Collected::trace)).toList()) {
                DebtorAccount.Ach account = (DebtorAccount.Ach) c.mandate().account();
                entries.add(new AchFile.Entry(
                        account.debitCode(),
                        account.routing(),
                        account.number(),
                        c.amount(),
                        c.id(),
                        c.holder(),
                        "",
                        BankFileParts.trace(terms.originator(), c.trace()),
                        c.text().isEmpty() ? List.of() : List.of(AchFile.Addenda.payment(c.text()))));
                sum = Math.addExact(sum, c.amount());
            }
            if (terms.balanced()) {
                own++;
                entries.add(BankFileParts.own(terms, OWN_CREDIT, sum, BankFileParts.trace(terms.originator(), own)));
            }
            Collected first = of.getFirst();
            number++;
            out.add(new AchFile.Batch(
                    terms.balanced() ? 200 : 225,
                    terms.companyName(),
                    "",
                    terms.companyId(),
                    first.mandate().kind().entryClass(),
                    first.again() ? RETRY : terms.description(),
                    "",
                    Optional.of(first.day()),
                    terms.originator(),
                    number,
                    entries));
        }
        return out;
    }

    private static PaymentMessage message(FileTerms.Sepa terms, BankFileParts.Head head, List<Collected> sorted) {
        Map<String, List<Collected>> batches = new TreeMap<>();
        for (Collected c : sorted) {
            PaymentMessage.Sequence sequence = c.mandate().sequence(c.last(), terms.tellsFirst());
            batches.computeIfAbsent(c.day() + " " + c.mandate().kind() + " " + sequence, k -> new ArrayList<>())
                    .add(c);
        }
        List<PaymentMessage.Batch> out = new ArrayList<>();
        int number = 0;
        for (List<Collected> of : batches.values()) {
            Collected first = of.getFirst();
            number++;
            out.add(new PaymentMessage.Batch(
                    head.id() + "-" + number,
                    first.day(),
                    terms.companyName(),
                    terms.iban(),
                    terms.bic(),
                    terms.oneBooking(),
                    Optional.of(new PaymentMessage.Collecting(
                            first.mandate().kind() == Mandate.Kind.SEPA_B2B
                                    ? PaymentMessage.Scheme.B2B
                                    : PaymentMessage.Scheme.CORE,
                            first.mandate().sequence(first.last(), terms.tellsFirst()),
                            terms.creditorId())),
                    of.stream().map(CollectionFile::transaction).toList()));
        }
        return new PaymentMessage(terms.version(), head.id(), head.created(), terms.companyName(), out);
    }

    private static PaymentMessage.Transaction transaction(Collected c) {
        DebtorAccount.Sepa account = (DebtorAccount.Sepa) c.mandate().account();
        return new PaymentMessage.Transaction(
                c.id(),
                c.amount(),
                c.holder(),
                account.iban(),
                account.bic(),
                c.text(),
                "",
                Optional.of(new PaymentMessage.SignedMandate(
                        c.mandate().reference(), c.mandate().signed(), c.amendment())));
    }
}
