package tidemark.app.outstanding;

import static tidemark.core.words.Catalogue.say;

import java.sql.ResultSet;
import java.sql.SQLException;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.Objects;
import org.jspecify.annotations.Nullable;
import org.springframework.jdbc.core.JdbcTemplate;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;
import tidemark.app.access.NotFound;
import tidemark.app.company.Companies;
import tidemark.app.ledger.Ledger;
import tidemark.core.ledger.Purpose;
import tidemark.core.money.MinorUnits;
import tidemark.core.payment.UnclaimedMoney;

/** Unclaimed money as it is shown, and whether it comes to what the ledger has on its account. */
@Service
public class UnclaimedViews {
    static final String SELECT = """
            select u.id, u.check_number, u.payee, u.party_id, u.address, u.region, u.written_on, u.moved_on, u.minor_units,
              u.entry_id, u.payment_id, u.notice_sent_on, u.over_to_state, u.taken_back, u.made_by, b.name as account,
              o.id as out_id, o.state as out_state
            from unclaimed_money u
              join bank_account b on b.id = u.bank_account_id
              left join payment o on o.id = u.out_payment_id and o.state <> 'VOID'""";

    private static final LocalDate EVER = LocalDate.of(9999, 12, 31);

    private final JdbcTemplate jdbc;
    private final UnclaimedWork work;
    private final Companies companies;
    private final Ledger ledger;

    UnclaimedViews(JdbcTemplate jdbc, UnclaimedWork work, Companies companies, Ledger ledger) {
        this.jdbc = jdbc;
        this.work = work;
        this.companies = companies;
        this.ledger = ledger;
    }

    /**
     * What is owed of one check; amounts in the company's currency.
     *
     * @param paymentId of the check itself; absent where it was no payment
     * @param outPaymentId by which it was claimed or paid over
     * @param outWaits whether that payment is not booked yet
     * @param due whether the day has come to write to the payee, and nobody has
     */
    public record UnclaimedView(
            long id,
            String account,
            String checkNumber,
            String payee,
            @Nullable Long partyId,
            String address,
            String region,
            LocalDate writtenOn,
            LocalDate movedOn,
            String amount,
            UnclaimedMoney.State state,
            LocalDate noticeBy,
            @Nullable LocalDate noticeSentOn,
            LocalDate dormantOn,
            boolean due,
            boolean dormant,
            long entryId,
            @Nullable Long paymentId,
            @Nullable Long outPaymentId,
            boolean outWaits,
            String madeBy) {}

    /**
     * @param held of all that is held, whatever is listed
     * @param ledger what the ledger owes on the account of unclaimed money; absent where none is named yet
     * @param apart what the ledger has beyond what is held; absent where it has none
     */
    public record UnclaimedList(
            List<UnclaimedView> rows,
            String held,
            @Nullable String ledger,
            @Nullable String apart,
            boolean more) {}

    static UnclaimedMoney.State state(ResultSet row) throws SQLException {
        if (row.getBoolean("taken_back")) {
            return UnclaimedMoney.State.TAKEN_BACK;
        }
        if (row.getObject("out_id") == null) {
            return UnclaimedMoney.State.HELD;
        }
        return row.getBoolean("over_to_state") ? UnclaimedMoney.State.PAID_OVER : UnclaimedMoney.State.CLAIMED;
    }

    /** @param state absent for all */
    @Transactional(readOnly = true)
    public UnclaimedList list(long companyId, UnclaimedMoney.@Nullable State state, String text, int most) {
        String wanted = text.strip().toLowerCase(Locale.ROOT);
        List<UnclaimedView> all = all(companyId);
        List<UnclaimedView> fitting = all.stream()
                .filter(u -> state == null || u.state() == state)
                .filter(u -> u.payee().toLowerCase(Locale.ROOT).contains(wanted)
                        || u.checkNumber().equals(wanted)
                        || u.region().toLowerCase(Locale.ROOT).equals(wanted))
                .toList();
        var currency = companies.get(companyId).baseCurrency();
        List<Long> held = heldOf(companyId);
        Long account = companies.get(companyId).purpose(Purpose.UNCLAIMED_MONEY).orElse(null);
        UnclaimedMoney.Proof proof = UnclaimedMoney.proof(held, account == null ? 0 : ledger.ownBalance(account, EVER));
        return new UnclaimedList(
                fitting.stream().limit(most).toList(),
                MinorUnits.toDecimal(proof.held(), currency),
                account == null ? null : MinorUnits.toDecimal(proof.ledger(), currency),
                account == null ? null : MinorUnits.toDecimal(proof.apart(), currency),
                fitting.size() > most);
    }

    /** Of all that the ledger still owes: what is held, and what leaves by a payment that is not booked yet. */
    private List<Long> heldOf(long companyId) {
        List<Long> out = new ArrayList<>();
        jdbc.query(
                SELECT + " where u.company_id = ?",
                row -> {
                    boolean waits = Objects.requireNonNullElse(row.getString("out_state"), "")
                            .startsWith("WAITS");
                    if (state(row) == UnclaimedMoney.State.HELD || waits) {
                        out.add(row.getLong("minor_units"));
                    }
                },
                companyId);
        return out;
    }

    private List<UnclaimedView> all(long companyId) {
        UnclaimedMoney terms = work.terms(companyId);
        LocalDate today = companies.today(companyId);
        var currency = companies.get(companyId).baseCurrency();
        return jdbc.query(
                SELECT + " where u.company_id = ? order by u.written_on, u.id",
                (row, i) -> {
                    UnclaimedMoney.State state = state(row);
                    LocalDate written = row.getObject("written_on", LocalDate.class);
                    LocalDate sent = row.getObject("notice_sent_on", LocalDate.class);
                    boolean held = state == UnclaimedMoney.State.HELD;
                    return new UnclaimedView(
                            row.getLong("id"),
                            row.getString("account"),
                            row.getString("check_number"),
                            row.getString("payee"),
                            row.getObject("party_id", Long.class),
                            row.getString("address"),
                            row.getString("region"),
                            written,
                            row.getObject("moved_on", LocalDate.class),
                            MinorUnits.toDecimal(row.getLong("minor_units"), currency),
                            state,
                            terms.noticeBy(written),
                            sent,
                            terms.dormantOn(written),
                            held && sent == null && !terms.noticeBy(written).isAfter(today),
                            held && !terms.dormantOn(written).isAfter(today),
                            row.getLong("entry_id"),
                            row.getObject("payment_id", Long.class),
                            row.getObject("out_id", Long.class),
                            Objects.requireNonNullElse(row.getString("out_state"), "")
                                    .startsWith("WAITS"),
                            row.getString("made_by"));
                },
                companyId);
    }

    @Transactional(readOnly = true)
    public UnclaimedView get(long companyId, long id) {
        return all(companyId).stream()
                .filter(u -> u.id() == id)
                .findFirst()
                .orElseThrow(() -> new NotFound(say("outstanding.unclaimedMoney")));
    }

    /** How many payees are to be written to by now. */
    @Transactional(readOnly = true)
    public int due(long companyId) {
        return (int) all(companyId).stream().filter(UnclaimedView::due).count();
    }
}
