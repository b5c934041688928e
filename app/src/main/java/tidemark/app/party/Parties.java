package tidemark.app.party;

import java.util.List;
import java.util.Optional;
import org.jspecify.annotations.Nullable;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;
import tidemark.app.access.NotFound;
import tidemark.app.activity.ActivityLog;
import tidemark.app.ledger.PartyNames;
import tidemark.core.ledger.Control;
import tidemark.core.ledger.PartyId;
import tidemark.core.party.Terms;
import tidemark.core.problem.Fields;
import tidemark.core.problem.RuleViolation;

/** The list of customers and suppliers. */
@Service
public class Parties implements PartyNames {
    private final PartyRepository parties;
    private final ActivityLog activity;

    Parties(PartyRepository parties, ActivityLog activity) {
        this.parties = parties;
        this.activity = activity;
    }

    /** What people may set of a customer or supplier; an empty code is made from the name. */
    public record Card(String code, String name, String address, Terms terms, boolean active) {}

    @Transactional
    public Party keep(long companyId, @Nullable Long id, Control control, Card card, String who) {
        Party party = id == null ? new Party(companyId, control) : get(companyId, id);
        String name = Fields.text(card.name(), "name", 120);
        String code = card.code().isBlank() ? freeCode(companyId, control, name) : Fields.code(card.code(), "code");
        if (card.address().length() > 500) {
            throw new RuleViolation(
                    "field.invalid",
                    "address",
                    card.address().length() + " characters",
                    "at most 500",
                    "Shorten the address.");
        }
        parties.findByCompanyIdAndControlAndCode(companyId, party.control(), code)
                .filter(other -> id == null || other.id() != id)
                .ifPresent(other -> {
                    throw Fields.taken("code", code);
                });
        party.set(code, name, card.address().strip(), card.terms(), card.active());
        parties.save(party);
        activity.record(
                companyId,
                who,
                "party.kept",
                "party",
                party.id(),
                (party.control() == Control.RECEIVABLES ? "Customer " : "Supplier ")
                        + name
                        + (card.active() ? "" : ", no longer active"));
        return party;
    }

    private String freeCode(long companyId, Control control, String name) {
        String stem = name.replaceAll("[^A-Za-z0-9]", "").toUpperCase(java.util.Locale.ROOT);
        stem = stem.isEmpty() ? "P" : stem.substring(0, Math.min(8, stem.length()));
        String code = stem;
        for (int i = 2;
                parties.findByCompanyIdAndControlAndCode(companyId, control, code)
                        .isPresent();
                i++) {
            code = stem + i;
        }
        return code;
    }

    @Transactional(readOnly = true)
    public Party get(long companyId, long id) {
        return parties.findByIdAndCompanyId(id, companyId).orElseThrow(() -> new NotFound("customer or supplier"));
    }

    /** The name of a customer or supplier; empty for the identifier 0, which is nobody's. */
    @Transactional(readOnly = true)
    public String nameOf(long companyId, long id) {
        return id == 0 ? "" : get(companyId, id).name();
    }

    @Transactional(readOnly = true)
    public List<Party> list(long companyId, Control control) {
        return parties.findByCompanyIdAndControlOrderByName(companyId, control);
    }

    /** Of two of one name neither is taken. */
    private Optional<Party> onlyOneNamed(long companyId, Control control, String name, String where) {
        List<Party> found = parties.findByCompanyIdAndControlAndNameIgnoreCase(companyId, control, name);
        if (found.size() > 1) {
            throw new RuleViolation(
                    "party.ambiguous",
                    where,
                    "\u201c" + name + "\u201d, which "
                            + found.size() + " have: "
                            + String.join(
                                    ", ",
                                    found.stream().map(Party::code).sorted().toList()),
                    "one of them",
                    "Write the code in place of the name.");
        }
        return found.stream().findFirst();
    }

    @Override
    @Transactional(readOnly = true)
    public PartyId named(long companyId, Control control, String codeOrName, String where) {
        if (control == Control.NONE) {
            return PartyId.NONE;
        }
        return parties.findByCompanyIdAndControlAndCode(companyId, control, codeOrName)
                .or(() -> onlyOneNamed(companyId, control, codeOrName, where))
                .map(Party::partyId)
                .orElseThrow(() -> new RuleViolation(
                        "party.unknown",
                        where,
                        codeOrName.isBlank() ? "nobody" : "“" + codeOrName + "”",
                        "the code or name of a " + (control == Control.RECEIVABLES ? "customer" : "supplier"),
                        "Correct the name, or add them first."));
    }
}
