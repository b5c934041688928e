package tidemark.app.company;

import java.util.List;
import java.util.Optional;
import org.springframework.data.jpa.repository.JpaRepository;
import org.springframework.data.repository.NoRepositoryBean;

/** Rows of a company's set-up, always asked for within the company. */
@NoRepositoryBean
public interface MasterRows<T extends MasterRow> extends JpaRepository<T, Long> {
    List<T> findByCompanyIdOrderById(long companyId);

    Optional<T> findByIdAndCompanyId(long id, long companyId);

    /** The same without reading the row, which may have to be locked first. */
    boolean existsByIdAndCompanyId(long id, long companyId);
}
