package tidemark.app.access;

import jakarta.validation.Valid;
import jakarta.validation.constraints.NotNull;
import jakarta.validation.constraints.Size;
import java.util.List;
import java.util.Set;
import org.springframework.http.HttpStatus;
import org.springframework.web.bind.annotation.DeleteMapping;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.ResponseStatus;
import org.springframework.web.bind.annotation.RestController;

/** A person's own tokens, and those that reach a company. */
@RestController
@RequestMapping("/api/v1")
class TokensController {
    private final Tokens tokens;

    TokensController(Tokens tokens) {
        this.tokens = tokens;
    }

    /** @param scopes what it may do beyond looking */
    record TokenBody(
            @NotNull @Size(max = 80) String name,
            @NotNull @Size(max = 200) Set<Long> companyIds,
            @NotNull @Size(max = 3) Set<TokenScope> scopes,
            int days,
            @NotNull @Size(max = 200) String password) {}

    @GetMapping("/session/tokens")
    @Requires(Right.IN_PERSON)
    List<Tokens.TokenView> own(Actor actor) {
        return tokens.own(actor);
    }

    @PostMapping("/session/tokens")
    @Requires(Right.IN_PERSON)
    @ResponseStatus(HttpStatus.CREATED)
    Tokens.NewToken make(@RequestBody @Valid TokenBody body, Actor actor) {
        return tokens.make(actor, body.name(), body.companyIds(), body.scopes(), body.days(), body.password());
    }

    @DeleteMapping("/session/tokens/{tokenId}")
    @Requires(Right.IN_PERSON)
    void end(@PathVariable long tokenId, Actor actor) {
        tokens.end(actor, tokenId);
    }

    @GetMapping("/companies/{companyId}/tokens")
    @Requires(Right.ADMINISTER)
    List<Tokens.TokenView> ofCompany(@PathVariable long companyId) {
        return tokens.ofCompany(companyId);
    }

    /** Takes the company out of the token's reach. */
    @DeleteMapping("/companies/{companyId}/tokens/{tokenId}")
    @Requires(Right.ADMINISTER)
    void endHere(@PathVariable long companyId, @PathVariable long tokenId, Actor actor) {
        tokens.endHere(companyId, actor, tokenId);
    }
}
