package io.kinetarch.core.forecast;

import static org.assertj.core.api.Assertions.assertThat;

import java.time.LocalDate;
import java.time.ZoneOffset;
import java.util.Arrays;
import java.util.TreeMap;
import org.apache.commons.csv.CSVRecord;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

/** Public and generated series beside what the methods of R's package forecast made of them; the README beside them says how. */
class StandardMethodsTest {
    /**
     * Only some, since each takes seconds; the whole is a benchmark.
     *
     * @param ratio error over that of the best single standard method, at most: a little above what it is now
     * @param held share of values in the 80 % range, at least: 13 of 20 where few points of the past are looked at
     */
    @ParameterizedTest
    @CsvSource({
        "electricity_half_hours, 1.06, 0.65",
        "flights_newark_half_hours, 1.0, 0.8",
        "generated_doubled_days, 0.9, 0.75",
        "generated_growth_days, 1.05, 0.75",
        "generated_walk_days, 1.04, 0.75",
        "generated_cyclic_days, 1.0, 0.75",
        "gold_days, 1.04, 0.75",
        "new_york_warmth_days, 1.05, 0.65"
    })
    void areHardlyEverBetterThanTheBestOfUs(String name, double ratio, double held) {
        var series = Table.read("series/series.csv").stream()
                .filter(line -> line.get("name").equals(name))
                .findFirst()
                .orElseThrow();
        double[] all = Table.values("series/" + name + ".csv");
        int perDay = 24 * 60 / number(series, "minutes");
        int ahead = number(series, "aheadDays") * perDay;
        double off = 0;
        double came = 0;
        int within = 0;
        int known = 0;
        for (int point = 0; point < number(series, "origins"); point++) {
            int end = all.length - ahead - point * number(series, "apartDays") * perDay;
            var forecast = forecast(series, Arrays.copyOf(all, end), ahead);
            for (int h = 0; h < ahead; h++) {
                double value = all[end + h];
                off += Math.abs(value - forecast.mean()[h]);
                came += value;
                within += value >= forecast.lower80()[h] && value <= forecast.upper80()[h] ? 1 : 0;
                known++;
            }
        }
        assertThat(off / came).isLessThan(ratio * bestStandard(name));
        assertThat((double) within / known).isGreaterThan(held);
    }

    private static Forecast forecast(CSVRecord series, double[] past, int ahead) {
        var start = LocalDate.parse(series.get("start"));
        int minutes = number(series, "minutes");
        return minutes == 24 * 60
                ? Forecaster.days(new DailySeries(start, past), ahead, SpecialDays.NONE, null)
                : Forecaster.intervals(
                        new IntervalSeries(
                                ZoneOffset.UTC, start.atStartOfDay().toInstant(ZoneOffset.UTC), minutes, past),
                        ahead,
                        SpecialDays.NONE,
                        null);
    }

    private static double bestStandard(String name) {
        var off = new TreeMap<String, Double>();
        var came = new TreeMap<String, Double>();
        for (var line : Table.read("series/standard.csv")) {
            if (line.get("series").equals(name)) {
                off.merge(line.get("method"), Double.parseDouble(line.get("off")), Double::sum);
                came.merge(line.get("method"), Double.parseDouble(line.get("came")), Double::sum);
            }
        }
        double all = came.values().stream().max(Double::compare).orElseThrow();
        return off.keySet().stream()
                .filter(method -> came.getOrDefault(method, 0.0) > 0.99 * all)
                .mapToDouble(method -> off.getOrDefault(method, 0.0) / all)
                .min()
                .orElseThrow();
    }

    private static int number(CSVRecord line, String column) {
        return Integer.parseInt(line.get(column));
    }
}
