package tidemark.app.database;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertThrows;
import static org.junit.jupiter.api.Assertions.assertTrue;

import jakarta.persistence.EntityManager;
import java.time.LocalDate;
import java.util.concurrent.CountDownLatch;
import java.util.concurrent.TimeUnit;
import java.util.concurrent.atomic.AtomicReference;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;
import org.springframework.orm.ObjectOptimisticLockingFailureException;
import org.springframework.transaction.PlatformTransactionManager;
import org.springframework.transaction.support.TransactionTemplate;
import tidemark.app.books.NewCompany;
import tidemark.app.company.BankAccount;
import tidemark.app.company.BankAccounts;
import tidemark.app.running.RunningApp;

/** Locked rows are as the transaction before left them, whatever was loaded earlier, and are locked in one order. */
@ExtendWith(RunningApp.class)
class RowLocksTest {
    private BankAccounts accounts;
    private RowLocks locks;
    private TransactionTemplate transaction;
    private EntityManager em;
    private NewCompany c;
    private long first;
    private long second;

    @BeforeEach
    void twoAccounts(RunningApp.App app) {
        accounts = app.bean(BankAccounts.class);
        locks = app.bean(RowLocks.class);
        em = app.bean(EntityManager.class);
        transaction = new TransactionTemplate(app.bean(PlatformTransactionManager.class));
        c = new NewCompany(app);
        first = c.bankAccount("First", "", "1.00");
        second = c.bankAccount("Second", "", "1.00");
    }

    /** No month is prepared here; what these tests hold is let go, so that the books agree again. */
    @AfterEach
    void letGo() {
        transaction.executeWithoutResult(s -> accounts.lock(c.id, first).holdTo(LocalDate.of(2026, 5, 31)));
    }

    @Test
    void lock_ofAnAccountLoadedBefore_givesWhatOthersLeftMeanwhile() throws InterruptedException {
        LocalDate day = LocalDate.of(2026, 6, 30);
        CountDownLatch loaded = new CountDownLatch(1);
        CountDownLatch changed = new CountDownLatch(1);
        AtomicReference<LocalDate> seen = new AtomicReference<>();
        Thread late = Thread.ofPlatform()
                .start(() -> transaction.executeWithoutResult(s -> {
                    accounts.get(c.id, first);
                    loaded.countDown();
                    await(changed);
                    seen.set(accounts.lock(c.id, first).lockedThrough());
                }));
        await(loaded);
        transaction.executeWithoutResult(s -> accounts.lock(c.id, first).holdTo(day));
        changed.countDown();
        late.join(20_000);
        assertEquals(day, seen.get());
        assertEquals(
                day, transaction.execute(s -> accounts.get(c.id, first).lockedThrough()), "nothing was written back");
    }

    private static void await(CountDownLatch latch) {
        try {
            assertTrue(latch.await(20, TimeUnit.SECONDS));
        } catch (InterruptedException e) {
            throw new IllegalStateException(e);
        }
    }

    @Test
    void change_withoutTheLock_ofARowThatOthersChanged_isRefused() throws InterruptedException {
        ObjectOptimisticLockingFailureException refused = assertThrows(
                ObjectOptimisticLockingFailureException.class,
                () -> transaction.executeWithoutResult(s -> {
                    BankAccount stale = accounts.get(c.id, first);
                    Thread other = Thread.ofPlatform()
                            .start(() -> transaction.executeWithoutResult(
                                    t -> accounts.lock(c.id, first).holdTo(LocalDate.of(2026, 6, 30))));
                    try {
                        other.join(20_000);
                    } catch (InterruptedException e) {
                        throw new IllegalStateException(e);
                    }
                    stale.holdTo(LocalDate.of(2026, 7, 31));
                }));
        assertTrue(refused.getMessage().contains("BankAccount"), refused.getMessage());
    }

    @Test
    void locks_againstTheirOrder_areRefused() {
        assertThrows(
                IllegalStateException.class,
                () -> transaction.executeWithoutResult(s -> {
                    accounts.lock(c.id, second);
                    accounts.lock(c.id, first);
                }));
        assertThrows(
                IllegalStateException.class,
                () -> transaction.executeWithoutResult(s -> {
                    accounts.lockJournal(c.id);
                    accounts.lock(c.id, first);
                }));
        transaction.executeWithoutResult(s -> {
            accounts.lock(c.id, first);
            accounts.lock(c.id, second);
            accounts.lockJournal(c.id);
            accounts.lock(c.id, first);
        });
    }

    @Test
    void lock_afterWhatItGuardsWasRead_isRefused() {
        long entry = c.bankAccountWithEntry(first);
        IllegalStateException early = assertThrows(
                IllegalStateException.class,
                () -> transaction.executeWithoutResult(s -> {
                    em.createQuery("select e from CashEntryRow e where e.id = :id")
                            .setParameter("id", entry)
                            .getResultList();
                    accounts.lock(c.id, first);
                }));
        assertTrue(early.getMessage().contains("CashEntryRow"), early.getMessage());
    }

    @Test
    void lock_outsideOfATransaction_isRefused() {
        assertThrows(IllegalStateException.class, () -> locks.lock(LockedRow.BANK_ACCOUNT, first));
    }
}
