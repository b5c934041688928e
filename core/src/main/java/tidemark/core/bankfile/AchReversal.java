package tidemark.core.bankfile;

import java.nio.charset.StandardCharsets;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.Set;

/** Files that undo what other files of ACH moved. */
public final class AchReversal {
    /** As the rules of ACH want it in the columns of the description. */
    private static final String REVERSAL = "REVERSAL";

    private static final int OWN_CREDIT = 22;
    private static final int OWN_DEBIT = 27;
    /** How far the code of a debit lies from that of its credit. */
    private static final int DEBIT_FROM_CREDIT = 5;

    private AchReversal() {}

    /**
     * Entries of a released file as they went out, the other way. Whatever changed in the books since, the money goes back where
     * it was taken from, or comes back from where it went. Cost: O(length).
     *
     * @param released a file of ours, whose batches move money one way but for what balances them
     * @param ids of what is undone; a file may hold more beside it
     */
    public static BankFileParts.Written write(
            FileTerms.Ach terms, BankFileParts.Head head, byte[] released, Set<String> ids, LocalDate day) {
        AchFile file =
                AchReader.read(new String(released, StandardCharsets.US_ASCII)).file();
        List<AchFile.Batch> out = new ArrayList<>();
        for (AchFile.Batch batch : file.batches()) {
            List<AchFile.Entry> back = new ArrayList<>();
            long sum = 0;
            boolean credited = false;
            for (AchFile.Entry e : batch.entries()) {
                if (ids.contains(e.individualId())) {
                    credited = e.isCredit();
                    back.add(new AchFile.Entry(
                            e.isCredit() ? e.code() + DEBIT_FROM_CREDIT : e.code() - DEBIT_FROM_CREDIT,
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
                back.add(BankFileParts.own(
                        terms, credited ? OWN_CREDIT : OWN_DEBIT, sum, BankFileParts.trace(batch.originator(), own)));
            }
            out.add(new AchFile.Batch(
                    terms.balanced() ? 200 : credited ? 225 : 220,
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
        return BankFileParts.checked(BankFileParts.ach(terms, head, out), terms, List.of());
    }
}
