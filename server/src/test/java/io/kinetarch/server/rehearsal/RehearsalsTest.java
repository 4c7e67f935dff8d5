package io.kinetarch.server.rehearsal;

import static org.assertj.core.api.Assertions.assertThat;

import io.kinetarch.server.Api;
import io.kinetarch.server.TestServer;
import io.kinetarch.server.live.VisitorClient;
import java.util.List;
import java.util.stream.StreamSupport;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.Test;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.node.ObjectNode;

/** Rehearsals over HTTP: time goes back and forth, and what is seen at an instant is what a live chat would show. */
class RehearsalsTest {
    private static final String ARRIVES = """
            {"at":"PT5S","do":"arrive","chat":"c1","door":"booking-site","language":"en","answers":{"topic":"Fares and booking"}}""";

    private final Api api = TestServer.running().planner();
    private final String plan = "/api/v1/plans/tarnwick";
    private JsonNode rehearsal = begin("null");

    private JsonNode begin(String against) {
        return api.post(plan + "/rehearsals", """
                        {"name":"Try","source":"draft","against":%s,"from":"2026-12-07T10:00:00Z","present":"nobody",
                         "steps":[{"at":"PT0S","do":"present","operator":"ana-r"}]}""".formatted(against)).ok().body();
    }

    private String path() {
        return plan + "/rehearsals/" + rehearsal.path("id").asString();
    }

    private Api.Answer act(boolean cut, String... steps) {
        var answer = api.post(
                path() + "/acts",
                "{\"change\":" + rehearsal.path("change").asLong() + ",\"cut\":" + cut + ",\"steps\":["
                        + String.join(",", steps) + "]}");
        if (answer.status() == 200) {
            rehearsal = answer.body();
        }
        return answer;
    }

    private JsonNode scene(long millis) {
        return api.get(path() + "/scene?millis=" + millis).ok().body();
    }

    private static List<String> events(JsonNode trace) {
        return StreamSupport.stream(trace.spliterator(), false)
                .map(one -> one.path("event").asString())
                .toList();
    }

    /** As live: the bot of the door greets, answers, does not understand twice, and hands over. */
    @BeforeAll
    static void learn() {
        TestServer.running().untilTernHasLearned();
    }

    @Test
    void theBotOfADoorTakesItsTurns() {
        act(false, """
                {"at":"PT5S","do":"arrive","chat":"c1","door":"sailing-status","language":"de","answers":{"topic":"Is my ferry sailing?"}}""").ok();
        assertThat(said(8_000))
                .satisfiesExactly(greeting -> assertThat(greeting).startsWith("Guten Tag, ich bin Tern"));

        act(false, """
                {"at":"PT10S","do":"say","by":"visitor","chat":"c1","text":"darf ich meinen Hund mitnehmen"}""").ok();
        assertThat(said(14_000).getLast()).startsWith("Hunde und Katzen");
        act(false, """
                {"at":"PT20S","do":"say","by":"visitor","chat":"c1","text":"xyzzy plugh"}""").ok();
        assertThat(said(24_000).getLast()).startsWith("Das habe ich leider nicht verstanden");
        act(false, """
                {"at":"PT30S","do":"say","by":"visitor","chat":"c1","text":"plugh xyzzy"}""").ok();

        assertThat(events(rehearsal.path("trace"))).contains("handed-over");
        assertThat(rehearsal
                        .path("steps")
                        .valueStream()
                        .map(step -> step.path("do").asString()))
                .containsSubsequence(
                        "arrive", "say", "say", "say", "understood", "say", "understood", "say", "say", "understood");
    }

    /** The trace tells what else it might have been about, and whoever gets the chat what it is about. */
    @Test
    void whatTheBotMadeOfWordsIsTold() {
        act(false, """
                {"at":"PT5S","do":"present","operator":"greta-l"}""", """
                {"at":"PT6S","do":"arrive","chat":"c1","door":"sailing-status","language":"de","answers":{"topic":"Is my ferry sailing?"}}""").ok();
        act(false, """
                {"at":"PT20S","do":"say","by":"visitor","chat":"c1","text":"ich muss Fracht mit dem Lkw verschiffen"}""").ok();
        act(false, """
                {"at":"PT40S","do":"accept","operator":"greta-l","chat":"c1"}""").ok();

        var reading = rehearsal.path("readings").path(0);
        assertThat(rehearsal.path("readings").size()).isEqualTo(1);
        assertThat(reading.path("at").asString()).isEqualTo("PT20S");
        assertThat(reading.path("likely").path(0).path("topic").asString()).isEqualTo("Vehicles and freight");
        assertThat(reading.path("likely").size()).isGreaterThan(1);
        assertThat(reading.path("likely")
                                .valueStream()
                                .mapToDouble(one -> one.path("certainty").asDouble())
                                .sum()
                        + reading.path("none").asDouble())
                .as("shares of one")
                .isLessThanOrEqualTo(1.0001);
        assertThat(scene(41_000)
                        .path("desks")
                        .valueStream()
                        .flatMap(desk -> desk.path("places").valueStream())
                        .map(place -> place.path("bot").path("topic").asString("")))
                .containsExactly("Vehicles and freight");
    }

    private List<String> said(long millis) {
        return scene(millis)
                .path("visitors")
                .path(0)
                .path("view")
                .path("lines")
                .valueStream()
                .filter(line -> line.path("from").asString().equals("bot"))
                .map(line -> line.path("text").asString())
                .toList();
    }

    @Test
    void theSceneShowsWhatVisitorAndOperatorSeeAtAnyInstant() {
        act(false, ARRIVES).ok();
        act(false, """
                {"at":"PT20S","do":"accept","operator":"ana-r","chat":"c1"}""").ok();
        act(false, """
                {"at":"PT40S","do":"say","by":"operator","operator":"ana-r","chat":"c1","text":"Which crossing?"}""").ok();
        var waiting = scene(10_000);
        assertThat(waiting.path("visitors").path(0).path("view").path("stage").asString())
                .isEqualTo("waiting");
        assertThat(waiting.path("desks")
                        .path(0)
                        .path("places")
                        .path(0)
                        .path("stage")
                        .asString())
                .isEqualTo("offered");
        var talking = scene(45_000);
        assertThat(talking.path("visitors")
                        .path(0)
                        .path("view")
                        .path("lines")
                        .path(0)
                        .path("text")
                        .asString())
                .isEqualTo("Which crossing?");
        assertThat(talking.path("desks")
                        .path(0)
                        .path("places")
                        .path(0)
                        .path("facts")
                        .path(0)
                        .path("value")
                        .asString())
                .isEqualTo("Fares and booking");
        assertThat(scene(1000).path("visitors")).isEmpty();
        // What is done in a rehearsal changes nothing of the plan, so its tag says nothing of it.
        assertThat(api.get(path()).raw().headers().firstValue("ETag")).isEmpty();
    }

    @Test
    void whatIsSetAsideStandsAtItsDeskUntilItComesBack() {
        act(false, ARRIVES).ok();
        act(false, """
                {"at":"PT20S","do":"assign","operator":"ana-r","chat":"c1"}""").ok();
        act(false, """
                {"at":"PT30S","do":"prioritize","chat":"c1","priority":8}""").ok();
        act(false, """
                {"at":"PT40S","do":"set-aside","operator":"ana-r","chat":"c1","until":"PT30S"}""").problem(400, "invalid-document", "#/steps/4/until");
        act(false, """
                {"at":"PT40S","do":"set-aside","operator":"ana-r","chat":"c1","until":"PT2M"}""").ok();

        var aside = scene(60_000).path("desks").path(0);
        assertThat(aside.path("places")).isEmpty();
        assertThat(aside.path("aside").path(0).path("until").asString()).isEqualTo("2026-12-07T10:02:00Z");
        var back = scene(121_000).path("desks").path(0);
        assertThat(back.path("aside")).isEmpty();
        assertThat(back.path("places").path(0).path("stage").asString()).isEqualTo("held");
        assertThat(api.get(path() + "/doors/booking-site?language=de")
                        .ok()
                        .body()
                        .path("language")
                        .asString())
                .isEqualTo("de");
    }

    @Test
    void actingEarlierCutsWhatCameAfterAndCanBeTakenBack() {
        act(false, ARRIVES).ok();
        act(false, """
                {"at":"PT20S","do":"accept","operator":"ana-r","chat":"c1"}""").ok();
        var before = rehearsal.path("trace").toString();
        assertThat(act(false, """
                {"at":"PT10S","do":"decline","operator":"ana-r","chat":"c1"}""").problem(409, "not-possible", null).detail()).contains("cuts away");
        act(true, """
                {"at":"PT10S","do":"decline","operator":"ana-r","chat":"c1"}""").ok();
        assertThat(rehearsal.path("steps").size()).isEqualTo(3);
        assertThat(events(rehearsal.path("trace"))).contains("declined").doesNotContain("assigned");
        rehearsal = api.post(
                        path() + "/undo",
                        "{\"change\":" + rehearsal.path("change").asLong() + "}")
                .ok()
                .body();
        assertThat(rehearsal.path("trace").toString()).isEqualTo(before);
    }

    @Test
    void whatCannotBeDoneIsRefusedWithItsReasonAndNothingIsLost() {
        var refused = act(false, """
                {"at":"PT10S","do":"accept","operator":"ana-r","chat":"c9"}""").problem(409, "not-possible", null);
        assertThat(refused.detail()).contains("no chat \"c9\" has arrived");
        act(false, "{\"at\":\"PT1S\",\"do\":\"present\",\"operator\":\"nobody\"}")
                .problem(400, "invalid-document", null);
        api.post(path() + "/acts", "{\"change\":99,\"cut\":false,\"steps\":[]}").problem(409, "stale-edit", null);
        assertThat(api.get(path()).ok().body().path("steps").size()).isEqualTo(1);
    }

    @Test
    void standInsActByThemselves() {
        act(false, ARRIVES).ok();
        rehearsal = api.post(path() + "/stand-ins", """
                        {"change":%d,"standIns":[{"operator":"ana-r","accepts":10,"declines":false,"replies":15,"ends":2},
                         {"chat":"c1","answers":20,"declines":false}]}""".formatted(
                                rehearsal.path("change").asLong()))
                .ok()
                .body();
        assertThat(events(rehearsal.path("trace"))).contains("assigned", "said", "ended");
        assertThat(rehearsal.path("played").size())
                .isGreaterThan(rehearsal.path("steps").size());
        var script = api.get(path() + "/script").ok().body();
        assertThat(script.path("steps").size())
                .isEqualTo(rehearsal.path("played").size());
    }

    /** The draft is changed while somebody rehearses it: the rehearsal goes on with what it had until the new one is taken. */
    @Test
    void aPlanThatWasChangedMeanwhileIsTakenWhenItIsAskedFor() {
        String id = "rehearsed-" + System.identityHashCode(this);
        String other = "/api/v1/plans/" + id;
        api.post(
                        "/api/v1/plans/document?id=" + id,
                        api.get(plan + "/document").ok().raw().body())
                .ok();
        var begun = api.post(other + "/rehearsals", """
                        {"name":"Try","source":"draft","against":null,"from":"2026-12-07T10:00:00Z","present":"nobody","steps":[%s]}""".formatted(ARRIVES)).ok().body();
        String one = other + "/rehearsals/" + begun.path("id").asString();
        api.delete(other + "/draft/operators/zoe-f?version=1").ok();
        assertThat(api.get(one).ok().body().path("outdated").asBoolean()).isTrue();
        var taken = api.post(one + "/plan", "{\"change\":0}").ok().body();
        assertThat(taken.path("outdated").asBoolean()).isFalse();
        assertThat(taken.path("change").asLong()).isEqualTo(1);
    }

    @Test
    void aHundredThousandStepsAreRefused() {
        var steps = "{\"at\":\"PT1S\",\"do\":\"away\",\"operator\":\"ana-r\"},".repeat(100_000);
        assertThat(act(false, steps.substring(0, steps.length() - 1))
                        .problem(400, "invalid-document", "#/steps")
                        .detail())
                .contains("at most 10000 steps");
    }

    @Test
    void onTwoPlansAtOnceTheTraceShowsWhereTheyPart() {
        rehearsal = begin("\"live\"");
        act(false, ARRIVES).ok();
        assertThat(rehearsal.path("otherTrace")).isEqualTo(rehearsal.path("trace"));
        assertThat(rehearsal.path("partsSeconds").isNull()).isTrue();

        String id = "parting-" + System.identityHashCode(this);
        String other = "/api/v1/plans/" + id;
        api.post(
                        "/api/v1/plans/document?id=" + id,
                        api.get(plan + "/document").ok().raw().body())
                .ok();
        api.post(other + "/revisions", "{\"change\":0,\"note\":\"\"}").ok();
        var settings = (ObjectNode) api.get(other + "/document").ok().body().path("settings");
        ((ObjectNode) settings.path("timeouts").path("accept")).put("seconds", 60);
        api.put(other + "/draft/settings/settings", "{\"version\":1,\"element\":" + settings + "}")
                .ok();
        var parting =
                api.post(other + "/rehearsals", """
                        {"name":"Try","source":"draft","against":"live","from":"2026-12-07T10:00:00Z","present":"nobody",
                         "steps":[{"at":"PT0S","do":"present","operator":"ana-r"},%s]}""".formatted(ARRIVES)).ok().body();
        // Live the offer lapses after thirty seconds, in the draft not yet.
        assertThat(parting.path("partsSeconds").asDouble()).isEqualTo(35.0);
    }

    /** The same by calc/rehearsal and in a rehearsal, and the same effects in a live chat. */
    @Test
    void theSameStepsGiveTheSameTraceByTheCalculationCallAndLive() {
        act(false, ARRIVES).ok();
        act(false, """
                {"at":"PT20S","do":"accept","operator":"ana-r","chat":"c1"}""", """
                {"at":"PT25S","do":"end","by":"operator","operator":"ana-r","chat":"c1"}""").ok();
        var document = api.get(plan + "/document").ok().raw().body();
        var calculated = api.post(
                        "/api/v1/calc/rehearsal",
                        "{\"plan\":" + document + ",\"from\":\"2026-12-07T10:00:00Z\",\"until\":\"PT30M25S\",\"steps\":"
                                + rehearsal.path("steps") + "}")
                .ok()
                .body();
        assertThat(calculated.path("trace")).isEqualTo(rehearsal.path("trace"));

        var server = TestServer.running();
        var operator = server.signedIn("operator");
        operator.postWithCsrf(plan + "/desk/presence", "{\"state\":\"present\"}")
                .ok();
        var visitor = new VisitorClient(server.address(), "tarnwick", "https://tarnwick-sound.example");
        visitor.start("booking-site", "en", "{\"topic\":\"Fares and booking\"}");
        operator.postWithCsrf(plan + "/desk/chats/" + visitor.chat() + "/accept", "")
                .ok();
        operator.postWithCsrf(plan + "/desk/chats/" + visitor.chat() + "/end", "")
                .ok();
        operator.postWithCsrf(plan + "/desk/presence", "{\"state\":\"gone\"}").ok();
        var live =
                events(api.get(plan + "/records/" + visitor.chat()).ok().body().path("entries"));
        assertThat(live)
                .isEqualTo(events(rehearsal.path("trace")).stream()
                        .filter(live::contains)
                        .toList());
    }

    @Test
    void aRehearsalIsListedReadInAgainAndRemoved() {
        act(false, ARRIVES).ok();
        var script = api.get(path() + "/script").ok().body();
        var again = api.post(plan + "/rehearsals", """
                        {"name":"Again","source":"draft","against":null,"from":"2026-12-07T10:00:00Z","present":"nobody","steps":%s}""".formatted(script.path("steps")))
                .ok()
                .body();
        assertThat(again.path("trace")).isEqualTo(rehearsal.path("trace"));
        String id = again.path("id").asString();
        assertThat(api.get(plan + "/rehearsals").ok().raw().body()).contains(id);
        api.delete(plan + "/rehearsals/" + id).ok();
        api.get(plan + "/rehearsals/" + id).problem(404, "not-found", null);
    }
}
