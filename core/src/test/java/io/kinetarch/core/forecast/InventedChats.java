package io.kinetarch.core.forecast;

import java.time.Duration;
import java.time.LocalDate;
import java.time.ZoneId;
import java.util.Map;
import java.util.random.RandomGenerator;
import java.util.random.RandomGeneratorFactory;

/**
 * Half-hours of an invented line of chats, drawn from a seed: two peaks a day, quiet weekends, a busy summer, a level that
 * wanders, days that share a factor, and holidays like Sundays.
 */
final class InventedChats {
    static final ZoneId ZONE = ZoneId.of("Europe/Dublin");
    static final LocalDate FIRST = LocalDate.of(2024, 1, 1);

    private InventedChats() {}

    /**
     * Draws a series.
     *
     * @param perDay mean chats of a weekday
     * @param holidays by day
     */
    static IntervalSeries halfHours(long seed, int days, double perDay, Map<LocalDate, String> holidays) {
        RandomGenerator random = RandomGeneratorFactory.of("L64X128MixRandom").create(seed);
        double morning = 9 + 2 * random.nextDouble();
        double evening = 14 + 6 * random.nextDouble();
        double weekend = 0.3 + 0.6 * random.nextDouble();
        double summer = 0.4 * random.nextDouble();
        double level = 0;
        var start = FIRST.atStartOfDay(ZONE).toInstant();
        int steps = Math.toIntExact(
                Duration.between(start, FIRST.plusDays(days).atStartOfDay(ZONE).toInstant())
                                .toMinutes()
                        / 30);
        var values = new double[steps];
        LocalDate today = FIRST.minusDays(1);
        double daily = 0;
        for (int i = 0; i < steps; i++) {
            var local = start.plus(Duration.ofMinutes(30L * i)).atZone(ZONE);
            if (!local.toLocalDate().equals(today)) {
                today = local.toLocalDate();
                level += 0.006 * random.nextGaussian();
                int weekday =
                        holidays.containsKey(today) ? 7 : today.getDayOfWeek().getValue();
                double week = weekday >= 6 ? weekend * (weekday == 7 ? 0.7 : 1) : 1 + 0.04 * (3 - weekday);
                double year = 1 + summer * Math.sin(2 * Math.PI * (today.getDayOfYear() - 110) / 365.25);
                daily = perDay * week * year * Math.exp(level + 0.06 * random.nextGaussian());
            }
            double hour = local.getHour() + local.getMinute() / 60.0;
            double shape = (bump(hour, morning, 2) + 0.8 * bump(hour, evening, 3) + 0.01) / 22;
            values[i] = poisson(daily * shape, random);
        }
        return new IntervalSeries(ZONE, start, 30, values);
    }

    private static double bump(double hour, double at, double width) {
        return Math.exp(-(hour - at) * (hour - at) / (2 * width * width));
    }

    private static int poisson(double mean, RandomGenerator random) {
        double limit = Math.exp(-mean);
        int count = 0;
        for (double product = random.nextDouble(); product > limit; product *= random.nextDouble()) {
            count++;
        }
        return count;
    }
}
