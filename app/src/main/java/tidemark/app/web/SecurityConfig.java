package tidemark.app.web;

import static tidemark.core.words.Catalogue.say;

import jakarta.servlet.ServletException;
import jakarta.servlet.http.HttpServletRequest;
import jakarta.servlet.http.HttpServletResponse;
import java.io.IOException;
import org.springframework.beans.factory.ObjectProvider;
import org.springframework.beans.factory.annotation.Qualifier;
import org.springframework.beans.factory.annotation.Value;
import org.springframework.context.annotation.Bean;
import org.springframework.context.annotation.Configuration;
import org.springframework.security.access.AccessDeniedException;
import org.springframework.security.config.annotation.web.builders.HttpSecurity;
import org.springframework.security.core.userdetails.UserDetailsService;
import org.springframework.security.core.userdetails.UsernameNotFoundException;
import org.springframework.security.crypto.argon2.Argon2PasswordEncoder;
import org.springframework.security.crypto.password.PasswordEncoder;
import org.springframework.security.web.SecurityFilterChain;
import org.springframework.security.web.access.AccessDeniedHandlerImpl;
import org.springframework.security.web.context.HttpSessionSecurityContextRepository;
import org.springframework.security.web.context.SecurityContextRepository;
import org.springframework.security.web.csrf.CookieCsrfTokenRepository;
import org.springframework.security.web.csrf.CsrfFilter;
import org.springframework.security.web.header.writers.ReferrerPolicyHeaderWriter.ReferrerPolicy;
import org.springframework.web.servlet.HandlerExceptionResolver;
import tidemark.app.access.EndpointRights;
import tidemark.app.access.PublicAddress;
import tidemark.app.access.Tokens;
import tools.jackson.databind.json.JsonMapper;

/** Sessions, CSRF, headers, and the rights of every endpoint before anything of a request is read. */
@Configuration(proxyBeanMethods = false)
class SecurityConfig {
    private static final String CONTENT_SECURITY_POLICY = String.join(
            "; ",
            say("web.defaultSrcNone"),
            say("web.scriptSrcSelf"),
            say("web.styleSrcSelfUnsafeInline"),
            say("web.fontSrcSelf"),
            say("web.imgSrcSelfData"),
            say("web.connectSrcSelf"),
            say("web.formActionSelf"),
            say("web.baseUriNone"),
            say("web.frameAncestorsNone"));

    @Bean
    SecurityContextRepository securityContextRepository() {
        return new HttpSessionSecurityContextRepository();
    }

    @Bean
    SecurityFilterChain filters(
            HttpSecurity http,
            SecurityContextRepository contexts,
            PublicAddress address,
            EndpointRights rights,
            Tokens tokens,
            JsonMapper json,
            @Value("${tidemark.tokens.per-minute:600}") int perMinute,
            @Qualifier("handlerExceptionResolver") ObjectProvider<HandlerExceptionResolver> answers)
            throws Exception {
        CookieCsrfTokenRepository csrfTokens = CookieCsrfTokenRepository.withHttpOnlyFalse();
        if (address.isSecure()) {
            csrfTokens.setCookieCustomizer(cookie -> cookie.secure(true));
        }
        return http.csrf(csrf -> csrf.spa()
                        .csrfTokenRepository(csrfTokens)
                        .ignoringRequestMatchers(request -> TokenFilter.secret(request) != null))
                .addFilterBefore(new TokenFilter(tokens, json, perMinute), CsrfFilter.class)
                .securityContext(c -> c.securityContextRepository(contexts))
                .authorizeHttpRequests(requests -> requests.anyRequest().access(rights))
                .exceptionHandling(refusals -> refusals.authenticationEntryPoint((request, response, e) ->
                                answers.getObject().resolveException(request, response, null, e))
                        .accessDeniedHandler((request, response, e) -> refuse(answers, request, response, e)))
                .requestCache(cache -> cache.disable())
                .formLogin(form -> form.disable())
                .httpBasic(basic -> basic.disable())
                .logout(logout -> logout.disable())
                .anonymous(anonymous -> anonymous.disable())
                .headers(headers -> headers.contentSecurityPolicy(csp -> csp.policyDirectives(CONTENT_SECURITY_POLICY))
                        .referrerPolicy(r -> r.policy(ReferrerPolicy.SAME_ORIGIN))
                        .httpStrictTransportSecurity(hsts -> hsts.requestMatcher(address::isSecure))
                        .frameOptions(frame -> frame.deny()))
                .build();
    }

    /** A right that is missing is told as every other refusal; what the framework refuses itself, such as a missing token, as it does. */
    private static void refuse(
            ObjectProvider<HandlerExceptionResolver> answers,
            HttpServletRequest request,
            HttpServletResponse response,
            AccessDeniedException e)
            throws IOException, ServletException {
        if (e instanceof EndpointRights.Refused && e.getCause() instanceof Exception why) {
            answers.getObject().resolveException(request, response, null, why);
        } else {
            new AccessDeniedHandlerImpl().handle(request, response, e);
        }
    }

    /** Sign-in is our own; this only keeps the framework from inventing a user. */
    @Bean
    UserDetailsService nobody() {
        return login -> {
            throw new UsernameNotFoundException(login);
        };
    }

    /** Argon2id. */
    @Bean
    PasswordEncoder passwordEncoder() {
        return Argon2PasswordEncoder.defaultsForSpringSecurity_v5_8();
    }
}
