package io.kinetarch.server.live;

import static org.assertj.core.api.Assertions.assertThat;
import static org.awaitility.Awaitility.await;

import io.kinetarch.server.Api;
import io.kinetarch.server.TestServer;
import java.util.UUID;
import org.junit.jupiter.api.Test;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.node.ObjectNode;

/** A revision goes live that has neither the queue that a chat waits in nor the operator who holds another. */
class RemovedWhileChattingTest {
    private static final String SITE = "https://tarnwick-sound.example";

    private final TestServer server = TestServer.running();
    private final String id = "removals-" + System.identityHashCode(this);
    private final String plan = "/api/v1/plans/" + id;
    private final Api planner = server.planner();
    private final Api ana = server.signedIn("operator");
    private final Api ciara = server.signedIn("colleague");

    RemovedWhileChattingTest() {
        var document = (ObjectNode)
                planner.get("/api/v1/plans/tarnwick/document?of=live").ok().body();
        document.putArray("checks"); // which name whoever is removed here
        planner.post("/api/v1/plans/document?id=" + id, document.toString()).ok();
        planner.post(plan + "/revisions", "{\"change\":0,\"note\":\"\"}").ok();
    }

    private void presence(Api operator, String state) {
        operator.postWithCsrf(plan + "/desk/presence", "{\"state\":\"" + state + "\"}")
                .ok();
    }

    private VisitorClient visitor(String topic) {
        var visitor = new VisitorClient(server.address(), id, SITE);
        assertThat(visitor.start("booking-site", "en", "{\"topic\":\"" + topic + "\"}")
                        .statusCode())
                .isEqualTo(201);
        return visitor;
    }

    private Api.Answer says(Api operator, VisitorClient to, String text) {
        return operator.postWithCsrf(
                plan + "/desk/chats/" + to.chat() + "/messages",
                "{\"key\":\"" + UUID.randomUUID() + "\",\"text\":\"" + text + "\"}");
    }

    private JsonNode desk(Api operator) {
        return operator.get(plan + "/desk").ok().body();
    }

    @Test
    void chatsGoOnWhereTheRemovalSaidAndWithSomebodyElse() {
        presence(ana, "present");
        var held = visitor("Is my ferry sailing?");
        ana.postWithCsrf(plan + "/desk/chats/" + held.chat() + "/accept", "").ok();
        says(ana, held, "Which crossing?").ok();
        held.says("The early one");
        presence(ana, "away");
        var waits = visitor("Change my booking");
        assertThat(queueOf(waits)).isEqualTo("rebooking");

        planner.delete(plan + "/draft/queues/rebooking?version=1&replacement=sailings")
                .ok();
        planner.delete(plan + "/draft/operators/ana-r?version=1").ok();
        planner.post(plan + "/revisions", "{\"change\":2,\"note\":\"Without them\"}")
                .ok();

        // The run takes the revision like any other call, and desks look at the live plan once a second.
        await().untilAsserted(() -> assertThat(queueOf(waits)).isEqualTo("sailings"));
        await().until(() -> ana.get(plan + "/desk").status() == 403);
        ana.get(plan + "/desk").problem(403, "not-allowed", null);
        says(ana, held, "Am I still here?").problem(403, "not-allowed", null);
        assertThat(held.view().path("stage").asString()).isEqualTo("waiting");
        presence(ciara, "present");
        ciara.postWithCsrf(plan + "/desk/chats/" + held.chat() + "/accept", "").ok();
        says(ciara, held, "There is room on it.").ok();
        assertThat(held.view()
                        .path("lines")
                        .valueStream()
                        .map(line -> line.path("text").asString()))
                .endsWith("Which crossing?", "The early one", "There is room on it.");
        assertThat(held.view().path("operator").path("name").asString()).isEqualTo("Ciara H.");
    }

    private String queueOf(VisitorClient visitor) {
        return desk(ciara)
                .path("waiting")
                .valueStream()
                .filter(chat -> chat.path("chat").asLong() == visitor.chat())
                .map(chat -> chat.path("queue").asString())
                .findFirst()
                .orElse("none");
    }
}
