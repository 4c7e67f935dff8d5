package io.kinetarch.server.forecast;

import io.kinetarch.core.staffing.WorkloadEstimate.Seen;
import io.kinetarch.server.forecast.ForecastMapper.WorkSeen;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.TreeMap;
import java.util.stream.Collectors;
import org.springframework.stereotype.Component;

/** What chats of late were like: their languages, and what they took. */
@Component
class RecentChats {
    private static final int LANGUAGE_WEEKS = 10;

    private final ForecastMapper mapper;

    RecentChats(ForecastMapper mapper) {
        this.mapper = mapper;
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
