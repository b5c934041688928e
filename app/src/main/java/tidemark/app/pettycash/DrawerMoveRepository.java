package tidemark.app.pettycash;

import java.time.LocalDate;
import java.util.Collection;
import java.util.List;
import java.util.Optional;
import org.springframework.data.jpa.repository.Query;
import tidemark.app.company.MasterRows;
import tidemark.core.pettycash.MoveKind;

interface DrawerMoveRepository extends MasterRows<DrawerMoveRow> {
    /** What all moves of a drawer come to, as the database counts them; none before its first. */
    interface Total {
        long getFloated();

        long getCash();

        long getChecks();

        long getAdvanced();

        long getWay();
    }

    @Query(nativeQuery = true, value = """
            select floated as floated, cash as cash, checks as checks, advanced as advanced, on_the_way as way
            from drawer_total where fund_id = :fund""")
    Optional<Total> total(long fund);

    default long cash(long fund) {
        return total(fund).map(Total::getCash).orElse(0L);
    }

    @Query("select coalesce(sum(m.cash), 0) from DrawerMoveRow m where m.fundId = :fund and m.moveDay >= :day")
    long cashSince(long fund, LocalDate day);

    /** What was in the drawer before a day. Cost: its moves from that day on. */
    default long cashBefore(long fund, LocalDate day) {
        return Math.subtractExact(cash(fund), cashSince(fund, day));
    }

    /** A step of the cash. */
    interface Step {
        LocalDate getDay();

        long getCash();

        String getNumber();

        String getText();
    }

    @Query("select m.moveDay as day, m.cash as cash, m.number as number, m.text as text from DrawerMoveRow m"
            + " where m.fundId = :fund and m.moveDay >= :day and m.cash <> 0 order by m.moveDay, m.place")
    List<Step> stepsFrom(long fund, LocalDate day);

    /** By day and then order of posting. */
    @Query("select m from DrawerMoveRow m where m.fundId = :fund and m.moveDay between :from and :to"
            + " order by m.moveDay, m.place")
    List<DrawerMoveRow> between(long fund, LocalDate from, LocalDate to);

    @Query("select m from DrawerMoveRow m where m.entryId = :entry order by m.place")
    List<DrawerMoveRow> ofEntry(long entry);

    @Query("select m from DrawerMoveRow m where m.fundId = :fund and m.topUpId is null and m.kind in :kinds"
            + " order by m.moveDay, m.place")
    List<DrawerMoveRow> uncovered(long fund, Collection<MoveKind> kinds);

    @Query("select count(m) from DrawerMoveRow m where m.fundId = :fund and m.topUpId is null and m.kind in :kinds")
    int countUncovered(long fund, Collection<MoveKind> kinds);

    List<DrawerMoveRow> findByTopUpId(long topUp);

    /** What settles an advance and was not reversed. */
    @Query("select m from DrawerMoveRow m where m.settlesId = :advance and m.reversed = false and m.reversesId is null")
    Optional<DrawerMoveRow> settlementOf(long advance);

    /** Advances that nobody has settled. */
    @Query("select m from DrawerMoveRow m where m.fundId = :fund and m.kind = 'ADVANCE' and m.reversed = false"
            + " and m.reversesId is null and not exists (select 1 from DrawerMoveRow s where s.settlesId = m.id"
            + " and s.reversed = false and s.reversesId is null) order by m.moveDay, m.place")
    List<DrawerMoveRow> openAdvances(long fund);

    /** Checks that lie in the drawer: cashed, or back from the bank. */
    @Query("select m from DrawerMoveRow m where m.fundId = :fund and m.checks > 0"
            + " and m.kind in ('CHECK_CASHED', 'CHECK_TAKEN') and m.reversed = false"
            + " and m.reversesId is null and not exists (select 1 from DrawerMoveRow s where s.settlesId = m.id"
            + " and s.reversed = false and s.reversesId is null) order by m.moveDay, m.place")
    List<DrawerMoveRow> held(long fund);

    /** Top-ups whose cash is not in the drawer yet. */
    @Query("select m from DrawerMoveRow m where m.fundId = :fund and m.kind = 'TOP_UP' and m.onTheWay > 0"
            + " and m.reversed = false"
            + " and m.reversesId is null and not exists (select 1 from DrawerMoveRow s where s.settlesId = m.id"
            + " and s.reversed = false and s.reversesId is null) order by m.moveDay, m.place")
    List<DrawerMoveRow> onTheWay(long fund);

    /** Moves added up by kind and whether a top-up covers them. */
    interface Sum {
        MoveKind getKind();

        boolean getCovered();

        long getFloated();

        long getCash();

        long getChecks();

        long getAdvanced();

        long getWay();

        long getDue();
    }

    @Query("select m.kind as kind, false as covered,"
            + " sum(m.floated) as floated, sum(m.cash) as cash, sum(m.checks) as checks, sum(m.advanced) as advanced,"
            + " sum(m.onTheWay) as way, sum(m.due) as due from DrawerMoveRow m"
            + " where m.fundId = :fund and m.topUpId is null and m.kind in :kinds group by m.kind")
    List<Sum> waiting(long fund, Collection<MoveKind> kinds);

    /** What moved up to a day by kind, as it stood at its end. Cost: all moves up to then. */
    @Query("select m.kind as kind, (case when t.id is null then false else true end) as covered,"
            + " sum(m.floated) as floated, sum(m.cash) as cash, sum(m.checks) as checks, sum(m.advanced) as advanced,"
            + " sum(m.onTheWay) as way, sum(m.due) as due from DrawerMoveRow m"
            + " left join DrawerMoveRow t on t.id = m.topUpId and t.moveDay <= :day"
            + " where m.fundId = :fund and m.moveDay <= :day"
            + " group by m.kind, (case when t.id is null then false else true end)")
    List<Sum> sumsUpTo(long fund, LocalDate day);

    @Query("select min(m.moveDay) from DrawerMoveRow m where m.fundId = :fund")
    Optional<LocalDate> firstDay(long fund);

    @Query("select m.number from DrawerMoveRow m where m.companyId = :company and m.number <> ''")
    List<String> numbers(long company);
}
