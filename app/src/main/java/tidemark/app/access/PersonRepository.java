package tidemark.app.access;

import java.time.Instant;
import java.time.LocalDate;
import java.util.Collection;
import java.util.List;
import java.util.Optional;
import org.jspecify.annotations.Nullable;
import org.springframework.data.jpa.repository.JpaRepository;
import org.springframework.data.jpa.repository.Modifying;
import org.springframework.data.jpa.repository.Query;

interface PersonRepository extends JpaRepository<Person, Long> {
    Optional<Person> findByLogin(String login);

    /** How a person stands in a company, once for each role; once without a role where there is none. */
    interface AccessRow {
        boolean getMustChange();

        boolean getSecondFactor();

        @Nullable
        Boolean getSecondFactorAsked();

        @Nullable
        String getTimeZone();

        @Nullable
        Boolean getActive();

        @Nullable
        LocalDate getValidFrom();

        @Nullable
        LocalDate getValidTo();

        @Nullable
        String getRole();
    }

    /** Read for every request, so in one go. */
    @Query(nativeQuery = true, value = """
                    select p.must_change as mustChange, p.second_factor is not null as secondFactor,
                      c.second_factor as secondFactorAsked, c.time_zone as timeZone, p.active and m.active as active,
                      m.valid_from as validFrom, m.valid_to as validTo, r.role as role
                    from person p left join company c on c.id = :company
                    left join company_member m on m.person_id = p.id and m.company_id = c.id
                    left join person_role r on r.person_id = p.id and r.company_id = c.id
                    where p.id = :person""")
    List<AccessRow> access(long person, long company);

    @Query(
            nativeQuery = true,
            value = "select role from person_role where person_id = :person and company_id = :company")
    List<String> rolesHeld(long person, long company);

    /** What a person is in a company. */
    interface MembershipRow {
        boolean getActive();

        @Nullable
        LocalDate getValidFrom();

        @Nullable
        LocalDate getValidTo();
    }

    @Query(
            nativeQuery = true,
            value = "select active, valid_from as validFrom, valid_to as validTo from company_member"
                    + " where person_id = :person and company_id = :company")
    List<MembershipRow> memberships(long person, long company);

    @Modifying
    @Query(nativeQuery = true, value = """
                    merge into company_member m using (values (:person, :company)) s (p, c)
                    on m.person_id = s.p and m.company_id = s.c
                    when not matched then insert (person_id, company_id, active) values (s.p, s.c, true)""")
    void member(long person, long company);

    @Modifying
    @Query(nativeQuery = true, value = """
                    update company_member set active = :active, valid_from = :from, valid_to = :to
                    where person_id = :person and company_id = :company""")
    void membership(long person, long company, boolean active, @Nullable LocalDate from, @Nullable LocalDate to);

    /** Something that a person's work in a company is limited to. */
    interface LimitRow {
        String getKind();

        long getPlace();

        @Nullable
        LocalDate getLastDay();
    }

    @Query(
            nativeQuery = true,
            value = "select kind, target_id as place, last_day as lastDay from person_limit"
                    + " where person_id = :person and company_id = :company")
    List<LimitRow> limits(long person, long company);

    @Modifying
    @Query(nativeQuery = true, value = "delete from person_limit where person_id = :person and company_id = :company")
    void clearLimits(long person, long company);

    @Modifying
    @Query(nativeQuery = true, value = "insert into person_limit values (:person, :company, :kind, :target, :lastDay)")
    void addLimit(long person, long company, String kind, long target, @Nullable LocalDate lastDay);

    /** Who is limited to some bank accounts of a company, whichever they are. */
    @Query(
            nativeQuery = true,
            value = "select distinct person_id from person_limit where company_id = :company and kind = 'BANK_ACCOUNT'")
    List<Long> limited(long company);

    /** How many of a company's bank accounts or sites, by table, these are. */
    @Query(nativeQuery = true, value = "select count(*) from bank_account where company_id = :company and id in (:ids)")
    long bankAccounts(long company, Collection<Long> ids);

    @Query(nativeQuery = true, value = "select count(*) from site where company_id = :company and id in (:ids)")
    long sites(long company, Collection<Long> ids);

    @Query(nativeQuery = true, value = """
                    select count(*) from known_browser
                    where person_id = :person and digest = :digest and used_at > :since""")
    long knownBrowsers(long person, String digest, Instant since);

    @Modifying
    @Query(nativeQuery = true, value = "insert into known_browser values (:person, :digest, :at)")
    void rememberBrowser(long person, String digest, Instant at);

    @Modifying
    @Query(nativeQuery = true, value = "delete from known_browser where person_id = :person")
    void forgetBrowsers(long person);

    @Modifying
    @Query(nativeQuery = true, value = "insert into spare_code values (:person, :digest)")
    void addSpareCode(long person, String digest);

    /** Takes a code for a lost device: 1 where it was there, 0 where it was not. */
    @Modifying
    @Query(nativeQuery = true, value = "delete from spare_code where person_id = :person and digest = :digest")
    int takeSpareCode(long person, String digest);

    @Modifying
    @Query(nativeQuery = true, value = "delete from spare_code where person_id = :person")
    void forgetSpareCodes(long person);

    @Query(nativeQuery = true, value = "select count(*) from spare_code where person_id = :person")
    long spareCodes(long person);

    @Query(
            nativeQuery = true,
            value = "select distinct company_id from company_member where person_id = :person order by company_id")
    List<Long> companies(long person);

    @Query(
            nativeQuery = true,
            value = "select distinct person_id from company_member where company_id = :company order by person_id")
    List<Long> members(long company);

    @Modifying
    @Query(nativeQuery = true, value = "delete from person_role where person_id = :person and company_id = :company")
    void clearRoles(long person, long company);

    @Modifying
    @Query(nativeQuery = true, value = "insert into person_role values (:person, :company, :role)")
    void addRole(long person, long company, String role);
}
