package io.kinetarch.server.shell;

import static org.assertj.core.api.Assertions.assertThat;

import io.kinetarch.server.Api;
import io.kinetarch.server.TestServer;
import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.regex.MatchResult;
import java.util.regex.Pattern;
import java.util.zip.GZIPOutputStream;
import org.junit.jupiter.api.Test;

class InterfaceTest {
    private final Api anyone = TestServer.running().browser();

    @Test
    void everyViewIsServedByTheSamePage() {
        String page = anyone.get("/").ok().raw().body();

        assertThat(page).contains("<div id=\"root\">");
        assertThat(anyone.get("/staffing?at=2026-12-01T10:00:00Z").ok().raw().body())
                .isEqualTo(page);
        assertThat(anyone.get("/").raw().headers().firstValue("Content-Security-Policy"))
                .hasValueSatisfying(policy -> assertThat(policy).contains("default-src 'self'"));
    }

    /** The budget of the visitors' side: 35 KB of gzip at first load, and nothing of the interface in it. */
    @Test
    void whatAWebSiteLoadsIsSmall() throws IOException {
        // What a chat's connection needs is loaded with the first chat, and counts all the same.
        String script = anyone.get("/widget/door.js").ok().raw().body()
                + anyone.get("/widget/connection.js").ok().raw().body();

        assertThat(packed(script)).isBetween(1_000, 35_000);
        // The names of the languages of mark-up are no addresses that anything is loaded from.
        assertThat(script.replace("http://www.w3.org/", "")).doesNotContain("react", "antd", "://", "eval(", "import(");
    }

    /** The budget of the interface: 250 KB of gzip before anything is seen; the rest comes with the view that needs it. */
    @Test
    void whatTheInterfaceLoadsFirstIsBounded() throws IOException {
        String page = anyone.get("/").ok().raw().body();
        var scripts = Pattern.compile("/assets/[A-Za-z0-9_-]+\\.js")
                .matcher(page)
                .results()
                .map(MatchResult::group)
                .distinct()
                .toList();
        int sum = 0;
        for (String script : scripts) {
            sum += packed(anyone.get(script).ok().raw().body());
        }

        assertThat(sum).isBetween(50_000, 250_000);
    }

    private static int packed(String script) throws IOException {
        var packed = new ByteArrayOutputStream();
        try (var gzip = new GZIPOutputStream(packed)) {
            gzip.write(script.getBytes(StandardCharsets.UTF_8));
        }
        return packed.size();
    }

    /** What describes the calls is served by the application itself, without any file from elsewhere. */
    @Test
    void theApiIsDescribedWithoutOutsideFiles() {
        var api = TestServer.running().planner();
        assertThat(anyone.get("/api/docs").status()).isEqualTo(401);
        var start = api.get("/api/docs");
        assertThat(start.status()).isEqualTo(302);
        String location = start.raw().headers().firstValue("Location").orElseThrow();
        String page =
                api.get(location.replaceFirst("^https?://[^/]+", "")).ok().raw().body();

        assertThat(page).contains("swagger-ui-bundle.js").doesNotContain("http://", "https://", "//cdn");
        var paths = api.get("/api/openapi").ok().body().path("paths");
        assertThat(paths.propertyNames())
                .contains(
                        "/api/v1/plans/{plan}/draft/{kind}/{element}",
                        "/api/v1/plans/{plan}/people.csv",
                        "/api/v1/plans/{plan}/document",
                        "/api/v1/calc/staffing");
    }

    /** The front end's types are generated from this file; KINETARCH_WRITE_API=1 writes it anew. */
    @Test
    void theApiDescriptionInTheRepositoryIsTheServersOwn() throws IOException {
        var file = Path.of("../web/src/api/openapi.json");
        var served = TestServer.running().planner().get("/api/openapi").ok().body();
        if (System.getenv("KINETARCH_WRITE_API") != null) {
            Files.writeString(file, served.toPrettyString() + "\n");
        }

        assertThat(Api.json(Files.readString(file)))
                .as("run the tests once with KINETARCH_WRITE_API=1 to bring %s up to date", file)
                .isEqualTo(served);
    }
}
