package io.kinetarch.server.simulation;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import io.kinetarch.server.Api;
import io.kinetarch.server.TestServer;
import java.time.Duration;
import java.time.Instant;
import java.util.List;
import java.util.function.Consumer;
import java.util.stream.Stream;
import org.junit.jupiter.api.Test;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.node.ObjectNode;

/** What edits of the demo's draft do to its week, by simulation. */
class ConsequencesTest {
    private static final String PLAN = "/api/v1/plans/tarnwick";
    private static final String WEEK = PLAN + "/simulated?monday=2026-12-07";
    private static final Duration PATIENCE = Duration.ofMinutes(2);

    private final Api api = TestServer.running().planner();

    @Test
    void aDraftThatNobodyChangedDoesWhatTheLivePlanDoes() {
        var answer = ended();

        assertThat(answer.path("failure").isNull()).isTrue();
        assertThat(answer.path("replications").asInt()).isGreaterThanOrEqualTo(10);
        var sides = answer.path("sides");
        assertThat(sides.path("same").asBoolean()).isTrue();
        assertThat(sides.path("draft")).isEqualTo(sides.path("live"));
        assertThat(mean(sides.path("difference"), "answeredInTime")).isZero();
        assertThat(mean(sides.path("draft"), "arrived")).isBetween(5_000.0, 10_000.0);
        assertThat(sides.path("draft")
                        .path("answeredInTime")
                        .path("halfWidth95")
                        .asDouble())
                .as("at a glance")
                .isLessThan(0.02);
        assertThat(ended(WEEK + "&detailed=true")
                        .path("sides")
                        .path("draft")
                        .path("answeredInTime")
                        .path("halfWidth95")
                        .asDouble())
                .as("looked at closely")
                .isLessThan(0.01);
        assertThat(answer.path("notes").toString()).contains("Assumed");
    }

    @Test
    void theWaysThatChatsOfAHalfHourTakeLeadFromDoorsToEnds() {
        var late = ended().path("sides").path("late");
        assertThat(late.size()).isEqualTo(7 * 48);
        var answer = ended(PLAN + "/simulated/passage?at=2026-12-07T12:10:00Z");

        assertThat(answer.path("replications").asInt()).isGreaterThanOrEqualTo(10);
        var passage = answer.path("passage");
        assertThat(passage.path("at").asString()).isEqualTo("2026-12-07T12:00:00Z");
        assertThat(perHour(passage.path("ends"))).isCloseTo(perHour(passage.path("doors")), within(1e-6));
        assertThat(perHour(passage.path("toBots"))).isCloseTo(perHour(passage.path("bots")), within(1e-6));
        double toQueues = perHour(passage.path("queues"));
        assertThat(perHour(passage.path("toEnds"))).isCloseTo(toQueues, within(1e-6));
        assertThat(perHour(passage.path("toQueues")) + perHour(passage.path("botToQueues")))
                .isCloseTo(toQueues, within(1e-6));
        var inTime = find(passage.path("ends"), "id", "answeredInTime");
        assertThat(toQueues - inTime.path("perHour").asDouble())
                .as("Monday is the first day of the week, noon its 25th half-hour")
                .isCloseTo(2 * late.get(24).asDouble(), within(1e-3));

        api.get(PLAN + "/simulated/passage?at=noon").problem(400, "invalid-parameter", null);
    }

    private static double perHour(JsonNode flows) {
        return flows.valueStream()
                .mapToDouble(flow -> flow.path("perHour").asDouble())
                .sum();
    }

    @Test
    void whatTheWeekTakesIsToldByOperatorLanguageDoorDepartmentAndSkill() {
        var sides = ended(WEEK + "&detailed=true").path("sides");

        double came = mean(sides.path("draft"), "arrived");
        var groups = sides.path("groups");
        for (String by : List.of("DOOR", "LANGUAGE")) {
            assertThat(groups.valueStream()
                            .filter(group -> group.path("by").asString().equals(by))
                            .mapToDouble(group -> mean(group.path("draft"), "arrived"))
                            .sum())
                    .as(by)
                    .isCloseTo(came, within(1e-6));
        }
        var german = find(groups, "of", "de");
        assertThat(mean(german.path("draft"), "arrived") / came).isBetween(0.1, 0.25);
        assertThat(german.path("live")).isEqualTo(german.path("draft"));
        assertThat(mean(german.path("difference"), "answeredInTime")).isZero();
        assertThat(groups.findValuesAsString("by")).contains("DEPARTMENT", "SKILL");

        var effort = sides.path("effort");
        double used = mean(effort, "hoursUsed");
        assertThat(sides.path("work")
                        .valueStream()
                        .mapToDouble(one -> mean(one, "hoursHolding"))
                        .sum())
                .isCloseTo(used, within(1e-6));
        assertThat(used).isPositive().isLessThan(mean(effort, "hoursThere"));
        assertThat(mean(effort, "hoursUsedDifference"))
                .as("nothing differs from the live plan")
                .isZero();
        assertThat(effort.path("busiestAt").asString()).startsWith("2026-12-");
        assertThat(sides.path("late").size()).isEqualTo(7 * 48);
        assertThat(ended().path("sides").path("groups").isEmpty())
                .as("only where it is looked at closely")
                .isTrue();
    }

    @Test
    void aHeavierQueueLetsMoreVisitorsWait() {
        var sides = changed(plan -> queue(plan).put("weight", 6));

        assertThat(sides.path("same").asBoolean()).isFalse();
        assertThat(certainly(sides, "answeredInTime")).isNegative();
        assertThat(certainly(sides, "gaveUp")).isPositive();
        var fares = find(sides.path("queues"), "queue", "fares");
        assertThat(mean(fares.path("difference"), "answeredInTime"))
                .as("there most of all")
                .isLessThan(mean(sides.path("difference"), "answeredInTime"));
    }

    @Test
    void shorterHoursTurnVisitorsAway() {
        var sides = changed(plan -> plan.path("hours")
                .forEach(set ->
                        set.path("hours").path("weekly").forEach(window -> ((ObjectNode) window).put("to", "17:00"))));

        assertThat(certainly(sides, "answered")).isNegative();
    }

    @Test
    void aRungThatEndsChatsEndsThem() {
        var sides = changed(plan -> queue(plan)
                .putArray("ladder")
                .addObject()
                .put("seconds", 20)
                .putObject("action")
                .put("kind", "end")
                .putObject("text")
                .put("en", "Please write to us."));

        assertThat(certainly(sides, "endedByLadder")).isPositive();
        assertThat(certainly(sides, "gaveUp")).isNegative();
    }

    @Test
    void aRuleThatIsGoneSendsItsChatsElsewhere() {
        var sides = changed(plan -> plan.withArray("rules").remove(0));

        assertThat(sides.path("queues")
                        .valueStream()
                        .map(queue -> queue.path("difference").path("arrived"))
                        .anyMatch(change -> Math.abs(change.path("mean").asDouble())
                                > change.path("halfWidth95").asDouble()))
                .isTrue();
    }

    @Test
    void aBotThatMayTryLessFinishesLess() {
        var sides =
                changed(plan -> plan.path("bots").forEach(bot -> ((ObjectNode) bot.path("handoff")).put("turns", 1)));

        assertThat(certainly(sides, "finishedByBot")).isNegative();
    }

    /** Each edit is taken out in turn; what it does alone is told, in all and by queue. */
    @Test
    void whatEachEditChangesIsTold() {
        var document = (ObjectNode) api.get(PLAN + "/document").ok().body();
        queue(document).put("weight", 6);
        ((ObjectNode) find(document.path("queues"), "id", "lost")).put("name", "Lost and found");
        long version = api.get(PLAN + "/draft").ok().body().path("change").asLong();
        api.put(PLAN + "/document?change=" + version, document.toString()).ok();
        try {
            var found = ended(PLAN + "/simulated/causes?monday=2026-12-07");

            assertThat(found.path("failure").isNull()).isTrue();
            assertThat(found.path("notTried").asInt()).isZero();
            var causes = found.path("causes");
            assertThat(causes.size()).isEqualTo(2);
            var weight = words(causes, "weight 2 → 6");
            assertThat(certainly(weight, "answeredInTime")).isNegative();
            assertThat(certainly(find(weight.path("queues"), "queue", "fares"), "answeredInTime"))
                    .isNegative();
            assertThat(mean(words(causes, "Lost and found").path("difference"), "answeredInTime"))
                    .as("a name changes nothing")
                    .isZero();
        } finally {
            api.post(PLAN + "/draft/undo", "").ok();
        }
    }

    private static JsonNode words(JsonNode causes, String words) {
        return causes.valueStream()
                .filter(cause -> cause.path("words").toString().contains(words))
                .findFirst()
                .orElseThrow();
    }

    /** The staffing model and the simulation stand side by side; where they are far apart, it is said what the formula leaves out. */
    @Test
    void theStaffingModelStandsBesideTheSimulation() {
        var against = ended(PLAN + "/simulated/against-staffing?monday=2026-12-07");

        assertThat(against.path("failure").isNull()).isTrue();
        var week = api.get(PLAN + "/week?monday=2026-12-07").ok().body();
        var fares = find(against.path("queues"), "queue", "fares").path("slots");
        assertThat(fares.size()).isGreaterThan(100);
        var ofWeek = find(week.path("queues"), "id", "fares");
        var slot = fares.get(40);
        int at = week.path("startsAt")
                .valueStream()
                .map(JsonNode::asString)
                .toList()
                .indexOf(slot.path("at").asString());
        assertThat(slot.path("formula").asDouble())
                .isEqualTo(ofWeek.path("answeredInTime").get(at).asDouble());
        var apart = against.path("queues")
                .valueStream()
                .flatMap(queue -> queue.path("slots").valueStream())
                .filter(one -> one.path("apart").asBoolean())
                .toList();
        assertThat(apart).isNotEmpty().allSatisfy(one -> {
            double by = Math.abs(
                    one.path("formula").asDouble() - one.path("simulated").asDouble());
            assertThat(by)
                    .isGreaterThan(0.1)
                    .isGreaterThan(one.path("halfWidth95").asDouble());
        });
        assertThat(apart).anySatisfy(one -> assertThat(one.path("why").size()).isPositive());
    }

    /** What goes live is simulated for its first whole week, kept with it, and set against what comes. */
    @Test
    void whatWasForetoldOfARevisionStaysWithIt() {
        changed(plan -> queue(plan).put("weight", 6), false);
        api.post(PLAN + "/draft/redo", "").ok();
        long change = api.get(PLAN + "/draft").ok().body().path("change").asLong();
        long number = api.post(PLAN + "/revisions", "{\"change\": %d, \"note\": \"heavier\"}".formatted(change))
                .ok()
                .body()
                .path("number")
                .asLong();
        try {
            var view = foretold(number);

            assertThat(view.path("monday").asString()).isEqualTo("2026-12-07");
            assertThat(view.path("came").isNull()).as("the week lies ahead").isTrue();
            var foretold = view.path("foretold");
            assertThat(foretold.path("replications").asInt()).isEqualTo(20);
            assertThat(certainly(foretold, "answeredInTime")).isNegative();
            assertThat(mean(foretold.path("before"), "answeredInTime"))
                    .isGreaterThan(mean(foretold.path("figures"), "answeredInTime"));
            api.get(PLAN + "/revisions/999/foretold").problem(404, "not-found", null);
        } finally {
            api.post(PLAN + "/draft/undo", "").ok();
            long now = api.get(PLAN + "/draft").ok().body().path("change").asLong();
            api.post(PLAN + "/revisions", "{\"change\": %d, \"note\": \"as before\"}".formatted(now))
                    .ok();
        }
    }

    private JsonNode foretold(long number) {
        var until = Instant.now().plus(PATIENCE);
        while (Instant.now().isBefore(until)) {
            var view = api.get(PLAN + "/revisions/" + number + "/foretold").ok().body();
            if (!view.path("foretold").isNull()) {
                return view;
            }
            waitALittle();
        }
        throw new AssertionError("nothing was foretold within " + PATIENCE);
    }

    /** Only the last of many edits counts; what was asked of those before ends without an answer. */
    @Test
    void editsInQuickSuccessionEndWithTheLast() {
        for (int weight = 3; weight <= 6; weight++) {
            int next = weight;
            var sides = changed(plan -> queue(plan).put("weight", next), false);
            assertThat(sides.path("replications").asInt()).isGreaterThanOrEqualTo(0);
        }
        assertThat(ended().path("sides").path("same").asBoolean()).isTrue();
    }

    private JsonNode changed(Consumer<ObjectNode> change) {
        return changed(change, true).path("sides");
    }

    private JsonNode changed(Consumer<ObjectNode> change, boolean awaited) {
        var document = (ObjectNode) api.get(PLAN + "/document").ok().body();
        change.accept(document);
        long version = api.get(PLAN + "/draft").ok().body().path("change").asLong();
        api.put(PLAN + "/document?change=" + version, document.toString()).ok();
        try {
            return awaited ? ended() : api.get(WEEK).ok().body();
        } finally {
            api.post(PLAN + "/draft/undo", "").ok();
        }
    }

    private JsonNode ended() {
        return ended(WEEK);
    }

    private JsonNode ended(String path) {
        var until = Instant.now().plus(PATIENCE);
        while (Instant.now().isBefore(until)) {
            var answer = api.get(path).ok().body();
            if (answer.path("ended").asBoolean()) {
                return answer;
            }
            waitALittle();
        }
        throw new AssertionError("the week was not simulated within " + PATIENCE);
    }

    private static void waitALittle() {
        try {
            Thread.sleep(200);
        } catch (InterruptedException interrupted) {
            Thread.currentThread().interrupt();
        }
    }

    private static ObjectNode queue(ObjectNode plan) {
        return (ObjectNode) find(plan.path("queues"), "id", "fares");
    }

    private static JsonNode find(JsonNode all, String field, String value) {
        return Stream.of(all)
                .flatMap(JsonNode::valueStream)
                .filter(one -> one.path(field).asString().equals(value))
                .findFirst()
                .orElseThrow();
    }

    /** A difference that chance cannot have made. */
    private static double certainly(JsonNode sides, String figure) {
        var change = sides.path("difference").path(figure);
        assertThat(Math.abs(change.path("mean").asDouble()))
                .as("%s changes by %s", figure, change)
                .isGreaterThan(change.path("halfWidth95").asDouble());
        return change.path("mean").asDouble();
    }

    private static double mean(JsonNode figures, String figure) {
        return figures.path(figure).path("mean").asDouble();
    }
}
