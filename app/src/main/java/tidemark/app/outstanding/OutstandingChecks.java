package tidemark.app.outstanding;

import static tidemark.core.words.Catalogue.say;

import java.sql.ResultSet;
import java.sql.SQLException;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.Collection;
import java.util.HashMap;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Objects;
import org.jspecify.annotations.Nullable;
import org.springframework.jdbc.core.JdbcTemplate;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;
import tidemark.app.company.BankAccount;
import tidemark.app.company.BankAccounts;
import tidemark.app.company.Companies;
import tidemark.core.money.MinorUnits;
import tidemark.core.payment.CheckAges;
import tidemark.core.payment.OutstandingSums;

/** The checks that the bank has not paid: written as payments, booked by entries, or taken over with the account. */
@Service
public class OutstandingChecks {
    private static final String FROM_PAYMENTS = """
            select 'P' || p.id as check_key, p.id as payment_id, e.id as cash_entry_id, p.journal_entry_id as entry_id,
              p.bank_account_id, p.number, p.payee, p.party_id, p.text, p.payment_date as written_on, p.minor_units,
              p.on_clearing, n.kept_until, n.kept_note, n.kept_by, n.stopped_on, n.stop_confirmation, n.stopped_by
            from payment p
              left join cash_entry e on e.journal_entry_id = p.journal_entry_id
                and e.bank_account_id = p.bank_account_id and e.minor_units < 0
              left join check_note n on n.payment_id = p.id
            where p.company_id = ? and p.kind = 'CHECK' and p.state = 'BOOKED'
              and (p.on_clearing and p.clearing_entry_id is null or not p.on_clearing and e.item_match_id is null)""";
    private static final String FROM_ENTRIES = """
            select 'E' || e.id as check_key, null as payment_id, e.id as cash_entry_id, e.journal_entry_id as entry_id,
              e.bank_account_id, e.check_number as number, e.party as payee, null as party_id, e.text,
              e.entry_date as written_on, -e.minor_units as minor_units, false as on_clearing, n.kept_until, n.kept_note,
              n.kept_by, n.stopped_on, n.stop_confirmation, n.stopped_by
            from cash_entry e
              join bank_account b on b.id = e.bank_account_id
              left join check_note n on n.cash_entry_id = e.id
            where b.company_id = ? and e.check_number <> '' and e.minor_units < 0 and e.item_match_id is null
              and not exists (select 1 from payment q where q.journal_entry_id = e.journal_entry_id)
              and not exists (select 1 from payment q where q.clearing_entry_id = e.journal_entry_id)""";

    private final JdbcTemplate jdbc;
    private final BankAccounts bankAccounts;
    private final Companies companies;

    OutstandingChecks(JdbcTemplate jdbc, BankAccounts bankAccounts, Companies companies) {
        this.jdbc = jdbc;
        this.bankAccounts = bankAccounts;
        this.companies = companies;
    }

    /**
     * One of them.
     *
     * @param key names it while it is outstanding
     * @param paymentId absent where it was booked by an entry or taken over
     * @param cashEntryId absent while it reaches the cash account only when the bank pays it
     * @param entryId absent where it was taken over with the account
     * @param minorUnits above zero, in the account's currency
     */
    record Check(
            long companyId,
            String key,
            @Nullable Long paymentId,
            @Nullable Long cashEntryId,
            @Nullable Long entryId,
            long bankAccountId,
            String number,
            String payee,
            @Nullable Long partyId,
            String text,
            LocalDate writtenOn,
            long minorUnits,
            boolean onClearing,
            @Nullable LocalDate keptUntil,
            String keptNote,
            String keptBy,
            @Nullable LocalDate stoppedOn,
            String stopConfirmation,
            String stoppedBy) {
        static Check of(long companyId, ResultSet row) throws SQLException {
            return new Check(
                    companyId,
                    row.getString("check_key"),
                    row.getObject("payment_id", Long.class),
                    row.getObject("cash_entry_id", Long.class),
                    row.getObject("entry_id", Long.class),
                    row.getLong("bank_account_id"),
                    row.getString("number"),
                    row.getString("payee"),
                    row.getObject("party_id", Long.class),
                    row.getString("text"),
                    row.getObject("written_on", LocalDate.class),
                    row.getLong("minor_units"),
                    row.getBoolean("on_clearing"),
                    row.getObject("kept_until", LocalDate.class),
                    Objects.requireNonNullElse(row.getString("kept_note"), ""),
                    Objects.requireNonNullElse(row.getString("kept_by"), ""),
                    row.getObject("stopped_on", LocalDate.class),
                    Objects.requireNonNullElse(row.getString("stop_confirmation"), ""),
                    Objects.requireNonNullElse(row.getString("stopped_by"), ""));
        }

        /** As a person names it: {@code check 20421}. */
        String title() {
            return say("outstanding.check", number);
        }

        /** Whether it is left alone that day since somebody said so. */
        boolean isKept(LocalDate day) {
            return keptUntil != null && !keptUntil.isBefore(day);
        }
    }

    /** All of a company, the oldest first, as they are in the books now. */
    @Transactional(readOnly = true)
    public Map<String, Check> all(long companyId) {
        List<Check> found = new ArrayList<>();
        for (String select : List.of(FROM_PAYMENTS, FROM_ENTRIES)) {
            found.addAll(jdbc.query(select, (row, i) -> Check.of(companyId, row), companyId));
        }
        found.sort(java.util.Comparator.comparing(Check::writtenOn).thenComparing(Check::key));
        Map<String, Check> out = new LinkedHashMap<>();
        found.forEach(c -> out.put(c.key(), c));
        return out;
    }

    /** What is shown of one; amounts as decimal text. */
    public record CheckRow(
            String key,
            @Nullable Long paymentId,
            @Nullable Long entryId,
            long bankAccountId,
            String account,
            String number,
            String payee,
            @Nullable Long partyId,
            String text,
            LocalDate date,
            long days,
            CheckAges.Stage stage,
            String amount,
            String currency,
            @Nullable LocalDate keptUntil,
            String keptNote,
            String keptBy,
            @Nullable LocalDate stoppedOn,
            String stopConfirmation,
            String stoppedBy) {}

    public record StageSum(CheckAges.Stage stage, int count, String amount) {}

    /** @param stages the sums by age, of every age */
    public record CurrencySums(String currency, int count, String amount, List<StageSum> stages) {}

    /**
     * @param sums of all that fits but for its age, however much of it is listed
     * @param more whether there are more than are listed
     */
    public record CheckList(LocalDate asOf, List<CheckRow> checks, List<CurrencySums> sums, boolean more) {}

    /**
     * What a list shows.
     *
     * @param account 0 for all
     * @param stage the least age; absent for every age
     * @param kept whether also those are shown that somebody left alone for now
     */
    public record Filter(long account, CheckAges.@Nullable Stage stage, String text, boolean kept) {}

    @Transactional(readOnly = true)
    public CheckList list(long companyId, Filter filter, int most) {
        LocalDate today = companies.today(companyId);
        Map<Long, BankAccount> accounts = new HashMap<>();
        bankAccounts.list(companyId).forEach(a -> accounts.put(a.id(), a));
        List<CheckRow> rows = new ArrayList<>();
        List<OutstandingSums.Row> summands = new ArrayList<>();
        int fitting = 0;
        for (Check check : all(companyId).values()) {
            BankAccount account = Objects.requireNonNull(accounts.get(check.bankAccountId()));
            if (!fits(check, filter, today)) {
                continue;
            }
            CheckAges.Stage stage = account.checkAges().stage(check.writtenOn(), today);
            summands.add(new OutstandingSums.Row(account.currency().getCode(), check.minorUnits(), stage));
            if (filter.stage() == null || stage.compareTo(filter.stage()) >= 0) {
                fitting++;
                if (rows.size() < most) {
                    rows.add(row(check, account, stage, today));
                }
            }
        }
        return new CheckList(today, rows, sums(summands), fitting > rows.size());
    }

    private static boolean fits(Check check, Filter filter, LocalDate today) {
        String text = filter.text().strip().toLowerCase(Locale.ROOT);
        return (filter.account() == 0 || filter.account() == check.bankAccountId())
                && (filter.kept() || !check.isKept(today))
                && (check.payee().toLowerCase(Locale.ROOT).contains(text)
                        || check.text().toLowerCase(Locale.ROOT).contains(text)
                        || check.number().equals(text));
    }

    private static CheckRow row(Check c, BankAccount account, CheckAges.Stage stage, LocalDate today) {
        return new CheckRow(
                c.key(),
                c.paymentId(),
                c.entryId(),
                account.id(),
                account.name(),
                c.number(),
                c.payee(),
                c.partyId(),
                c.text(),
                c.writtenOn(),
                CheckAges.days(c.writtenOn(), today),
                stage,
                MinorUnits.toDecimal(c.minorUnits(), account.currency()),
                account.currency().getCode(),
                c.keptUntil(),
                c.keptNote(),
                c.keptBy(),
                c.stoppedOn(),
                c.stopConfirmation(),
                c.stoppedBy());
    }

    private static List<CurrencySums> sums(Collection<OutstandingSums.Row> rows) {
        List<CurrencySums> out = new ArrayList<>();
        OutstandingSums.of(rows).forEach((code, sums) -> {
            var currency = MinorUnits.currency(code, "");
            List<StageSum> stages = new ArrayList<>();
            for (CheckAges.Stage stage : CheckAges.Stage.values()) {
                OutstandingSums.Sum sum = Objects.requireNonNull(sums.byStage().get(stage));
                stages.add(new StageSum(stage, sum.count(), MinorUnits.toDecimal(sum.minorUnits(), currency)));
            }
            out.add(new CurrencySums(
                    code, sums.all().count(), MinorUnits.toDecimal(sums.all().minorUnits(), currency), stages));
        });
        return out;
    }

    /** How many are stale, with nobody having said to leave them. */
    @Transactional(readOnly = true)
    public int stale(long companyId, LocalDate today) {
        Map<Long, CheckAges> ages = new HashMap<>();
        bankAccounts.list(companyId).forEach(a -> ages.put(a.id(), a.checkAges()));
        return (int) all(companyId).values().stream()
                .filter(c -> !c.isKept(today))
                .filter(c -> Objects.requireNonNull(ages.get(c.bankAccountId())).stage(c.writtenOn(), today)
                        == CheckAges.Stage.STALE)
                .count();
    }
}
