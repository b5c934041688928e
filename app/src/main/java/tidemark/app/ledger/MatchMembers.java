package tidemark.app.ledger;

import java.util.Collection;
import org.springframework.data.jpa.repository.JpaRepository;
import org.springframework.data.jpa.repository.Modifying;
import org.springframework.data.jpa.repository.Query;
import org.springframework.data.repository.NoRepositoryBean;

/** What both kinds of a match's members share: they point to their match, and only while they point to none are they tied. */
@NoRepositoryBean
public interface MatchMembers<T> extends JpaRepository<T, Long> {
    /** Ties those that are free; the count tells how many were. */
    @Modifying(flushAutomatically = true, clearAutomatically = true)
    @Query("""
            update #{#entityName} m set m.itemMatchId = :match
            where m.bankAccountId = :account and m.id in :ids and m.itemMatchId is null""")
    int tie(long account, Collection<Long> ids, long match);

    @Modifying(flushAutomatically = true, clearAutomatically = true)
    @Query("update #{#entityName} m set m.itemMatchId = null where m.itemMatchId = :match")
    void unmatch(long match);
}
