package tidemark.app.returned;

import java.util.Optional;
import org.springframework.data.jpa.repository.JpaRepository;

interface ReturnedSettingsRepository extends JpaRepository<ReturnedSettings, Long> {
    Optional<ReturnedSettings> findByCompanyId(long companyId);
}
