package tidemark.app.access;

import jakarta.validation.Valid;
import jakarta.validation.constraints.NotNull;
import jakarta.validation.constraints.Size;
import java.time.LocalDate;
import java.util.List;
import java.util.Map;
import java.util.Set;
import org.jspecify.annotations.Nullable;
import org.springframework.http.HttpStatus;
import org.springframework.transaction.annotation.Transactional;
import org.springframework.web.bind.annotation.DeleteMapping;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.PutMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.ResponseStatus;
import org.springframework.web.bind.annotation.RestController;

/** The people of a company. */
@RestController
@RequestMapping("/api/v1/companies/{companyId}/people")
class PeopleController {
    private final People people;

    private final SecondFactor secondFactor;

    PeopleController(People people, SecondFactor secondFactor) {
        this.secondFactor = secondFactor;
        this.people = people;
    }

    record PersonView(
            long id,
            String login,
            String name,
            boolean active,
            @Nullable LocalDate from,
            @Nullable LocalDate to,
            boolean secondFactor,
            Set<Long> bankAccountIds,
            Set<Long> siteIds,
            Map<Long, LocalDate> lastDays,
            Set<Role> roles) {}

    record NewPerson(
            @NotNull @Size(max = 60) String login,
            @NotNull @Size(max = 120) String name,
            @NotNull @Size(max = 200) String password,
            @NotNull Set<Role> roles) {}

    /** @param bankAccountIds what preparing and certifying is limited to; absent or empty for all, as the sites are */
    record ChangedPerson(
            @NotNull @Size(max = 120) String name,
            boolean active,
            @Nullable LocalDate from,
            @Nullable LocalDate to,
            @Nullable @Size(max = 1000) Set<Long> bankAccountIds,
            @Nullable @Size(max = 1000) Set<Long> siteIds,
            @NotNull Set<Role> roles) {}

    @GetMapping
    @Requires(Right.ADMINISTER)
    List<PersonView> list(@PathVariable long companyId) {
        return people.members(companyId).stream().map(p -> view(p, companyId)).toList();
    }

    @PostMapping
    @Requires(Right.ADMINISTER)
    @ResponseStatus(HttpStatus.CREATED)
    @Transactional
    public PersonView create(@PathVariable long companyId, @RequestBody @Valid NewPerson body, Actor actor) {
        Person person = people.invite(body.login(), body.name(), body.password());
        people.setRoles(person.id(), companyId, body.roles(), actor.name());
        return view(person, companyId);
    }

    private PersonView view(Person person, long companyId) {
        People.Membership m = people.membership(person.id(), companyId);
        return new PersonView(
                person.id(),
                person.login(),
                person.name(),
                m.active(),
                m.from(),
                m.to(),
                person.secondFactor() != null,
                m.limits().bankAccounts(),
                m.limits().sites(),
                m.limits().lastDays(),
                people.rolesHeld(person.id(), companyId));
    }

    /** Takes the second factor of somebody away who lost the device and the codes kept for that. */
    @DeleteMapping("/{personId}/second-factor")
    @Requires(Right.ADMINISTER)
    void endSecondFactor(@PathVariable long companyId, @PathVariable long personId, Actor actor) {
        secondFactor.endOf(personId, companyId, actor);
    }

    @PutMapping("/{personId}")
    @Requires(Right.ADMINISTER)
    void change(
            @PathVariable long companyId,
            @PathVariable long personId,
            @RequestBody @Valid ChangedPerson body,
            Actor actor) {
        people.change(
                personId,
                companyId,
                body.name(),
                new People.Membership(
                        body.active(),
                        body.from(),
                        body.to(),
                        people.limits(personId, companyId)
                                .with(
                                        body.bankAccountIds() == null ? Set.of() : body.bankAccountIds(),
                                        body.siteIds() == null ? Set.of() : body.siteIds())),
                body.roles(),
                actor);
    }
}
