package tidemark.app.reconcile;

import jakarta.persistence.EntityManager;
import jakarta.persistence.Tuple;
import java.time.Instant;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.stream.Collectors;
import org.springframework.stereotype.Repository;
import tidemark.app.ledger.CashEntryRow;
import tidemark.app.statement.BankLineRow;
import tidemark.core.matching.Learned;
import tidemark.core.matching.LedgerItem;

/** What people decided on an account's lines: the matches of one line and one entry that stand, and those undone. */
@Repository
public class Decisions {
    /** The latest so many teach the engine; older ones tell of payers who have changed since. */
    private static final int MOST = 1_000;

    private final EntityManager em;

    Decisions(EntityManager em) {
        this.em = em;
    }

    Learned of(long accountId) {
        return new Learned(decided("""
                        select l as line, e as entry from BankLineRow l, CashEntryRow e, ItemMatch m
                        where l.bankAccountId = :account and m.id = l.itemMatchId and e.itemMatchId = m.id
                          and m.how in (tidemark.app.reconcile.ItemMatch.How.FIRM,
                            tidemark.app.reconcile.ItemMatch.How.CANDIDATE,
                            tidemark.app.reconcile.ItemMatch.How.HAND)
                        order by m.id desc""", accountId, true), decided("""
                        select l as line, e as entry from BankLineRow l, CashEntryRow e, UndoneMatch u
                        where u.bankAccountId = :account and l.id = u.bankLineId and e.id = u.cashEntryId
                        order by u.id desc""", accountId, false), undoneSets(accountId));
    }

    private record Pair(long lineId, long entryId) {}

    private List<Learned.Decided> decided(String query, long accountId, boolean onceOnly) {
        List<Tuple> rows = em.createQuery(query, Tuple.class)
                .setParameter("account", accountId)
                .setMaxResults(MOST)
                .getResultList();
        Map<Long, Integer> ofLine = new HashMap<>();
        Map<Long, Integer> ofEntry = new HashMap<>();
        for (Tuple row : rows) {
            ofLine.merge(line(row).id(), 1, Integer::sum);
            ofEntry.merge(entry(row).id(), 1, Integer::sum);
        }
        List<Learned.Decided> out = new ArrayList<>();
        Set<Pair> told = new HashSet<>();
        for (Tuple row : rows) {
            boolean pair = ofLine.getOrDefault(line(row).id(), 0) == 1
                    && ofEntry.getOrDefault(entry(row).id(), 0) == 1;
            if (onceOnly ? pair : told.add(new Pair(line(row).id(), entry(row).id()))) {
                out.add(new Learned.Decided(
                        line(row).line(), new LedgerItem(entry(row).entry())));
            }
        }
        return out;
    }

    private static BankLineRow line(Tuple row) {
        return row.get("line", BankLineRow.class);
    }

    private static CashEntryRow entry(Tuple row) {
        return row.get("entry", CashEntryRow.class);
    }

    /** The latest sets that somebody undid. */
    private Set<Learned.UndoneSet> undoneSets(long accountId) {
        return em.createQuery(
                        "select u from UndoneGroup u where u.bankAccountId = :account order by u.id desc",
                        UndoneGroup.class)
                .setParameter("account", accountId)
                .setMaxResults(MOST)
                .getResultStream()
                .map(UndoneGroup::set)
                .collect(Collectors.toSet());
    }

    /** Keeps that a match was undone: as a pair, or as a set where there were more or a payment that waits again. */
    public void undone(long accountId, List<Long> lineIds, List<Long> entryIds, String who, Instant at) {
        boolean waits = entryIds.stream().anyMatch(WaitingForBank::isStandIn);
        if (lineIds.size() == 1 && entryIds.size() == 1 && !waits) {
            em.persist(new UndoneMatch(accountId, lineIds.getFirst(), entryIds.getFirst(), who, at));
        } else if (!lineIds.isEmpty()) {
            em.persist(new UndoneGroup(accountId, lineIds, entryIds, who, at));
        }
    }
}
