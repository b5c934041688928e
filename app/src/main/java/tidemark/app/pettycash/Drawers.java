package tidemark.app.pettycash;

import static tidemark.core.words.Catalogue.say;

import java.time.Clock;
import java.time.LocalDate;
import java.util.List;
import org.jspecify.annotations.Nullable;
import org.springframework.stereotype.Component;
import tidemark.app.access.Actor;
import tidemark.app.access.Limits;
import tidemark.app.access.NotFound;
import tidemark.app.company.Companies;
import tidemark.core.pettycash.DrawerCash;
import tidemark.core.pettycash.DrawerMove;
import tidemark.core.pettycash.DrawerProof;
import tidemark.core.problem.RuleViolation;

/** The drawers as their moves have them; whoever adds a move is checked here. The journal is locked for every change. */
@Component
class Drawers {
    private final FundRepository funds;
    private final DrawerMoveRepository moves;
    private final Companies companies;
    private final Clock clock;

    Drawers(FundRepository funds, DrawerMoveRepository moves, Companies companies, Clock clock) {
        this.funds = funds;
        this.moves = moves;
        this.companies = companies;
        this.clock = clock;
    }

    Fund get(long companyId, long fundId) {
        return funds.findByIdAndCompanyId(fundId, companyId).orElseThrow(() -> new NotFound(say("pettycash.fund")));
    }

    /** A drawer that is paid out of or received into, by whoever may. */
    Fund toUse(long companyId, long fundId) {
        Fund fund = open(companyId, fundId);
        checkKeeper(fund);
        return fund;
    }

    /** @throws RuleViolation {@code drawer.hand} where it is kept by others than whoever asks */
    static void checkKeeper(Fund fund) {
        Actor who = Actor.current();
        if (who != null && !fund.mayPost(who.personId())) {
            throw notTheirs(fund.name(), fund.keeper(), who);
        }
    }

    /** A drawer that is counted, by whoever may. */
    Fund toCount(long companyId, long fundId) {
        Fund fund = open(companyId, fundId);
        Actor who = Actor.current();
        if (who != null && !fund.mayCount(who.personId())) {
            throw notTheirs(fund.name(), fund.keeper(), who);
        }
        return fund;
    }

    static RuleViolation notTheirs(String fund, String keeper, Actor who) {
        return new RuleViolation(
                "drawer.hand",
                "fundId",
                say("drawer.hand.found", who.name()),
                say("drawer.hand.expected", fund, keeper),
                say("drawer.hand.remedy"));
    }

    /** A drawer in use, for somebody who may change things at its site. */
    Fund open(long companyId, long fundId) {
        Fund fund = get(companyId, fundId);
        Limits.checkSite(fund.siteId(), "");
        if (!fund.active()) {
            throw new RuleViolation(
                    "fund.inactive",
                    "fundId",
                    say("fund.inactive.found", fund.name()),
                    say("fund.inactive.expected"),
                    say("fund.inactive.remedy"));
        }
        return fund;
    }

    DrawerMoveRow move(long companyId, long moveId) {
        return moves.findByIdAndCompanyId(moveId, companyId).orElseThrow(() -> new NotFound(say("pettycash.move")));
    }

    /** @throws RuleViolation {@code drawer.below} where the drawer would hold less than nothing on some day */
    DrawerMoveRow add(Fund fund, DrawerMove move, DrawerMoveRow.Paper paper, @Nullable Long entryId, String who) {
        DrawerMonths.checkOpen(fund, paper.day());
        DrawerMoveRow row = moves.save(new DrawerMoveRow(fund, move, paper, entryId, who, clock.instant()));
        if (move.cash() != 0) {
            check(fund, paper.day());
        }
        return row;
    }

    /** From a day on. What of the same day was posted before stands before. */
    void check(Fund fund, LocalDate day) {
        DrawerCash.check(
                moves.cashBefore(fund.id(), day),
                steps(fund, day),
                fund.name(),
                companies.get(fund.companyId()).baseCurrency(),
                "amount");
    }

    private List<DrawerCash.Step> steps(Fund fund, LocalDate day) {
        return moves.stepsFrom(fund.id(), day).stream()
                .map(s -> new DrawerCash.Step(
                        s.getDay(),
                        s.getCash(),
                        s.getNumber().isEmpty() ? s.getText() : say("pettycash.numbered", s.getNumber())))
                .toList();
    }

    DrawerProof proof(Fund fund) {
        DrawerMove all = moves.total(fund.id())
                .map(t -> DrawerMove.all(t.getFloated(), t.getCash(), t.getChecks(), t.getAdvanced(), t.getWay()))
                .orElse(DrawerMove.NOTHING);
        return DrawerProof.of(
                all,
                moves.waiting(fund.id(), TopUps.COVERED).stream()
                        .map(Drawers::added)
                        .toList());
    }

    /** At the end of a day: what a later top-up covers waits for one then. */
    DrawerProof proofAt(Fund fund, LocalDate day) {
        return proof(moves.sumsUpTo(fund.id(), day));
    }

    private static DrawerProof proof(List<DrawerMoveRepository.Sum> sums) {
        return DrawerProof.of(sums.stream()
                .map(s -> new DrawerProof.Sum(added(s), s.getCovered()))
                .toList());
    }

    private static DrawerMove added(DrawerMoveRepository.Sum s) {
        return new DrawerMove(
                s.getKind(), s.getFloated(), s.getCash(), s.getChecks(), s.getAdvanced(), s.getWay(), s.getDue());
    }
}
