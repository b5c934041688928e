package tidemark.app.pettycash;

import java.util.List;
import org.springframework.data.jpa.repository.JpaRepository;

interface DrawerSheetRepository extends JpaRepository<DrawerSheet, Long> {
    List<DrawerSheet> findByFundIdOrderByFirstDayAscIdAsc(long fundId);
}
