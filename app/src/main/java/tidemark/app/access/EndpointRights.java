package tidemark.app.access;

import jakarta.servlet.http.HttpServletRequest;
import jakarta.servlet.http.HttpServletResponse;
import java.util.HashMap;
import java.util.Map;
import java.util.Set;
import org.jspecify.annotations.Nullable;
import org.springframework.core.MethodParameter;
import org.springframework.security.authentication.InsufficientAuthenticationException;
import org.springframework.security.core.Authentication;
import org.springframework.security.core.context.SecurityContextHolder;
import org.springframework.stereotype.Component;
import org.springframework.web.bind.support.WebDataBinderFactory;
import org.springframework.web.context.request.NativeWebRequest;
import org.springframework.web.method.HandlerMethod;
import org.springframework.web.method.support.HandlerMethodArgumentResolver;
import org.springframework.web.method.support.ModelAndViewContainer;
import org.springframework.web.servlet.HandlerInterceptor;
import org.springframework.web.servlet.HandlerMapping;

/** Checks, before anything else of an endpoint runs, that the person has its right in the company of its path. */
@Component
public class RightsInterceptor implements HandlerInterceptor, HandlerMethodArgumentResolver {
    private final People people;
    private final SignedIn signedIn;

    RightsInterceptor(People people, SignedIn signedIn) {
        this.signedIn = signedIn;
        this.people = people;
    }

    @Override
    public boolean preHandle(HttpServletRequest request, HttpServletResponse response, Object handler) {
        if (!(handler instanceof HandlerMethod method)
                || !method.getBeanType().getName().startsWith("tidemark.")) {
            return true;
        }
        Requires requires = method.getMethodAnnotation(Requires.class);
        if (requires == null) {
            throw new NotFound("endpoint");
        }
        if (requires.value() == Right.ANYONE) {
            return true;
        }
        Actor actor = currentActor();
        if (actor == null) {
            throw new InsufficientAuthenticationException("not signed in");
        }
        if (!signedIn.goesOn(request)) {
            throw new InsufficientAuthenticationException("the session has ended");
        }
        boolean anyCompany = requires.value() == Right.SIGNED_IN;
        People.Access access = people.access(actor.personId(), anyCompany ? 0 : companyOf(request));
        if (access.mustChange() && !request.getRequestURI().startsWith("/api/session")) {
            throw new PasswordDue();
        }
        if (anyCompany) {
            return true;
        }
        Set<Role> roles = access.roles();
        if (roles.isEmpty()) {
            throw new NotFound("company");
        }
        if (access.secondFactorDue()) {
            throw new SecondFactorDue();
        }
        if (roles.stream().noneMatch(role -> role.gives(requires.value()))) {
            throw new Forbidden(requires.value());
        }
        if (requires.value() == Right.PREPARE || requires.value() == Right.CERTIFY) {
            people.limits(actor.personId(), companyOf(request)).hold();
            variables(request).forEach((name, value) -> {
                if (name.equals("accountId") || name.equals("bankAccountId")) {
                    Limits.checkAccount(number(value, "bank account"), "This account");
                }
            });
        }
        return true;
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

    public static @Nullable Actor currentActor() {
        Authentication authentication = SecurityContextHolder.getContext().getAuthentication();
        return authentication != null && authentication.getPrincipal() instanceof Actor actor ? actor : null;
    }

    @Override
    public boolean supportsParameter(MethodParameter parameter) {
        return parameter.getParameterType() == Actor.class;
    }

    @Override
    public @Nullable Object resolveArgument(
            MethodParameter parameter,
            @Nullable ModelAndViewContainer container,
            NativeWebRequest request,
            @Nullable WebDataBinderFactory binders) {
        return currentActor();
    }
}
