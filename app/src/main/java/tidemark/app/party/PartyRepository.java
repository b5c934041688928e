package tidemark.app.party;

import java.util.Collection;
import java.util.List;
import java.util.Optional;
import org.springframework.data.jpa.repository.Query;
import tidemark.app.company.MasterRows;
import tidemark.core.ledger.Control;

interface PartyRepository extends MasterRows<Party> {
    @Query("""
            select p from Party p join fetch p.identity i
            where p.companyId = :company and p.control in :controls order by i.name, p.control, p.id""")
    List<Party> inRoles(long company, Collection<Control> controls);

    @Query("select p from Party p join fetch p.identity where p.companyId = :company and p.id in :ids")
    List<Party> some(long company, Collection<Long> ids);

    @Query("select p from Party p join fetch p.identity where p.identity.id = :identity order by p.control, p.id")
    List<Party> rolesOf(long identity);

    Optional<Party> findByCompanyIdAndControlAndCode(long companyId, Control control, String code);

    List<Party> findByCompanyIdAndControlAndIdentityNameIgnoreCase(long companyId, Control control, String name);
}
