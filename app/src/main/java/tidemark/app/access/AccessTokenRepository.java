package tidemark.app.access;

import java.time.Instant;
import java.util.List;
import java.util.Optional;
import org.springframework.data.jpa.repository.JpaRepository;
import org.springframework.data.jpa.repository.Modifying;
import org.springframework.data.jpa.repository.Query;

interface AccessTokenRepository extends JpaRepository<AccessToken, Long> {
    Optional<AccessToken> findByDigest(String digest);

    List<AccessToken> findByPersonIdAndEndedAtIsNullOrderByIdDesc(long personId);

    @Query("select t from AccessToken t join t.companies c where c = :company and t.endedAt is null order by t.id desc")
    List<AccessToken> ofCompany(long company);

    @Modifying
    @Query(
            nativeQuery = true,
            value = "update access_token set last_used_at = :at, last_address = :address where id = :id")
    void used(long id, Instant at, String address);
}
