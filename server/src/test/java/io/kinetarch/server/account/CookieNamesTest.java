package io.kinetarch.server.account;

import static org.assertj.core.api.Assertions.assertThat;

import io.kinetarch.server.Api;
import io.kinetarch.server.TestServer;
import org.junit.jupiter.api.Test;
import org.springframework.mock.web.MockHttpServletRequest;
import org.springframework.mock.web.MockHttpServletResponse;
import org.springframework.session.web.http.CookieSerializer.CookieValue;

/** Cookies, and the tokens against forged requests. */
class CookieNamesTest {
    /** RFC 6265bis, 4.1.3.2 (from memory): __Host- wants Secure, the path / and no domain. */
    @Test
    void overTlsCookiesAreBoundToTheHost() {
        var names = new CookieNames("https://chat.ferry.example");
        var request = new MockHttpServletRequest("GET", "/api/v1/session");
        var response = new MockHttpServletResponse();
        names.sessionCookie().writeCookieValue(new CookieValue(request, response, "abc"));
        var tokens = names.forgeryTokens();
        tokens.saveToken(tokens.generateToken(request), request, response);

        assertThat(response.getHeaders("Set-Cookie"))
                .hasSize(2)
                .allSatisfy(cookie -> assertThat(cookie)
                        .startsWith("__Host-")
                        .contains("Path=/", "Secure")
                        .doesNotContain("Domain"));
        assertThat(response.getHeaders("Set-Cookie").getFirst()).contains("HttpOnly", "SameSite=Strict");
        assertThat(response.getCookie("__Host-XSRF-TOKEN"))
                .extracting(cookie -> cookie.getAttribute("SameSite"))
                .isEqualTo("Strict");
    }

    @Test
    void onLoopbackTheyAreSentWithoutTls() {
        var names = new CookieNames("");
        var response = new MockHttpServletResponse();
        names.sessionCookie().writeCookieValue(new CookieValue(new MockHttpServletRequest(), response, "abc"));
        assertThat(response.getHeader("Set-Cookie"))
                .startsWith("KINETARCH_SESSION=")
                .doesNotContain("Secure");
    }

    @Test
    void aTokenOfAnotherSessionDoesNotCount() {
        var server = TestServer.running();
        Api planner = server.signedIn("planner");
        Api viewer = server.signedIn("viewer");
        viewer.postWithCsrf("/api/v1/calc/hours", "{}").problem(400, "invalid-document", null);
        viewer.postWith("/api/v1/calc/hours", "{}", planner.csrf()).problem(403, "not-allowed", null);
        // A planted cookie that agrees with its header is not enough either.
        viewer.plantCsrf("planted");
        viewer.postWithCsrf("/api/v1/calc/hours", "{}").problem(403, "not-allowed", null);
    }
}
