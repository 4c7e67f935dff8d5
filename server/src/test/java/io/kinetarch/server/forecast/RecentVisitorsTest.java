package io.kinetarch.server.forecast;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;
import static org.awaitility.Awaitility.await;

import io.kinetarch.core.plan.QueueId;
import io.kinetarch.core.routing.ChatNeeds;
import io.kinetarch.core.routing.Traits;
import io.kinetarch.core.staffing.WeekOfHalfHours;
import io.kinetarch.server.TestServer;
import io.kinetarch.server.plan.Plans;
import java.time.Duration;
import java.time.LocalDate;
import java.util.Arrays;
import java.util.List;
import java.util.Objects;
import java.util.function.Predicate;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.springframework.jdbc.core.JdbcTemplate;

/** What past chats tell of visitors, against the records themselves; the demo has a day of them. */
class RecentVisitorsTest {
    private final TestServer server = TestServer.running();
    private final JdbcTemplate sql = server.bean(JdbcTemplate.class);
    private final Plans.State state = server.bean(Plans.class).draftState("tarnwick");
    private final WeekOfHalfHours week =
            WeekOfHalfHours.of(LocalDate.of(2026, 12, 7), state.plan().timeZone());
    private final Arrivals arrivals = server.bean(Arrivals.class);
    private final RecentChats recent = server.bean(RecentChats.class);

    /** What is counted chat by chat comes a moment after the start. */
    @BeforeEach
    void countedChats() {
        await().atMost(Duration.ofSeconds(60))
                .until(() -> count("select count(*) from live_count where plan_id = 'tarnwick' and day = '2026-12-01'")
                        > 500);
    }

    private double count(String question) {
        return Objects.requireNonNull(sql.queryForObject(question, Double.class));
    }

    private RecentChats.Visitors visitors() {
        return recent.visitors("tarnwick", arrivals.known(state, week.slots().getFirst()));
    }

    private static double share(List<Traits> traits, Predicate<Traits> of) {
        return traits.stream().filter(of).mapToDouble(Traits::share).sum();
    }

    @Test
    void sharesAreThoseOfTheRecords() {
        var fares = visitors().of(new SeriesKey("booking-site", "Fares and booking", ""));
        String newest = """
                (select g.given from live_count c join live_given g on g.plan_id = c.plan_id and g.call = c.chat
                 where c.plan_id = 'tarnwick' and c.day < '2026-12-02' and c.door_id = 'booking-site'
                   and c.topic = 'Fares and booking' order by c.chat desc limit 200)""";
        double all = count("select count(*) from " + newest + " n");

        assertThat(share(fares, _ -> true)).isCloseTo(1, within(1e-9));
        assertThat(share(fares, traits -> Objects.requireNonNull(traits.page()).endsWith("/groups/")))
                .isCloseTo(
                        count("select count(*) from " + newest + " n where given ->> 'page' like '%/groups/'") / all,
                        within(1e-9))
                .isBetween(0.02, 0.3);
        assertThat(share(fares, traits -> !traits.facts().isEmpty()))
                .isCloseTo(
                        count("select count(*) from " + newest + " n where given -> 'facts' <> '{}'") / all,
                        within(1e-9))
                .isPositive();
    }

    @Test
    void whereFewCameThoseOfTheDoorAreTaken() {
        var visitors = visitors();
        var ofDoor = visitors.of(new SeriesKey("booking-site", "Something rare", ""));

        assertThat(ofDoor).isEqualTo(visitors.byDoor().get("booking-site")).isNotEmpty();
        assertThat(visitors.of(new SeriesKey("no-such-door", "", ""))).isEmpty();
    }

    /** A rule that asks for a page has its share of the week, in the queue that it names, with what it asks of people. */
    @Test
    void aRuleByPageHasItsShareOfTheWeek() {
        var forecasts = new WeekForecasts(
                arrivals,
                server.bean(TryMethods.class),
                server.bean(MethodChoices.class),
                recent,
                server.bean(StoredAdjustments.class));

        var forecast = forecasts.of(state, week);

        double groups = chats(forecast, needs -> !needs.extraSkills().isEmpty());
        double fares = chats(forecast, _ -> true);
        assertThat(groups / fares).isBetween(0.01, 0.15);
        assertThat(forecast.visitorsKnown()).isBetween(0.8, 1.0);
    }

    private static double chats(WeekForecasts.Forecast forecast, Predicate<ChatNeeds> of) {
        return forecast.chats().entrySet().stream()
                .filter(entry -> entry.getKey().queue().equals(new QueueId("fares")) && of.test(entry.getKey()))
                .flatMapToDouble(entry -> Arrays.stream(entry.getValue()))
                .sum();
    }
}
