package tidemark.app.deposit;

import static tidemark.core.words.Catalogue.say;

import java.sql.ResultSet;
import java.sql.SQLException;
import java.time.LocalDate;
import java.util.List;
import java.util.Objects;
import org.jspecify.annotations.Nullable;
import org.springframework.jdbc.core.JdbcTemplate;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Propagation;
import org.springframework.transaction.annotation.Transactional;
import tidemark.app.access.Limits;
import tidemark.app.access.NotFound;
import tidemark.app.party.Receipts;
import tidemark.core.receipt.ReceiptState;
import tidemark.core.receipt.Tender;
import tools.jackson.databind.json.JsonMapper;

/** Receipts that were taken to the bank, for whoever hears that one came back. */
@Service
public class BankedReceipts {
    private static final int MOST = 10_000;
    private static final String READ =
            "select r.id, r.journal_entry_id, r.ledger_account_id, r.tender, r.party_id, r.payer,"
                    + " r.number, r.minor_units, s.taken_on, s.id, s.number, s.bank_account_id from receipt_in_hand r"
                    + " join deposit_slip s on s.id = r.deposit_slip_id where r.company_id = ? and r.state = 'BANKED'"
                    + " and r.minor_units > 0 and r.tender <> 'CASH' and r.journal_entry_id is not null and s.taken_on is not null";

    private final ReceiptInHandRepository receipts;
    private final JdbcTemplate jdbc;
    private final JsonMapper json;

    BankedReceipts(ReceiptInHandRepository receipts, JdbcTemplate jdbc, JsonMapper json) {
        this.receipts = receipts;
        this.jdbc = jdbc;
        this.json = json;
    }

    /**
     * A receipt as it was banked.
     *
     * @param entryId that it was received by
     * @param handAccountId where its money had waited
     * @param takenOn the day its slip was taken to the bank
     */
    public record Banked(
            long id,
            long entryId,
            long handAccountId,
            Tender tender,
            @Nullable Long partyId,
            String payer,
            String number,
            long minorUnits,
            LocalDate takenOn,
            long slipId,
            String slip,
            long bankAccountId) {}

    private static Banked banked(ResultSet row, int number) throws SQLException {
        return new Banked(
                row.getLong(1),
                row.getLong(2),
                row.getLong(3),
                Tender.valueOf(row.getString(4)),
                row.getObject(5, Long.class),
                row.getString(6),
                row.getString(7),
                row.getLong(8),
                row.getObject(9, LocalDate.class),
                row.getLong(10),
                row.getString(11),
                row.getLong(12));
    }

    /** Checks and cards taken to the bank since a day, the latest first. */
    @Transactional(readOnly = true)
    public List<Banked> since(long companyId, LocalDate day) {
        return jdbc.query(
                READ + " and s.taken_on >= ? order by s.taken_on desc, r.id desc limit " + MOST,
                BankedReceipts::banked,
                companyId,
                day);
    }

    /** @throws tidemark.core.problem.RuleViolation receipt.state where it is not banked */
    @Transactional(propagation = Propagation.MANDATORY)
    public Banked get(long companyId, long id) {
        return jdbc.query(READ + " and r.id = ?", BankedReceipts::banked, companyId, id).stream()
                .findFirst()
                .orElseGet(() -> {
                    ReceiptInHand receipt = receipts.findByIdAndCompanyId(id, companyId)
                            .orElseThrow(() -> new NotFound(say("deposit.receipt")));
                    receipt.state().after(ReceiptState.Move.COME_BACK, receipt.title());
                    // cash does not come back
                    throw new NotFound(say("deposit.receipt"));
                });
    }

    private ReceiptInHand locked(long companyId, long id) {
        ReceiptInHand receipt =
                receipts.findByIdAndCompanyId(id, companyId).orElseThrow(() -> new NotFound(say("deposit.receipt")));
        Limits.checkSite(receipt.siteId(), "");
        return receipt;
    }

    /** The journal is locked, here and below. */
    @Transactional(propagation = Propagation.MANDATORY)
    public void comeBack(long companyId, long id) {
        came(locked(companyId, id), ReceiptState.Move.COME_BACK, true);
    }

    /** It did not come back after all. */
    @Transactional(propagation = Propagation.MANDATORY)
    public void stand(long companyId, long id) {
        came(locked(companyId, id), ReceiptState.Move.STAND, false);
    }

    private void came(ReceiptInHand receipt, ReceiptState.Move move, boolean back) {
        receipt.move(move);
        receipts.flush();
        jdbc.update(
                "update presentment set came_back = ? where receipt_id = ? and deposit_slip_id = ? and not undone",
                back,
                receipt.id(),
                receipt.depositSlipId());
    }

    /** As it was entered, on the day it is presented again, and where its money waits. */
    public record Kept(Receipts.NewReceipt form, long handAccountId) {}

    @Transactional(propagation = Propagation.MANDATORY)
    public Kept keptOn(long companyId, long id, LocalDate day) {
        ReceiptInHand receipt = locked(companyId, id);
        return new Kept(
                json.readValue(receipt.form(), Receipts.NewReceipt.class).on(day), receipt.ledgerAccountId());
    }

    /** In hand once more, by another entry. */
    @Transactional(propagation = Propagation.MANDATORY)
    public void presentAgain(long companyId, long id, long entryId) {
        ReceiptInHand receipt = locked(companyId, id);
        long before = Objects.requireNonNull(receipt.journalEntryId());
        receipt.presentAgain(entryId);
        receipts.flush();
        jdbc.update(
                "insert into presented_again (entry_id, receipt_id, before_entry_id) values (?, ?, ?)",
                entryId,
                id,
                before);
    }
}
