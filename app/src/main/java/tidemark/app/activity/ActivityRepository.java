package tidemark.app.activity;

import java.util.List;
import org.springframework.data.domain.Limit;
import org.springframework.data.jpa.repository.JpaRepository;
import org.springframework.data.jpa.repository.Query;

interface ActivityRepository extends JpaRepository<Activity, Long> {
    @Query("""
            select a from Activity a
            where a.companyId = :company and a.id < :before
              and (:text = '' or lower(a.text) like lower(concat('%', :text, '%')) escape '!'
                   or lower(a.who) like lower(concat('%', :text, '%')) escape '!')
            order by a.companyId, a.id desc""")
    List<Activity> search(long company, long before, String text, Limit limit);

    @Query("""
            select a from Activity a
            where a.companyId = :company and a.objectType = :type and a.objectId = :object
            order by a.id desc""")
    List<Activity> ofObject(long company, String type, long object, Limit limit);
}
