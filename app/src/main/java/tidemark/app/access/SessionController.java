package tidemark.app.access;

import static tidemark.core.words.Catalogue.say;

import jakarta.servlet.http.Cookie;
import jakarta.servlet.http.HttpServletRequest;
import jakarta.servlet.http.HttpServletResponse;
import jakarta.servlet.http.HttpSession;
import jakarta.validation.Valid;
import jakarta.validation.constraints.NotNull;
import jakarta.validation.constraints.Size;
import java.time.Duration;
import java.util.List;
import java.util.Objects;
import org.jspecify.annotations.Nullable;
import org.springframework.http.HttpHeaders;
import org.springframework.http.ResponseCookie;
import org.springframework.security.authentication.UsernamePasswordAuthenticationToken;
import org.springframework.security.core.context.SecurityContext;
import org.springframework.security.core.context.SecurityContextHolder;
import org.springframework.security.web.context.SecurityContextRepository;
import org.springframework.web.bind.annotation.DeleteMapping;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.PutMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RestController;
import org.springframework.web.util.WebUtils;
import tidemark.core.problem.RuleViolation;

/** Signing in and out. */
@RestController
@RequestMapping("/api/v1/session")
public class SessionController {
    private final People people;
    /** The cookie by which a browser is known from which somebody signed in before. */
    public static final String BROWSER = "TIDEMARK_BROWSER";

    private final SecurityContextRepository contexts;
    private final SignedIn signedIn;

    private final SecondFactor secondFactor;
    private final PublicAddress publicAddress;

    SessionController(
            People people,
            SecurityContextRepository contexts,
            SignedIn signedIn,
            SecondFactor secondFactor,
            PublicAddress publicAddress) {
        this.publicAddress = publicAddress;
        this.secondFactor = secondFactor;
        this.signedIn = signedIn;
        this.people = people;
        this.contexts = contexts;
    }

    record Credentials(
            @NotNull @Size(max = 200) String login,
            @NotNull @Size(max = 200) String password,
            @Nullable @Size(max = 40) String code) {}

    record Code(@NotNull @Size(max = 40) String code) {}

    record Password(@NotNull @Size(max = 200) String password) {}

    /** @param codes for a lost device; each lets in once */
    record SpareCodes(List<String> codes) {}

    record Passwords(
            @NotNull @Size(max = 200) String old,
            @NotNull @Size(max = 200) String fresh) {}

    @PostMapping
    @Requires(Right.ANYONE)
    void signIn(@RequestBody @Valid Credentials body, HttpServletRequest request, HttpServletResponse response) {
        Cookie known = WebUtils.getCookie(request, BROWSER);
        String address = Objects.requireNonNullElse(request.getRemoteAddr(), "");
        String code = body.code() == null ? "" : body.code();
        switch (people.signIn(body.login(), body.password(), code, address, known == null ? "" : known.getValue())) {
            case People.SignIn.Welcome welcome -> {
                HttpSession before = request.getSession(false);
                if (before != null) {
                    before.invalidate();
                }
                SecurityContext context = SecurityContextHolder.createEmptyContext();
                context.setAuthentication(
                        UsernamePasswordAuthenticationToken.authenticated(welcome.actor(), null, List.of()));
                SecurityContextHolder.setContext(context);
                contexts.saveContext(context, request, response);
                signedIn.begin(welcome.actor(), request);
                if (welcome.browser() != null) {
                    response.addHeader(
                            HttpHeaders.SET_COOKIE,
                            ResponseCookie.from(BROWSER, welcome.browser())
                                    .path("/api/v1/session")
                                    .httpOnly(true)
                                    .sameSite("Lax")
                                    .secure(publicAddress.isSecure(request))
                                    .maxAge(Duration.ofDays(180))
                                    .build()
                                    .toString());
                }
            }
            case People.SignIn.Refused ignored ->
                throw new RuleViolation(
                        "sign-in.refused",
                        "",
                        say("sign-in.refused.found"),
                        say("sign-in.refused.expected"),
                        say("sign-in.refused.remedy"));
            case People.SignIn.CodeDue ignored ->
                throw new RuleViolation(
                        "second-factor.code",
                        "code",
                        say("second-factor.code.found"),
                        say("second-factor.code.expected"),
                        say("second-factor.code.remedy"));
            case People.SignIn.Closed closed -> throw new SignInClosed(closed.pause());
        }
    }

    /** Where one is signed in. */
    @GetMapping("/places")
    @Requires(Right.IN_PERSON)
    List<SignedIn.SignInPlace> places(Actor actor, HttpServletRequest request) {
        return signedIn.of(actor.personId(), request);
    }

    @DeleteMapping("/places/{name}")
    @Requires(Right.IN_PERSON)
    void end(@PathVariable String name, Actor actor) {
        signedIn.end(actor.personId(), name);
    }

    @DeleteMapping
    @Requires(Right.ANYONE)
    void signOut(HttpServletRequest request) {
        HttpSession session = request.getSession(false);
        if (session != null) {
            session.invalidate();
        }
    }

    /** Begins to set up a second factor: what a device makes its codes from. */
    @PostMapping("/second-factor/offer")
    @Requires(Right.IN_PERSON)
    SecondFactor.Offer offer(@RequestBody @Valid Password body, Actor actor, HttpServletRequest request) {
        return secondFactor.offer(actor, body.password(), request.getSession());
    }

    /** Sets it in force with the first code of the device. */
    @PutMapping("/second-factor")
    @Requires(Right.IN_PERSON)
    SpareCodes begin(@RequestBody @Valid Code body, Actor actor, HttpServletRequest request) {
        return new SpareCodes(secondFactor.begin(actor, request.getSession(), body.code()));
    }

    @PostMapping("/second-factor/end")
    @Requires(Right.IN_PERSON)
    void endSecondFactor(@RequestBody @Valid Password body, Actor actor, HttpServletRequest request) {
        secondFactor.end(actor, body.password(), request);
    }

    @PutMapping("/password")
    @Requires(Right.IN_PERSON)
    void password(@RequestBody @Valid Passwords body, Actor actor, HttpServletRequest request) {
        people.changePassword(actor, body.old(), body.fresh(), request);
    }
}
