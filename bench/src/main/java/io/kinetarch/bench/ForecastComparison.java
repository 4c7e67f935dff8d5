package io.kinetarch.bench;

import io.kinetarch.core.forecast.DailySeries;
import io.kinetarch.core.forecast.Forecast;
import io.kinetarch.core.forecast.Forecaster;
import io.kinetarch.core.forecast.IntervalSeries;
import io.kinetarch.core.forecast.Method;
import io.kinetarch.core.forecast.SpecialDays;
import io.kinetarch.core.hours.PublicHolidays;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.LocalDate;
import java.time.ZoneOffset;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.Comparator;
import java.util.HashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.TreeMap;
import java.util.stream.IntStream;
import java.util.stream.Stream;

/**
 * Forecasts of public and generated series from several points of the past beside what the methods of a statistics package made of
 * the same. Prints a table for docs/benchmarks.md: by series the error (WAPE), that of the best single standard method over the same
 * points, how often the ranges held what came, and of generated series what even who knows the truth would have been off by.
 */
public final class ForecastComparison {
    private static final int DAY_MINUTES = 24 * 60;
    private static final String GENERATED = "generated_";

    private ForecastComparison() {}

    /** A series and the points of its past it is forecast from. */
    private record Subject(
            String name, int minutes, LocalDate start, int aheadDays, int origins, int apartDays, String holidays) {
        int perDay() {
            return DAY_MINUTES / minutes;
        }

        /** How many days are known at each point. */
        int[] points(int days) {
            return IntStream.range(0, origins)
                    .map(i -> days - aheadDays - i * apartDays)
                    .toArray();
        }

        SpecialDays special(int days) {
            return holidays.isEmpty()
                    ? SpecialDays.NONE
                    : SpecialDays.of(PublicHolidays.between(
                            holidays.toUpperCase(Locale.ROOT), start, start.plusDays(days + 30L)));
        }

        Forecast forecast(double[] past, int days, int ahead) {
            return minutes == DAY_MINUTES
                    ? Forecaster.days(new DailySeries(start, past), ahead, special(days), null)
                    : Forecaster.intervals(
                            new IntervalSeries(
                                    ZoneOffset.UTC, start.atStartOfDay().toInstant(ZoneOffset.UTC), minutes, past),
                            ahead,
                            special(days),
                            null);
        }
    }

    /** Sums over all points of the past. */
    private static final class Sums {
        private double off;
        private double came;
        private int known;
        private int within80;
        private int within95;
        private double seconds;
        private final Map<Method, Integer> chosen = new TreeMap<>();

        void add(double[] actual, Forecast forecast) {
            for (int h = 0; h < actual.length; h++) {
                if (!Double.isNaN(actual[h])) {
                    off += Math.abs(actual[h] - forecast.mean()[h]);
                    came += actual[h];
                    known++;
                    within80 += actual[h] >= forecast.lower80()[h] && actual[h] <= forecast.upper80()[h] ? 1 : 0;
                    within95 += actual[h] >= forecast.lower95()[h] && actual[h] <= forecast.upper95()[h] ? 1 : 0;
                }
            }
            chosen.merge(forecast.method(), 1, Integer::sum);
        }

        double wape() {
            return off / came;
        }
    }

    /** What a standard method was off by. */
    private record Standard(String method, double wape) {}

    /**
     * Runs.
     *
     * @param arguments the directory with the series; whoever wants only some, parts of their names
     */
    public static void main(String[] arguments) throws IOException {
        var directory = Path.of(arguments[0]);
        var standards = standards(directory);
        var ratios = new ArrayList<Double>();
        System.out.println("| series | ours | best standard | ratio | 80 % | 95 % | truth | used | s |");
        System.out.println("|---|---|---|---|---|---|---|---|---|");
        for (var subject : subjects(directory)) {
            if (arguments.length > 1 && Arrays.stream(arguments).skip(1).noneMatch(subject.name()::contains)) {
                continue;
            }
            double[] all = values(directory, subject.name());
            var sums = tried(subject, all);
            var best = standards.getOrDefault(subject.name(), List.of()).stream()
                    .min(Comparator.comparingDouble(Standard::wape))
                    .orElse(new Standard("none was tried", Double.NaN));
            double ratio = sums.wape() / best.wape();
            ratios.add(ratio);
            System.out.printf(
                    Locale.ROOT,
                    "| %s | %.2f %% | %.2f %% %s | %.3f | %.0f | %.0f | %s | %s | %.1f |%n",
                    subject.name().replace(GENERATED, "generated: ").replace('_', ' '),
                    100 * sums.wape(),
                    100 * best.wape(),
                    best.method(),
                    ratio,
                    100.0 * sums.within80 / sums.known,
                    100.0 * sums.within95 / sums.known,
                    subject.name().startsWith(GENERATED)
                            ? String.format(
                                    Locale.ROOT,
                                    "%.2f %%",
                                    100 * truth(subject, all, values(directory, subject.name() + "_truth")))
                            : "",
                    sums.chosen,
                    sums.seconds / subject.origins());
        }
        double mean = Math.exp(ratios.stream()
                .filter(r -> r > 0)
                .mapToDouble(Math::log)
                .average()
                .orElse(Double.NaN));
        System.out.printf(
                Locale.ROOT,
                "%nRatio: %.3f in the geometric mean, %.3f at most.%n",
                mean,
                ratios.stream().mapToDouble(Double::doubleValue).max().orElse(Double.NaN));
    }

    private static Sums tried(Subject subject, double[] all) {
        var sums = new Sums();
        int days = all.length / subject.perDay();
        int ahead = subject.aheadDays() * subject.perDay();
        for (int origin : subject.points(days)) {
            int known = origin * subject.perDay();
            long before = System.nanoTime();
            var forecast = subject.forecast(Arrays.copyOf(all, known), days, ahead);
            sums.seconds += (System.nanoTime() - before) / 1e9;
            sums.add(Arrays.copyOfRange(all, known, known + ahead), forecast);
        }
        return sums;
    }

    /** What the truth itself was off by, at the same points. */
    private static double truth(Subject subject, double[] all, double[] truth) {
        double off = 0;
        double came = 0;
        for (int origin : subject.points(all.length / subject.perDay())) {
            for (int i = origin * subject.perDay(); i < (origin + subject.aheadDays()) * subject.perDay(); i++) {
                off += Math.abs(all[i] - truth[i]);
                came += all[i];
            }
        }
        return off / came;
    }

    private static List<Subject> subjects(Path directory) throws IOException {
        return lines(directory.resolve("series.csv"))
                .map(f -> new Subject(
                        f[0],
                        Integer.parseInt(f[1]),
                        LocalDate.parse(f[2]),
                        Integer.parseInt(f[3]),
                        Integer.parseInt(f[4]),
                        Integer.parseInt(f[5]),
                        f[6]))
                .toList();
    }

    private static double[] values(Path directory, String name) throws IOException {
        return Files.readAllLines(directory.resolve(name + ".csv")).stream()
                .mapToDouble(line -> line.isEmpty() ? Double.NaN : Double.parseDouble(line))
                .toArray();
    }

    /** By series, what each method was off by over the points of the past at which all of them were tried. */
    private static Map<String, List<Standard>> standards(Path directory) throws IOException {
        var sums = new HashMap<String, Map<String, double[]>>();
        lines(directory.resolve("standard.csv")).forEach(f -> {
            double[] sum = sums.computeIfAbsent(f[0], _ -> new TreeMap<>()).computeIfAbsent(f[2], _ -> new double[3]);
            sum[0] += Double.parseDouble(f[3]);
            sum[1] += Double.parseDouble(f[4]);
            sum[2]++;
        });
        var standards = new HashMap<String, List<Standard>>();
        sums.forEach((series, methods) -> {
            double points =
                    methods.values().stream().mapToDouble(s -> s[2]).max().orElse(0);
            standards.put(
                    series,
                    methods.entrySet().stream()
                            .filter(entry -> entry.getValue()[2] == points)
                            .map(entry -> new Standard(entry.getKey(), entry.getValue()[0] / entry.getValue()[1]))
                            .toList());
        });
        return standards;
    }

    private static Stream<String[]> lines(Path file) throws IOException {
        return Files.readAllLines(file).stream().skip(1).map(line -> line.split(",", -1));
    }
}
