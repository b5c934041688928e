package tidemark.app.card;

import java.time.LocalDate;
import java.util.Collection;
import java.util.List;
import java.util.Set;
import org.springframework.data.domain.Limit;
import org.springframework.data.jpa.repository.Query;
import tidemark.app.company.MasterRows;

interface CardBatchRepository extends MasterRows<CardBatch> {
    @Query("select b from CardBatch b where b.cardProcessorId = :processor and b.batchDay between :from and :to"
            + " order by b.batchDay desc, b.id desc")
    List<CardBatch> between(long processor, LocalDate from, LocalDate to, Limit limit);

    /** The newest before a day. */
    @Query("select b from CardBatch b where b.cardProcessorId = :processor and b.batchDay < :day"
            + " order by b.batchDay desc, b.id desc")
    List<CardBatch> before(long processor, LocalDate day, Limit limit);

    @Query("select b from CardBatch b where b.companyId = :company and b.id in :ids order by b.batchDay, b.id")
    List<CardBatch> some(long company, Collection<Long> ids);

    /** Whose they are; read without the batches, which are read once the journal is locked. */
    @Query("select distinct b.cardProcessorId from CardBatch b where b.companyId = :company and b.id in :ids")
    List<Long> processorsOf(long company, Collection<Long> ids);

    @Query("select b.number from CardBatch b where b.cardProcessorId = :processor and b.number in :numbers")
    Set<String> taken(long processor, Collection<String> numbers);
}
