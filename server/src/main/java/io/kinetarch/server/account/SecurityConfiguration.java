package io.kinetarch.server.account;

import io.kinetarch.server.problem.ProblemResponse;
import io.kinetarch.server.problem.Refusal;
import io.kinetarch.server.problem.Refusal.Kind;
import java.time.Duration;
import java.util.function.Supplier;
import org.springframework.beans.factory.annotation.Value;
import org.springframework.context.annotation.Bean;
import org.springframework.context.annotation.Configuration;
import org.springframework.core.Ordered;
import org.springframework.core.annotation.Order;
import org.springframework.http.HttpMethod;
import org.springframework.security.authorization.AuthorityAuthorizationManager;
import org.springframework.security.authorization.AuthorizationDecision;
import org.springframework.security.authorization.AuthorizationManagers;
import org.springframework.security.config.annotation.web.builders.HttpSecurity;
import org.springframework.security.core.Authentication;
import org.springframework.security.core.context.SecurityContextHolder;
import org.springframework.security.core.userdetails.UserDetailsService;
import org.springframework.security.core.userdetails.UsernameNotFoundException;
import org.springframework.security.web.SecurityFilterChain;
import org.springframework.security.web.access.intercept.RequestAuthorizationContext;
import org.springframework.security.web.authentication.UsernamePasswordAuthenticationFilter;
import org.springframework.security.web.context.SecurityContextRepository;

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
            HttpSecurity http, ApiTokens tokens, ProblemResponse problems, SecurityContextRepository contexts)
            throws Exception {
        return http.csrf(csrf -> csrf.spa().ignoringRequestMatchers(ApiTokenFilter::presentsToken))
                .securityContext(context -> context.securityContextRepository(contexts))
                .addFilterBefore(new ApiTokenFilter(tokens, problems), UsernamePasswordAuthenticationFilter.class)
                .authorizeHttpRequests(requests -> requests.requestMatchers(
                                "/api/v1/session", "/api/v1/setup", "/api/v1/password-links/**")
                        .permitAll()
                        .requestMatchers(HttpMethod.GET, "/api/v1/accounts/**")
                        .hasAuthority(Permission.ACCOUNTS.name())
                        .requestMatchers("/api/v1/accounts/**")
                        .access(AuthorizationManagers.allOf(
                                AuthorityAuthorizationManager.hasAuthority(Permission.ACCOUNTS.name()),
                                SecurityConfiguration::isSession))
                        // Whoever has to set up a second factor first may do nothing else, and has no permission.
                        .requestMatchers("/api/v1/tokens/**")
                        .access(AuthorizationManagers.allOf(
                                AuthorityAuthorizationManager.hasAuthority(Permission.READ.name()),
                                SecurityConfiguration::isSession))
                        .requestMatchers("/api/v1/session/**", "/api/v1/sessions/**")
                        .access(SecurityConfiguration::isSession)
                        .requestMatchers("/api/v1/security-log/**")
                        .hasAuthority(Permission.ACCOUNTS.name())
                        .requestMatchers(HttpMethod.DELETE, "/api/v1/plans/*")
                        .hasAuthority(Permission.ACCOUNTS.name())
                        .requestMatchers("/api/v1/plans/*/desk/**")
                        .hasAuthority(Permission.ANSWER.name())
                        .requestMatchers("/api/v1/plans/*/now/**")
                        .hasAuthority(Permission.WATCH.name())
                        .requestMatchers(
                                "/api/v1/plans/*/records/records.csv",
                                "/api/v1/plans/*/records/records.json",
                                "/api/v1/plans/*/records/*/mail",
                                "/api/v1/plans/*/reports/report.*")
                        .hasAuthority(Permission.EXPORT.name())
                        .requestMatchers("/api/v1/plans/*/records/erase", "/api/v1/plans/*/records/erase/**")
                        .hasAuthority(Permission.ERASE.name())
                        .requestMatchers("/api/v1/plans/*/records/**", "/api/v1/plans/*/outbox/**")
                        .hasAuthority(Permission.RECORDS.name())
                        .requestMatchers(HttpMethod.GET, "/api/v1/plans/*/reports/**")
                        .hasAuthority(Permission.RECORDS.name())
                        .requestMatchers(HttpMethod.GET, "/api/**")
                        .hasAuthority(Permission.READ.name())
                        .requestMatchers(
                                "/api/v1/calc/**",
                                "/api/v1/plans/*/trials",
                                "/api/v1/plans/*/rehearsals/**",
                                "/api/v1/plans/*/what-if/**",
                                "/api/v1/plans/*/roster/days/check",
                                "/api/v1/plans/*/doors/preview",
                                "/api/v1/plans/*/doors/*/why-closed",
                                "/api/v1/plans/*/hours/**")
                        .hasAuthority(Permission.CALCULATE.name())
                        .requestMatchers("/api/v1/plans/*/profile", "/api/v1/pictures")
                        .hasAuthority(Permission.PROFILE.name())
                        .requestMatchers("/api/v1/plans/*/canned/**")
                        .hasAnyAuthority(Permission.ANSWER.name(), Permission.DESIGN.name())
                        .requestMatchers("/api/v1/plans/*/doors/*/pause")
                        .hasAuthority(Permission.PAUSE.name())
                        .requestMatchers("/api/v1/plans/*/revisions")
                        .hasAuthority(Permission.GO_LIVE.name())
                        .requestMatchers(
                                "/api/v1/plans/*/volumes/**", "/api/v1/plans/*/forecast/**", "/api/v1/plans/*/jobs/**")
                        .hasAuthority(Permission.VOLUMES.name())
                        .requestMatchers("/api/**")
                        .hasAuthority(Permission.DESIGN.name())
                        .anyRequest()
                        .permitAll())
                .exceptionHandling(handling -> handling.authenticationEntryPoint(
                                (_, response, _) -> problems.write(response, notSignedIn()))
                        .accessDeniedHandler((_, response, _) ->
                                problems.write(response, isNobody() ? notSignedIn() : notAllowed())))
                .headers(headers ->
                        headers.contentSecurityPolicy(policy -> policy.policyDirectives(CONTENT_SECURITY_POLICY)))
                .requestCache(cache -> cache.disable())
                .logout(logout -> logout.disable())
                .build();
    }

    /** What changes accounts and tokens needs a session: a token must not be able to make itself a stronger one. */
    private static AuthorizationDecision isSession(
            Supplier<? extends Authentication> authentication, RequestAuthorizationContext request) {
        return new AuthorizationDecision(authentication.get().getPrincipal() instanceof SignedIn
                && !ApiTokenFilter.presentsToken(request.getRequest()));
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
