package tidemark.app.mandate;

import java.time.LocalDate;
import java.util.Comparator;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import org.joda.money.CurrencyUnit;
import org.jspecify.annotations.Nullable;
import org.springframework.jdbc.core.JdbcTemplate;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;
import tidemark.app.company.BankAccounts;
import tidemark.app.party.Parties;
import tidemark.app.party.Party;
import tidemark.core.mandate.DebtorAccount;
import tidemark.core.mandate.Mandate;
import tidemark.core.mandate.MandateState;
import tidemark.core.money.MinorUnits;

/** Mandates as they are shown. */
@Service
public class MandateViews {
    private final MandateRepository mandates;
    private final Mandates books;
    private final MandateChanges changes;
    private final Parties parties;
    private final BankAccounts bankAccounts;
    private final JdbcTemplate jdbc;

    MandateViews(
            MandateRepository mandates,
            Mandates books,
            MandateChanges changes,
            Parties parties,
            BankAccounts bankAccounts,
            JdbcTemplate jdbc) {
        this.mandates = mandates;
        this.books = books;
        this.changes = changes;
        this.parties = parties;
        this.bankAccounts = bankAccounts;
        this.jdbc = jdbc;
    }

    /**
     * @param account masked
     * @param most decimal; absent for any amount
     * @param lapses the last day on which it may be collected from by its age
     */
    public record MandateView(
            long id,
            int version,
            long partyId,
            String party,
            String reference,
            String holder,
            LocalDate signedOn,
            Mandate.Kind kind,
            boolean again,
            String account,
            MandateState state,
            String stateWords,
            String stateReason,
            @Nullable String most,
            @Nullable LocalDate endsOn,
            @Nullable LocalDate lastUsed,
            @Nullable String lastAmount,
            @Nullable LocalDate lapses,
            @Nullable Integer noticeDays,
            String note) {}

    /** An account that was collected from before, masked. */
    public record FormerAccount(LocalDate until, String reference, String account, String changedBy) {}

    /** @param collections so many were made by it, and what they came to */
    public record MandateDetail(
            MandateView mandate,
            List<FormerAccount> former,
            int collections,
            String collected,
            List<MandateState.Move> moves,
            List<MandateChanges.ToldChange> changes) {}

    /** As it is typed. */
    public record MandateForm(int version, String routing, String accountNumber, boolean savings, String bic) {}

    @Transactional(readOnly = true)
    public List<MandateView> list(long companyId, @Nullable Long party) {
        List<MandateRow> rows =
                party == null ? mandates.findByCompanyIdOrderByReference(companyId) : books.of(companyId, party);
        Map<Long, String> names = new HashMap<>();
        parties.of(companyId, rows.stream().map(MandateRow::partyId).distinct().toList())
                .forEach(p -> names.put(p.id(), p.name()));
        CurrencyUnit currency = bankAccounts.companyCurrency(companyId);
        return rows.stream()
                .sorted(Comparator.comparing(r -> r.state() == MandateState.ENDED))
                .map(r -> view(r, Objects.requireNonNull(names.get(r.partyId())), currency))
                .toList();
    }

    @Transactional(readOnly = true)
    public MandateView one(long companyId, long id) {
        MandateRow row = books.get(companyId, id);
        Party party = parties.get(companyId, row.partyId());
        return view(row, party.name(), bankAccounts.companyCurrency(companyId));
    }

    private static MandateView view(MandateRow row, String party, CurrencyUnit currency) {
        Mandate m = row.mandate();
        return new MandateView(
                row.id(),
                row.version(),
                row.partyId(),
                party,
                row.reference(),
                row.holder(),
                m.signed(),
                m.kind(),
                m.again(),
                m.account().masked(),
                row.state(),
                row.state().words(),
                row.stateReason(),
                m.most().isPresent() ? MinorUnits.toDecimal(m.most().getAsLong(), currency) : null,
                m.endsOn().orElse(null),
                m.lastUsed().orElse(null),
                row.lastAmount().map(a -> MinorUnits.toDecimal(a, currency)).orElse(null),
                m.lapses().orElse(null),
                row.noticeDays().orElse(null),
                row.note());
    }

    @Transactional(readOnly = true)
    public MandateDetail get(long companyId, long id) {
        MandateView view = one(companyId, id);
        CurrencyUnit currency = bankAccounts.companyCurrency(companyId);
        List<FormerAccount> former = jdbc.query(
                "select until_day, reference, routing, account_number, savings, bic, changed_by from mandate_account"
                        + " where mandate_id = ? order by id desc",
                (r, i) -> new FormerAccount(
                        r.getObject(1, LocalDate.class),
                        r.getString(2),
                        (r.getString(3).isEmpty()
                                        ? new DebtorAccount.Sepa(r.getString(4), r.getString(6))
                                        : new DebtorAccount.Ach(r.getString(3), r.getString(4), r.getBoolean(5)))
                                .masked(),
                        r.getString(7)),
                id);
        return Objects.requireNonNull(jdbc.queryForObject(
                "select count(*), coalesce(sum(c.minor_units), 0) from collection c join collection_run r on r.id = c.run_id"
                        + " where c.mandate_id = ? and c.decision = 'COLLECT' and r.state in ('RELEASED', 'BOOKED')",
                (r, i) -> new MandateDetail(
                        view,
                        former,
                        r.getInt(1),
                        MinorUnits.toDecimal(r.getLong(2), currency),
                        List.of(MandateState.Move.values()).stream()
                                .filter(view.state()::allows)
                                .toList(),
                        changes.of(companyId, id)),
                id));
    }

    @Transactional(readOnly = true)
    public MandateForm form(long companyId, long id) {
        MandateRow row = books.get(companyId, id);
        return switch (row.account()) {
            case DebtorAccount.Ach a -> new MandateForm(row.version(), a.routing(), a.number(), a.savings(), "");
            case DebtorAccount.Sepa s -> new MandateForm(row.version(), "", s.iban(), false, s.bic());
        };
    }
}
