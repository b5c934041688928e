package tidemark.core.proof;

import java.time.LocalDate;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import org.joda.money.CurrencyUnit;
import tidemark.core.ledger.CashEntry;
import tidemark.core.ledger.CashEntryId;
import tidemark.core.matching.Candidate;
import tidemark.core.statement.BankLine;
import tidemark.core.statement.BankLineId;

/**
 * All that a month of one account is proven from. Amounts are signed minor units, positive into the account.
 *
 * <p>It must hold every line of the month, every line and entry that was open when the month began or came since, and
 * all members of every match that holds one of them. What was matched wholly before the month may be left out: it is
 * in the balances.
 *
 * @param from first day of the month
 * @param to last day of the month, the day of the proof
 * @param bankOpening the bank's balance before {@code from}
 * @param bankClosing the bank's balance at the end of {@code to}, as the bank states it
 * @param ledgerOpening the ledger's balance before {@code from}
 * @param ledgerClosing the ledger's balance at the end of {@code to}
 * @param lines in the bank's order
 * @param bankErrors lines declared errors of the bank, with the note
 * @param ledgerErrors entries declared errors of the ledger, with the note
 * @param presumed pairs of open lines and entries that are taken to be the same item until a person decides
 */
public record Reconciliation(
        CurrencyUnit currency,
        LocalDate from,
        LocalDate to,
        long bankOpening,
        long bankClosing,
        long ledgerOpening,
        long ledgerClosing,
        List<BankLine> lines,
        List<CashEntry> entries,
        List<Match> matches,
        Map<BankLineId, String> bankErrors,
        Map<CashEntryId, String> ledgerErrors,
        List<Candidate> presumed) {
    public Reconciliation {
        lines = List.copyOf(lines);
        entries = List.copyOf(entries);
        matches = List.copyOf(matches);
        bankErrors = Map.copyOf(bankErrors);
        ledgerErrors = Map.copyOf(ledgerErrors);
        presumed = List.copyOf(presumed);
    }

    /** The same month with other matches and other presumed pairs. */
    public Reconciliation with(List<Match> otherMatches, List<Candidate> otherPresumed) {
        return new Reconciliation(
                currency,
                from,
                to,
                bankOpening,
                bankClosing,
                ledgerOpening,
                ledgerClosing,
                lines,
                entries,
                otherMatches,
                bankErrors,
                ledgerErrors,
                otherPresumed);
    }

    Map<BankLineId, BankLine> linesById() {
        Map<BankLineId, BankLine> out = new HashMap<>(lines.size() * 2);
        lines.forEach(l -> out.put(l.id(), l));
        return out;
    }

    Map<CashEntryId, CashEntry> entriesById() {
        Map<CashEntryId, CashEntry> out = new HashMap<>(entries.size() * 2);
        entries.forEach(e -> out.put(e.id(), e));
        return out;
    }
}
