package io.kinetarch.server.forecast;

import io.kinetarch.core.forecast.Expectation;
import io.kinetarch.core.forecast.Forecaster.Choice;
import io.kinetarch.core.forecast.Forecaster.Tried;
import io.kinetarch.core.forecast.Hierarchy;
import io.kinetarch.core.forecast.Hierarchy.Sum;
import io.kinetarch.core.forecast.Method;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.EnumMap;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Optional;
import java.util.function.Function;
import java.util.stream.IntStream;
import org.springframework.stereotype.Component;
import tools.jackson.databind.json.JsonMapper;

/** The sums of series by door, by topic and of all: tried together with their series, kept, and brought into what is expected. */
@Component
class TriedSums {
    private final ForecastMapper mapper;
    private final JsonMapper json;

    TriedSums(ForecastMapper mapper, JsonMapper json) {
        this.mapper = mapper;
        this.json = json;
    }

    /**
     * What trials found.
     *
     * @param series that were tried together
     * @param hierarchy of them; empty where forecasting sums as well is not worth it
     */
    record Found(List<SeriesKey> series, Optional<Hierarchy> hierarchy, LocalDate triedOn) {
        /** Expectations of a history brought to add up with those of its sums, as far as its series are those that were tried. */
        Map<SeriesKey, Expectation> reconciled(History history, Map<SeriesKey, Expectation> expected) {
            if (hierarchy.isEmpty() || !expected.keySet().containsAll(series)) {
                return expected;
            }
            var added = hierarchy
                    .get()
                    .reconciled(
                            series.stream()
                                    .map(history.daily()::get)
                                    .map(Objects::requireNonNull)
                                    .toList(),
                            series.stream()
                                    .map(expected::get)
                                    .map(Objects::requireNonNull)
                                    .toList(),
                            history.special());
            var all = new LinkedHashMap<>(expected);
            IntStream.range(0, series.size()).forEach(i -> all.put(series.get(i), added.get(i)));
            return all;
        }
    }

    private record StoredSum(List<Integer> series, Method method, Map<Method, Double> weights, double together) {}

    @SuppressWarnings("ArrayRecordComponent") // written and read, never compared
    private record Stored(
            List<SeriesKey> series, List<StoredSum> sums, double[][] weights, double before, double after) {
        Optional<Hierarchy> hierarchy() {
            return sums.isEmpty()
                    ? Optional.empty()
                    : Optional.of(new Hierarchy(
                            sums.stream()
                                    .map(sum -> new Sum(
                                            sum.series, new Choice(sum.method, shares(sum.weights), sum.together)))
                                    .toList(),
                            weights,
                            before,
                            after));
        }

        private static Map<Method, Double> shares(Map<Method, Double> read) {
            var shares = new EnumMap<Method, Double>(Method.class);
            shares.putAll(read);
            return shares;
        }
    }

    Optional<Found> of(String planId) {
        return mapper.sums(planId).map(row -> {
            var stored = json.readValue(row.document(), Stored.class);
            return new Found(stored.series, stored.hierarchy(), row.triedOn());
        });
    }

    /** Tries sums of series that were tried together, and keeps what was found. */
    void find(String planId, History history, Map<SeriesKey, Tried> tried) {
        var series = List.copyOf(tried.keySet());
        var found = Hierarchy.choose(
                series.stream()
                        .map(history.daily()::get)
                        .map(Objects::requireNonNull)
                        .toList(),
                List.copyOf(tried.values()),
                sums(series),
                Arrivals.TRIED_DAYS_AHEAD,
                history.special());
        var stored = found.map(hierarchy -> new Stored(
                        series,
                        hierarchy.sums().stream()
                                .map(sum -> new StoredSum(
                                        sum.series(),
                                        sum.choice().method(),
                                        sum.choice().weights(),
                                        sum.choice().together()))
                                .toList(),
                        hierarchy.weights(),
                        hierarchy.before(),
                        hierarchy.after()))
                .orElse(new Stored(series, List.of(), new double[0][], 0, 0));
        mapper.putSums(planId, history.today(), json.writeValueAsString(stored));
    }

    /** Each door and each topic of several series but not all, and all. */
    static List<List<Integer>> sums(List<SeriesKey> series) {
        var sums = new ArrayList<List<Integer>>();
        sums.addAll(by(series, SeriesKey::doorId));
        sums.addAll(by(series, SeriesKey::topic));
        sums.removeIf(sum -> sum.size() == series.size());
        if (series.size() > 1) {
            sums.add(IntStream.range(0, series.size()).boxed().toList());
        }
        return sums.stream().distinct().toList();
    }

    private static List<List<Integer>> by(List<SeriesKey> series, Function<SeriesKey, String> part) {
        var places = new LinkedHashMap<String, List<Integer>>();
        for (int i = 0; i < series.size(); i++) {
            places.computeIfAbsent(part.apply(series.get(i)), _ -> new ArrayList<>())
                    .add(i);
        }
        places.remove("");
        return places.values().stream().filter(sum -> sum.size() > 1).toList();
    }
}
