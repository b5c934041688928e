package tidemark.app.reconcile;

import static tidemark.core.words.Catalogue.say;

import java.time.LocalDate;
import java.util.ArrayList;
import java.util.Collection;
import java.util.HashMap;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.TreeSet;
import org.springframework.stereotype.Component;
import org.springframework.transaction.annotation.Propagation;
import org.springframework.transaction.annotation.Transactional;
import tidemark.app.access.NotFound;
import tidemark.app.company.BankAccount;
import tidemark.app.ledger.Ledger;
import tidemark.core.ledger.CashEntry;
import tidemark.core.ledger.CashEntryId;

/** All that waits for the bank, whichever capability it is of. */
@Component
public class WaitingItems {
    private final List<WaitingForBank> kinds;

    WaitingItems(List<WaitingForBank> kinds) {
        this.kinds = kinds;
    }

    /** Stand-ins of a bank account that the bank has not had yet. */
    public List<CashEntry> at(long bankAccountId) {
        return kinds.stream().flatMap(k -> k.at(bankAccountId).stream()).toList();
    }

    /** Books that the bank has had them, one entry each; see {@link WaitingForBank#arrived}. */
    @Transactional(propagation = Propagation.MANDATORY)
    public Ledger.Booked arrived(BankAccount account, LocalDate day, Collection<Long> waiting, String who) {
        Map<WaitingForBank, List<Long>> byKind = new LinkedHashMap<>();
        for (long id : new TreeSet<>(waiting)) {
            WaitingForBank kind = kinds.stream()
                    .filter(k -> k.knows(account.companyId(), id))
                    .findFirst()
                    .orElseThrow(() -> new NotFound(say("reconcile.whatWaitsForTheBank")));
            byKind.computeIfAbsent(kind, k -> new ArrayList<>()).add(id);
        }
        Ledger.Booked out = Ledger.Booked.nothing();
        byKind.forEach((kind, ids) -> out.add(kind.arrived(account, day, ids, who)));
        return out;
    }

    /** What entries that were booked so stand for, by the entry. */
    @Transactional(propagation = Propagation.MANDATORY)
    public Map<Long, CashEntryId> standInsOf(long companyId, Collection<Long> journalEntryIds) {
        Map<Long, CashEntryId> out = new HashMap<>();
        kinds.forEach(k -> out.putAll(k.standInsOf(companyId, journalEntryIds)));
        return out;
    }
}
