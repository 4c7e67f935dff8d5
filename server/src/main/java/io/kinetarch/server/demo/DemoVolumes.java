package io.kinetarch.server.demo;

import io.kinetarch.core.hours.PublicHolidays;
import io.kinetarch.core.plan.DoorId;
import io.kinetarch.core.plan.Plan;
import io.kinetarch.core.plan.QueueId;
import io.kinetarch.core.volume.ChatCount;
import io.kinetarch.core.volume.Origin;
import java.time.DayOfWeek;
import java.time.Instant;
import java.time.LocalDate;
import java.time.ZonedDateTime;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.SortedMap;
import java.util.SplittableRandom;
import java.util.TreeMap;
import org.jspecify.annotations.Nullable;

/**
 * Two invented years of chats of the ferry line: a week and a year of their own for each queue, bank holidays, three weeks
 * of storms and a fare sale. The same last day gives the same chats.
 */
final class DemoVolumes {
    private static final long SEED = 20_261_124;
    private static final int WEEKS = 104;
    private static final Set<Integer> STORM_WEEKS_AGO = Set.of(17, 45, 92);
    private static final int SALE_WEEKS_AGO = 30;

    private final Plan plan;
    private final LocalDate end;
    private final Set<LocalDate> holidays;

    /** A day's curve over the hours: two humps. */
    private record Shape(double firstHour, double secondHour, double width) {
        double at(double hour) {
            return hump(hour, firstHour) + 0.85 * hump(hour, secondHour);
        }

        private double hump(double hour, double centre) {
            return Math.exp(-Math.pow((hour - centre) / width, 2) / 2);
        }
    }

    /**
     * The chats of a queue through a door.
     *
     * @param peak chats in the busiest half-hour of an ordinary spring day
     * @param weekdays factors from Monday to Sunday
     * @param summer how much the high season adds
     * @param storm factor in a week of storms
     * @param sale factor in the week of the fare sale
     */
    private record Stream(
            String queue,
            String door,
            double peak,
            Shape shape,
            List<Double> weekdays,
            double summer,
            double storm,
            double sale,
            double handlingSeconds) {
        /** What visitors who end up there say they came for; hauliers are not asked. */
        @Nullable
        String topic() {
            return door.equals("freight-pages")
                    ? null
                    : switch (queue) {
                        case "fares" -> "Fares and booking";
                        case "rebooking" -> "Change my booking";
                        case "sailings" -> "Is my ferry sailing?";
                        case "vehicles" -> "Vehicles and freight";
                        case "assisted" -> "Assisted travel";
                        default -> "Lost property";
                    };
        }
    }

    /** A language and its share of the visitors; the rest write in English. */
    private record Spoken(String language, double share) {}

    private static final List<Spoken> LANGUAGES = List.of(new Spoken("de", 0.17), new Spoken("fr", 0.08));
    /** Languages are counted apart only since then. */
    private static final int WEEKS_WITH_LANGUAGES = 10;

    /** The share of chats that end while they wait. */
    private static final double LEAVE = 0.045;

    /** How much patience visitors have of what the plan assumes. */
    private static final double LESS_PATIENT = 0.9;

    /** How much every further chat at once lengthens the chats of an operator. */
    private static final double SLOWED_BY_EACH = 0.13;

    private static final Shape OFFICE = new Shape(10.5, 15, 2.2);
    private static final Shape EVENING = new Shape(11.5, 19, 2.6);
    private static final Shape SAILING = new Shape(7.5, 16.5, 2.4);
    private static final List<Double> BOOKING_WEEK = List.of(1.1, 1.0, 0.95, 0.95, 1.0, 0.85, 1.05);
    private static final List<Double> TRAVEL_WEEK = List.of(1.0, 0.8, 0.8, 0.9, 1.3, 1.4, 1.2);
    private static final List<Double> OFFICE_WEEK = List.of(1.2, 1.05, 1.0, 1.0, 1.0, 0.5, 0.2);

    private static final List<Stream> STREAMS = List.of(
            new Stream("fares", "booking-site", 13, EVENING, BOOKING_WEEK, 0.7, 0.9, 2.4, 420),
            new Stream("fares", "terminal-poster", 2.0, SAILING, TRAVEL_WEEK, 0.9, 0.7, 1.0, 360),
            new Stream("rebooking", "booking-site", 5.2, EVENING, TRAVEL_WEEK, 0.8, 2.6, 1.2, 440),
            new Stream("rebooking", "sailing-status", 5.6, SAILING, TRAVEL_WEEK, 0.9, 3.4, 1.0, 430),
            new Stream("sailings", "sailing-status", 9, SAILING, TRAVEL_WEEK, 0.8, 3.2, 1.0, 175),
            new Stream("sailings", "terminal-poster", 3, SAILING, TRAVEL_WEEK, 1.0, 2.8, 1.0, 165),
            new Stream("vehicles", "freight-pages", 3, OFFICE, OFFICE_WEEK, 0.2, 1.5, 1.0, 560),
            new Stream("vehicles", "booking-site", 1.2, OFFICE, OFFICE_WEEK, 0.6, 1.2, 1.5, 500),
            new Stream("assisted", "booking-site", 1.6, OFFICE, BOOKING_WEEK, 0.5, 1.3, 1.2, 610),
            new Stream("lost", "booking-site", 0.7, OFFICE, BOOKING_WEEK, 0.9, 1.2, 1.0, 350),
            new Stream("lost", "terminal-poster", 0.4, OFFICE, TRAVEL_WEEK, 0.9, 1.2, 1.0, 330));

    private DemoVolumes(Plan plan, LocalDate end) {
        this.plan = plan;
        this.end = end;
        this.holidays = PublicHolidays.between(plan.country(), end.minusWeeks(WEEKS), end.plusDays(1))
                .keySet();
    }

    /** The chats of the two years before today, and of today's half-hours that have passed. */
    static List<ChatCount> until(Instant now, Plan plan) {
        var today = now.atZone(plan.timeZone()).toLocalDate();
        return new DemoVolumes(plan, today).between(midnight(today.minusWeeks(WEEKS), plan), now);
    }

    /** The chats of half-hours that have passed since some were told; nothing unusual happens in them. */
    static List<ChatCount> since(Instant from, Instant now, Plan plan) {
        return new DemoVolumes(plan, now.atZone(plan.timeZone()).toLocalDate()).between(from, now);
    }

    private List<ChatCount> between(Instant from, Instant now) {
        var counts = new ArrayList<ChatCount>();
        for (Stream stream : STREAMS) {
            add(stream, from, now.minus(ChatCount.INTERVAL), counts);
        }
        return counts;
    }

    private static Instant midnight(LocalDate day, Plan plan) {
        return day.atStartOfDay(plan.timeZone()).toInstant();
    }

    /** Chats come only while the queue's department is open, so other half-hours are not counted at all. */
    private void add(Stream stream, Instant from, Instant last, List<ChatCount> into) {
        var queue = plan.queue(new QueueId(stream.queue));
        var door = new DoorId(stream.door);
        var hours = plan.hoursOf(queue).hours();
        long streamSeed = SEED ^ (stream.queue + " " + stream.door).hashCode();
        var apartSince = midnight(end.minusWeeks(WEEKS_WITH_LANGUAGES), plan);
        for (Instant next = from; !next.isAfter(last); next = next.plus(ChatCount.INTERVAL)) {
            Instant at = next;
            if (hours.isOpen(at)) {
                var random = new SplittableRandom(streamSeed ^ at.getEpochSecond() * 31);
                int chats = poisson(mean(stream, at.atZone(plan.timeZone())), random);
                Double handling = chats == 0
                        ? null
                        : Math.rint(stream.handlingSeconds * Math.exp(0.25 * random.nextGaussian() / Math.sqrt(chats)));
                Double patience = queue.workload().patienceSeconds();
                boolean apart = !at.isBefore(apartSince);
                (apart ? byLanguage(chats, random) : new TreeMap<>(Map.of("", chats)))
                        .forEach((language, own) -> into.add(count(
                                new Origin(queue.id(), door, language.isEmpty() ? null : language, stream.topic()),
                                at,
                                own,
                                handling,
                                patience,
                                random)));
            }
        }
    }

    private static ChatCount count(
            Origin origin,
            Instant at,
            int chats,
            @Nullable Double handlingAlone,
            @Nullable Double patience,
            SplittableRandom random) {
        int left = 0;
        for (int chat = 0; chat < chats; chat++) {
            left += random.nextDouble() < LEAVE ? 1 : 0;
        }
        Double atOnce =
                chats == 0 ? null : Math.rint(10 * Math.min(3, 1 + 0.05 * chats + 0.2 * random.nextDouble())) / 10;
        Double handling = handlingAlone == null || atOnce == null
                ? handlingAlone
                : Double.valueOf(Math.rint(handlingAlone * (1 + SLOWED_BY_EACH * (atOnce - 1))));
        // who leaves at a rate of one over their patience has waited so long in the mean
        Double wait = chats == 0 || patience == null
                ? null
                : Double.valueOf(Math.rint(
                                10 * LEAVE * LESS_PATIENT * patience * Math.exp(0.6 * random.nextGaussian() - 0.18)))
                        / 10;
        return new ChatCount(origin, at, chats, chats - left, left, handling, wait, atOnce);
    }

    /** Chats by language, each in one drawn for it. */
    private static SortedMap<String, Integer> byLanguage(int chats, SplittableRandom random) {
        var in = new TreeMap<String, Integer>();
        if (chats == 0) {
            in.put("en", 0);
        }
        for (int chat = 0; chat < chats; chat++) {
            double drawn = random.nextDouble();
            String language = "en";
            for (Spoken spoken : LANGUAGES) {
                if (drawn >= 0 && drawn < spoken.share()) {
                    language = spoken.language();
                }
                drawn -= spoken.share();
            }
            in.merge(language, 1, Integer::sum);
        }
        return in;
    }

    private double mean(Stream stream, ZonedDateTime at) {
        LocalDate date = at.toLocalDate();
        double hour = at.getHour() + at.getMinute() / 60.0 + 0.25;
        int weeksAgo = (int) ((end.toEpochDay() - 1 - date.toEpochDay()) / 7);
        boolean holiday = holidays.contains(date);
        DayOfWeek day = holiday ? DayOfWeek.SUNDAY : date.getDayOfWeek();
        double season = Math.exp(-Math.pow((date.getDayOfYear() - 208) / 38.0, 2) / 2);
        double christmas = Math.exp(-Math.pow((date.getDayOfYear() - 352) / 6.0, 2) / 2);
        double growth = 1 + 0.1 * (1 - weeksAgo / (double) WEEKS);
        double event = STORM_WEEKS_AGO.contains(weeksAgo)
                ? stream.storm
                : weeksAgo == SALE_WEEKS_AGO ? stream.sale : holiday ? 1.15 : 1;
        return stream.peak
                * stream.shape.at(hour)
                * stream.weekdays.get(day.getValue() - 1)
                * (1 + stream.summer * season + 0.35 * christmas)
                * growth
                * event;
    }

    /** Knuth's multiplication method; the means here are small. */
    private static int poisson(double mean, SplittableRandom random) {
        double limit = Math.exp(-mean);
        int chats = 0;
        for (double product = random.nextDouble(); product > limit; product *= random.nextDouble()) {
            chats++;
        }
        return chats;
    }
}
