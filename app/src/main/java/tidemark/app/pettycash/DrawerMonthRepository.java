package tidemark.app.pettycash;

import java.time.LocalDate;
import java.util.List;
import java.util.Optional;
import org.springframework.data.jpa.repository.JpaRepository;

interface DrawerMonthRepository extends JpaRepository<DrawerMonth, Long> {
    Optional<DrawerMonth> findByFundIdAndFirstDay(long fundId, LocalDate firstDay);

    List<DrawerMonth> findByFundIdOrderByFirstDay(long fundId);
}
