package io.kinetarch.core.routing;

import io.kinetarch.core.plan.DoorId;
import io.kinetarch.core.plan.Plan;
import io.kinetarch.core.plan.QueueId;
import io.kinetarch.core.plan.Settings;
import io.kinetarch.core.routing.RuleShares.Seen;
import java.time.Instant;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import org.jspecify.annotations.Nullable;

/** Turns volumes of arrivals, by what is known of them, into volumes of a plan's queues by its rules. */
public final class RuleVolumes {
    private RuleVolumes() {}

    /**
     * Arrivals that are alike.
     *
     * @param door null where it is not known
     * @param topic null where it is not known
     * @param languages shares by BCP 47 tag, which make 1; empty where none is known, which is taken as the door's first
     * @param recorded the queue they went to in the past, to which they go where no door is known
     * @param chats expected in each interval
     * @param byDay how much a whole day may be above or below that, as standard deviation over mean
     * @param traits what else is known of them, in shares that make 1; empty where nothing is
     */
    @SuppressWarnings("ArrayRecordComponent") // handed over once, never compared
    public record Stream(
            @Nullable DoorId door,
            @Nullable String topic,
            Map<String, Double> languages,
            @Nullable QueueId recorded,
            double[] chats,
            double byDay,
            List<Traits> traits) {
        /** What the bot of a plan leaves of it. */
        public Stream past(Settings settings) {
            if (languages.isEmpty()) {
                return times(1 - settings.botShare(topic, null), languages);
            }
            var left = new LinkedHashMap<String, Double>();
            languages.forEach(
                    (language, share) -> left.put(language, share * (1 - settings.botShare(topic, language))));
            double all = left.values().stream().mapToDouble(share -> share).sum();
            left.replaceAll((_, share) -> share / all); // never nothing: a bot's share is less than 1
            return times(all, left);
        }

        private Stream times(double left, Map<String, Double> spoken) {
            return new Stream(
                    door,
                    topic,
                    spoken,
                    recorded,
                    Arrays.stream(chats).map(chat -> left * chat).toArray(),
                    byDay,
                    traits);
        }
    }

    /** What chats ask of people, the door they come through, and what they are about, null where that is not known. */
    public record Route(
            ChatNeeds needs,
            @Nullable DoorId door,
            @Nullable String topic) {}

    /**
     * The volumes of each route; arrivals at doors that the plan lacks are left out, as are those of unknown door whose queue it
     * lacks.
     *
     * @param starts of the intervals, in order, at least one
     */
    public static Map<Route, double[]> of(Plan plan, List<Instant> starts, List<Stream> streams) {
        var deciding = new Deciding(plan, starts.getFirst(), starts.getLast());
        var routes = new LinkedHashMap<Route, double[]>();
        for (var stream : streams) {
            if (stream.door == null) {
                var queue = Optional.ofNullable(stream.recorded);
                queue.filter(id -> plan.queues().stream()
                                .anyMatch(known -> known.id().equals(id)))
                        .ifPresent(id -> add(routes, new Route(ChatNeeds.of(id), null, stream.topic), stream.chats));
                continue;
            }
            var traits = deciding.toldApart(stream.traits);
            Map<String, Double> languages = stream.languages;
            if (languages.isEmpty()) {
                decide(deciding, starts, stream, null, 1, traits, routes);
            } else {
                languages.forEach(
                        (language, share) -> decide(deciding, starts, stream, language, share, traits, routes));
            }
        }
        return routes;
    }

    /**
     * Who comes.
     *
     * @param who what is known of them
     * @param chats how many of them are expected
     */
    @SuppressWarnings("ArrayRecordComponent") // handed over once, never compared
    public record Comers(List<Some> who, Stream of, double[] chats) {}

    /** A share of those who come, who are alike. */
    public record Some(Arrival arrival, double share) {}

    /**
     * Arrivals as they come to the doors, by language. Whose door is not known comes to none, nor do those to doors that the plan
     * lacks.
     *
     * @param starts of the intervals, in order, at least one
     */
    public static List<Comers> comers(Plan plan, List<Instant> starts, List<Stream> streams) {
        var deciding = new Deciding(plan, starts.getFirst(), starts.getLast());
        var comers = new ArrayList<Comers>();
        for (var stream : streams) {
            if (stream.door == null) {
                continue;
            }
            var languages = new LinkedHashMap<@Nullable String, Double>(stream.languages);
            if (languages.isEmpty()) {
                languages.put(null, 1.0);
            }
            languages.forEach((language, share) -> deciding.arrival(
                            new Seen(stream.door, language, stream.topic, starts.getFirst(), 1))
                    .ifPresent(arrival -> comers.add(new Comers(
                            Traits.of(stream.traits).stream()
                                    .map(traits -> new Some(traits.of(arrival), traits.share()))
                                    .toList(),
                            stream,
                            Arrays.stream(stream.chats)
                                    .map(chats -> share * chats)
                                    .toArray()))));
        }
        return comers;
    }

    private static void decide(
            Deciding deciding,
            List<Instant> starts,
            Stream stream,
            @Nullable String language,
            double share,
            List<Traits> traits,
            Map<Route, double[]> routes) {
        for (int i = 0; i < starts.size(); i++) {
            if (stream.chats[i] > 0) {
                int slot = i;
                deciding.arrival(new Seen(stream.door, language, stream.topic, starts.get(i), 1))
                        .ifPresent(arrival -> traits.forEach(own -> routes.computeIfAbsent(
                                                new Route(deciding.needs(own.of(arrival)), stream.door, stream.topic),
                                                _ -> new double[starts.size()])[slot] +=
                                share * own.share() * stream.chats[slot]));
            }
        }
    }

    private static void add(Map<Route, double[]> routes, Route route, double[] chats) {
        double[] sum = routes.computeIfAbsent(route, _ -> new double[chats.length]);
        for (int i = 0; i < chats.length; i++) {
            sum[i] += chats[i];
        }
    }
}
