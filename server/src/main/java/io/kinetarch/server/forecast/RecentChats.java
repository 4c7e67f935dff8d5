package io.kinetarch.server.forecast;

import io.kinetarch.core.routing.Traits;
import io.kinetarch.core.staffing.WorkloadEstimate.Seen;
import io.kinetarch.server.forecast.ForecastMapper.VisitorSeen;
import io.kinetarch.server.forecast.ForecastMapper.WorkSeen;
import java.util.HashMap;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.TreeMap;
import java.util.function.Function;
import java.util.stream.Collectors;
import org.springframework.stereotype.Component;
import tools.jackson.core.type.TypeReference;
import tools.jackson.databind.json.JsonMapper;

/** What chats of late were like: their languages, what else was known of their visitors, and what they took. */
@Component
class RecentChats {
    private static final int LANGUAGE_WEEKS = 10;

    /** Fewer visitors of a door and topic do not tell what others will be like. */
    private static final int FEWEST_VISITORS = 50;

    private static final int MOST_VISITORS = 30_000;
    private static final int MOST_OF_EACH = 200;
    private static final TypeReference<Map<String, String>> FACTS = new TypeReference<>() {};

    private final ForecastMapper mapper;
    private final JsonMapper json;

    RecentChats(ForecastMapper mapper, JsonMapper json) {
        this.mapper = mapper;
        this.json = json;
    }

    /** What is known of visitors besides door, language and topic. */
    record Visitors(Map<DoorTopic, List<Traits>> byTopic, Map<String, List<Traits>> byDoor) {
        boolean isEmpty() {
            return byDoor.isEmpty();
        }

        /** Those of a door who come about a topic, or of all where too few are known; empty where nothing is. */
        List<Traits> of(SeriesKey series) {
            var own = byTopic.get(new DoorTopic(series.doorId(), series.topic()));
            return own == null ? byDoor.getOrDefault(series.doorId(), List.of()) : own;
        }
    }

    /** A door, and what chats are about; empty where that is not known. */
    record DoorTopic(String door, String topic) {}

    /** What was known of the visitors of each door who came of late. */
    Visitors visitors(String planId, History history) {
        var until = history.today();
        var seen = mapper.visitors(planId, until.minusWeeks(LANGUAGE_WEEKS), until, MOST_VISITORS, MOST_OF_EACH);
        return new Visitors(
                enough(seen, one -> new DoorTopic(one.doorId(), one.topic())), enough(seen, VisitorSeen::doorId));
    }

    private <K> Map<K, List<Traits>> enough(List<VisitorSeen> seen, Function<VisitorSeen, K> of) {
        var traits = new HashMap<K, List<Traits>>();
        seen.stream().collect(Collectors.groupingBy(of)).forEach((key, visitors) -> {
            if (visitors.size() >= FEWEST_VISITORS) {
                traits.put(key, shares(visitors));
            }
        });
        return traits;
    }

    private List<Traits> shares(List<VisitorSeen> visitors) {
        var counts = new LinkedHashMap<Traits, Integer>();
        visitors.forEach(one -> counts.merge(
                new Traits(one.page(), one.visitor(), json.readValue(one.facts(), FACTS), 1), 1, Integer::sum));
        return counts.entrySet().stream()
                .map(count -> count.getKey().with((double) count.getValue() / visitors.size()))
                .toList();
    }

    /** The shares of languages among the arrivals of each series, of late. */
    Map<SeriesKey, Map<String, Double>> languages(String planId, History history) {
        var zone = history.zone();
        var until = history.today();
        var shares = new LinkedHashMap<SeriesKey, Map<String, Double>>();
        mapper.languages(
                        planId,
                        until.minusWeeks(LANGUAGE_WEEKS).atStartOfDay(zone).toInstant(),
                        until.atStartOfDay(zone).toInstant())
                .forEach(count -> shares.computeIfAbsent(
                                new SeriesKey(count.doorId(), count.topic(), ""), _ -> new TreeMap<>())
                        .put(count.language(), (double) count.chats()));
        shares.values().forEach(own -> {
            double all = own.values().stream().mapToDouble(Double::doubleValue).sum();
            own.replaceAll((_, chats) -> chats / all);
        });
        return shares;
    }

    /** What the chats of recorded queues took in the half-hours of some weeks up to a day. */
    Map<String, List<Seen>> work(String planId, History history, int weeks) {
        var zone = history.zone();
        var until = history.today();
        return mapper
                .work(
                        planId,
                        until.minusWeeks(weeks).atStartOfDay(zone).toInstant(),
                        until.atStartOfDay(zone).toInstant())
                .stream()
                .collect(Collectors.groupingBy(
                        WorkSeen::queueId, Collectors.mapping(WorkSeen::seen, Collectors.toList())));
    }
}
