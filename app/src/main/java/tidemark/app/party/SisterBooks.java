package tidemark.app.party;

import static tidemark.core.words.Catalogue.say;

import java.util.List;
import java.util.Optional;
import org.jspecify.annotations.Nullable;
import org.springframework.jdbc.core.JdbcTemplate;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;
import tidemark.app.access.Actor;
import tidemark.app.access.NotFound;
import tidemark.app.access.People;
import tidemark.app.activity.ActivityLog;
import tidemark.app.company.Companies;
import tidemark.core.ledger.Control;
import tidemark.core.problem.RuleViolation;

/** Which sister company of a company keeps its books here too. */
@Service
public class SisterBooks {
    private final Parties parties;
    private final Companies companies;
    private final People people;
    private final ActivityLog activity;
    private final JdbcTemplate jdbc;

    SisterBooks(Parties parties, Companies companies, People people, ActivityLog activity, JdbcTemplate jdbc) {
        this.parties = parties;
        this.companies = companies;
        this.people = people;
        this.activity = activity;
        this.jdbc = jdbc;
    }

    /** A company whose books are kept here. */
    public record Sister(long companyId, String name) {}

    /** The books of a sister company that is somebody of another's. */
    @Transactional(readOnly = true)
    public Optional<Sister> booksOf(long partyId) {
        return jdbc.queryForList("select sister_id from sister_books where party_id = ?", Long.class, partyId).stream()
                .map(id -> new Sister(id, companies.get(id).name()))
                .findFirst();
    }

    /** Who a company is among the sister companies of another. */
    @Transactional(readOnly = true)
    public Optional<Party> among(long companyId, long sisterId) {
        return jdbc
                .queryForList(
                        "select b.party_id from sister_books b join party p on p.id = b.party_id"
                                + " where p.company_id = ? and b.sister_id = ? order by b.party_id",
                        Long.class,
                        companyId,
                        sisterId)
                .stream()
                .map(id -> parties.get(companyId, id))
                .findFirst();
    }

    /**
     * Says whose books are kept here, or that none are; whoever says so administers both companies.
     *
     * @throws RuleViolation {@code sister.party} for somebody who is no sister company
     */
    @Transactional
    public void keep(long companyId, long partyId, @Nullable Long sisterId, Actor actor) {
        Party party = parties.get(companyId, partyId);
        if (party.control() != Control.SISTER_COMPANIES || (sisterId != null && sisterId == companyId)) {
            throw new RuleViolation(
                    "sister.party",
                    "companyId",
                    party.name(),
                    say("sister.party.expected"),
                    say("sister.party.remedy"));
        }
        if (sisterId != null && !people.administers(actor.personId(), sisterId)) {
            throw new NotFound(say("access.company"));
        }
        jdbc.update("delete from sister_books where party_id = ?", partyId);
        if (sisterId != null) {
            jdbc.update("insert into sister_books (party_id, sister_id) values (?, ?)", partyId, sisterId);
        }
        activity.record(
                companyId,
                actor.name(),
                "party.sister",
                "party",
                partyId,
                sisterId == null
                        ? say("sister.none", party.name())
                        : say(
                                "sister.kept",
                                party.name(),
                                companies.get(sisterId).name()));
    }

    /** Companies whose books somebody may tie: those they administer, but this one. */
    @Transactional(readOnly = true)
    public List<Sister> mayTie(long companyId, Actor actor) {
        return jdbc
                .queryForList(
                        "select distinct company_id from person_role where person_id = ? and company_id <> ?"
                                + " order by company_id",
                        Long.class,
                        actor.personId(),
                        companyId)
                .stream()
                .filter(id -> people.administers(actor.personId(), id))
                .map(id -> new Sister(id, companies.get(id).name()))
                .toList();
    }
}
