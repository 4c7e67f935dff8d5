package io.kinetarch.server.rehearsal;

import static org.assertj.core.api.Assertions.assertThat;

import io.kinetarch.server.Api;
import io.kinetarch.server.TestServer;
import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.io.PrintStream;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import java.util.function.Consumer;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.node.ObjectNode;

/** Checks gate going live, in the application and at the command line. */
class ChecksTest {
    private final Api api = TestServer.running().planner();
    private final String id = "checks-" + System.identityHashCode(this);
    private final String plan = "/api/v1/plans/" + id;

    @TempDir
    private Path folder;

    private ObjectNode demo() {
        return (ObjectNode)
                api.get("/api/v1/plans/tarnwick/document?of=live").ok().body();
    }

    private void store(Consumer<ObjectNode> change) {
        var document = demo();
        change.accept(document);
        api.post("/api/v1/plans/document?id=" + id, document.toString()).ok();
    }

    private JsonNode result(String check) {
        return api.get(plan + "/checks")
                .ok()
                .body()
                .valueStream()
                .filter(one -> one.path("id").asString().equals(check))
                .findFirst()
                .orElseThrow();
    }

    /** Somebody shortens the time to accept: the check that says when the next is asked holds no more. */
    private static void acceptFaster(ObjectNode document) {
        ((ObjectNode) document.path("settings").path("timeouts").path("accept")).put("seconds", 60);
    }

    @Test
    void theDemosChecksHoldAndOneFailsOnThePlanBefore() {
        assertThat(api.get("/api/v1/plans/tarnwick/checks?of=live")
                        .ok()
                        .body()
                        .valueStream()
                        .filter(one -> !one.path("held").asBoolean()))
                .isEmpty();
        assertThat(api.get("/api/v1/plans/tarnwick-before/checks")
                        .ok()
                        .body()
                        .valueStream()
                        .filter(one -> !one.path("held").asBoolean())
                        .map(one -> one.path("id").asString()))
                .contains("sunday-night");
    }

    @Test
    void aFailingCheckBlocksGoingLiveAndNamesTheStep() {
        store(ChecksTest::acceptFaster);
        assertThat(result("not-accepted").path("held").asBoolean()).isFalse();
        var refused = api.post(plan + "/revisions", "{\"change\":0,\"note\":\"\"}")
                .problem(409, "blocked", null)
                .detail();
        assertThat(refused)
                .contains("An operator does not accept")
                .contains("expectation 2: \"c1\" was not lapsed within 35 s")
                .contains("offered after 5 s");
    }

    @Test
    void aCheckThatOnlyWarnsLetsThePlanGoLive() {
        store(document -> {
            acceptFaster(document);
            document.path("checks").forEach(check -> ((ObjectNode) check).put("blocks", false));
        });
        assertThat(api.get(plan + "/findings")
                        .ok()
                        .body()
                        .valueStream()
                        .filter(finding -> finding.path("kind").asString().equals("checks"))
                        .map(finding -> finding.path("severity").asString()))
                .containsOnly("WARNS")
                .isNotEmpty();
        api.post(plan + "/revisions", "{\"change\":0,\"note\":\"\"}").ok();
    }

    @Test
    void whatACheckNamesMayBeGoneAndThatIsSaid() {
        store(_ -> {});
        api.delete(plan + "/draft/operators/bram-o?version=1").ok();
        var stuck = result("not-accepted");
        assertThat(stuck.path("held").asBoolean()).isFalse();
        assertThat(stuck.path("trouble").asString()).isEqualTo("Step 2: The plan has no operator \"bram-o\".");
    }

    @Test
    void aCheckIsDraftedComparedAndUndoneLikeTheRest() {
        store(_ -> {});
        var check = (ObjectNode) demo().path("checks").path(0);
        check.put("blocks", false);
        api.put(plan + "/draft/checks/sunday-night", "{\"version\":1,\"element\":" + check + "}")
                .ok();
        assertThat(result("sunday-night").path("blocks").asBoolean()).isFalse();
        assertThat(api.get(plan + "/draft")
                        .ok()
                        .body()
                        .path("undo")
                        .path("words")
                        .asString())
                .isEqualTo("Sunday at three in the night, in German: no longer blocks going live");
        api.post(plan + "/draft/undo", "").ok();
        assertThat(result("sunday-night").path("blocks").asBoolean()).isTrue();
    }

    @Test
    void whatCanNeverBeMetIsRefusedWhereItIsRun() {
        store(document ->
                ((ObjectNode) document.path("checks").path(0).path("expect").path(0)).put("by", "PT1H"));
        assertThat(result("sunday-night").path("trouble").asString())
                .startsWith("Expectation 1: the rehearsal ends after PT10M, before PT1H");
    }

    @Test
    void aPipelineIsToldByTheExitCode() throws IOException {
        // As docs/formats/plan.md has it.
        assertThat(run(Path.of("src/main/resources/demo/tarnwick-sound-ferries.json")))
                .isEqualTo(0);
        assertThat(said)
                .contains("holds  Sunday at three in the night, in German")
                .contains("0 of 11 fail.");
        var document = demo();
        acceptFaster(document);
        Path bad = folder.resolve("bad.json");
        Files.writeString(bad, document.toString());
        assertThat(run(bad)).isEqualTo(1);
        assertThat(said).contains("FAILS  An operator does not accept").contains("1 of ");
        Path none = folder.resolve("none.json");
        Files.writeString(none, "{}");
        assertThat(run(none)).isEqualTo(2);
        assertThat(run(folder.resolve("missing.json"))).isEqualTo(2);
    }

    private String said = "";

    private int run(Path file) {
        var out = new ByteArrayOutputStream();
        int code = new CheckCommand(new PrintStream(out, true, StandardCharsets.UTF_8)).run(List.of(file.toString()));
        said = out.toString(StandardCharsets.UTF_8);
        return code;
    }
}
