package io.kinetarch.server.account;

import java.util.Arrays;
import java.util.EnumSet;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import java.util.function.Supplier;
import org.jspecify.annotations.Nullable;
import org.springframework.http.HttpMethod;
import org.springframework.http.server.PathContainer;
import org.springframework.security.authorization.AuthorizationDecision;
import org.springframework.security.core.Authentication;
import org.springframework.security.web.access.intercept.RequestAuthorizationContext;
import org.springframework.web.util.pattern.PathPattern;
import org.springframework.web.util.pattern.PathPatternParser;

/** What each call of the interface needs; the first rule that its address matches counts. */
public final class CallRules {
    private static final List<CallRule> RULES = List.of(
            openToAll("/api/v1/session", "/api/v1/setup", "/api/v1/password-links/**"),
            get(Permission.ACCOUNTS, "/api/v1/accounts/**", "/api/v1/security-log/**"),
            inSession(Permission.ACCOUNTS, "/api/v1/accounts/**"),
            // Whoever has to set up a second factor first may do nothing else, and has no permission.
            inSession(Permission.READ, "/api/v1/tokens/**"),
            inSession(null, "/api/v1/session/**", "/api/v1/sessions/**"),
            of(HttpMethod.DELETE, Permission.ACCOUNTS, "/api/v1/plans/*"),
            any(Permission.ANSWER, "/api/v1/plans/*/desk/**"),
            any(Permission.WATCH, "/api/v1/plans/*/now/**"),
            any(
                    Permission.EXPORT,
                    "/api/v1/plans/*/records/records.csv",
                    "/api/v1/plans/*/records/records.json",
                    "/api/v1/plans/*/records/*/mail",
                    "/api/v1/plans/*/reports/report.*"),
            any(Permission.ERASE, "/api/v1/plans/*/records/erase", "/api/v1/plans/*/records/erase/**"),
            any(Permission.RECORDS, "/api/v1/plans/*/records/**", "/api/v1/plans/*/outbox/**"),
            get(Permission.RECORDS, "/api/v1/plans/*/reports/**"),
            // how accounts stand; when people are away, and what they wish
            get(Permission.DESIGN, "/api/v1/plans/*/people/unable", "/api/v1/plans/*/roster/rules"),
            get(Permission.READ, "/api/**", "/actuator/prometheus"),
            any(
                    Permission.CALCULATE,
                    "/api/v1/calc/**",
                    "/api/v1/plans/*/trials",
                    "/api/v1/plans/*/rehearsals/**",
                    "/api/v1/plans/*/what-if/**",
                    "/api/v1/plans/*/doors/preview",
                    "/api/v1/plans/*/doors/*/why-closed",
                    "/api/v1/plans/*/hours/**"),
            any(Permission.PROFILE, "/api/v1/plans/*/profile", "/api/v1/pictures"),
            new CallRule(
                    null,
                    EnumSet.of(Permission.ANSWER, Permission.DESIGN),
                    false,
                    patterns("/api/v1/plans/*/canned/**")),
            any(Permission.PAUSE, "/api/v1/plans/*/doors/*/pause"),
            any(Permission.GO_LIVE, "/api/v1/plans/*/revisions"),
            any(
                    Permission.VOLUMES,
                    "/api/v1/plans/*/volumes/**",
                    "/api/v1/plans/*/forecast/**",
                    "/api/v1/plans/*/jobs/**"),
            any(Permission.DESIGN, "/api/**"));

    private CallRules() {}

    /**
     * What some calls need.
     *
     * @param method of the calls; null for all
     * @param anyOf permissions of which one is needed; none where nobody has to be signed in, or a session is enough
     * @param sessionOnly whether a token is refused: it must not be able to make itself a stronger one
     */
    public record CallRule(
            @Nullable HttpMethod method, Set<Permission> anyOf, boolean sessionOnly, List<PathPattern> paths) {
        private boolean matches(HttpMethod wanted, PathContainer path) {
            return (method == null || method.equals(wanted))
                    && paths.stream().anyMatch(pattern -> pattern.matches(path));
        }

        /** Whether anybody may call, signed in or not. */
        public boolean isOpen() {
            return anyOf.isEmpty() && !sessionOnly;
        }

        AuthorizationDecision decide(Supplier<? extends Authentication> sender, RequestAuthorizationContext request) {
            if (isOpen()) {
                return new AuthorizationDecision(true);
            }
            var authentication = sender.get();
            boolean allowed = anyOf.isEmpty()
                    || (authentication.isAuthenticated()
                            && authentication.getAuthorities().stream().anyMatch(anyOf::contains));
            boolean inSession = authentication.getPrincipal() instanceof SignedIn
                    && !ApiTokenFilter.presentsToken(request.getRequest());
            return new AuthorizationDecision(allowed && (inSession || !sessionOnly));
        }
    }

    /** All of them, in the order in which they count. */
    static List<CallRule> all() {
        return RULES;
    }

    /** What a call needs; none where it is no call of accounts. */
    public static Optional<CallRule> of(String method, String path) {
        var container = PathContainer.parsePath(path);
        return RULES.stream()
                .filter(rule -> rule.matches(HttpMethod.valueOf(method), container))
                .findFirst();
    }

    private static CallRule openToAll(String... paths) {
        return new CallRule(null, Set.of(), false, patterns(paths));
    }

    private static CallRule any(Permission permission, String... paths) {
        return new CallRule(null, Set.of(permission), false, patterns(paths));
    }

    private static CallRule get(Permission permission, String... paths) {
        return of(HttpMethod.GET, permission, paths);
    }

    private static CallRule of(HttpMethod method, Permission permission, String... paths) {
        return new CallRule(method, Set.of(permission), false, patterns(paths));
    }

    private static CallRule inSession(@Nullable Permission permission, String... paths) {
        return new CallRule(null, permission == null ? Set.of() : Set.of(permission), true, patterns(paths));
    }

    private static List<PathPattern> patterns(String... paths) {
        return Arrays.stream(paths)
                .map(PathPatternParser.defaultInstance::parse)
                .toList();
    }
}
