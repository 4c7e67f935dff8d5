package io.kinetarch.server.roster;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import io.kinetarch.server.Api;
import io.kinetarch.server.TestServer;
import java.io.ByteArrayInputStream;
import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.time.DayOfWeek;
import java.time.Duration;
import java.time.Instant;
import java.time.LocalDate;
import java.time.temporal.TemporalAdjusters;
import java.util.function.Predicate;
import java.util.stream.Collectors;
import org.apache.poi.xssf.usermodel.XSSFWorkbook;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.Test;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.node.NullNode;
import tools.jackson.databind.node.ObjectNode;

/** Rosters of a week of the demo that no other test looks at. */
class RosterCallTest {
    private static final String PLAN = "/api/v1/plans/tarnwick";
    private static final String ROSTER = PLAN + "/roster";
    private static final Duration PATIENCE = Duration.ofMinutes(5);

    private final TestServer server = TestServer.running();
    private final Api api = server.planner();
    private final LocalDate next = TestServer.TODAY.with(TemporalAdjusters.next(DayOfWeek.MONDAY));
    private final LocalDate monday = next.plusWeeks(5);

    @AfterEach
    void takeAway() {
        if (roster().path("rostered").asBoolean()) {
            api.delete(ROSTER + "?monday=" + monday).ok();
        }
    }

    private String of(String path) {
        return ROSTER + path + (path.contains("?") ? "&" : "?") + "monday=" + monday;
    }

    private JsonNode roster() {
        return api.get(of("")).ok().body();
    }

    private JsonNode week() {
        return api.get(PLAN + "/week?monday=" + monday).ok().body();
    }

    private JsonNode begin(String from) {
        return api.post(of("?from=" + from), "").ok().body();
    }

    private static JsonNode person(JsonNode roster, String name) {
        return roster.path("people")
                .valueStream()
                .filter(person -> person.path("name").asString().equals(name))
                .findFirst()
                .orElseThrow();
    }

    @Test
    void theUsualHoursAsARosterKeepEverybodysPresenceButForBreaks() {
        double usual = week().path("totals").path("presentHours").asDouble();

        var roster = begin("USUAL");

        assertThat(roster.path("rostered").asBoolean()).isTrue();
        assertThat(person(roster, "Ana R.").path("shifts").size()).isEqualTo(5);
        long breaks = roster.path("people")
                .valueStream()
                .flatMap(person -> person.path("shifts").valueStream())
                .mapToLong(shift -> shift.path("pauses").size())
                .sum();
        assertThat(breaks).isPositive();
        assertThat(week().path("totals").path("presentHours").asDouble() + breaks / 2.0)
                .isEqualTo(usual);
    }

    @Test
    void presenceFollowsAChangeByHandAndWhatItBreaksIsSaid() {
        var roster = begin("USUAL");
        var ana = person(roster, "Ana R.");
        var shift = (ObjectNode) ana.path("shifts").path(0);
        var later = shift.deepCopy().put("start", "14:30:00");
        String changes = change(shift, later);
        double short_ = week().path("totals").path("shortHours").asDouble();

        var effect = api.post(ROSTER + "/days/check", changes).ok().body();
        assertThat(effect.path("broken")
                        .valueStream()
                        .map(one -> one.path("rule").asString()))
                .contains("REST");
        assertThat(effect.path("shortBefore").asDouble()).isEqualTo(short_);
        assertThat(week().path("totals").path("shortHours").asDouble()).isEqualTo(short_);

        var after = person(api.put(ROSTER + "/days", changes).ok().body(), "Ana R.");
        assertThat(after.path("breaches")
                        .valueStream()
                        .map(one -> one.path("words").asString()))
                .anyMatch(words -> words.contains("of rest between"));
        assertThat(week().path("totals").path("shortHours").asDouble())
                .isEqualTo(effect.path("shortAfter").asDouble());

        api.put(ROSTER + "/days", changes).problem(409, "stale-edit", null);
        var back = person(api.put(ROSTER + "/days", change(later, shift)).ok().body(), "Ana R.");
        assertThat(back.path("breaches")).isEqualTo(ana.path("breaches"));
    }

    private String change(JsonNode before, JsonNode after) {
        return "{\"monday\":\"%s\",\"days\":[{\"operator\":%s,\"day\":%s,\"before\":%s,\"after\":%s}]}"
                .formatted(monday, before.path("operator"), before.path("date"), before, after);
    }

    @Test
    void aSearchGivesShiftsThatBreakNoRuleAndKeepsThoseSetByHand() throws InterruptedException {
        var fixed = (ObjectNode)
                person(begin("USUAL"), "Bram O.").path("shifts").path(0).deepCopy();
        begin("EMPTY");
        var set = fixed.deepCopy();
        set.put("start", "12:00:00").put("minutes", 510).put("kind", "late");
        set.putArray("pauses")
                .addObject()
                .put("afterMinutes", 240)
                .put("minutes", 30)
                .put("paid", false);
        api.put(ROSTER + "/days", change(set, set).replace("\"before\":" + set, "\"before\":null"))
                .ok();

        api.post(of("/search"), "").ok();
        var job = ended();
        var roster = roster();

        assertThat(job.path("state").asString()).isEqualTo("DONE");
        assertThat(job.path("subject").asString()).isEqualTo(monday.toString());
        assertThat(person(roster, "Bram O.").path("shifts").valueStream()).contains(set);
        assertThat(roster.path("people")
                        .valueStream()
                        .flatMap(person -> person.path("breaches").valueStream())
                        .filter(breach -> !breach.path("rule").asString().equals("WISH")))
                .isEmpty();
        var standing = roster.path("found").path("standing");
        assertThat(standing.path("shortHalfHours").asDouble() / 2)
                .isCloseTo(week().path("totals").path("shortHours").asDouble(), within(1e-6))
                .isLessThan(0.1 * week().path("totals").path("requiredHours").asDouble());
        assertThat(roster.path("found").path("coverPaid").asInt())
                .isGreaterThanOrEqualTo(roster.path("found").path("coverBound").asInt());
        // whoever is trained on Wednesday of the demo's first week works in this one
        assertThat(person(roster, "Oona F.").path("paidMinutes").asInt()).isGreaterThanOrEqualTo(24 * 60);
    }

    @Test
    void whatIsSetByHandWhileASearchRunsStaysAsItIsNow() throws InterruptedException {
        begin("USUAL");
        api.post(of("/search"), "").ok();
        var shift = person(roster(), "Bram O.").path("shifts").path(0);
        await(job -> !job.path("said").asString().isEmpty());
        api.put(ROSTER + "/days", change(shift, NullNode.instance)).ok();

        assertThat(ended().path("state").asString()).isEqualTo("DONE");

        assertThat(person(roster(), "Bram O.").path("shifts").valueStream())
                .isNotEmpty()
                .noneMatch(other -> other.path("date").equals(shift.path("date")));
        assertThat(roster().path("found").path("changedMeanwhile").asInt()).isEqualTo(1);
    }

    @Test
    void aRosterTakenAwayWhileASearchRunsStaysAway() throws InterruptedException {
        begin("USUAL");
        api.post(of("/search"), "").ok();
        await(job -> !job.path("said").asString().isEmpty());
        api.delete(of("")).ok();

        ended();

        assertThat(roster().path("rostered").asBoolean()).isFalse();
    }

    private JsonNode ended() throws InterruptedException {
        return await(job -> !job.path("endedAt").isNull());
    }

    private JsonNode await(Predicate<JsonNode> state) throws InterruptedException {
        var until = Instant.now().plus(PATIENCE);
        while (Instant.now().isBefore(until)) {
            // others that the application offers by itself may be newer
            var search = api.get(PLAN + "/jobs")
                    .ok()
                    .body()
                    .valueStream()
                    .filter(job -> job.path("kind").asString().equals("SEARCH_ROSTER"))
                    .findFirst();
            if (search.filter(state).isPresent()) {
                return search.get();
            }
            Thread.sleep(200);
        }
        throw new AssertionError("the search did not come so far");
    }

    @Test
    void theRulesAreKeptByVersionAndRefusedWhereTheyContradictThemselves() {
        var view = api.get(ROSTER + "/rules").ok().body();
        assertThat(view.path("rules").path("kinds").size()).isEqualTo(5);
        assertThat(view.path("terms").size()).isEqualTo(26);
        int version = view.path("version").asInt();
        var rules = (ObjectNode) view.path("rules");

        rules.put("restMinutes", 660);
        var kept = api.put(ROSTER + "/rules", sent(version, rules)).ok().body();
        assertThat(kept.path("version").asInt()).isEqualTo(version + 1);
        api.put(ROSTER + "/rules", sent(version, rules)).problem(409, "stale-edit", null);

        var contradicting = rules.deepCopy();
        ((ObjectNode) contradicting.path("terms").path(3)).put("leastMinutes", 3000);
        api.put(ROSTER + "/rules", sent(version + 1, contradicting))
                .problem(400, "invalid-document", "#/rules/terms/3/leastMinutes");
        var tooShort = rules.deepCopy();
        ((ObjectNode) tooShort.path("kinds").path(0)).put("minutes", 240);
        assertThat(api.put(ROSTER + "/rules", sent(version + 1, tooShort))
                        .problem(400, "invalid-document", "#/rules/kinds/0/breaks/0/untilMinutes")
                        .detail())
                .contains("the shift lasts 240");
        var nobody = rules.deepCopy();
        ((ObjectNode) nobody.path("terms").path(0)).put("operator", "nobody");
        api.put(ROSTER + "/rules", sent(version + 1, nobody))
                .problem(400, "invalid-document", "#/rules/terms/0/operator");
    }

    @Test
    void whenSomebodyIsAwayIsToldToThoseOnlyWhoPlan() {
        var view = api.get(ROSTER + "/rules").ok().body();
        int version = view.path("version").asInt();
        var rules = (ObjectNode) view.path("rules");
        var away = rules.deepCopy();
        away.set("terms", view.path("terms").deepCopy());
        for (var terms : away.path("terms")) {
            if (terms.path("operator").asString().equals("ana-r")) {
                ((ObjectNode) terms)
                        .putArray("absences")
                        .addObject()
                        .put("from", monday.toString())
                        .put("to", monday.plusDays(6).toString())
                        .put("reason", "an operation");
            }
        }
        api.put(ROSTER + "/rules", sent(version, away)).ok();
        try {
            begin("USUAL");
            assertThat(person(roster(), "Ana R.").path("breaches").toString()).contains("ABSENCE", "an operation");
            var viewer = server.signedIn("viewer");
            var seen = viewer.get(of("")).ok().body();
            assertThat(person(seen, "Ana R.").path("shifts").size()).isEqualTo(5);
            assertThat(seen.toString()).doesNotContain("ABSENCE", "an operation");
            viewer.withCsrf("POST", ROSTER + "/days/check", "{\"changes\":[]}").problem(403, "not-allowed", null);
        } finally {
            api.put(ROSTER + "/rules", sent(version + 1, rules)).ok();
        }
    }

    private static String sent(int version, JsonNode rules) {
        return "{\"version\":" + version + ",\"rules\":" + rules + "}";
    }

    @Test
    void aRosterComesBackFromItsCsvAndOnePersonsWeekFromItsCalendar() {
        var roster = begin("USUAL");
        String csv = new String(api.bytes(of("/shifts.csv")), StandardCharsets.UTF_8);
        String calendar = new String(
                api.bytes(of("/people/" + person(roster, "Ana R.").path("id").asString() + ".ics")),
                StandardCharsets.UTF_8);
        begin("EMPTY");

        var bad = api.putCsv(of("/shifts.csv"), csv + "nobody,Nobody,2026-01-01,08:00,12:00,,,4\n")
                .ok()
                .body();
        assertThat(bad.path("shifts").asInt()).isZero();
        assertThat(bad.path("faults").path(0).path("reason").asString())
                .isEqualTo("the plan has no operator \"nobody\"");
        assertThat(person(roster(), "Ana R.").path("shifts").size()).isZero();

        String ana = person(roster, "Ana R.").path("id").asString();
        assertThat(api.putCalendar(of("/people/" + ana + ".ics"), calendar)
                        .ok()
                        .body()
                        .path("shifts")
                        .asInt())
                .isEqualTo(5);
        assertThat(person(roster(), "Ana R.").path("shifts"))
                .isEqualTo(person(roster, "Ana R.").path("shifts"));
        api.putCalendar(of("/people/" + ana + ".ics"), "no calendar").problem(400, "unreadable-file", null);

        api.putCsv(of("/shifts.csv"), csv).ok();
        assertThat(roster()).isEqualTo(roster);
    }

    @Test
    void oneShiftIsTakenFromAFileOfTwoLines() {
        begin("USUAL");
        String two = new String(api.bytes(of("/shifts.csv")), StandardCharsets.UTF_8)
                .lines()
                .limit(2)
                .collect(Collectors.joining("\r\n", "", "\r\n"));
        begin("EMPTY");

        var taken = api.putCsv(of("/shifts.csv"), two).ok().body();
        assertThat(taken.path("shifts").asInt()).isEqualTo(1);
        assertThat(roster().path("people")
                        .valueStream()
                        .mapToInt(person -> person.path("shifts").size())
                        .sum())
                .isEqualTo(1);
    }

    @Test
    void aSpreadsheetHoldsShiftsAndHours() throws IOException {
        begin("USUAL");
        try (var book = new XSSFWorkbook(new ByteArrayInputStream(api.bytes(of("/shifts.xlsx"))))) {
            var shifts = book.getSheet("Shifts");
            assertThat(shifts.getRow(1).getCell(0).getStringCellValue()).isEqualTo("Ana R.");
            assertThat(shifts.getRow(1).getCell(1).getLocalDateTimeCellValue().toLocalDate())
                    .isEqualTo(monday.plusDays(2));
            var hours = book.getSheet("Hours");
            assertThat(hours.getLastRowNum()).isEqualTo(26);
            assertThat(hours.getRow(1).getCell(2).getNumericCellValue()).isEqualTo(40);
        }
    }

    /** The plan check looks at the weeks to come that are rostered, and Passage at who is there. */
    @Test
    void thePlanCheckAndPassageSeeTheRoster() {
        String before = "/api/v1/plans/tarnwick-before";
        api.post(before + "/roster?monday=" + next + "&from=EMPTY", "").ok();
        try {
            assertThat(api.get(before + "/findings")
                            .ok()
                            .body()
                            .valueStream()
                            .map(finding -> finding.path("words").asString()))
                    .anyMatch(words -> words.contains("as rostered, in which nobody"));
            assertThat(api.get(before + "/passage?at=" + next.plusDays(1) + "T10:00:00Z")
                            .ok()
                            .body()
                            .path("queues")
                            .valueStream()
                            .mapToInt(queue -> queue.path("eligible").asInt()))
                    .hasSize(6)
                    .containsOnly(0);
        } finally {
            api.delete(before + "/roster?monday=" + next).ok();
        }
    }

    @Test
    void whatCannotBeIsRefused() {
        assertThat(api.get(of("/shifts.csv")).problem(404, "not-found", null).detail())
                .contains("has no roster yet");
        api.delete(of("")).problem(404, "not-found", null);
        api.get(ROSTER + "?monday=" + monday.plusDays(1)).problem(400, "invalid-parameter", null);
        api.post(ROSTER + "/search?monday=" + monday.plusDays(1), "").problem(400, "invalid-parameter", null);
        api.get(of("/people/nobody.ics")).problem(404, "not-found", null);
        server.signedIn("viewer").withCsrf("POST", of("?from=USUAL"), "").problem(403, "not-allowed", null);
    }
}
