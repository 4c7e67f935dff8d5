package io.kinetarch.server.record;

import io.kinetarch.core.plan.Element;
import io.kinetarch.core.plan.Plan;
import io.kinetarch.core.plan.QuestionKind;
import io.kinetarch.core.report.ChatCounts;
import io.kinetarch.core.report.Happened;
import io.kinetarch.core.report.Happened.What;
import io.kinetarch.server.live.Given;
import io.kinetarch.server.plan.Plans;
import io.kinetarch.server.record.CountMapper.Ended;
import io.kinetarch.server.record.CountMapper.Entry;
import java.time.Instant;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Optional;
import java.util.stream.Collectors;
import org.jspecify.annotations.Nullable;
import org.springframework.stereotype.Component;
import tools.jackson.databind.PropertyNamingStrategies;
import tools.jackson.databind.json.JsonMapper;

/** Stores what is counted of chats that ended. */
@Component
class Counting {
    private final CountMapper mapper;
    private final Plans plans;
    private final JsonMapper json;
    private final JsonMapper rows;

    Counting(CountMapper mapper, Plans plans, JsonMapper json) {
        this.mapper = mapper;
        this.plans = plans;
        this.json = json;
        rows = json.rebuild()
                .propertyNamingStrategy(PropertyNamingStrategies.SNAKE_CASE)
                .build();
    }

    private record CountRow(
            String planId,
            long chat,
            Instant arrivedAt,
            Instant endedAt,
            String day,
            int halfHour,
            String doorId,
            String language,
            @Nullable String topic,
            @Nullable String queueId,
            @Nullable String firstQueue,
            @Nullable String operatorId,
            String outcome,
            boolean answered,
            long waitedMillis,
            @Nullable Long firstReplyMillis,
            long botMillis,
            long handledMillis,
            long wrapUpMillis,
            int transfers,
            @Nullable Integer rating) {}

    private record StintRow(
            String planId,
            long chat,
            int part,
            String operatorId,
            @Nullable String queueId,
            boolean besides,
            Instant fromAt,
            Instant untilAt,
            long wrapUpMillis,
            long longestSilenceMillis,
            int lines,
            boolean leftOpen) {}

    private record MissedRow(
            String planId,
            long chat,
            int part,
            String operatorId,
            @Nullable String queueId,
            Instant at,
            boolean declined) {}

    /** Counts chats that ended by some calls, and who was there. */
    void count(String planId, long after, long until) {
        mapper.presence(planId, after, until);
        var ended = mapper.ended(planId, after, until);
        if (ended.isEmpty()) {
            return;
        }
        var ids = ended.stream().map(Ended::id).toArray(Long[]::new);
        var entries = mapper.entries(planId, ids).stream().collect(Collectors.groupingBy(Entry::chat));
        var given = mapper.given(planId, ids).stream()
                .collect(Collectors.toMap(CountMapper.Given::chat, CountMapper.Given::given));
        var counts = new ArrayList<CountRow>();
        var stints = new ArrayList<StintRow>();
        var missed = new ArrayList<MissedRow>();
        for (Ended chat : ended) {
            var counted = ChatCounts.of(happened(entries.getOrDefault(chat.id(), List.of())));
            var plan = plans.revisionState(planId, chat.revision()).plan();
            counts.add(row(planId, chat, counted, plan, given));
            for (int part = 0; part < counted.stints().size(); part++) {
                var stint = counted.stints().get(part);
                stints.add(new StintRow(
                        planId,
                        chat.id(),
                        part,
                        stint.operator(),
                        stint.queue(),
                        stint.besides(),
                        stint.from(),
                        stint.until(),
                        stint.wrapUpMillis(),
                        stint.longestSilenceMillis(),
                        stint.lines(),
                        stint.leftOpen()));
            }
            for (int part = 0; part < counted.missed().size(); part++) {
                var offer = counted.missed().get(part);
                missed.add(new MissedRow(
                        planId, chat.id(), part, offer.operator(), offer.queue(), offer.at(), offer.declined()));
            }
        }
        mapper.forget(planId, ids);
        mapper.counts(rows.writeValueAsString(counts));
        mapper.stints(rows.writeValueAsString(stints));
        mapper.missed(rows.writeValueAsString(missed));
    }

    private CountRow row(String planId, Ended chat, ChatCounts counted, Plan plan, Map<Long, String> given) {
        var came = chat.arrivedAt().atZone(plan.timeZone());
        return new CountRow(
                planId,
                chat.id(),
                chat.arrivedAt(),
                chat.endedAt(),
                came.toLocalDate().toString(),
                came.getHour() * 2 + came.getMinute() / 30,
                chat.doorId(),
                chat.language(),
                Optional.ofNullable(given.get(chat.id()))
                        .flatMap(text -> chosen(plan, chat.doorId(), json.readValue(text, Given.class)))
                        .orElse(chat.understood()),
                chat.queueId(),
                counted.firstQueue(),
                counted.answered() ? chat.operatorId() : null,
                chat.outcome(),
                counted.answered(),
                chat.waitedMillis(),
                counted.firstReplyMillis(),
                counted.botMillis(),
                counted.handledMillis(),
                counted.wrapUpMillis(),
                counted.transfers(),
                chat.rating());
    }

    /** What a visitor chose at the door, of the first question that gives a choice: what they come for. */
    private static Optional<String> chosen(Plan plan, String doorId, Given given) {
        return Element.find(plan.doors(), doorId).stream()
                .flatMap(door -> door.questions().stream())
                .filter(question -> question.kind() == QuestionKind.CHOICE)
                .map(question -> given.answers().get(question.id().value()))
                .filter(Objects::nonNull)
                .findFirst();
    }

    private static List<Happened> happened(List<Entry> entries) {
        var happened = new ArrayList<Happened>();
        for (Entry entry : entries) {
            var what = what(entry);
            if (what != null) {
                happened.add(new Happened(entry.at(), what, entry.operatorId(), entry.queueId()));
            }
        }
        return happened;
    }

    private static @Nullable What what(Entry entry) {
        return switch (entry.event()) {
            case "to-bot" -> What.TO_BOT;
            case "queued", "moved" -> What.QUEUED;
            case "assigned" -> What.ASSIGNED;
            case "lapsed" -> What.LAPSED;
            case "declined" -> What.DECLINED;
            case "transferred" -> What.TRANSFERRED;
            case "called-in" -> What.CALLED_IN;
            case "stepped-out", "set-aside" -> What.STEPPED_OUT;
            case "ended" -> What.ENDED;
            case "wrapped-up" -> What.WRAPPED_UP;
            case "said" ->
                switch (Objects.requireNonNullElse(entry.author(), "")) {
                    case "visitor" -> entry.asks() ? What.VISITOR_ASKED : What.VISITOR_SAID;
                    case "operator" -> What.OPERATOR_SAID;
                    case "bot" -> What.BOT_SAID;
                    default -> null;
                };
            default -> null;
        };
    }
}
