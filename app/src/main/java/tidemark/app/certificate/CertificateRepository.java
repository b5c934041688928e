package tidemark.app.certificate;

import java.time.LocalDate;
import java.util.List;
import java.util.Optional;
import org.springframework.data.jpa.repository.JpaRepository;

interface CertificateRepository extends JpaRepository<IssuedCertificate, Long> {
    List<IssuedCertificate> findByBankAccountIdAndReopenedAtIsNullOrderByFirstDay(long bankAccountId);

    Optional<IssuedCertificate> findByBankAccountIdAndFirstDayAndReopenedAtIsNull(
            long bankAccountId, LocalDate firstDay);

    List<IssuedCertificate> findByBankAccountIdAndFirstDayOrderByIdDesc(long bankAccountId, LocalDate firstDay);

    List<IssuedCertificate> findByBankAccountIdOrderByFirstDayDescIdDesc(long bankAccountId);
}
