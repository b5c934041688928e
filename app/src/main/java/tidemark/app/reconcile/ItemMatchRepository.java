package tidemark.app.reconcile;

import java.time.LocalDate;
import java.util.Collection;
import java.util.List;
import java.util.Optional;
import org.springframework.data.jpa.repository.JpaRepository;
import org.springframework.data.jpa.repository.Query;

public interface ItemMatchRepository extends JpaRepository<ItemMatch, Long> {
    /** Matches with a member in the span, or members on both sides of it. */
    @Query("""
            select m from ItemMatch m
            where m.bankAccountId = :account and m.firstDate <= :to and m.lastDate >= :from order by m.id""")
    List<ItemMatch> touching(long account, LocalDate from, LocalDate to);

    /** The journal entries that were booked for some of the account's matches. */
    @Query("select b from ItemMatch m join m.bookedEntries b where m.id in :matches")
    List<Long> bookedFor(Collection<Long> matches);

    Optional<ItemMatch> findByIdAndBankAccountId(long id, long bankAccountId);

    List<ItemMatch> findByBankAccountIdAndBatchIdOrderById(long bankAccountId, long batchId);
}
