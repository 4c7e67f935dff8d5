package io.kinetarch.server.staffing;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import io.kinetarch.server.Api;
import io.kinetarch.server.TestServer;
import java.time.Instant;
import java.util.List;
import java.util.Map;
import java.util.Random;
import java.util.stream.IntStream;
import java.util.stream.StreamSupport;
import org.junit.jupiter.api.Test;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.node.ArrayNode;
import tools.jackson.databind.node.ObjectNode;

/**
 * Every call that tells of a week tells the same of it: on the demo, and on plans made of it at random. What is told between parts
 * that are each right is where figures go wrong.
 */
class AgreementTest {
    private static final String PLAN = "/api/v1/plans/tarnwick";
    private static final List<String> TOPICS = List.of(
            "Fares and booking", "Change my booking", "Is my ferry sailing?", "Assisted travel", "Lost property");
    private static final Map<String, String> LANGUAGES = Map.of("en", "English", "de", "German", "fr", "French");
    private static final double HALF_HOUR = 0.5;

    private final Api api = TestServer.running().planner();

    @Test
    void theDemosWeekIsToldAlikeByAll() {
        agree("the demo");
    }

    @Test
    void weeksOfRandomPlansAreToldAlikeByAll() {
        for (int seed = 0; seed < 4; seed++) {
            var document = (ObjectNode) api.get(PLAN + "/document").ok().body();
            change(document, new Random(seed));
            long version = api.get(PLAN + "/draft").ok().body().path("change").asLong();
            api.put(PLAN + "/document?change=" + version, document.toString()).ok();
            try {
                agree("seed " + seed);
            } finally {
                api.post(PLAN + "/draft/undo", "").ok();
            }
        }
    }

    /** Other languages, levels, presence, capacities and weights. */
    private static void change(ObjectNode plan, Random random) {
        for (JsonNode operator : plan.path("operators")) {
            if (random.nextInt(3) == 0) {
                ((ObjectNode) operator)
                        .putArray("languages")
                        .addObject()
                        .put("language", List.of("en", "de", "fr").get(random.nextInt(3)))
                        .put("level", 1 + random.nextInt(5));
            }
            if (random.nextInt(4) == 0) {
                ((ObjectNode) operator).put("capacity", 1 + random.nextInt(9));
            }
            if (random.nextInt(4) == 0 && operator.path("presence").size() > 1) {
                ((ArrayNode) operator.path("presence")).remove(0);
            }
        }
        for (JsonNode queue : plan.path("queues")) {
            ((ObjectNode) queue).put("weight", 1 + random.nextInt(3));
        }
        var rule = (ObjectNode) plan.path("rules").path(plan.path("rules").size() - 1);
        rule.putArray("needs").addObject().put("skill", "fares").put("leastLevel", 1 + random.nextInt(5));
    }

    private void agree(String which) {
        var week = api.get(PLAN + "/week").ok().body();
        int slots = week.path("startsAt").size();
        shortHours(which, week, slots);
        groupsAndGaps(which, week, slots);
        parts(which, week, slots);
        passage(which, week, slots);
        findings(which);
        tried(which, week, slots);
    }

    private void shortHours(String which, JsonNode week, int slots) {
        double all = 0;
        for (int i = 0; i < slots; i++) {
            double byQueue = sumOf(week.path("queues"), "shortOf", i);
            assertThat(week.path("shortOf").get(i).asDouble()).as(which).isCloseTo(byQueue, within(1e-9));
            assertThat(week.path("available").get(i).asDouble())
                    .as("%s: nobody answers for longer than they are there", which)
                    .isLessThanOrEqualTo(week.path("present").get(i).asDouble() + 1e-9);
            all += byQueue * HALF_HOUR;
        }
        double told = week.path("totals").path("shortHours").asDouble();
        assertThat(told).as(which).isCloseTo(all, within(1e-6));
        assertThat(api.get(PLAN + "/consequences").ok().body().path("draft")).isEqualTo(week.path("totals"));
        assertThat(api.get(PLAN + "/ways").ok().body().path("shortHours").asDouble())
                .as(which)
                .isCloseTo(all, within(1e-6));
        var planned = api.post(PLAN + "/what-if", "{}").ok().body();
        assertThat(planned.path("planned")).isEqualTo(week.path("totals"));
        assertThat(planned.path("changed")).isEqualTo(week.path("totals"));
        assertThat(column("HALF_HOURS", "short") * HALF_HOUR).as(which).isCloseTo(all, within(1e-6));
        assertThat(column("QUEUES", "short") * HALF_HOUR).as(which).isCloseTo(all, within(1e-6));
        assertThat(column("HALF_HOURS", "answering, after shrinkage") * HALF_HOUR)
                .as(which)
                .isCloseTo(week.path("totals").path("availableHours").asDouble(), within(1e-6));
    }

    /** The sum of a column of a table that is sent as a file; names with a comma stand in quotes. */
    private double column(String table, String name) {
        var lines = api.get(PLAN + "/staffing.csv?table=" + table)
                .ok()
                .raw()
                .body()
                .lines()
                .toList();
        var cells = ",(?=(?:[^\"]*\"[^\"]*\")*[^\"]*$)";
        var head = List.of(lines.getFirst().replace("\uFEFF", "").split(cells));
        int at = IntStream.range(0, head.size())
                .filter(i -> head.get(i).replace("\"", "").equals(name))
                .findFirst()
                .orElseThrow(() -> new AssertionError(name + " is not among " + head));
        return lines.stream()
                .skip(1)
                .mapToDouble(line -> Double.parseDouble(line.split(cells, -1)[at]))
                .sum();
    }

    private void groupsAndGaps(String which, JsonNode week, int slots) {
        var groups = api.get(PLAN + "/groups").ok().body();
        for (int i = 0; i < slots; i++) {
            int at = i;
            double byDepartment = StreamSupport.stream(groups.spliterator(), false)
                    .filter(group -> group.path("by").asString().equals("DEPARTMENT"))
                    .mapToDouble(
                            group -> group.path("week").path("shortOf").get(at).asDouble())
                    .sum();
            assertThat(byDepartment)
                    .as(which)
                    .isCloseTo(week.path("shortOf").get(i).asDouble(), within(1e-9));
        }
        var gaps = api.get(PLAN + "/skill-gaps").ok().body();
        assertThat(gaps.path("queues")
                        .valueStream()
                        .mapToDouble(together -> together.path("hours").asDouble())
                        .sum())
                .as(which)
                .isCloseTo(week.path("totals").path("shortHours").asDouble(), within(1e-6));
    }

    /** Chats by language and need never make more than their queue's, and all queues' chats make those of the week. */
    private void parts(String which, JsonNode week, int slots) {
        for (JsonNode queue : week.path("queues")) {
            for (int i = 0; i < slots; i++) {
                assertThat(sumOf(queue.path("parts"), "chats", i))
                        .as("%s, %s", which, queue.path("name"))
                        .isLessThanOrEqualTo(queue.path("chats").get(i).asDouble() + 1e-9);
            }
        }
        for (int i = 0; i < slots; i++) {
            assertThat(sumOf(week.path("queues"), "chats", i))
                    .isCloseTo(week.path("chats").get(i).asDouble(), within(1e-9));
        }
    }

    private void passage(String which, JsonNode week, int slots) {
        for (int i = 20; i < slots; i += 61) {
            var passage = api.get(
                            PLAN + "/passage?at=" + week.path("startsAt").get(i).asString())
                    .ok()
                    .body();
            double finished = passage.path("bots")
                    .valueStream()
                    .mapToDouble(bot -> bot.path("finished").asDouble())
                    .sum();
            double people = perHour(passage.path("queues"));
            assertThat(perHour(passage.path("doors"))).isCloseTo(people + finished, within(1e-9));
            assertThat(perHour(passage.path("ends"))).isCloseTo(people + finished, within(1e-9));
            assertThat(perHour(passage.path("queues")) / 2)
                    .isCloseTo(week.path("chats").get(i).asDouble(), within(1e-9));
            for (int q = 0; q < passage.path("queues").size(); q++) {
                var place = passage.path("queues").get(q);
                var queue = week.path("queues").get(q);
                for (String figure :
                        List.of("required", "staffed", "shortOf", "eligible", "shared", "answeredInTime")) {
                    assertThat(place.path(figure))
                            .as("%s: %s of %s", which, figure, place.path("name"))
                            .isEqualTo(queue.path(figure).get(i));
                }
            }
        }
    }

    /** The hours that the plan check finds nobody for are those of the week in which nobody is there who could serve the queue. */
    private void findings(String which) {
        var now = TestServer.TODAY;
        var monday = now.minusDays(now.getDayOfWeek().getValue() - 1L);
        var week = api.get(PLAN + "/week?monday=" + monday).ok().body();
        var found = api.get(PLAN + "/findings").ok().body();
        for (JsonNode queue : week.path("queues")) {
            long nobody = IntStream.range(0, queue.path("open").size())
                    .filter(i -> queue.path("open").get(i).asBoolean()
                            && queue.path("eligible").get(i).asInt() == 0)
                    .count();
            double told = StreamSupport.stream(found.spliterator(), false)
                    .filter(finding -> finding.path("code").asString().equals("unserved-times")
                            && finding.path("id").equals(queue.path("id"))
                            && finding.path("facts").path(0).asString().equals("usual"))
                    .mapToDouble(finding -> hoursTold(finding.path("words").asString()))
                    .sum();
            boolean served = StreamSupport.stream(found.spliterator(), false)
                    .noneMatch(finding -> finding.path("id").equals(queue.path("id"))
                            && List.of("queue-without-members", "catch-all-without-members")
                                    .contains(finding.path("code").asString()));
            if (served) {
                assertThat(told).as("%s, %s", which, queue.path("name")).isCloseTo(nobody * HALF_HOUR, within(0.051));
            }
        }
    }

    private static double hoursTold(String words) {
        return Double.parseDouble(words.replaceFirst(".* is open for ([0-9.]+) hours .*", "$1"));
    }

    /** A chat that is tried finds an operator just where the week says that somebody is there who could take it. */
    private void tried(String which, JsonNode week, int slots) {
        var random = new Random(which.hashCode());
        int answered = 0;
        for (int i = 0; i < 60; i++) {
            int slot = random.nextInt(slots);
            String language = List.of("en", "de", "fr").get(random.nextInt(3));
            var at = Instant.parse(week.path("startsAt").get(slot).asString());
            var trial = api.post(
                            PLAN + "/trials",
                            "{\"of\":\"draft\",\"arrival\":{\"door\":\"booking-site\",\"language\":\"" + language
                                    + "\",\"page\":null,\"answers\":{\"topic\":\""
                                    + TOPICS.get(random.nextInt(TOPICS.size())) + "\"},\"at\":\"" + at + "\"}}")
                    .ok()
                    .body();
            String outcome = trial.path("outcome").asString();
            if (outcome.equals("answered") || outcome.equals("waits")) {
                var queue = StreamSupport.stream(week.path("queues").spliterator(), false)
                        .filter(one -> one.path("id").equals(trial.path("queue")))
                        .findFirst()
                        .orElseThrow();
                assertThat(outcome.equals("answered"))
                        .as("%s: a chat in %s at %s, in %s", which, language, at, queue.path("name"))
                        .isEqualTo(there(queue, LANGUAGES.getOrDefault(language, ""), slot) > 0);
                answered++;
            }
        }
        assertThat(answered).isGreaterThan(10);
    }

    /** How many are there who could take a queue's chats in a language; of one that is not told apart, who serves the queue. */
    private static double there(JsonNode queue, String language, int slot) {
        return StreamSupport.stream(queue.path("parts").spliterator(), false)
                .filter(part -> part.path("asks").asString().matches(".*\\bin " + language + "\\b.*"))
                .findFirst()
                .map(part -> part.path("there").get(slot).asDouble())
                .orElseGet(() -> queue.path("available").get(slot).asDouble());
    }

    private static double sumOf(JsonNode list, String figure, int at) {
        return list.valueStream()
                .mapToDouble(one -> one.path(figure).get(at).asDouble())
                .sum();
    }

    private static double perHour(JsonNode places) {
        return places.valueStream()
                .mapToDouble(place -> place.path("perHour").asDouble())
                .sum();
    }
}
