package io.kinetarch.server.record;

import io.kinetarch.core.plan.Element;
import io.kinetarch.core.plan.Plan;
import io.kinetarch.server.live.ChatReader;
import io.kinetarch.server.live.ChatReader.StoredEntry;
import io.kinetarch.server.live.Given;
import io.kinetarch.server.live.Given.Agreement;
import io.kinetarch.server.live.SaidFile;
import io.kinetarch.server.plan.Plans;
import io.kinetarch.server.problem.Refusal;
import io.kinetarch.server.problem.Refusal.Kind;
import io.kinetarch.server.record.RecordMapper.Change;
import io.kinetarch.server.record.RecordMapper.Head;
import io.kinetarch.server.record.RecordMapper.Rated;
import java.time.Instant;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import java.util.stream.Collectors;
import org.jspecify.annotations.Nullable;
import org.springframework.stereotype.Service;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.json.JsonMapper;

/** Tells of finished chats, in the words of the revision under which each ended. */
@Service
class Records {
    private static final int MOST_ENTRIES = 5000;

    private final RecordMapper records;
    private final ChatReader chats;
    private final Plans plans;
    private final JsonMapper json;

    Records(RecordMapper records, ChatReader chats, Plans plans, JsonMapper json) {
        this.records = records;
        this.chats = chats;
        this.plans = plans;
        this.json = json;
    }

    /** Who had a chat, in its life line. */
    enum Holder {
        door,
        bot,
        queue,
        operator
    }

    /**
     * A stretch of a chat's life.
     *
     * @param name of the queue or the operator; null for others
     */
    record LifeStretch(Holder holder, @Nullable String name, Instant from, Instant until) {}

    /** A finished chat in the list. */
    record RecordLine(
            long chat,
            String door,
            String language,
            Instant arrivedAt,
            Instant endedAt,
            long waitedMillis,
            @Nullable String queue,
            @Nullable String operator,
            String outcome,
            int revision,
            List<LifeStretch> life) {}

    /** The newest, and where the next older ones begin; null where there are none. */
    record RecordPage(List<RecordLine> lines, @Nullable String next) {}

    /**
     * Something that happened in a chat.
     *
     * @param author who said it; null where nothing was said
     * @param text null where nothing was said, or it was erased
     * @param setting the setting behind it; null for none
     * @param file that was sent, the text being its name; null for none
     */
    record RecordEntry(
            int number,
            Instant at,
            String event,
            @Nullable String author,
            @Nullable String operator,
            @Nullable String queue,
            String because,
            @Nullable SettingLink setting,
            @Nullable String text,
            @Nullable SaidFile file) {}

    record SettingLink(String kind, String id, String pointer) {}

    /** Something that the visitor gave or that their page told. */
    record GivenFact(String name, String value) {}

    /**
     * One with all that is kept of it.
     *
     * @param consents what they were asked to agree to when they came
     * @param rating null where its visitor gave none
     */
    record KeptChat(
            RecordLine line,
            @Nullable String page,
            List<GivenFact> known,
            List<Agreement> consents,
            @Nullable Rated rating,
            List<RecordEntry> entries) {}

    RecordPage newest(String planId, @Nullable String before, int most) {
        var endedBefore = Instant.parse("9999-01-01T00:00:00Z");
        long idBefore = Long.MAX_VALUE;
        if (before != null) {
            try {
                int at = before.indexOf('_');
                endedBefore = Instant.parse(before.substring(0, at));
                idBefore = Long.parseLong(before.substring(at + 1));
            } catch (RuntimeException e) {
                throw new Refusal(
                        Kind.INVALID_PARAMETER, "\"before\" is no place in the list; send what \"next\" said.");
            }
        }
        var heads = records.newest(planId, endedBefore, idBefore, most);
        var changes = records.changes(planId, heads.stream().map(Head::id).toArray(Long[]::new)).stream()
                .collect(Collectors.groupingBy(Change::chat));
        return new RecordPage(
                heads.stream()
                        .map(head -> line(planId, head, changes.getOrDefault(head.id(), List.of())))
                        .toList(),
                heads.size() < most
                        ? null
                        : heads.getLast().endedAt() + "_" + heads.getLast().id());
    }

    KeptChat find(String planId, long chat) {
        var head = records.find(planId, chat).stream()
                .findFirst()
                .orElseThrow(() -> new Refusal(Kind.NOT_FOUND, "There is no finished chat " + chat + "."));
        var plan = plan(planId, head);
        var given = Given.together(chats.given(planId, chat), json);
        var known = new ArrayList<GivenFact>();
        given.answers().forEach((name, value) -> known.add(new GivenFact(name, value)));
        given.facts().forEach((name, value) -> known.add(new GivenFact(name, value)));
        return new KeptChat(
                line(planId, head, records.changes(planId, new Long[] {chat})),
                given.page(),
                known,
                given.consents(),
                records.rating(planId, chat).orElse(null),
                chats.entries(planId, chat, 0, MOST_ENTRIES).stream()
                        .map(entry -> entry(plan, entry))
                        .toList());
    }

    private Plan plan(String planId, Head head) {
        return plans.revisionState(planId, head.revision()).plan();
    }

    private RecordLine line(String planId, Head head, List<Change> changes) {
        var plan = plan(planId, head);
        return new RecordLine(
                head.id(),
                name(plan.doors(), head.doorId()).orElse(head.doorId()),
                head.language(),
                head.arrivedAt(),
                head.endedAt(),
                head.waitedMillis(),
                name(plan.queues(), head.queueId()).orElse(head.queueId()),
                name(plan.operators(), head.operatorId()).orElse(head.operatorId()),
                head.outcome().toLowerCase(Locale.ROOT).replace('_', '-'),
                head.revision(),
                life(plan, head, changes));
    }

    private static List<LifeStretch> life(Plan plan, Head head, List<Change> changes) {
        var life = new ArrayList<LifeStretch>();
        var holder = Holder.door;
        String name = null;
        var since = head.arrivedAt();
        for (Change change : changes) {
            var next = switch (change.event()) {
                case "to-bot" -> Holder.bot;
                case "queued", "moved" -> Holder.queue;
                case "assigned" -> Holder.operator;
                default -> holder;
            };
            String nextName = next == Holder.queue
                    ? name(plan.queues(), change.queueId()).orElse(change.queueId())
                    : next == Holder.operator
                            ? name(plan.operators(), change.operatorId()).orElse(change.operatorId())
                            : null;
            boolean goesOn = next == holder
                    && (next == Holder.door || String.valueOf(nextName).equals(name));
            if (!goesOn) {
                add(life, holder, name, since, change.at());
                holder = next;
                name = nextName;
                since = change.at();
            }
        }
        add(life, holder, name, since, head.endedAt());
        return life;
    }

    private static void add(List<LifeStretch> life, Holder holder, @Nullable String name, Instant from, Instant until) {
        if (until.isAfter(from)) {
            life.add(new LifeStretch(holder, name, from, until));
        }
    }

    private RecordEntry entry(Plan plan, StoredEntry entry) {
        return new RecordEntry(
                entry.number(),
                entry.at(),
                entry.event(),
                entry.author(),
                name(plan.operators(), entry.operatorId()).orElse(entry.operatorId()),
                name(plan.queues(), entry.queueId()).orElse(entry.queueId()),
                entry.because(),
                setting(entry.setting()),
                entry.words(),
                entry.file().orElse(null));
    }

    private @Nullable SettingLink setting(@Nullable String stored) {
        if (stored == null) {
            return null;
        }
        JsonNode node = json.readTree(stored);
        return new SettingLink(
                node.path("kind").asString(),
                node.path("id").asString(),
                node.path("pointer").asString());
    }

    private static Optional<String> name(List<? extends Element> elements, @Nullable String id) {
        return Element.find(elements, id).map(Element::name);
    }
}
