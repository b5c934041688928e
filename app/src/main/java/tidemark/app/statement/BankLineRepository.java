package tidemark.app.statement;

import java.time.LocalDate;
import java.util.Collection;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import org.springframework.data.domain.Limit;
import org.springframework.data.jpa.repository.Modifying;
import org.springframework.data.jpa.repository.Query;
import tidemark.app.ledger.MatchMembers;

public interface BankLineRepository extends MatchMembers<TakenLine> {
    @Query("""
            select l from TakenLine l
            where l.bankAccountId = :account and l.bookingDate between :from and :to order by l.place""")
    List<TakenLine> span(long account, LocalDate from, LocalDate to);

    @Query("""
            select l from TakenLine l
            where l.bankAccountId = :account and l.itemMatchId is null and l.bookingDate < :day order by l.place""")
    List<TakenLine> openBefore(long account, LocalDate day);

    @Query("select l from TakenLine l where l.itemMatchId in :matches order by l.place")
    List<TakenLine> ofMatches(Collection<Long> matches);

    @Query("select l from TakenLine l where l.bankAccountId = :account and l.id in :ids order by l.place")
    List<TakenLine> some(long account, Collection<Long> ids);

    List<TakenLine> findByStatementIdOrderByPlace(long statementId);

    @Query("select count(l) from TakenLine l where l.statementId = :statement and l.itemMatchId is not null")
    long matchedOf(long statement);

    @Modifying(flushAutomatically = true)
    @Query("delete from TakenLine l where l.statementId = :statement")
    void deleteOf(long statement);

    Optional<TakenLine> findFirstByBankAccountIdAndBookingDateLessThanEqualOrderByPlaceDesc(
            long bankAccountId, LocalDate day);

    @Query("select coalesce(max(l.place), 0) from TakenLine l where l.bankAccountId = :account")
    long lastPlace(long account);

    @Query(
            "select l.bankReference from TakenLine l where l.bankAccountId = :account and l.bankReference in :references")
    Set<String> knownReferences(long account, Collection<String> references);

    @Query("""
            select l from TakenLine l
            where l.bankAccountId in :accounts
              and (lower(l.text) like lower(concat('%', :text, '%')) escape '!'
                   or lower(l.counterparty) like lower(concat('%', :text, '%')) escape '!'
                   or lower(l.reference) like lower(concat('%', :text, '%')) escape '!'
                   or l.checkNumber = :text)
            order by l.bookingDate desc, l.id desc""")
    List<TakenLine> find(Collection<Long> accounts, String text, Limit limit);
}
