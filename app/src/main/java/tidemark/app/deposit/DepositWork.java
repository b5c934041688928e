package tidemark.app.deposit;

import java.time.LocalDate;
import java.time.temporal.ChronoUnit;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.TreeMap;
import org.jspecify.annotations.Nullable;
import org.springframework.data.domain.Limit;
import org.springframework.jdbc.core.JdbcTemplate;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;
import tidemark.app.company.Companies;
import tidemark.core.deposit.DepositCount;
import tidemark.core.deposit.SlipState;
import tidemark.core.deposit.UsualDays;
import tidemark.core.receipt.InHand;
import tidemark.core.receipt.ReceiptState;

/** What at the desk needs a hand: receipts that are in hand, counts that did not agree, slips the bank is late with. */
@Service
public class DepositWork {
    /** Open slips that are looked at; a desk has one or two. */
    private static final int MOST_OPEN = 50;

    private final ReceiptInHandRepository receipts;
    private final DepositSlipRepository slips;
    private final Slips books;
    private final HandReceipts hand;
    private final Companies companies;
    private final JdbcTemplate jdbc;

    DepositWork(
            ReceiptInHandRepository receipts,
            DepositSlipRepository slips,
            Slips books,
            HandReceipts hand,
            Companies companies,
            JdbcTemplate jdbc) {
        this.receipts = receipts;
        this.slips = slips;
        this.books = books;
        this.hand = hand;
        this.companies = companies;
        this.jdbc = jdbc;
    }

    /**
     * What is in hand at a site and on no slip.
     *
     * @param site its name; absent for none
     * @param minorUnits in the company's currency
     */
    public record AtSite(@Nullable String site, int count, long minorUnits, long oldestDays) {}

    /** A slip that was counted and does not agree. */
    public record Apart(long slipId, String number) {}

    /** @param usual how many days the bank usually takes */
    public record Late(String number, LocalDate takenOn, int usual) {}

    /**
     * @param overLimit what is to be told of cash that a site holds above its limit
     */
    public record Waiting(List<AtSite> inHand, List<Apart> apart, List<Late> late, List<String> overLimit) {}

    @Transactional(readOnly = true)
    public Waiting waiting(long companyId) {
        return new Waiting(atSites(companyId), apart(companyId), late(companyId), hand.overLimit(companyId));
    }

    private List<AtSite> atSites(long companyId) {
        Map<Long, List<InHand.Item>> bySite = new TreeMap<>();
        receipts.amounts(companyId, List.of(ReceiptState.IN_HAND))
                .forEach(i ->
                        bySite.computeIfAbsent(i.site(), s -> new ArrayList<>()).add(i));
        LocalDate today = companies.today(companyId);
        List<AtSite> out = new ArrayList<>();
        bySite.forEach((site, items) -> {
            InHand there = InHand.of(items, today);
            out.add(new AtSite(
                    site == 0 ? null : companies.site(companyId, site).name(),
                    items.size(),
                    there.total(),
                    there.groups().stream()
                            .mapToLong(InHand.Group::oldestDays)
                            .max()
                            .orElse(0)));
        });
        return out;
    }

    private List<Apart> apart(long companyId) {
        return slips
                .page(companyId, Long.MAX_VALUE, null, List.of(SlipState.OPEN), null, null, Limit.of(MOST_OPEN))
                .stream()
                .filter(s -> {
                    DepositCount count = books.standing(s).count();
                    return count != null && !count.agrees();
                })
                .map(s -> new Apart(s.id(), s.number()))
                .toList();
    }

    private List<Late> late(long companyId) {
        Map<Long, List<Integer>> took = new HashMap<>();
        jdbc.query(
                "select s.bank_account_id, s.taken_on, max(l.booking_date) from deposit_slip s"
                        + " join cash_entry c on c.journal_entry_id = coalesce(s.clearing_entry_id, s.journal_entry_id)"
                        + " join bank_line l on l.item_match_id = c.item_match_id"
                        + " where s.company_id = ? and s.state = 'CREDITED' group by s.id",
                row -> {
                    took.computeIfAbsent(row.getLong(1), a -> new ArrayList<>())
                            .add(Math.toIntExact(ChronoUnit.DAYS.between(
                                    row.getObject(2, LocalDate.class), row.getObject(3, LocalDate.class))));
                },
                companyId);
        return jdbc
                .query(
                        "select s.number, s.taken_on, s.bank_account_id,"
                                + " (select max(l.booking_date) from bank_line l where l.bank_account_id = s.bank_account_id)"
                                + " from deposit_slip s where s.company_id = ? and s.state = 'BANKED' order by s.taken_on, s.id",
                        (row, i) -> new Known(
                                new Late(
                                        row.getString(1),
                                        row.getObject(2, LocalDate.class),
                                        UsualDays.of(took.getOrDefault(row.getLong(3), List.of()))),
                                row.getObject(4, LocalDate.class)),
                        companyId)
                .stream()
                .filter(k -> k.last() != null
                        && UsualDays.isLate(k.slip().takenOn(), k.slip().usual(), k.last()))
                .map(Known::slip)
                .toList();
    }

    private record Known(Late slip, @Nullable LocalDate last) {}
}
