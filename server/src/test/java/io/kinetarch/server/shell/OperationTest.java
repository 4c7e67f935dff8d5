package io.kinetarch.server.shell;

import static org.assertj.core.api.Assertions.assertThat;

import io.kinetarch.server.Api;
import io.kinetarch.server.TestServer;
import java.util.regex.Pattern;
import java.util.stream.Collectors;
import org.junit.jupiter.api.Test;

/** What whoever runs an installation looks at. */
class OperationTest {
    /** A line of the Prometheus text format 0.0.4: a name, labels, a number; or a comment. */
    private static final Pattern LINE =
            Pattern.compile("#.*|[a-zA-Z_:][a-zA-Z0-9_:]*(\\{.*})? -?(NaN|\\+Inf|[0-9.]+(E-?[0-9]+)?)");

    private final TestServer server = TestServer.running();
    private final Api anyone = server.browser();

    @Test
    void livingAndReadyAreToldApart() {
        for (String probe : new String[] {"", "/liveness", "/readiness"}) {
            var health = anyone.get("/actuator/health" + probe).ok().body();
            assertThat(health.path("status").asString()).as(probe).isEqualTo("UP");
            assertThat(health.path("components")).as("nothing of the inside").isEmpty();
        }
    }

    @Test
    void figuresAreForThoseWithATokenOnly() {
        anyone.get("/actuator/prometheus").problem(401, "not-signed-in", null);
        String figures = server.planner().get("/actuator/prometheus").ok().raw().body();

        assertThat(figures.lines()).allMatch(line -> LINE.matcher(line).matches());
        var names = figures.lines()
                .filter(line -> !line.startsWith("#"))
                .map(line -> line.replaceAll("[ {].*", ""))
                .collect(Collectors.toSet());
        assertThat(names)
                .contains(
                        "tomcat_global_request_seconds_count",
                        "hikaricp_connections_active",
                        "jvm_memory_used_bytes",
                        "kinetarch_jobs",
                        "kinetarch_feed_listeners",
                        "kinetarch_live_lag",
                        "kinetarch_live_chats");
        assertThat(figures).doesNotContain("/api/v1/plans/");
        assertThat(server.planner().get("/actuator/env").status()).isEqualTo(404);
    }

    @Test
    void aProblemIsFoundInTheLogByItsRequest() {
        var problem = anyone.get("/api/v1/plans").problem(401, "not-signed-in", null);
        String named = problem.raw().headers().firstValue("X-Request-Id").orElseThrow();
        assertThat(problem.body().path("request").asString()).isEqualTo(named);

        var ofProxy = anyone.getWith("/api/v1/plans", "X-Request-Id", "proxy-4711.a");
        assertThat(ofProxy.body().path("request").asString()).isEqualTo("proxy-4711.a");
        var forged = anyone.getWith("/api/v1/plans", "X-Request-Id", "a b");
        assertThat(forged.body().path("request").asString()).isNotEqualTo("a b").hasSize(36);
    }
}
