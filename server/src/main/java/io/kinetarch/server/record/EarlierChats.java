package io.kinetarch.server.record;

import io.kinetarch.core.plan.Element;
import io.kinetarch.core.plan.PageFact;
import io.kinetarch.core.plan.Plan;
import io.kinetarch.server.live.ChatReader;
import io.kinetarch.server.live.ChatReader.StoredEntry;
import io.kinetarch.server.live.Given;
import io.kinetarch.server.record.RecordMapper.Wanted;
import io.kinetarch.server.visit.LivePlans;
import java.time.Instant;
import java.util.EnumSet;
import java.util.List;
import java.util.Locale;
import java.util.Set;
import java.util.stream.Stream;
import org.jspecify.annotations.Nullable;
import org.springframework.stereotype.Service;
import tools.jackson.databind.json.JsonMapper;

/** Finds the earlier chats of a visitor whom their page names for certain: by mail address or customer number, as it told them. */
@Service
public class EarlierChats {
    private static final Set<PageFact.Kind> CERTAIN = EnumSet.of(PageFact.Kind.EMAIL, PageFact.Kind.CUSTOMER_NUMBER);
    private static final int MOST = 5;
    private static final int MOST_ENTRIES = 200;

    private final RecordMapper records;
    private final FoundMapper found;
    private final ChatReader chats;
    private final LivePlans plans;
    private final JsonMapper json;

    EarlierChats(RecordMapper records, FoundMapper found, ChatReader chats, LivePlans plans, JsonMapper json) {
        this.records = records;
        this.found = found;
        this.chats = chats;
        this.plans = plans;
        this.json = json;
    }

    /** A finished chat, with what was said in it. */
    public record EarlierChat(
            long chat,
            Instant arrivedAt,
            String outcome,
            @Nullable String queue,
            @Nullable String operator,
            List<SaidBefore> lines) {}

    /** Something said. */
    public record SaidBefore(
            Instant at, String from, @Nullable String operator, String text) {}

    /** The newest few of those that the visitor of a chat had before; none where nothing tells for certain who they are. */
    public List<EarlierChat> of(String planId, long chat) {
        var plan = plans.live(planId).plan();
        var given = Given.together(chats.given(planId, chat), json);
        return chats.chat(planId, chat).stream()
                .flatMap(one -> names(plan, one.doorId(), given))
                .flatMap(name -> named(planId, plan, name).stream())
                .filter(id -> id != chat)
                .distinct()
                .sorted((one, other) -> Long.compare(other, one))
                .limit(MOST)
                .flatMap(id -> chats.chat(planId, id).stream())
                .map(one -> new EarlierChat(
                        one.id(),
                        one.arrivedAt(),
                        String.valueOf(one.outcome()).toLowerCase(Locale.ROOT).replace('_', '-'),
                        Element.find(plan.queues(), one.queueId())
                                .map(Element::name)
                                .orElse(null),
                        operator(plan, one.operatorId()),
                        chats.entries(planId, one.id(), 0, MOST_ENTRIES).stream()
                                .filter(StoredEntry::isSaid)
                                .map(entry -> new SaidBefore(
                                        entry.at(),
                                        String.valueOf(entry.author()),
                                        operator(plan, entry.operatorId()),
                                        String.valueOf(entry.words())))
                                .toList()))
                .toList();
    }

    private static Stream<String> names(Plan plan, String door, Given given) {
        return Element.find(plan.doors(), door).stream()
                .flatMap(found -> found.facts().stream())
                .filter(fact -> CERTAIN.contains(fact.kind()))
                .flatMap(fact -> Stream.ofNullable(given.facts().get(fact.key())))
                .filter(value -> !value.isBlank());
    }

    /** Words lead to chats quickly; only those count whose page told the very same. */
    private List<Long> named(String planId, Plan plan, String name) {
        String query = found.query("\"" + name.replace('"', ' ') + "\"", Records.languages(plan));
        if (query.isEmpty()) {
            return List.of();
        }
        return records
                .newestOfFew(
                        planId, Wanted.words(query), Instant.parse("9999-01-01T00:00:00Z"), Long.MAX_VALUE, MOST * 4)
                .stream()
                .map(RecordMapper.Head::id)
                .filter(id ->
                        Given.together(chats.given(planId, id), json).facts().containsValue(name))
                .toList();
    }

    private static @Nullable String operator(Plan plan, @Nullable String id) {
        return Element.find(plan.operators(), id).map(Element::name).orElse(id);
    }
}
