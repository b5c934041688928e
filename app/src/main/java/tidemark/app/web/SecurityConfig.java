package tidemark.app.web;

import org.springframework.context.annotation.Bean;
import org.springframework.context.annotation.Configuration;
import org.springframework.security.config.annotation.web.builders.HttpSecurity;
import org.springframework.security.core.userdetails.UserDetailsService;
import org.springframework.security.core.userdetails.UsernameNotFoundException;
import org.springframework.security.crypto.argon2.Argon2PasswordEncoder;
import org.springframework.security.crypto.password.PasswordEncoder;
import org.springframework.security.web.SecurityFilterChain;
import org.springframework.security.web.context.HttpSessionSecurityContextRepository;
import org.springframework.security.web.context.SecurityContextRepository;
import org.springframework.security.web.csrf.CookieCsrfTokenRepository;
import org.springframework.security.web.header.writers.ReferrerPolicyHeaderWriter.ReferrerPolicy;
import tidemark.app.access.PublicAddress;

/** Sessions, CSRF and headers. Who may do what is checked by the rights of each endpoint. */
@Configuration(proxyBeanMethods = false)
class SecurityConfig {
    private static final String CONTENT_SECURITY_POLICY = String.join(
            "; ",
            "default-src 'none'",
            "script-src 'self'",
            "style-src 'self' 'unsafe-inline'",
            "font-src 'self'",
            "img-src 'self' data:",
            "connect-src 'self'",
            "form-action 'self'",
            "base-uri 'none'",
            "frame-ancestors 'none'");

    @Bean
    SecurityContextRepository securityContextRepository() {
        return new HttpSessionSecurityContextRepository();
    }

    @Bean
    SecurityFilterChain filters(HttpSecurity http, SecurityContextRepository contexts, PublicAddress address)
            throws Exception {
        CookieCsrfTokenRepository tokens = CookieCsrfTokenRepository.withHttpOnlyFalse();
        if (address.isSecure()) {
            tokens.setCookieCustomizer(cookie -> cookie.secure(true));
        }
        return http.csrf(csrf -> csrf.spa().csrfTokenRepository(tokens))
                .securityContext(c -> c.securityContextRepository(contexts))
                .authorizeHttpRequests(requests -> requests.anyRequest().permitAll())
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
