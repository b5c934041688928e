package tidemark.app.access;

import jakarta.validation.Valid;
import jakarta.validation.constraints.NotNull;
import java.util.List;
import java.util.Set;
import org.springframework.http.HttpStatus;
import org.springframework.transaction.annotation.Transactional;
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
@RequestMapping("/api/companies/{companyId}/people")
class PeopleController {
    private final People people;

    PeopleController(People people) {
        this.people = people;
    }

    record PersonView(long id, String login, String name, boolean active, Set<Role> roles) {}

    record NewPerson(
            @NotNull String login,
            @NotNull String name,
            @NotNull String password,
            @NotNull Set<Role> roles) {}

    record ChangedPerson(
            @NotNull String name, boolean active, @NotNull Set<Role> roles) {}

    @GetMapping
    @Requires(Right.ADMINISTER)
    List<PersonView> list(@PathVariable long companyId) {
        return people.members(companyId).stream()
                .map(p -> new PersonView(p.id(), p.login(), p.name(), p.active(), people.roles(p.id(), companyId)))
                .toList();
    }

    @PostMapping
    @Requires(Right.ADMINISTER)
    @ResponseStatus(HttpStatus.CREATED)
    @Transactional
    public PersonView create(@PathVariable long companyId, @RequestBody @Valid NewPerson body, Actor actor) {
        Person person = people.create(body.login(), body.name(), body.password());
        people.setRoles(person.id(), companyId, body.roles(), actor.name());
        return new PersonView(person.id(), person.login(), person.name(), person.active(), body.roles());
    }

    @PutMapping("/{personId}")
    @Requires(Right.ADMINISTER)
    void change(
            @PathVariable long companyId,
            @PathVariable long personId,
            @RequestBody @Valid ChangedPerson body,
            Actor actor) {
        people.change(personId, companyId, body.name(), body.active(), body.roles(), actor);
    }
}
