package tidemark.app.party;

import static tidemark.core.words.Catalogue.say;

import java.util.Arrays;
import java.util.Collection;
import java.util.EnumSet;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import java.util.stream.Collectors;
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

/** Customers, suppliers, employees and sister companies, and which of them are the same. */
@Service
public class Parties implements PartyNames {
    private final PartyRepository parties;
    private final PartyIdentityRepository identities;
    private final ActivityLog activity;

    Parties(PartyRepository parties, PartyIdentityRepository identities, ActivityLog activity) {
        this.parties = parties;
        this.identities = identities;
        this.activity = activity;
    }

    /**
     * What people may set of somebody in a role; an empty code is made from the name.
     *
     * @param name with the address that of all their roles
     */
    public record Card(String code, String name, String address, Terms terms, boolean active) {}

    @Transactional
    public Party keep(long companyId, @Nullable Long id, Control control, Card card, String who) {
        String name = Fields.text(card.name(), "name", 120);
        if (card.address().length() > 500) {
            throw new RuleViolation(
                    "field.invalid",
                    "address",
                    say("field.invalid.found2", card.address().length()),
                    say("field.invalid.expected2"),
                    say("field.invalid.remedy3"));
        }
        Party party = id == null
                ? new Party(new PartyIdentity(companyId, name, card.address().strip()), control)
                : get(companyId, id);
        String address = card.address().strip();
        boolean others = id != null && !(name.equals(party.name()) && address.equals(party.address()));
        party.identity().set(name, address);
        identities.save(party.identity());
        if (others) {
            // the name and the address are theirs too
            rolesOf(party).stream().filter(p -> p.id() != party.id()).forEach(p -> record(p, "party.kept", name, who));
        }
        return set(party, card.code(), card.terms(), card.active(), who);
    }

    /** Adds a role to somebody; a role has a code, terms and items of its own. */
    @Transactional
    public Party addRole(long companyId, long id, Control control, String code, Terms terms, String who) {
        Party known = get(companyId, id);
        checkApart(parties.rolesOf(known.identity().id()), Set.of(control), known.name());
        return set(new Party(known.identity(), control), code, terms, true, who);
    }

    private Party set(Party party, String requestedCode, Terms terms, boolean active, String who) {
        long companyId = party.companyId();
        Control control = party.control();
        if (control == Control.NONE) {
            throw new RuleViolation(
                    "party.kind",
                    "control",
                    say("party.kind.found"),
                    Arrays.stream(Control.values())
                            .filter(c -> c != Control.NONE)
                            .map(Control::someone)
                            .collect(Collectors.joining(", ")),
                    say("party.kind.remedy"));
        }
        if (!control.invoices() && (terms.discountPercent().signum() != 0 || terms.discountDays() != 0)) {
            throw new RuleViolation(
                    "party.terms",
                    "discountPercent",
                    say("party.terms.found", control.someone()),
                    say("party.terms.expected"),
                    say("party.terms.remedy"));
        }
        String code = requestedCode.isBlank()
                ? freeCode(companyId, control, party.name())
                : Fields.code(requestedCode, "code");
        parties.findByCompanyIdAndControlAndCode(companyId, control, code)
                .filter(other -> other.id() != party.id())
                .ifPresent(other -> {
                    throw Fields.taken("code", code);
                });
        party.set(code, terms, active);
        parties.save(party);
        record(party, "party.kept", party.name() + (active ? "" : say("party.kept.noLongerActive")), who);
        return party;
    }

    /** The other is the same person or firm: all roles of both stand under the name and address of the first. */
    @Transactional
    public void join(long companyId, long id, long otherId, String who) {
        Party kept = get(companyId, id);
        Party other = get(companyId, otherId);
        PartyIdentity left = other.identity();
        if (left.id() == kept.identity().id()) {
            return;
        }
        List<Party> moved = parties.rolesOf(left.id());
        Set<Control> theirs = EnumSet.noneOf(Control.class);
        moved.forEach(p -> theirs.add(p.control()));
        checkApart(parties.rolesOf(kept.identity().id()), theirs, kept.name());
        String name = left.name();
        for (Party role : moved) {
            role.identity(kept.identity());
            parties.save(role);
            record(role, "party.joined", say("party.joined.isTheSameAs", name, kept.name()), who);
        }
        record(kept, "party.joined", say("party.joined.isTheSameAs", kept.name(), name), who);
        parties.flush();
        identities.delete(left);
    }

    /** A role gets a name and address of its own again: it is somebody else. */
    @Transactional
    public void part(long companyId, long id, String who) {
        Party party = get(companyId, id);
        if (parties.rolesOf(party.identity().id()).size() < 2) {
            throw new RuleViolation(
                    "party.alone",
                    "",
                    say("party.alone.found", party.name()),
                    say("party.alone.expected"),
                    say("party.alone.remedy"));
        }
        party.identity(identities.save(new PartyIdentity(companyId, party.name(), party.address())));
        parties.save(party);
        record(party, "party.parted", say("party.parted.isSomebodyOfTheirOwn", party.name()), who);
    }

    private static void checkApart(List<Party> there, Collection<Control> requested, String name) {
        there.stream().filter(p -> requested.contains(p.control())).findFirst().ifPresent(p -> {
            throw new RuleViolation(
                            "party.role-taken",
                            "control",
                            say("party.role-taken.found", name, p.control().someone(), p.code()),
                            say("party.role-taken.expected"),
                            say("party.role-taken.remedy"))
                    .with("partyId", p.id());
        });
    }

    private void record(Party party, String what, String sentence, String who) {
        String role = party.control().role();
        activity.record(
                party.companyId(),
                who,
                what,
                "party",
                party.id(),
                Character.toUpperCase(role.charAt(0)) + role.substring(1) + " " + sentence);
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
        return parties.findByIdAndCompanyId(id, companyId)
                .orElseThrow(() -> new NotFound(say("party.customerOrSupplier")));
    }

    /** The name of somebody; empty for the identifier 0, which is nobody's. */
    @Transactional(readOnly = true)
    public String nameOf(long companyId, long id) {
        return id == 0 ? "" : get(companyId, id).name();
    }

    /** Everybody in a role, by name; for {@link Control#NONE} in all roles. */
    @Transactional(readOnly = true)
    public List<Party> list(long companyId, Control control) {
        return parties.inRoles(companyId, control == Control.NONE ? EnumSet.allOf(Control.class) : EnumSet.of(control));
    }

    /** Those among these that are the company's. */
    @Transactional(readOnly = true)
    public List<Party> of(long companyId, Collection<Long> ids) {
        return parties.some(companyId, ids);
    }

    /** All roles of somebody, this one among them. */
    @Transactional(readOnly = true)
    public List<Party> rolesOf(Party party) {
        return parties.rolesOf(party.identity().id());
    }

    /** Whoever alone has that name. */
    @Transactional(readOnly = true)
    public Optional<Party> alone(long companyId, Control control, String name) {
        List<Party> found = parties.findByCompanyIdAndControlAndIdentityNameIgnoreCase(companyId, control, name);
        return found.size() == 1 ? Optional.of(found.getFirst()) : Optional.empty();
    }

    /** Of two of one name neither is taken. */
    private Optional<Party> onlyOneNamed(long companyId, Control control, String name, String where) {
        List<Party> found = parties.findByCompanyIdAndControlAndIdentityNameIgnoreCase(companyId, control, name);
        if (found.size() > 1) {
            throw new RuleViolation(
                    "party.ambiguous",
                    where,
                    say(
                            "party.ambiguous.found",
                            name,
                            found.size(),
                            String.join(
                                    ", ",
                                    found.stream().map(Party::code).sorted().toList())),
                    say("party.ambiguous.expected"),
                    say("party.ambiguous.remedy"));
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
                        codeOrName.isBlank() ? say("party.unknown.found2") : "“" + codeOrName + "”",
                        say("party.unknown.expected2", control.someone()),
                        say("party.unknown.remedy2")));
    }

    @Override
    @Transactional(readOnly = true)
    public Optional<PartyId> find(long companyId, Control control, String name) {
        List<Party> found =
                parties.findByCompanyIdAndControlAndIdentityNameIgnoreCase(companyId, control, name.strip());
        return found.size() == 1 ? Optional.of(found.getFirst().partyId()) : Optional.empty();
    }

    @Override
    @Transactional(readOnly = true)
    public String nameOf(long companyId, Control control, PartyId party) {
        return parties.findByIdAndCompanyId(party.value(), companyId)
                .filter(p -> p.control() == control)
                .orElseThrow(() -> new NotFound(control.role()))
                .name();
    }
}
