package tidemark.app.link;

import java.util.List;
import java.util.Optional;
import org.springframework.data.jpa.repository.JpaRepository;
import org.springframework.data.jpa.repository.Query;

interface LinkedAccountRepository extends JpaRepository<LinkedAccount, Long> {
    List<LinkedAccount> findByBankLinkIdOrderById(long bankLinkId);

    Optional<LinkedAccount> findByIdAndBankLinkId(long id, long bankLinkId);

    @Query("""
            select count(a) from LinkedAccount a, BankLink l
            where a.bankAccountId = :account and a.bankLinkId = l.id and l.state <> tidemark.app.link.BankLink.State.ENDED""")
    int feeding(long account);
}
