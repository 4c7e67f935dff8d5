package io.kinetarch.core.roster;

import java.io.IOException;
import java.io.InputStreamReader;
import java.io.UncheckedIOException;
import java.nio.charset.StandardCharsets;
import java.time.LocalTime;
import java.util.ArrayList;
import java.util.List;
import java.util.Objects;
import org.apache.commons.csv.CSVFormat;

/**
 * A cover of src/test/resources/cover, whose README says how they were made.
 *
 * @param optimum proven, in paid half-hours
 */
public record CoverInstance(String name, List<Integer> people, List<ShiftKind> kinds, int optimum) {
    public static CoverInstance of(String name) {
        return switch (name) {
            case "20" -> new CoverInstance(name, people(name), anyTime(), 2603);
            case "300" -> new CoverInstance(name, people(name), anyTime(), 36_739);
            case "20b" -> new CoverInstance(name, people(name), byDay(), 2668);
            case "80b" -> new CoverInstance(name, people(name), byDay(), 10_112);
            case "300b" -> new CoverInstance(name, people(name), byDay(), 37_426);
            default -> throw new IllegalArgumentException(name);
        };
    }

    public List<WorkPattern> patterns() {
        return WorkPattern.of(kinds, people.size());
    }

    public int[] required() {
        return people.stream().mapToInt(Integer::intValue).toArray();
    }

    private static List<ShiftKind> anyTime() {
        return List.of(
                kind(4, "06:00", "20:00"),
                kind(6, "06:00", "18:00"),
                kind(8, "00:00", "23:30"),
                kind(9, "00:00", "23:30"));
    }

    private static List<ShiftKind> byDay() {
        return List.of(
                kind(4, "08:00", "18:00"),
                kind(6, "07:00", "16:00"),
                kind(8, "06:00", "15:00"),
                kind(8, "22:00", "23:30"),
                kind(9, "06:00", "14:00"));
    }

    private static ShiftKind kind(int hours, String earliest, String latest) {
        int minutes = hours * 60;
        int third = (minutes / 3 + 29) / 30 * 30;
        var breaks = hours < 6
                ? List.<ShiftKind.Break>of()
                : List.of(new ShiftKind.Break(30, false, third, 2 * minutes / 3 / 30 * 30));
        return new ShiftKind(
                hours + "-from-" + earliest.replace(":", "-"),
                hours + " h",
                minutes,
                LocalTime.parse(earliest),
                LocalTime.parse(latest),
                30,
                breaks);
    }

    private static List<Integer> people(String name) {
        var format = CSVFormat.RFC4180
                .builder()
                .setHeader()
                .setSkipHeaderRecord(true)
                .get();
        String file = "/cover/req" + name + ".csv";
        try (var in = Objects.requireNonNull(CoverInstance.class.getResourceAsStream(file), file);
                var parser = format.parse(new InputStreamReader(in, StandardCharsets.UTF_8))) {
            var required = new ArrayList<Integer>();
            parser.forEach(line -> required.add(Integer.parseInt(line.get("required"))));
            return List.copyOf(required);
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        }
    }
}
