package io.kinetarch.core.forecast;

import io.kinetarch.core.forecast.Smoothing.Errors;
import io.kinetarch.core.forecast.Smoothing.Form;
import io.kinetarch.core.forecast.Smoothing.Season;
import io.kinetarch.core.forecast.Smoothing.State;
import io.kinetarch.core.forecast.Smoothing.Trend;
import java.util.Arrays;
import java.util.Comparator;
import java.util.List;
import java.util.stream.IntStream;
import java.util.stream.Stream;

/**
 * Finds the exponential smoothing model under which a series is likeliest, in the region where weights of past values are
 * positive (Hyndman et al. 2008, section 2.5): 0 &lt; alpha &lt; 1, 0 &lt; beta &lt; alpha, 0 &lt; gamma &lt; 1 − alpha.
 *
 * <p>With additive errors the first states follow from the smoothing parameters by least squares, since every error is linear
 * in them; only the parameters are searched for. Otherwise states and parameters are searched for together.
 */
final class SmoothingFit {
    private static final double LEAST = 1e-4;
    private static final double LEAST_KEPT = 0.8;
    private static final double MOST_KEPT = 0.98;
    private static final int MOST_TRIALS = 400;
    private static final double FIRST_STEP = 0.7;
    private static final int FIRST_VALUES = 14;
    /** Where the search for alpha, beta, gamma and phi begins: slow, middling and quick to learn. */
    private static final double[][] STARTS = {
        {0.05, 0.02, 0.05, 0.97}, {0.3, 0.1, 0.1, 0.95}, {0.98, 0.0005, 0.01, 0.975}
    };

    private static final int MOST_TRIALS_WITH_STATES = 60_000;

    private final double[] series;
    private final Form form;

    private SmoothingFit(double[] series, Form form) {
        this.series = series;
        this.form = form;
    }

    /** A model that was found, and where it stands after the series. */
    record Fitted(Smoothing model, Smoothing.Run run) {
        double[] forecast(int steps) {
            return model.forecast(run.end(), steps);
        }

        double aicc() {
            return model.aicc(run);
        }
    }

    /**
     * The likeliest model of a kind.
     *
     * @param series at least three values more than the kind has states; NaN where unknown, but not at the start
     */
    static Fitted of(double[] series, Form form) {
        var fit = new SmoothingFit(series, form);
        var model = form.errors() == Errors.ADDITIVE ? fit.withStatesByLeastSquares() : fit.withStatesSearchedFor();
        return new Fitted(model, model.run(series));
    }

    /**
     * A model of a kind for a long series, which soon forgets the states it started from: they are taken from its beginning, and
     * only the smoothing parameters are searched for.
     */
    static Fitted quick(double[] series, Form form) {
        var fit = new SmoothingFit(series, form);
        var states = fit.state(form.season() == Season.NONE ? fit.firstLevel() : fit.firstStates());
        var search = new Simplex(
                point -> {
                    double squares = fit.model(point, states).run(series).squares();
                    return Double.isNaN(squares) ? Double.MAX_VALUE : squares;
                },
                MOST_TRIALS);
        var model = fit.model(fit.bestStart(search).point(), states);
        return new Fitted(model, model.run(series));
    }

    /** The best of some kinds by Akaike's corrected criterion. */
    static Fitted best(double[] series, List<Form> forms) {
        return best(forms.stream().map(form -> of(series, form)));
    }

    /** The best of some kinds for a long series. */
    static Fitted quickBest(double[] series, List<Form> forms) {
        return best(forms.stream().map(form -> quick(series, form)));
    }

    private static Fitted best(Stream<Fitted> fitted) {
        return fitted.min(Comparator.comparingDouble(Fitted::aicc)).orElseThrow();
    }

    private Smoothing withStatesByLeastSquares() {
        var search = new Simplex(this::squares, MOST_TRIALS);
        return leastSquares(search.from(bestStart(search).point(), FIRST_STEP).point());
    }

    private Simplex.Found bestStart(Simplex search) {
        return Arrays.stream(STARTS)
                .map(start -> search.from(searched(start), FIRST_STEP))
                .min(Comparator.comparingDouble(Simplex.Found::value))
                .orElseThrow();
    }

    /** The mean of the first values, and no slope. */
    private double[] firstLevel() {
        var states = new double[form.states()];
        states[0] = Arrays.stream(series, 0, Math.min(FIRST_VALUES, series.length))
                .average()
                .orElse(0);
        return states;
    }

    private double squares(double[] point) {
        double squares = leastSquares(point).run(series).squares();
        return Double.isNaN(squares) ? Double.MAX_VALUE : squares;
    }

    /** The model at a point of the search, with the first states that make its squared errors least. */
    private Smoothing leastSquares(double[] point) {
        int states = form.states();
        int n = series.length;
        var none = model(point, state(new double[states]));
        double[] errors = errors(none, series);
        // What one unit of each state takes off each error.
        var effects = new double[states][];
        var zeros = new double[n];
        for (int t = 0; t < n; t++) {
            zeros[t] = Double.isNaN(series[t]) ? Double.NaN : 0;
        }
        for (int k = 0; k < states; k++) {
            var unit = new double[states];
            unit[k] = 1;
            effects[k] = errors(model(point, state(unit)), zeros);
            for (int t = 0; t < n; t++) {
                effects[k][t] = -effects[k][t];
            }
        }
        var squares = new LeastSquares(states);
        int[] all = IntStream.range(0, states).toArray();
        var row = new double[states];
        for (int t = 0; t < n; t++) {
            for (int k = 0; k < states; k++) {
                row[k] = effects[k][t];
            }
            squares.add(all, row, errors[t], 1);
        }
        return model(point, state(squares.solve()));
    }

    private static double[] errors(Smoothing model, double[] series) {
        var errors = new double[series.length];
        double level = model.start().level();
        double slope = model.start().slope();
        double[] seasons = model.start().seasons().clone();
        int turn = 0;
        for (int t = 0; t < series.length; t++) {
            double base = level + model.phi() * slope;
            double error = series[t] - base - (seasons.length == 0 ? 0 : seasons[turn]);
            if (Double.isNaN(error)) {
                error = 0;
            }
            errors[t] = error;
            level = base + model.alpha() * error;
            slope = model.phi() * slope + model.beta() * error;
            if (seasons.length > 0) {
                seasons[turn] += model.gamma() * error;
                turn = turn + 1 == seasons.length ? 0 : turn + 1;
            }
        }
        return errors;
    }

    private Smoothing withStatesSearchedFor() {
        var first = firstStates();
        double[] parameters = searched(STARTS[1]);
        var start = Arrays.copyOf(parameters, parameters.length + first.length);
        System.arraycopy(first, 0, start, parameters.length, first.length);
        var scales = new double[start.length];
        Arrays.fill(scales, 0, parameters.length, FIRST_STEP);
        for (int k = 0; k < first.length; k++) {
            scales[parameters.length + k] =
                    Math.max(0.05 * Math.abs(first[k]), k == 1 && hasSlope() ? first[0] * 0.005 : 0.01);
        }
        var search = new Simplex(this::deviance, MOST_TRIALS_WITH_STATES);
        var end = search.from(start, scales);
        // A simplex may stop on a slope; from where it stopped a new one finds whether there is more to gain.
        for (double before = Double.POSITIVE_INFINITY; before - end.value() > 1e-7; ) {
            before = end.value();
            end = search.from(end.point(), scales);
        }
        return model(end.point(), statesAt(end.point()));
    }

    private double deviance(double[] point) {
        var states = statesAt(point);
        for (double season : states.seasons()) {
            if (season <= 0) {
                return Double.MAX_VALUE;
            }
        }
        double deviance = model(point, states).run(series).deviance();
        return Double.isNaN(deviance) ? Double.MAX_VALUE : deviance;
    }

    private State statesAt(double[] point) {
        return state(Arrays.copyOfRange(point, form.parameters(), point.length));
    }

    private boolean hasSlope() {
        return form.trend() != Trend.NONE;
    }

    /** Level, slope and seasons as two first periods show them. */
    private double[] firstStates() {
        int period = form.period();
        int periods = Math.max(1, Math.min(3, series.length / period));
        var means = new double[periods];
        for (int p = 0; p < periods; p++) {
            means[p] = Arrays.stream(series, p * period, (p + 1) * period)
                    .filter(v -> !Double.isNaN(v))
                    .average()
                    .orElse(0);
        }
        double slope = periods > 1 ? (means[periods - 1] - means[0]) / ((periods - 1) * (double) period) : 0;
        var states = new double[form.states()];
        int next = 0;
        states[next++] = means[0] - slope * (period + 1) / 2.0;
        if (hasSlope()) {
            states[next++] = slope;
        }
        for (int k = 1; next < states.length; k++, next++) {
            double sum = 0;
            for (int p = 0; p < periods; p++) {
                double base = means[p] + slope * (k - (period - 1) / 2.0);
                double value = series[p * period + k];
                sum += form.season() == Season.MULTIPLICATIVE ? value / base : value - base;
            }
            states[next] = sum / periods;
        }
        return states;
    }

    /** States from free ones: the season of the first step evens the others out. */
    private State state(double[] free) {
        int next = 0;
        double level = free[next++];
        double slope = hasSlope() ? free[next++] : 0;
        if (form.season() == Season.NONE) {
            return new State(level, slope, new double[0]);
        }
        var seasons = new double[form.period()];
        double rest = form.season() == Season.MULTIPLICATIVE ? form.period() : 0;
        for (int k = 1; k < seasons.length; k++) {
            seasons[k] = free[next++];
            rest -= seasons[k];
        }
        seasons[0] = rest;
        return new State(level, slope, seasons);
    }

    private Smoothing model(double[] point, State states) {
        int next = 0;
        double alpha = within(point[next++], LEAST, 1 - LEAST);
        double beta = hasSlope() ? within(point[next++], LEAST, Math.max(2 * LEAST, alpha)) : 0;
        double gamma = form.season() == Season.NONE ? 0 : within(point[next++], LEAST, Math.max(2 * LEAST, 1 - alpha));
        double phi = form.trend() == Trend.DAMPED ? within(point[next], LEAST_KEPT, MOST_KEPT) : 1;
        return new Smoothing(form, alpha, beta, gamma, phi, states);
    }

    /** A point of the search from alpha, beta, gamma and phi; those that the kind lacks are left out. */
    private double[] searched(double[] parameters) {
        var point = new double[form.parameters()];
        int next = 0;
        point[next++] = unbound(parameters[0], LEAST, 1 - LEAST);
        if (hasSlope()) {
            point[next++] = unbound(parameters[1], LEAST, parameters[0]);
        }
        if (form.season() != Season.NONE) {
            point[next++] = unbound(Math.min(parameters[2], 0.9 * (1 - parameters[0])), LEAST, 1 - parameters[0]);
        }
        if (form.trend() == Trend.DAMPED) {
            point[next] = unbound(parameters[3], LEAST_KEPT, MOST_KEPT);
        }
        return point;
    }

    /** A search without bounds, mapped into bounds. */
    private static double within(double x, double low, double high) {
        return low + (high - low) / (1 + Math.exp(-x));
    }

    private static double unbound(double value, double low, double high) {
        double share = Math.clamp((value - low) / (high - low), 1e-6, 1 - 1e-6);
        return Math.log(share / (1 - share));
    }
}
