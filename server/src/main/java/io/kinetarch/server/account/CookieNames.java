package io.kinetarch.server.account;

import org.springframework.beans.factory.annotation.Value;
import org.springframework.context.annotation.Bean;
import org.springframework.context.annotation.Configuration;
import org.springframework.security.web.csrf.CsrfTokenRepository;
import org.springframework.session.web.http.CookieSerializer;
import org.springframework.session.web.http.DefaultCookieSerializer;

/**
 * The cookies of the interface. An installation that browsers reach by TLS binds them to its own host: the prefix
 * {@code __Host-} (RFC 6265bis, 4.1.3.2) lets no other host, and no page without TLS, plant one.
 */
@Configuration(proxyBeanMethods = false)
class CookieNames {
    private static final String BOUND = "__Host-";

    private final boolean secure;

    CookieNames(@Value("${kinetarch.public-address:}") String publicAddress) {
        secure = publicAddress.startsWith("https:");
    }

    @Bean
    CookieSerializer sessionCookie() {
        var cookie = new DefaultCookieSerializer();
        cookie.setCookieName(named("KINETARCH_SESSION"));
        cookie.setCookiePath("/");
        cookie.setUseSecureCookie(secure);
        cookie.setUseHttpOnlyCookie(true);
        cookie.setSameSite("Strict");
        return cookie;
    }

    @Bean
    CsrfTokenRepository forgeryTokens() {
        return new SessionCsrfTokens(named("XSRF-TOKEN"), secure);
    }

    private String named(String name) {
        return secure ? BOUND + name : name;
    }
}
