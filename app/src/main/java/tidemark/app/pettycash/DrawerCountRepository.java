package tidemark.app.pettycash;

import java.time.LocalDate;
import java.util.List;
import java.util.Optional;
import org.springframework.data.domain.Limit;
import org.springframework.data.jpa.repository.Query;
import tidemark.app.company.MasterRows;

interface DrawerCountRepository extends MasterRows<DrawerCountRow> {
    @Query("select c from DrawerCountRow c where c.fundId = :fund and c.state = 'OPEN'")
    Optional<DrawerCountRow> open(long fund);

    @Query(
            "select c from DrawerCountRow c where c.fundId = :fund and c.state = 'CLOSED' order by c.begunAt desc, c.id desc")
    List<DrawerCountRow> closed(long fund, Limit limit);

    @Query(
            "select c from DrawerCountRow c where c.fundId = :fund and c.state = 'CLOSED' and c.countDay between :from and :to"
                    + " order by c.begunAt, c.id")
    List<DrawerCountRow> closedBetween(long fund, LocalDate from, LocalDate to);
}
