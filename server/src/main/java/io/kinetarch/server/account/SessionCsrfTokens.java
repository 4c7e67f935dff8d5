package io.kinetarch.server.account;

import jakarta.servlet.http.HttpServletRequest;
import jakarta.servlet.http.HttpServletResponse;
import org.jspecify.annotations.Nullable;
import org.springframework.security.web.csrf.CookieCsrfTokenRepository;
import org.springframework.security.web.csrf.CsrfToken;
import org.springframework.security.web.csrf.CsrfTokenRepository;
import org.springframework.security.web.csrf.HttpSessionCsrfTokenRepository;

/**
 * The tokens against forged requests. Within a session the session keeps the token, and the cookie only tells it to the
 * interface: whoever can plant a cookie cannot plant a token that counts. Before the sign-in the cookie is all there is.
 */
final class SessionCsrfTokens implements CsrfTokenRepository {
    static final String HEADER = "X-XSRF-TOKEN";

    private final CookieCsrfTokenRepository cookie = CookieCsrfTokenRepository.withHttpOnlyFalse();
    private final HttpSessionCsrfTokenRepository session = new HttpSessionCsrfTokenRepository();

    /**
     * @param cookieName under which the interface finds it
     * @param secure whether the cookie is sent over TLS only
     */
    SessionCsrfTokens(String cookieName, boolean secure) {
        cookie.setCookieName(cookieName);
        cookie.setCookiePath("/");
        cookie.setHeaderName(HEADER);
        cookie.setCookieCustomizer(made -> made.secure(secure).sameSite("Strict"));
        session.setHeaderName(HEADER);
    }

    @Override
    public CsrfToken generateToken(HttpServletRequest request) {
        return cookie.generateToken(request);
    }

    @Override
    public void saveToken(@Nullable CsrfToken token, HttpServletRequest request, HttpServletResponse response) {
        if (hasSession(request)) {
            session.saveToken(token, request, response);
        }
        cookie.saveToken(token, request, response);
    }

    @Override
    public @Nullable CsrfToken loadToken(HttpServletRequest request) {
        return hasSession(request) ? session.loadToken(request) : cookie.loadToken(request);
    }

    /** Pages and scripts are the same for everybody; looking for a session would ask the database. */
    private static boolean hasSession(HttpServletRequest request) {
        return request.getRequestURI().startsWith("/api/") && request.getSession(false) != null;
    }
}
