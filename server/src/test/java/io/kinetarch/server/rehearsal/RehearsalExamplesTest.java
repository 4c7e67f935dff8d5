package io.kinetarch.server.rehearsal;

import static org.assertj.core.api.Assertions.assertThat;

import io.kinetarch.server.Api;
import io.kinetarch.server.TestServer;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.regex.Pattern;
import java.util.stream.Stream;
import org.junit.jupiter.api.DynamicTest;
import org.junit.jupiter.api.TestFactory;
import tools.jackson.core.JsonPointer;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.node.ArrayNode;
import tools.jackson.databind.node.ObjectNode;

/** Every script that the description of the format shows does what it says there. */
class RehearsalExamplesTest {
    private static final Path DESCRIPTION = Path.of("../docs/formats/rehearsal.md");
    private static final Pattern EXAMPLE =
            Pattern.compile("### ([^\n]+)\n(?:(?!###)[^`])*```json\n(.*?)\n```", Pattern.DOTALL);
    private static final Pattern PLAN =
            Pattern.compile("## The plan of the examples\n\n```json\n(.*?)\n```", Pattern.DOTALL);

    private final Api api = TestServer.running().planner();

    @TestFactory
    Stream<DynamicTest> everyExampleHolds() throws IOException {
        String text = Files.readString(DESCRIPTION);
        var plan = PLAN.matcher(text);
        assertThat(plan.find()).isTrue();
        var examples = EXAMPLE.matcher(text);
        var tests = new ArrayList<DynamicTest>();
        while (examples.find()) {
            String script = examples.group(2);
            tests.add(DynamicTest.dynamicTest(examples.group(1), () -> holds(plan.group(1), script)));
        }
        assertThat(tests).hasSizeGreaterThan(35);
        return tests.stream();
    }

    private void holds(String plan, String example) {
        var script = (ObjectNode) Api.json(example);
        var changed = (ObjectNode) Api.json(plan);
        script.path("changes")
                .forEach(change -> set(changed, change.path("path").asString(), change.path("value")));
        script.remove("changes");
        script.set("plan", changed);

        var answer = api.post("/api/v1/calc/rehearsal", script.toString()).ok().body();

        var broken = new ArrayList<String>();
        for (int i = 0; i < script.path("expect").size(); i++) {
            var verdict = answer.path("expectations").path(i);
            assertThat(verdict.path("because").asString()).isNotBlank();
            if (!verdict.path("held").asBoolean()) {
                broken.add(script.path("expect").path(i) + ": "
                        + verdict.path("because").asString());
            }
        }
        assertThat(broken).as("%s", lines(answer.path("trace"))).isEmpty();
        answer.path("trace")
                .forEach(traced -> assertThat(traced.path("because").asString())
                        .as("%s", traced)
                        .isNotBlank());
    }

    private static void set(ObjectNode document, String pointer, JsonNode value) {
        var path = JsonPointer.compile(pointer);
        String last = path.last().getMatchingProperty();
        switch (document.at(path.head())) {
            case ObjectNode object -> object.set(last, value);
            case ArrayNode array -> array.set(Integer.parseInt(last), value);
            default -> throw new IllegalArgumentException("the plan has nothing at " + pointer);
        }
    }

    private static List<String> lines(JsonNode trace) {
        return trace.valueStream()
                .map(traced -> "\n" + traced.path("at").asString().substring(11) + " "
                        + traced.path("chat").asString() + " "
                        + traced.path("event").asString() + " "
                        + traced.path("operator") + " " + traced.path("queue") + " "
                        + traced.path("because").asString())
                .toList();
    }
}
