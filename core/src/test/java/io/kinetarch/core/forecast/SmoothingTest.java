package io.kinetarch.core.forecast;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import io.kinetarch.core.forecast.Smoothing.Errors;
import io.kinetarch.core.forecast.Smoothing.Form;
import io.kinetarch.core.forecast.Smoothing.Season;
import io.kinetarch.core.forecast.Smoothing.State;
import io.kinetarch.core.forecast.Smoothing.Trend;
import java.util.Arrays;
import java.util.List;
import java.util.stream.Stream;
import org.apache.commons.csv.CSVRecord;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.MethodSource;

/** Against R's package forecast (see the resources' README), and a textbook. */
class SmoothingTest {
    private static final int STEPS = 24;

    /** A line of the table of models. */
    record Reference(CSVRecord line) {
        double[] series() {
            return Table.column(line.get("series") + ".csv", "value");
        }

        double number(String column) {
            return Double.parseDouble(line.get(column));
        }

        Form form() {
            String name = line.get("model");
            var season = switch (name.charAt(name.length() - 1)) {
                case 'N' -> Season.NONE;
                case 'A' -> Season.ADDITIVE;
                default -> Season.MULTIPLICATIVE;
            };
            var trend = switch (name.substring(1, name.length() - 1)) {
                case "N" -> Trend.NONE;
                case "A" -> Trend.ADDITIVE;
                default -> Trend.DAMPED;
            };
            return new Form(
                    name.startsWith("A") ? Errors.ADDITIVE : Errors.MULTIPLICATIVE,
                    trend,
                    season,
                    season == Season.NONE ? 1 : 12);
        }

        Smoothing model() {
            double[] seasons = line.get("seasons").isEmpty()
                    ? new double[0]
                    : Arrays.stream(line.get("seasons").split(" "))
                            .mapToDouble(Double::parseDouble)
                            .toArray();
            return new Smoothing(
                    form(),
                    number("alpha"),
                    number("beta"),
                    number("gamma"),
                    number("phi"),
                    new State(number("level"), number("slope"), seasons));
        }

        @Override
        public String toString() {
            return line.get("series") + " " + line.get("model");
        }
    }

    static Stream<Reference> references() {
        return Table.read("ets_models.csv").stream().map(Reference::new);
    }

    @ParameterizedTest
    @MethodSource("references")
    void withRsParametersTheLikelihoodIsRs(Reference reference) {
        var run = reference.model().run(reference.series());
        assertThat(-run.deviance() / 2).isCloseTo(reference.number("log_likelihood"), within(1e-8));
        assertThat(reference.model().aic(run)).isCloseTo(reference.number("aic"), within(1e-8));
    }

    static Stream<Reference> withForecasts() {
        return references().filter(reference -> !forecast(reference).isEmpty());
    }

    private static List<CSVRecord> forecast(Reference reference) {
        return Table.read("ets_plugin_forecasts.csv").stream()
                .filter(line -> line.get("series").equals(reference.line.get("series"))
                        && line.get("model").equals(reference.line.get("model")))
                .toList();
    }

    @ParameterizedTest
    @MethodSource("withForecasts")
    void withRsParametersTheForecastIsRs(Reference reference) {
        var model = reference.model();
        double[] forecast = model.forecast(model.run(reference.series()).end(), STEPS);
        double[] expected = forecast(reference).stream()
                .mapToDouble(line -> Double.parseDouble(line.get("plugin")))
                .toArray();
        assertThat(expected).hasSize(STEPS);
        for (int h = 0; h < STEPS; h++) {
            assertThat(forecast[h]).as("step %d", h + 1).isCloseTo(expected[h], within(1e-6 * expected[h]));
        }
    }

    @ParameterizedTest
    @MethodSource("references")
    void theSearchFindsModelsAsGoodAsRsOrBetter(Reference reference) {
        var fitted = SmoothingFit.of(reference.series(), reference.form());
        assertThat(fitted.model().aic(fitted.run())).isLessThanOrEqualTo(reference.number("aic") + 1e-6);
    }

    @Test
    void onALongSeriesTheQuickSearchComesCloseToTheFullOne() {
        double[] births = Arrays.copyOf(Table.column("births_daily.csv", "births"), 1000);
        var form = new Form(Errors.ADDITIVE, Trend.DAMPED, Season.ADDITIVE, 7);
        double full = SmoothingFit.of(births, form).run().squares();
        assertThat(SmoothingFit.quick(births, form).run().squares()).isBetween(full, 1.06 * full);
    }

    @Test
    void simpleSmoothingFollowsTheTextbook() {
        // Hyndman and Athanasopoulos, Forecasting: Principles and Practice, 2nd edition (2018), table 7.1: oil
        // production of
        // Saudi Arabia 1996–2013 in million tonnes, alpha 0.8339, first level 446.6. From memory.
        double[] oil = {
            445.36, 453.20, 454.41, 422.38, 456.04, 440.39, 425.19, 486.21, 500.43, 521.28, 508.95, 488.89, 509.87,
            456.72, 473.82, 525.95, 549.83, 542.34
        };
        var model = new Smoothing(Form.plain(Trend.NONE), 0.8339, 0, 0, 1, new State(446.6, 0, new double[0]));
        assertThat(model.run(Arrays.copyOf(oil, 1)).end().level()).isCloseTo(445.57, within(0.005));
        assertThat(model.forecast(model.run(oil).end(), 2))
                .containsExactly(new double[] {542.68, 542.68}, within(0.005));
    }

    @Test
    void aGapMendsNothing() {
        var model = new Smoothing(Form.plain(Trend.ADDITIVE), 0.5, 0.2, 0, 1, new State(10, 2, new double[0]));
        var end = model.run(new double[] {Double.NaN, Double.NaN}).end();
        assertThat(end.level()).isEqualTo(14);
        assertThat(end.slope()).isEqualTo(2);
    }

    @Test
    void theSeasonOfTheNextStepStandsFirst() {
        var form = new Form(Errors.ADDITIVE, Trend.NONE, Season.ADDITIVE, 3);
        var model = new Smoothing(form, 0.1, 0, 0.1, 1, new State(10, 0, new double[] {-1, 0, 1}));
        var end = model.run(new double[] {9, 10}).end();
        assertThat(model.forecast(end, 4)).containsExactly(11, 9, 10, 11);
    }
}
