package tidemark.app.access;

import java.util.List;
import java.util.Optional;
import org.springframework.data.jpa.repository.JpaRepository;
import org.springframework.data.jpa.repository.Modifying;
import org.springframework.data.jpa.repository.Query;

interface PersonRepository extends JpaRepository<Person, Long> {
    Optional<Person> findByLogin(String login);

    @Query(nativeQuery = true, value = """
                    select r.role from person_role r join person p on p.id = r.person_id
                    where r.person_id = :person and r.company_id = :company and p.active""")
    List<String> roles(long person, long company);

    @Query(
            nativeQuery = true,
            value = "select distinct company_id from person_role where person_id = :person order by company_id")
    List<Long> companies(long person);

    @Query(
            nativeQuery = true,
            value = "select distinct person_id from person_role where company_id = :company order by person_id")
    List<Long> members(long company);

    @Modifying
    @Query(nativeQuery = true, value = "delete from person_role where person_id = :person and company_id = :company")
    void clearRoles(long person, long company);

    @Modifying
    @Query(nativeQuery = true, value = "insert into person_role values (:person, :company, :role)")
    void addRole(long person, long company, String role);
}
