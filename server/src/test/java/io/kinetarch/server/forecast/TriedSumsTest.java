package io.kinetarch.server.forecast;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import io.kinetarch.core.forecast.DailySeries;
import io.kinetarch.core.forecast.Expectation;
import io.kinetarch.core.forecast.Forecaster;
import io.kinetarch.core.forecast.Hierarchy;
import io.kinetarch.core.staffing.WeekOfHalfHours;
import io.kinetarch.server.TestServer;
import io.kinetarch.server.plan.Plans;
import java.time.LocalDate;
import java.util.Arrays;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Optional;
import org.junit.jupiter.api.Test;

/** The ferry line's doors and topics, whose sums were tried when its volumes came. */
class TriedSumsTest {
    private static final int HALF_HOURS = 7 * 48;

    private final TestServer server = TestServer.running();
    private final Plans.State state = server.bean(Plans.class).draftState("tarnwick");
    private final History history = server.bean(Arrivals.class).latest(state);
    private final TriedSums.Found found = history.sums().orElseThrow();

    @Test
    void eachDoorAndTopicOfSeveralSeriesIsSummedOnce() {
        var series = List.of(
                new SeriesKey("site", "Fares", ""),
                new SeriesKey("site", "Times", ""),
                new SeriesKey("app", "Fares", ""),
                new SeriesKey("", "", "sailings"),
                new SeriesKey("", "", "fares"));
        assertThat(TriedSums.sums(series)).containsExactly(List.of(0, 1), List.of(0, 2), List.of(0, 1, 2, 3, 4));
        assertThat(TriedSums.sums(series.subList(0, 2)))
                .as("the door's are all")
                .containsExactly(List.of(0, 1));
        assertThat(TriedSums.sums(series.subList(0, 1))).isEmpty();
    }

    @Test
    void whatIsExpectedIsWhatTheWeightsMakeOfSeriesAndSums() {
        var hierarchy = found.hierarchy().orElseThrow();
        assertThat(hierarchy.after()).isLessThan(hierarchy.before());
        var series = found.series();
        assertThat(series).containsExactlyInAnyOrderElementsOf(history.series().keySet());

        // The first whole day to come, worked out from the days of all that was forecast.
        var alone = own();
        double[] forecasts = new double[series.size() + hierarchy.sums().size()];
        for (int i = 0; i < series.size(); i++) {
            forecasts[i] = tomorrow(Objects.requireNonNull(alone.get(series.get(i))));
        }
        for (int s = 0; s < hierarchy.sums().size(); s++) {
            var sum = hierarchy.sums().get(s);
            var daily = DailySeries.sum(sum.series().stream()
                    .map(i -> Objects.requireNonNull(history.daily().get(series.get(i))))
                    .toList());
            forecasts[series.size() + s] = Forecaster.expected(daily, 7, history.special(), sum.choice())[1];
        }
        var together = history.expected(HALF_HOURS, new SeriesModels());
        for (int i = 0; i < series.size(); i++) {
            double expected = 0;
            for (int j = 0; j < forecasts.length; j++) {
                expected += hierarchy.weights()[i][j] * forecasts[j];
            }
            assertThat(tomorrow(Objects.requireNonNull(together.get(series.get(i)))))
                    .as(series.get(i).toString())
                    .isCloseTo(Math.max(0, expected), within(1e-6));
        }
    }

    @Test
    void aSeriesThatIsGoneLeavesTheOthersAsTheyWereForecast() {
        var other = new TriedSums.Found(
                List.of(found.series().getFirst(), new SeriesKey("gone", "", "")), found.hierarchy(), found.triedOn());
        var alone = own();
        assertThat(other.reconciled(history, alone)).isSameAs(alone);
        var none = new TriedSums.Found(found.series(), Optional.<Hierarchy>empty(), found.triedOn());
        assertThat(none.reconciled(history, alone)).isSameAs(alone);
    }

    @Test
    void theWeekSaysThatAndByHowMuchItPays() {
        var week = WeekOfHalfHours.of(LocalDate.of(2026, 12, 7), state.plan().timeZone());
        assertThat(server.bean(WeekForecasts.class).of(state, week).notes())
                .anySatisfy(
                        note -> assertThat(note)
                                .matches(
                                        "Doors, topics and the sum of all are forecast too, .* from \\d+\\.\\d to \\d+\\.\\d %\\."));
    }

    private Map<SeriesKey, Expectation> own() {
        var own = new LinkedHashMap<SeriesKey, Expectation>();
        history.series()
                .forEach((key, series) -> own.put(
                        key,
                        Forecaster.expected(
                                series,
                                HALF_HOURS,
                                history.special(),
                                Objects.requireNonNull(history.choices().get(key))
                                        .choice())));
        return own;
    }

    private double tomorrow(Expectation expectation) {
        int from = history.halfHoursUntil(history.today().plusDays(1));
        return Arrays.stream(expectation.model(), from, from + 48).sum();
    }
}
