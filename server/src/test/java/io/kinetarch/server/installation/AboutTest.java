package io.kinetarch.server.installation;

import static org.assertj.core.api.Assertions.assertThat;

import io.kinetarch.server.TestServer;
import java.util.List;
import org.junit.jupiter.api.Test;
import tools.jackson.databind.JsonNode;

class AboutTest {
    @Test
    void whatShipsIsListedWithItsLicence() {
        var server = TestServer.running();
        var about = server.planner().get("/api/v1/about").ok().body();

        assertThat(about.path("timeZoneData").asString()).matches("20\\d\\d[a-z]");
        assertThat(about.path("java").asString())
                .startsWith(String.valueOf(Runtime.version().feature()));
        assertThat(names(about.path("server")))
                .contains("org.postgresql:postgresql", "org.springframework:spring-core")
                .noneMatch(name -> name.startsWith("io.kinetarch"));
        assertThat(names(about.path("web"))).contains("antd", "react", "echarts");
        for (var library : List.of(about.path("server"), about.path("web"))) {
            assertThat(library.findValues("licence"))
                    .allSatisfy(licence -> assertThat(licence.asString()).isNotBlank());
            assertThat(library.findValues("version"))
                    .allSatisfy(version -> assertThat(version.asString()).isNotBlank());
        }
        server.browser().get("/api/v1/about").problem(401, "not-signed-in", null);
    }

    private static List<String> names(JsonNode libraries) {
        return libraries.findValues("name").stream().map(JsonNode::asString).toList();
    }
}
