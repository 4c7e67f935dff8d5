package io.kinetarch.server.account;

import io.kinetarch.server.problem.ProblemResponse;
import io.kinetarch.server.problem.Refusal;
import io.kinetarch.server.problem.Refusal.Kind;
import jakarta.servlet.FilterChain;
import jakarta.servlet.ServletException;
import jakarta.servlet.http.HttpServletRequest;
import jakarta.servlet.http.HttpServletResponse;
import java.io.IOException;
import java.util.Set;
import org.jspecify.annotations.Nullable;
import org.springframework.http.HttpHeaders;
import org.springframework.security.authentication.UsernamePasswordAuthenticationToken;
import org.springframework.security.core.Authentication;
import org.springframework.security.core.context.SecurityContextHolder;
import org.springframework.web.filter.OncePerRequestFilter;

/** Takes API tokens. A request with a token needs neither session nor CSRF token: no browser adds it by itself. */
final class ApiTokenFilter extends OncePerRequestFilter {
    private static final String BEARER = "Bearer ";

    private final ApiTokens tokens;
    private final ProblemResponse refusals;

    ApiTokenFilter(ApiTokens tokens, ProblemResponse refusals) {
        this.tokens = tokens;
        this.refusals = refusals;
    }

    static boolean presentsToken(HttpServletRequest request) {
        return token(request) != null;
    }

    static Authentication authentication(SignedIn signedIn, Set<Permission> permissions) {
        return UsernamePasswordAuthenticationToken.authenticated(signedIn, null, permissions);
    }

    @Override
    protected void doFilterInternal(HttpServletRequest request, HttpServletResponse response, FilterChain chain)
            throws ServletException, IOException {
        String token = token(request);
        if (token == null) {
            chain.doFilter(request, response);
            return;
        }
        var presented = tokens.presented(token);
        if (presented.isEmpty()) {
            refusals.write(
                    response,
                    new Refusal(
                            Kind.NOT_SIGNED_IN,
                            "The API token is not known. It may have been revoked, or have ended."));
            return;
        }
        var context = SecurityContextHolder.createEmptyContext();
        context.setAuthentication(
                authentication(presented.get().owner(), presented.get().permissions()));
        SecurityContextHolder.setContext(context);
        chain.doFilter(request, response);
    }

    static @Nullable String token(HttpServletRequest request) {
        String header = request.getHeader(HttpHeaders.AUTHORIZATION);
        return header != null && header.startsWith(BEARER)
                ? header.substring(BEARER.length()).strip()
                : null;
    }
}
