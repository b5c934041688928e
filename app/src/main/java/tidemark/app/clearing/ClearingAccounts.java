package tidemark.app.clearing;

import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.Set;
import org.springframework.jdbc.core.JdbcTemplate;
import org.springframework.stereotype.Component;
import tidemark.app.company.BankAccount;
import tidemark.app.company.BankAccounts;
import tidemark.app.company.Companies;
import tidemark.app.ledger.ChartAccount;
import tidemark.app.ledger.Ledger;
import tidemark.app.party.Tenders;
import tidemark.core.clearing.ClearingAccount.FilledBy;
import tidemark.core.ledger.Purpose;

/** Which ledger accounts money passes through, by what they serve. */
@Component
class ClearingAccounts {
    /** Purposes of a bank account that something waits on until it is at the bank, or is put right. */
    private static final Map<Purpose, FilledBy> WATCHED = watched();

    private final BankAccounts bankAccounts;
    private final Companies companies;
    private final Tenders tenders;
    private final Ledger ledger;
    private final JdbcTemplate jdbc;

    ClearingAccounts(
            BankAccounts bankAccounts, Companies companies, Tenders tenders, Ledger ledger, JdbcTemplate jdbc) {
        this.bankAccounts = bankAccounts;
        this.companies = companies;
        this.tenders = tenders;
        this.ledger = ledger;
        this.jdbc = jdbc;
    }

    private static Map<Purpose, FilledBy> watched() {
        Map<Purpose, FilledBy> out = new LinkedHashMap<>();
        for (Purpose purpose : Purpose.values()) {
            if (Purpose.IN_TRANSIT.contains(purpose)) {
                out.put(purpose, purpose.general() == Purpose.IN_TRANSIT_IN ? FilledBy.DEBITS : FilledBy.CREDITS);
            }
        }
        out.put(Purpose.BETWEEN_BANKS, FilledBy.EITHER);
        out.put(Purpose.UNIDENTIFIED, FilledBy.CREDITS);
        out.put(Purpose.BANK_ERRORS, FilledBy.EITHER);
        return out;
    }

    /**
     * A clearing account.
     *
     * @param serves what it is for, in words
     * @param desk whether it holds receipts in hand, which the desk itself watches
     */
    record Watched(long ledgerAccountId, FilledBy filledBy, Set<String> serves, boolean desk) {
        Watched and(FilledBy other, String what) {
            Set<String> both = new LinkedHashSet<>(serves);
            both.add(what);
            return new Watched(ledgerAccountId, filledBy == other ? filledBy : FilledBy.EITHER, both, desk);
        }
    }

    /** In the order of the purposes, the desk's first. */
    List<Watched> of(long companyId) {
        Map<Long, Watched> out = new LinkedHashMap<>();
        companies
                .get(companyId)
                .purpose(Purpose.RECEIPTS_IN_HAND)
                .ifPresent(id -> add(out, id, FilledBy.DEBITS, Purpose.RECEIPTS_IN_HAND, true));
        tenders.waitsOn(companyId).forEach(id -> add(out, id, FilledBy.DEBITS, Purpose.RECEIPTS_IN_HAND, true));
        List<BankAccount> banks = bankAccounts.list(companyId);
        WATCHED.forEach((purpose, filledBy) ->
                banks.forEach(bank -> bank.purpose(purpose).ifPresent(id -> add(out, id, filledBy, purpose, false))));
        // an account that serves no more may still hold what was paid while it did
        jdbc.queryForList(
                        "select distinct in_transit_account_id from payment where company_id = ? and state = 'BOOKED'"
                                + " and in_transit_account_id is not null and clearing_entry_id is null",
                        Long.class,
                        companyId)
                .forEach(id -> add(out, id, FilledBy.CREDITS, Purpose.IN_TRANSIT_OUT, false));
        List<Watched> all = new ArrayList<>(out.values());
        Map<Long, ChartAccount> chart = ledger.chartById(companyId);
        all.removeIf(w -> !chart.containsKey(w.ledgerAccountId()));
        return all;
    }

    private static void add(Map<Long, Watched> out, long id, FilledBy filledBy, Purpose purpose, boolean desk) {
        out.merge(
                id,
                new Watched(id, filledBy, Set.of(purpose.words()), desk),
                (there, more) -> there.and(filledBy, purpose.words()));
    }
}
