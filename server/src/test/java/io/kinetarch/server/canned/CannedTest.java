package io.kinetarch.server.canned;

import static org.assertj.core.api.Assertions.assertThat;

import io.kinetarch.server.Api;
import io.kinetarch.server.TestServer;
import java.util.Objects;
import org.jspecify.annotations.Nullable;
import org.junit.jupiter.api.Test;
import tools.jackson.databind.JsonNode;

/** Replies that are kept ready: whose they are, what may stand in them. */
class CannedTest {
    private static final String CANNED = "/api/v1/plans/tarnwick/canned";

    private final TestServer server = TestServer.running();
    private final Api planner = server.signedIn("planner");
    private final Api ana = server.signedIn("operator");
    private final Api ciara = server.signedIn("colleague");

    private static String wish(String shortcut, String department, boolean own, String texts) {
        return "{\"shortcut\":\"%s\",\"department\":%s,\"own\":%s,\"texts\":%s}"
                .formatted(shortcut, department, own, texts);
    }

    private static void makes(Api account, String wish) {
        var made = account.postWithCsrf(CANNED, wish);
        assertThat(made.status()).as(made.detail()).isEqualTo(201);
    }

    private static @Nullable JsonNode reply(Api account, String shortcut) {
        return account.get(CANNED)
                .ok()
                .body()
                .path("replies")
                .valueStream()
                .filter(reply -> reply.path("shortcut").asString().equals(shortcut))
                .findFirst()
                .orElse(null);
    }

    private static JsonNode known(Api account, String shortcut) {
        return Objects.requireNonNull(reply(account, shortcut));
    }

    @Test
    void ofAllOfADepartmentAndOnesOwn() {
        makes(planner, wish("all-hello", "null", false, "{\"en\":\"Hello {visitor}\",\"de\":\"Guten Tag\"}"));
        makes(planner, wish("travel", "\"travel-day\"", false, "{\"en\":\"Sails at {booking}\"}"));
        makes(ana, wish("mine", "null", true, "{\"en\":\"Ana here\"}"));
        assertThat(known(ana, "mine").path("own").asBoolean()).isTrue();
        assertThat(known(ana, "travel").path("changes").asBoolean()).isFalse();
        assertThat(reply(ciara, "mine")).isNull();
        assertThat(known(ciara, "all-hello").path("texts").path("de").asString())
                .isEqualTo("Guten Tag");

        // Nobody changes what is not theirs, and everybody may have a shortcut of their own.
        ana.postWithCsrf(CANNED, wish("for-all", "null", false, "{\"en\":\"x\"}"))
                .problem(403, "not-allowed", null);
        ana.withCsrf(
                        "PUT",
                        CANNED + "/" + known(planner, "travel").path("id").asLong() + "?version=1",
                        wish("x", "null", true, "{\"en\":\"x\"}"))
                .problem(403, "not-allowed", null);
        makes(ciara, wish("mine", "null", true, "{\"en\":\"Ciara here\"}"));
        ciara.postWithCsrf(CANNED, wish("Mine", "null", true, "{\"en\":\"again\"}"))
                .problem(409, "already-done", null);
    }

    @Test
    void whatNobodyWouldFillInIsRefused() {
        planner.postWithCsrf(CANNED, wish("typo", "null", false, "{\"en\":\"Hello {visiter}\"}"))
                .problem(400, "invalid-document", "#/texts/en");
        planner.postWithCsrf(CANNED, wish("two words", "null", false, "{\"en\":\"x\"}"))
                .problem(400, "invalid-document", "#/shortcut");
        planner.postWithCsrf(CANNED, wish("empty", "null", false, "{\"en\":\"  \"}"))
                .problem(400, "invalid-document", "#/texts");
        planner.postWithCsrf(CANNED, wish("where", "\"nowhere\"", false, "{\"en\":\"x\"}"))
                .problem(400, "invalid-document", "#/department");
        assertThat(reply(planner, "typo")).isNull();
    }

    @Test
    void whoComesSecondIsTold() {
        long id = planner.postWithCsrf(CANNED, wish("twice", "null", false, "{\"en\":\"one\"}"))
                .body()
                .path("id")
                .asLong();
        planner.withCsrf("PUT", CANNED + "/" + id + "?version=1", wish("twice", "null", false, "{\"en\":\"two\"}"))
                .ok();
        planner.withCsrf("PUT", CANNED + "/" + id + "?version=1", wish("twice", "null", false, "{\"en\":\"three\"}"))
                .problem(409, "stale-edit", null);
        assertThat(known(planner, "twice").path("texts").path("en").asString()).isEqualTo("two");
        assertThat(planner.withCsrf("DELETE", CANNED + "/" + id, "").status()).isEqualTo(204);
        assertThat(reply(planner, "twice")).isNull();
    }

    @Test
    void asAFile() {
        var taken = server.planner().putCsv(CANNED + "/replies.csv", """
                shortcut,for,language,text
                from-file,,en,"Hello {visitor}, how can I help?"
                from-file,,de,Guten Tag
                of-bookings,bookings,en,The fare is 58 euros.
                of-nobody,Nobody,en,Nothing
                wrong,,en,Hello {nobody}
                """).ok().body();
        assertThat(taken.path("taken").asInt()).isEqualTo(2);
        assertThat(taken.path("faults")).hasSize(2);
        assertThat(known(ana, "of-bookings").path("department").asString()).isEqualTo("bookings");
        String file = planner.get(CANNED + "/replies.csv").ok().raw().body();
        assertThat(file).contains("from-file,,de,Guten Tag", "of-bookings,Bookings,en,The fare is 58 euros.");
    }
}
