package tidemark.app.access;

import static tidemark.core.words.Catalogue.say;

import jakarta.servlet.ServletException;
import jakarta.servlet.http.HttpServletRequest;
import java.util.HashMap;
import java.util.Map;
import java.util.Set;
import java.util.function.Supplier;
import org.jspecify.annotations.Nullable;
import org.springframework.beans.factory.ObjectProvider;
import org.springframework.beans.factory.annotation.Qualifier;
import org.springframework.security.access.AccessDeniedException;
import org.springframework.security.authentication.InsufficientAuthenticationException;
import org.springframework.security.authorization.AuthorizationDecision;
import org.springframework.security.authorization.AuthorizationManager;
import org.springframework.security.authorization.AuthorizationResult;
import org.springframework.security.core.Authentication;
import org.springframework.security.web.access.intercept.RequestAuthorizationContext;
import org.springframework.stereotype.Component;
import org.springframework.web.method.HandlerMethod;
import org.springframework.web.servlet.HandlerExecutionChain;
import org.springframework.web.servlet.HandlerMapping;
import org.springframework.web.servlet.mvc.method.annotation.RequestMappingHandlerMapping;
import org.springframework.web.util.ServletRequestPathUtils;
import tidemark.core.problem.RuleViolation;

/**
 * Decides, before anything of a request is read, whether the person has the right of its endpoint in the company of its
 * path. What is no endpoint of ours holds nothing of anybody's and is let through.
 */
@Component
public class EndpointRights implements AuthorizationManager<RequestAuthorizationContext> {
    private static final AuthorizationDecision GRANTED = new AuthorizationDecision(true);

    private final People people;
    private final SignedIn signedIn;
    private final ObjectProvider<RequestMappingHandlerMapping> endpoints;

    /** @param endpoints asked for late: the filters stand before the endpoints do */
    EndpointRights(
            People people,
            SignedIn signedIn,
            @Qualifier("requestMappingHandlerMapping") ObjectProvider<RequestMappingHandlerMapping> endpoints) {
        this.people = people;
        this.signedIn = signedIn;
        this.endpoints = endpoints;
    }

    /** Why somebody may not; the answer is that of the cause. */
    public static final class Refused extends AccessDeniedException {
        private static final long serialVersionUID = 1L;

        Refused(Exception cause) {
            super("refused", cause);
        }
    }

    @Override
    public AuthorizationResult authorize(
            Supplier<? extends @Nullable Authentication> authentication, RequestAuthorizationContext context) {
        HttpServletRequest request = context.getRequest();
        HandlerMethod method = endpoint(request);
        if (method == null) {
            return GRANTED;
        }
        Requires requires = method.getMethodAnnotation(Requires.class);
        if (requires == null) {
            throw new Refused(new NotFound(say("access.endpoint")));
        }
        if (requires.value() == Right.ANYONE) {
            return GRANTED;
        }
        Actor actor = Actor.current();
        if (actor == null) {
            throw new InsufficientAuthenticationException("not signed in");
        }
        TokenUse token = TokenUse.current();
        if (token == null && !signedIn.goesOn(request)) {
            throw new InsufficientAuthenticationException("the session has ended");
        }
        try {
            if (token != null) {
                check(token, requires.value(), request);
            }
            check(actor, requires.value(), request);
            for (Right other : requires.also()) {
                check(actor, other, request);
            }
        } catch (TokenForbidden | NotFound | PasswordDue | SecondFactorDue | Forbidden | RuleViolation e) {
            throw new Refused(e);
        }
        return GRANTED;
    }

    /** The endpoint of ours that a request is for; none for files, and where the path or the method fits nothing. */
    private @Nullable HandlerMethod endpoint(HttpServletRequest request) {
        if (!ServletRequestPathUtils.hasParsedRequestPath(request)) {
            ServletRequestPathUtils.parseAndCache(request);
        }
        try {
            HandlerExecutionChain chain = endpoints.getObject().getHandler(request);
            return chain != null
                            && chain.getHandler() instanceof HandlerMethod method
                            && method.getBeanType().getName().startsWith("tidemark.")
                    ? method
                    : null;
        } catch (ServletException e) {
            // no endpoint takes this method or this type; the same is found again, and told, where it would be called
            return null;
        } catch (Exception e) {
            throw new IllegalStateException(e);
        }
    }

    /** What a token reaches; whoever it belongs to must have the right too. */
    private static void check(TokenUse token, Right right, HttpServletRequest request) {
        if (right == Right.IN_PERSON) {
            throw new TokenForbidden(right);
        }
        if (right != Right.SIGNED_IN && !token.companies().contains(companyOf(request))) {
            throw new NotFound(say("access.company"));
        }
        Right wanted = right == Right.SIGNED_IN ? Right.ADMINISTER : right;
        if (!TokenScope.reach(token.scopes(), wanted)) {
            throw new TokenForbidden(wanted);
        }
    }

    private void check(Actor actor, Right right, HttpServletRequest request) {
        boolean anyCompany = right == Right.SIGNED_IN || right == Right.IN_PERSON;
        People.Access access = people.access(actor.personId(), anyCompany ? 0 : companyOf(request));
        if (access.mustChange() && !request.getRequestURI().startsWith("/api/v1/session")) {
            throw new PasswordDue();
        }
        if (anyCompany) {
            return;
        }
        Set<Role> roles = access.roles();
        if (roles.isEmpty()) {
            throw new NotFound(say("access.company"));
        }
        if (access.secondFactorDue()) {
            throw new SecondFactorDue();
        }
        if (roles.stream().noneMatch(role -> role.gives(right))) {
            throw new Forbidden(right);
        }
        if (right != Right.VIEW && right != Right.ADMINISTER) {
            people.limitsToday(actor.personId(), companyOf(request)).hold();
            variables(request).forEach((name, value) -> {
                if (name.equals("accountId") || name.equals("bankAccountId")) {
                    Limits.checkAccount(number(value, say("access.bankAccount")), say("access.thisAccount"));
                }
            });
        }
    }

    private static long companyOf(HttpServletRequest request) {
        return number(variables(request).getOrDefault("companyId", ""), "company");
    }

    private static Map<String, String> variables(HttpServletRequest request) {
        Map<String, String> variables = new HashMap<>();
        if (request.getAttribute(HandlerMapping.URI_TEMPLATE_VARIABLES_ATTRIBUTE) instanceof Map<?, ?> map) {
            map.forEach((name, value) -> variables.put(name.toString(), value.toString()));
        }
        return variables;
    }

    private static long number(String text, String what) {
        if (!text.matches("\\d{1,18}")) {
            throw new NotFound(what);
        }
        return Long.parseLong(text);
    }
}
