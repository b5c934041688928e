package tidemark.core.bankfile;

import static tidemark.core.words.Catalogue.say;

import java.nio.charset.StandardCharsets;
import java.time.LocalDateTime;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import tidemark.core.problem.Problem;
import tidemark.core.problem.RuleViolation;

/** What all files for banks have in common, whether they collect or pay. */
public final class BankFileParts {
    private BankFileParts() {}

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

    /** An ACH file of batches. Cost: O(entries). */
    public static byte[] ach(FileTerms.Ach terms, Head head, List<AchFile.Batch> batches) {
        AchFile file = new AchFile(
                terms.routing(),
                terms.origin(),
                head.created().toLocalDate(),
                head.created().toLocalTime(),
                modifier(head.number()),
                terms.bankName(),
                terms.companyName(),
                head.id().length() > 8 ? head.id().substring(head.id().length() - 8) : head.id(),
                batches);
        return AchWriter.write(file).getBytes(StandardCharsets.US_ASCII);
    }

    /** The entry of the own account that is set against a batch's sum. @param code of the transaction; {@code trace} 15 digits */
    public static AchFile.Entry own(FileTerms.Ach terms, int code, long sum, String trace) {
        return new AchFile.Entry(
                code, terms.routing(), terms.account(), sum, "", terms.companyName(), "", trace, List.of());
    }

    /**
     * What was written, read again by the readers, which share nothing with the writers, before it is handed out.
     *
     * @param names as the books have them; those that read otherwise in the file are told
     * @throws RuleViolation {@code collect.file} where it does not hold
     */
    public static Written checked(byte[] content, FileTerms terms, List<String> names) {
        BankFileReport report = BankFiles.check(content);
        if (!report.holds()) {
            throw new RuleViolation(report.problems().stream()
                    .map(p -> Problem.atLine(
                            p.line(), "collect.file", p.found(), p.expected(), say("collect.file.remedy")))
                    .toList());
        }
        List<String> changed = new ArrayList<>();
        for (String name : names) {
            BankText.Written written = terms.isSepa() ? BankText.sepa(name, 70) : BankText.ach(name, 22);
            if (written.changed()) {
                changed.add(say("collect.file.changed", name, written.text()));
            }
        }
        return new Written(content, report, changed);
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
}
