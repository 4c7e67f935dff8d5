package io.kinetarch.server.hours;

import static org.assertj.core.api.Assertions.assertThat;

import io.kinetarch.server.Api;
import io.kinetarch.server.TestServer;
import java.nio.charset.StandardCharsets;
import org.junit.jupiter.api.Test;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.node.ObjectNode;

/** Years of opening hours and calendar files over HTTP, on the demo's hours. */
class HoursCalendarTest {
    private static final String HOURS = "/api/v1/plans/tarnwick/hours/sailing-day";
    private final Api api = TestServer.running().planner();

    @Test
    void aCalendarGoesOutAndComesBackTheSame() {
        var out = api.get(HOURS + "/calendar.ics").ok().raw();
        assertThat(out.headers().firstValue("Content-Type"))
                .hasValueSatisfying(type -> assertThat(type).startsWith("text/calendar"));
        assertThat(out.body())
                .contains("DTSTART;TZID=Europe/Dublin:", "SUMMARY:Summer timetable", "SUMMARY:Christmas Day");

        var read = api.postBytes(HOURS + "/calendar", out.body().getBytes(StandardCharsets.UTF_8))
                .ok()
                .body();
        assertThat(read.path("unused").size()).isZero();
        assertThat(read.path("hours")).isEqualTo(stored());
    }

    /** A file as RFC 5545 has it, of a shop that is open on weekdays from nine to five. */
    @Test
    void aCalendarOfWeekdaysIsReadAsHours() {
        var read = api.postText(HOURS + "/calendar", """
                        BEGIN:VCALENDAR
                        VERSION:2.0
                        PRODID:-//Example//Shop//EN
                        BEGIN:VEVENT
                        UID:open@shop.example
                        DTSTAMP:20261201T000000Z
                        DTSTART;TZID=Europe/Dublin:20261130T090000
                        DTEND;TZID=Europe/Dublin:20261130T170000
                        RRULE:FREQ=WEEKLY;BYDAY=MO,TU,WE,TH,FR
                        SUMMARY:Open
                        END:VEVENT
                        END:VCALENDAR
                        """.replace("\n", "\r\n"), "text/calendar")
                .ok()
                .body();
        assertThat(read.path("unused").size()).isZero();
        var weekly = read.path("hours").path("weekly");
        assertThat(weekly.valueStream().map(window -> window.path("day").asString()))
                .containsExactly("MONDAY", "TUESDAY", "WEDNESDAY", "THURSDAY", "FRIDAY");
        assertThat(weekly.path(4).path("to").asString()).isEqualTo("17:00:00");
    }

    @Test
    void whatIsNoCalendarIsRefusedAndNothingIsStored() {
        api.postBytes(HOURS + "/calendar", new byte[0]).problem(400, "unreadable-file", null);
        api.postBytes(HOURS + "/calendar", "PK\u0003".getBytes(StandardCharsets.UTF_8))
                .problem(400, "unreadable-file", null);
        api.postBytes("/api/v1/plans/tarnwick/hours/never/calendar", new byte[0])
                .problem(404, "not-found", null);
        assertThat(stored().path("seasons").size()).isEqualTo(1);
    }

    @Test
    void aYearShowsSeasonsExceptionsAndHolidaysToDecideOn() {
        var year = year(stored(), "2026-12-01").ok().body();

        assertThat(year.path("days").size()).isEqualTo(365);
        assertThat(year.path("days").path(24).path("name").asString()).isEqualTo("Christmas Day");
        assertThat(year.path("days").path(24).path("windows").size()).isZero();
        assertThat(year.path("days").path(200).path("source").asString()).isEqualTo("SEASON");
        assertThat(year.path("holidays").path(0).path("decision").asString()).isEqualTo("KEPT");
        assertThat(year.path("holidays").path(1).path("name").asString()).isEqualTo("St.Stephen's Day");
        assertThat(year.path("holidays").path(1).path("decision").asString()).isEqualTo("UNDECIDED");
        assertThat(year.path("week").path(0).path("from").asString()).isEqualTo("2026-11-29T05:30:00Z");
    }

    @Test
    void hoursThatCannotBeAreRefused() {
        var wrong = stored();
        ((ObjectNode) wrong.path("seasons").path(0)).put("to", "2027-01-01");
        assertThat(year(wrong, "2026-12-01")
                        .problem(400, "invalid-document", null)
                        .detail())
                .contains("ends on 2027-01-01, before it starts on 2027-06-05");
        var zone = stored().put("timeZone", "Mars/Olympus");
        year(zone, "2026-12-01").problem(400, "invalid-document", "#/hours/timeZone");
    }

    private Api.Answer year(JsonNode hours, String from) {
        return api.post(
                "/api/v1/calc/hours/year",
                "{\"hours\":" + hours + ",\"from\":\"" + from + "\",\"monday\":\"2026-11-30\"}");
    }

    private ObjectNode stored() {
        return (ObjectNode) api.get("/api/v1/plans/tarnwick/document?of=live")
                .ok()
                .body()
                .path("hours")
                .path(1)
                .path("hours");
    }
}
