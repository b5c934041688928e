package tidemark.app.mandate;

import java.util.Collection;
import java.util.List;
import org.springframework.data.jpa.repository.Query;
import tidemark.app.company.MasterRows;
import tidemark.core.mandate.MandateState;

interface MandateRepository extends MasterRows<MandateRow> {
    List<MandateRow> findByCompanyIdOrderByReference(long companyId);

    List<MandateRow> findByPartyIdOrderBySignedOnDesc(long partyId);

    boolean existsByCompanyIdAndReference(long companyId, String reference);

    /** Those that have not ended, the latest signed first. */
    @Query("""
            select m from MandateRow m where m.companyId = :company and m.state in :states
            order by m.partyId, m.signedOn desc, m.id desc""")
    List<MandateRow> inStates(long company, Collection<MandateState> states);

    @Query("select m.partyId from MandateRow m where m.id = :id and m.companyId = :company")
    java.util.Optional<Long> partyOf(long company, long id);
}
