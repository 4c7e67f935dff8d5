package io.kinetarch.server.account;

import io.kinetarch.server.account.CallRules.CallRule;
import io.kinetarch.server.problem.ProblemResponse;
import io.kinetarch.server.problem.Refusal;
import io.kinetarch.server.problem.Refusal.Kind;
import java.time.Duration;
import org.springframework.beans.factory.annotation.Value;
import org.springframework.context.annotation.Bean;
import org.springframework.context.annotation.Configuration;
import org.springframework.core.Ordered;
import org.springframework.core.annotation.Order;
import org.springframework.security.config.annotation.web.builders.HttpSecurity;
import org.springframework.security.core.context.SecurityContextHolder;
import org.springframework.security.core.userdetails.UserDetailsService;
import org.springframework.security.core.userdetails.UsernameNotFoundException;
import org.springframework.security.web.SecurityFilterChain;
import org.springframework.security.web.authentication.UsernamePasswordAuthenticationFilter;
import org.springframework.security.web.context.SecurityContextRepository;
import org.springframework.security.web.csrf.CsrfTokenRepository;
import org.springframework.security.web.header.writers.ReferrerPolicyHeaderWriter.ReferrerPolicy;
import org.springframework.security.web.servlet.util.matcher.PathPatternRequestMatcher;
import org.springframework.security.web.util.matcher.RequestMatcher;

/** Who may send what. */
@Configuration(proxyBeanMethods = false)
class SecurityConfiguration {
    /** The component library writes its styles into the page, so inline styles stay allowed. */
    private static final String CONTENT_SECURITY_POLICY = "default-src 'self'; style-src 'self' 'unsafe-inline'; "
            + "img-src 'self' data: blob:; frame-ancestors 'none'; base-uri 'self'; form-action 'self'";

    @Bean
    SecurityContextRepository securityContexts(@Value("${kinetarch.longest-session:24h}") Duration longestSession) {
        return new LimitedSessions(longestSession);
    }

    /** Accounts sign in through {@link SessionController}; this keeps Spring from making a user of its own. */
    @Bean
    UserDetailsService noUsersBesidesAccounts() {
        return name -> {
            throw new UsernameNotFoundException(name);
        };
    }

    /** Visitors have no account: the visitor's side checks tokens and origins by itself, and nothing of a session is looked at. */
    @Bean
    @Order(Ordered.HIGHEST_PRECEDENCE)
    SecurityFilterChain visitors(HttpSecurity http) throws Exception {
        return http.securityMatcher("/visit/**", "/live/visit/**", "/door/**", "/widget/**")
                .csrf(csrf -> csrf.disable())
                .securityContext(context -> context.disable())
                .sessionManagement(session -> session.disable())
                .requestCache(cache -> cache.disable())
                .logout(logout -> logout.disable())
                .headers(headers -> headers.disable())
                .authorizeHttpRequests(requests -> requests.anyRequest().permitAll())
                .build();
    }

    @Bean
    SecurityFilterChain security(
            HttpSecurity http,
            ApiTokens tokens,
            ProblemResponse problems,
            SecurityContextRepository contexts,
            CsrfTokenRepository forgeryTokens)
            throws Exception {
        return http.csrf(csrf -> csrf.spa()
                        .csrfTokenRepository(forgeryTokens)
                        .ignoringRequestMatchers(ApiTokenFilter::presentsToken))
                .securityContext(context -> context.securityContextRepository(contexts))
                .addFilterBefore(new ApiTokenFilter(tokens, problems), UsernamePasswordAuthenticationFilter.class)
                .authorizeHttpRequests(requests -> {
                    for (var rule : CallRules.all()) {
                        requests.requestMatchers(matchers(rule)).access(rule::decide);
                    }
                    requests.anyRequest().permitAll();
                })
                .exceptionHandling(handling -> handling.authenticationEntryPoint(
                                (_, response, _) -> problems.write(response, notSignedIn()))
                        .accessDeniedHandler((_, response, _) ->
                                problems.write(response, isNobody() ? notSignedIn() : notAllowed())))
                .headers(headers -> headers.contentSecurityPolicy(
                                policy -> policy.policyDirectives(CONTENT_SECURITY_POLICY))
                        .referrerPolicy(policy -> policy.policy(ReferrerPolicy.SAME_ORIGIN)))
                .requestCache(cache -> cache.disable())
                .logout(logout -> logout.disable())
                .build();
    }

    private static RequestMatcher[] matchers(CallRule rule) {
        var requests = PathPatternRequestMatcher.withDefaults();
        return rule.paths().stream()
                .map(path -> requests.matcher(rule.method(), path.getPatternString()))
                .toArray(RequestMatcher[]::new);
    }

    private static boolean isNobody() {
        var authentication = SecurityContextHolder.getContext().getAuthentication();
        return authentication == null || !(authentication.getPrincipal() instanceof SignedIn);
    }

    private static Refusal notSignedIn() {
        return new Refusal(Kind.NOT_SIGNED_IN, "Sign in, or send an API token as Authorization: Bearer ….");
    }

    private static Refusal notAllowed() {
        return new Refusal(
                Kind.NOT_ALLOWED,
                "Your role or your token's scopes do not allow this, or the request came without its CSRF token; reload the"
                        + " page, or ask an administrator.");
    }
}
