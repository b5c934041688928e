package tidemark.core.collection;

import static tidemark.core.words.Catalogue.say;

import java.nio.charset.StandardCharsets;
import java.time.LocalDate;
import java.time.LocalDateTime;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.TreeMap;
import tidemark.core.bankfile.AchFile;
import tidemark.core.bankfile.AchReader;
import tidemark.core.bankfile.AchWriter;
import tidemark.core.bankfile.BankFileReport;
import tidemark.core.bankfile.BankFiles;
import tidemark.core.bankfile.BankText;
import tidemark.core.bankfile.PaymentMessage;
import tidemark.core.bankfile.PaymentMessageWriter;
import tidemark.core.mandate.DebtorAccount;
import tidemark.core.mandate.Mandate;
import tidemark.core.problem.Problem;
import tidemark.core.problem.RuleViolation;

/**
 * The file of one or more runs. Collections stand in the order of their identification, so that the order in which they
 * were decided does not matter: the same runs are the same bytes. What is written is read again by the readers, which share
 * nothing with the writers, before it is handed out.
 */
public final class CollectionFile {
    /** Told in the columns of the description of an entry that is presented again, or that undoes another. */
    public static final String RETRY = say("collect.file.retry");

    public static final String REVERSAL = "REVERSAL";

    /** Transaction codes of the own account, and how far the code of a debit lies from that of its credit. */
    private static final int OWN_CREDIT = 22;

    private static final int OWN_DEBIT = 27;
    private static final int DEBIT_FROM_CREDIT = 5;

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
     * How the file is called.
     *
     * @param number of the bank account's files, from 1
     * @param id of the message: unique at the bank, never used before
     */
    public record Head(long number, String id, LocalDateTime created) {}

    /** @param changed names and texts that read otherwise in the file than in the books */
    public record Written(byte[] content, BankFileReport report, List<String> changed) {
        public Written {
            changed = List.copyOf(changed);
        }
    }

    /**
     * Cost: O(n log n).
     *
     * @throws RuleViolation {@code collect.file} where it does not hold, what the writers refuse, {@code collect.scheme} where
     *     a mandate is of another scheme than the file
     */
    public static Written write(FileTerms terms, Head head, List<Collected> collected) {
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
            case FileTerms.Ach ach -> AchWriter.write(ach(ach, head, sorted)).getBytes(StandardCharsets.US_ASCII);
            case FileTerms.Sepa sepa -> PaymentMessageWriter.write(message(sepa, head, sorted));
        };
        BankFileReport report = checked(content);
        List<String> changed = new ArrayList<>();
        for (Collected c : sorted) {
            BankText.Written name = terms.isSepa() ? BankText.sepa(c.holder(), 70) : BankText.ach(c.holder(), 22);
            if (name.changed()) {
                changed.add(say("collect.file.changed", c.holder(), name.text()));
            }
        }
        return new Written(content, report, changed);
    }

    private static BankFileReport checked(byte[] content) {
        BankFileReport report = BankFiles.check(content);
        if (!report.holds()) {
            throw new RuleViolation(report.problems().stream()
                    .map(p -> Problem.atLine(
                            p.line(), "collect.file", p.found(), p.expected(), say("collect.file.remedy")))
                    .toList());
        }
        return report;
    }

    /**
     * The file that undoes what a released file collected: its entries as they went out, the other way. Whatever changed in
     * the books since, the money goes back where it was taken from. Cost: O(length).
     *
     * @param released a file of {@link #write}
     * @param ids of the collections that are undone; a file may hold those of other runs beside them
     */
    public static Written reversal(FileTerms.Ach terms, Head head, byte[] released, Set<String> ids, LocalDate day) {
        AchFile file =
                AchReader.read(new String(released, StandardCharsets.US_ASCII)).file();
        List<AchFile.Batch> out = new ArrayList<>();
        for (AchFile.Batch batch : file.batches()) {
            List<AchFile.Entry> back = new ArrayList<>();
            long sum = 0;
            for (AchFile.Entry e : batch.entries()) {
                if (ids.contains(e.individualId())) {
                    back.add(new AchFile.Entry(
                            e.code() - DEBIT_FROM_CREDIT,
                            e.routing(),
                            e.account(),
                            e.amount(),
                            e.individualId(),
                            e.name(),
                            e.discretionary(),
                            e.trace(),
                            e.addenda()));
                    sum = Math.addExact(sum, e.amount());
                }
            }
            if (back.isEmpty()) {
                continue;
            }
            AchFile.Entry last = batch.entries().getLast();
            if (terms.balanced()) {
                long own = Long.parseLong(last.trace().substring(8)) + (ids.contains(last.individualId()) ? 1 : 0);
                back.add(offset(terms, OWN_DEBIT, sum, trace(batch.originator(), own)));
            }
            out.add(new AchFile.Batch(
                    terms.balanced() ? 200 : 220,
                    batch.company(),
                    batch.discretionary(),
                    batch.companyId(),
                    batch.entryClass(),
                    REVERSAL,
                    batch.descriptiveDate(),
                    Optional.of(day),
                    batch.originator(),
                    out.size() + 1L,
                    back));
        }
        byte[] content = AchWriter.write(ofBatches(terms, head, out)).getBytes(StandardCharsets.US_ASCII);
        return new Written(content, checked(content), List.of());
    }

    private static AchFile.Entry offset(FileTerms.Ach terms, int code, long sum, String trace) {
        return new AchFile.Entry(
                code, terms.routing(), terms.account(), sum, "", terms.companyName(), "", trace, List.of());
    }

    private static AchFile ach(FileTerms.Ach terms, Head head, List<Collected> sorted) {
        Map<String, List<Collected>> batches = new TreeMap<>();
        for (Collected c : sorted) {
            batches.computeIfAbsent(
                            c.day() + " " + c.mandate().kind().entryClass() + " " + (c.again() ? 1 : 0),
                            k -> new ArrayList<>())
                    .add(c);
        }
        List<AchFile.Batch> out = new ArrayList<>();
        String originator = terms.routing().substring(0, 8);
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
                        trace(originator, c.trace()),
                        c.text().isEmpty() ? List.of() : List.of(AchFile.Addenda.payment(c.text()))));
                sum = Math.addExact(sum, c.amount());
            }
            if (terms.balanced()) {
                own++;
                entries.add(offset(terms, OWN_CREDIT, sum, trace(originator, own)));
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
                    originator,
                    number,
                    entries));
        }
        return ofBatches(terms, head, out);
    }

    private static AchFile ofBatches(FileTerms.Ach terms, Head head, List<AchFile.Batch> batches) {
        return new AchFile(
                terms.routing(),
                terms.origin(),
                head.created().toLocalDate(),
                head.created().toLocalTime(),
                modifier(head.number()),
                terms.bankName(),
                terms.companyName(),
                head.id().length() > 8 ? head.id().substring(head.id().length() - 8) : head.id(),
                batches);
    }

    /** The entry hash of an ACH file, ten digits, as a bank asks for it; empty for a message of SEPA. Cost: O(length). */
    public static String hash(byte[] content) {
        String text = new String(content, StandardCharsets.US_ASCII);
        return AchReader.looksLike(text)
                ? String.format(
                        Locale.ROOT,
                        "%010d",
                        AchReader.read(text).file().totals().hash())
                : "";
    }

    /** A trace number of fifteen digits. */
    public static String trace(String originator, long number) {
        String digits = Long.toString(number);
        return originator + "0".repeat(Math.max(0, 7 - digits.length())) + digits;
    }

    /** Tells apart the files of one day: A to Z, then 0 to 9. */
    private static char modifier(long number) {
        return "ABCDEFGHIJKLMNOPQRSTUVWXYZ0123456789".charAt((int) ((number - 1) % 36));
    }

    private static PaymentMessage message(FileTerms.Sepa terms, Head head, List<Collected> sorted) {
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
