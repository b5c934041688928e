package tidemark.app.access;

import jakarta.servlet.http.HttpServletRequest;
import jakarta.servlet.http.HttpServletResponse;
import jakarta.servlet.http.HttpSession;
import jakarta.validation.Valid;
import jakarta.validation.constraints.NotNull;
import jakarta.validation.constraints.Size;
import java.util.List;
import org.springframework.security.authentication.UsernamePasswordAuthenticationToken;
import org.springframework.security.core.context.SecurityContext;
import org.springframework.security.core.context.SecurityContextHolder;
import org.springframework.security.web.context.SecurityContextRepository;
import org.springframework.web.bind.annotation.DeleteMapping;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.PutMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RestController;
import tidemark.core.problem.RuleViolation;

/** Signing in and out. */
@RestController
@RequestMapping("/api/session")
class SessionController {
    private final People people;
    private final SecurityContextRepository contexts;

    SessionController(People people, SecurityContextRepository contexts) {
        this.people = people;
        this.contexts = contexts;
    }

    record Credentials(
            @NotNull @Size(max = 200) String login,
            @NotNull @Size(max = 200) String password) {}

    record Passwords(
            @NotNull @Size(max = 200) String old,
            @NotNull @Size(max = 200) String fresh) {}

    @PostMapping
    @Requires(Right.NOBODY_IN_PARTICULAR)
    void signIn(@RequestBody @Valid Credentials body, HttpServletRequest request, HttpServletResponse response) {
        switch (people.signIn(body.login(), body.password())) {
            case People.SignIn.Welcome welcome -> {
                if (request.getSession(false) != null) {
                    request.changeSessionId();
                }
                SecurityContext context = SecurityContextHolder.createEmptyContext();
                context.setAuthentication(
                        UsernamePasswordAuthenticationToken.authenticated(welcome.actor(), null, List.of()));
                SecurityContextHolder.setContext(context);
                contexts.saveContext(context, request, response);
            }
            case People.SignIn.Refused ignored ->
                throw new RuleViolation(
                        "sign-in.refused",
                        "",
                        "a name and password that do not belong together",
                        "your sign-in name and password",
                        "Type both again. After five wrong passwords the sign-in closes for fifteen minutes.");
            case People.SignIn.Locked locked ->
                throw new RuleViolation(
                        "sign-in.closed",
                        "",
                        "too many wrong passwords in a row",
                        "a pause of " + locked.minutes() + " minutes",
                        "Wait that long, then sign in again.");
        }
    }

    @DeleteMapping
    @Requires(Right.NOBODY_IN_PARTICULAR)
    void signOut(HttpServletRequest request) {
        HttpSession session = request.getSession(false);
        if (session != null) {
            session.invalidate();
        }
    }

    @PutMapping("/password")
    @Requires(Right.SIGNED_IN)
    void password(@RequestBody @Valid Passwords body, Actor actor) {
        people.changePassword(actor, body.old(), body.fresh());
    }
}
