package tidemark.app.attachment;

import jakarta.persistence.LockModeType;
import java.util.Optional;
import org.springframework.data.jpa.repository.JpaRepository;
import org.springframework.data.jpa.repository.Lock;
import org.springframework.data.jpa.repository.Query;

/** Whoever adds a paper to what is stored, and whoever takes its content out, waits for the other. */
interface StoredPaperRepository extends JpaRepository<StoredPaper, Long> {
    @Lock(LockModeType.PESSIMISTIC_WRITE)
    Optional<StoredPaper> findByCompanyIdAndSha256(long companyId, String sha256);

    @Lock(LockModeType.PESSIMISTIC_WRITE)
    @Query("select s from StoredPaper s where s.id = :id")
    Optional<StoredPaper> lock(long id);
}
