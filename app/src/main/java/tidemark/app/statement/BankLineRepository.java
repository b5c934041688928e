package tidemark.app.statement;

import java.time.LocalDate;
import java.util.Collection;
import java.util.List;
import java.util.Optional;
import org.jspecify.annotations.Nullable;
import org.springframework.data.domain.Limit;
import org.springframework.data.jpa.repository.Modifying;
import org.springframework.data.jpa.repository.Query;
import tidemark.app.ledger.MatchMembers;

public interface BankLineRepository extends MatchMembers<BankLineRow> {
    @Query("""
            select l from BankLineRow l
            where l.bankAccountId = :account and l.bookingDate between :from and :to order by l.place""")
    List<BankLineRow> span(long account, LocalDate from, LocalDate to);

    @Query("""
            select l from BankLineRow l
            where l.bankAccountId = :account and l.itemMatchId is null and l.bookingDate < :day order by l.place""")
    List<BankLineRow> openBefore(long account, LocalDate day);

    @Query("""
            select l from BankLineRow l
            where l.bankAccountId = :account and l.minorUnits = :minorUnits and l.itemMatchId is null
              and l.bookingDate between :from and :to order by l.place""")
    List<BankLineRow> openOfAmount(long account, long minorUnits, LocalDate from, LocalDate to);

    @Query("select l from BankLineRow l where l.itemMatchId in :matches order by l.place")
    List<BankLineRow> ofMatches(Collection<Long> matches);

    @Query("select l from BankLineRow l where l.bankAccountId = :account and l.id in :ids order by l.place")
    List<BankLineRow> some(long account, Collection<Long> ids);

    /** What else the bank told of a line. */
    interface Extra {
        Long getId();

        String getExtra();
    }

    @Query("""
            select l.id as id, l.extra as extra from BankLineRow l
            where l.bankAccountId = :account and l.id in :ids and l.extra <> ''""")
    List<Extra> extras(long account, Collection<Long> ids);

    @Query("select l from BankLineRow l where l.bankAccountId = :account order by l.place desc")
    List<BankLineRow> latest(long account, Limit limit);

    List<BankLineRow> findByStatementIdOrderByPlace(long statementId);

    @Query("select count(l) from BankLineRow l where l.statementId = :statement and l.itemMatchId is not null")
    long matchedOf(long statement);

    @Modifying(flushAutomatically = true)
    @Query("delete from BankLineRow l where l.statementId = :statement")
    void deleteOf(long statement);

    Optional<BankLineRow> findFirstByBankAccountIdAndBookingDateLessThanEqualOrderByPlaceDesc(
            long bankAccountId, LocalDate day);

    @Query("select coalesce(max(l.place), 0) from BankLineRow l where l.bankAccountId = :account")
    long lastPlace(long account);

    /** A bank reference that was read, with its amount. */
    interface KnownReference {
        String getReference();

        long getAmount();
    }

    @Query("""
            select l.bankReference as reference, l.minorUnits as amount from BankLineRow l
            where l.bankAccountId = :account and l.bankReference in :references""")
    List<KnownReference> knownReferences(long account, Collection<String> references);

    @Query("""
            select max(l.place) from BankLineRow l, StatementRow s
            where l.bankAccountId = :account and s.id = l.statementId and s.fromDate < :from""")
    @Nullable
    Long lastPlaceOfStatementsBefore(long account, LocalDate from);

    @Modifying(flushAutomatically = true, clearAutomatically = true)
    @Query("""
            update BankLineRow l set l.balanceMinorUnits = l.balanceMinorUnits + :by
            where l.statementId = :statement and l.place > :after""")
    void shiftBalances(long statement, long after, long by);

    /** Moves later lines up, out of the way of the unique places; {@link #moveBack} ends it. */
    @Modifying(flushAutomatically = true, clearAutomatically = true)
    @Query("update BankLineRow l set l.place = -(l.place + :by) where l.bankAccountId = :account and l.place > :after")
    void moveAside(long account, long after, long by);

    @Modifying(flushAutomatically = true, clearAutomatically = true)
    @Query("update BankLineRow l set l.place = -l.place where l.bankAccountId = :account and l.place < 0")
    void moveBack(long account);
}
