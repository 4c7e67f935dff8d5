package io.kinetarch.server.record;

import io.kinetarch.core.plan.Element;
import io.kinetarch.core.plan.Plan;
import io.kinetarch.server.document.Sheet;
import io.kinetarch.server.live.ChatReader;
import io.kinetarch.server.live.ChatReader.StoredEntry;
import io.kinetarch.server.live.Given;
import io.kinetarch.server.live.Given.Agreement;
import io.kinetarch.server.live.SaidFile;
import io.kinetarch.server.margin.Margins;
import io.kinetarch.server.margin.Margins.Margin;
import io.kinetarch.server.outgoing.Tickets;
import io.kinetarch.server.outgoing.Tickets.Ticket;
import io.kinetarch.server.plan.Plans;
import io.kinetarch.server.problem.Refusal;
import io.kinetarch.server.problem.Refusal.Kind;
import io.kinetarch.server.record.ErasureMapper.Erased;
import io.kinetarch.server.record.RecordMapper.Change;
import io.kinetarch.server.record.RecordMapper.Head;
import io.kinetarch.server.record.RecordMapper.Rated;
import io.kinetarch.server.record.RecordMapper.Wanted;
import java.time.Clock;
import java.time.Instant;
import java.time.LocalDate;
import java.time.YearMonth;
import java.time.temporal.ChronoUnit;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.Locale;
import java.util.Objects;
import java.util.Optional;
import java.util.stream.Collectors;
import java.util.stream.IntStream;
import java.util.stream.Stream;
import org.jspecify.annotations.Nullable;
import org.springframework.stereotype.Service;
import org.springframework.transaction.support.TransactionTemplate;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.json.JsonMapper;

/** Tells of finished chats, in the words of the revision under which each ended. */
@Service
class Records {
    private static final int MOST_ENTRIES = 5000;
    private static final int MOST_COUNTED = 10_000;
    private static final int MOST_MONTHS = 60;
    private static final int BEST_MARK = 5;
    /** An index has no word that is much longer; see the function facets. */
    private static final int LONGEST_FACET = 200;
    /** Lengths of waits that chats can be found by at once, in seconds. */
    private static final List<Integer> WAITS = List.of(10, 30, 60, 120, 300, 600);

    private static final int MOST_WHOLE = 1000;
    private static final int PAGE_OF_SHEET = 500;
    private static final List<String> COLUMNS = List.of(
            "chat",
            "arrived",
            "ended",
            "door",
            "language",
            "queue",
            "operator",
            "outcome",
            "waited seconds",
            "revision");
    private static final String ANY_LANGUAGE = "und";

    private final RecordMapper records;
    private final FoundMapper found;
    private final ErasureMapper erased;
    private final ChatReader chats;
    private final Margins margins;
    private final Tickets tickets;
    private final Plans plans;
    private final TransactionTemplate transaction;
    private final Clock clock;
    private final JsonMapper json;

    Records(
            RecordMapper records,
            FoundMapper found,
            ErasureMapper erased,
            ChatReader chats,
            Margins margins,
            Tickets tickets,
            Plans plans,
            TransactionTemplate transaction,
            Clock clock,
            JsonMapper json) {
        this.records = records;
        this.found = found;
        this.erased = erased;
        this.chats = chats;
        this.margins = margins;
        this.tickets = tickets;
        this.plans = plans;
        this.transaction = transaction;
        this.clock = clock;
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

    /**
     * The newest, and where the next older ones begin.
     *
     * @param next null where there are none
     * @param found how many there are in all, no more than 10,000 being counted; on the first page alone
     */
    record RecordPage(
            List<RecordLine> lines,
            @Nullable String next,
            @Nullable Integer found) {}

    /**
     * What somebody looks for; null for whatever.
     *
     * @param words all of which a chat has, in any of its texts; "in quotes" beside each other, with a minus none of them
     * @param operator who had it, alone or after others
     * @param outcome as records write them, one or more
     * @param from first day on which they came, in the plan's time zone
     * @param until last day
     * @param hour of the day in which they came, 0 to 23
     * @param weekday on which they came, 1 for Monday to 7
     * @param topic that they came for; empty for those of which it is not known
     * @param rated mark, 1 to 5, that a chat was given at most
     * @param waited seconds that its visitor waited at least
     * @param label that it bears; empty for those that bear none
     * @param chat its number
     */
    record Search(
            @Nullable String words,
            @Nullable String door,
            @Nullable String queue,
            @Nullable String operator,
            @Nullable String language,
            @Nullable List<String> outcome,
            @Nullable LocalDate from,
            @Nullable LocalDate until,
            @Nullable Integer hour,
            @Nullable Integer weekday,
            @Nullable String topic,
            @Nullable Integer rated,
            @Nullable Integer waited,
            @Nullable String label,
            @Nullable Long chat) {}

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
     * @param erasedAt when what was written in it was erased; null where it was not
     * @param margin what colleagues put beside it
     */
    record KeptChat(
            RecordLine line,
            @Nullable String page,
            @Nullable String referrer,
            List<GivenFact> known,
            List<Agreement> consents,
            @Nullable Rated rating,
            @Nullable Instant erasedAt,
            List<RecordEntry> entries,
            Margin margin,
            List<Ticket> tickets) {}

    /** The newest of what is looked for, from where another page said the next one begins. */
    RecordPage newest(String planId, Search search, @Nullable String before, int most) {
        var wanted = wanted(planId, search);
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
        var page = page(planId, wanted, endedBefore, idBefore, most, before == null);
        var heads = page.heads();
        var changes = records.changes(planId, heads.stream().map(Head::id).toArray(Long[]::new)).stream()
                .collect(Collectors.groupingBy(Change::chat));
        return new RecordPage(
                heads.stream()
                        .map(head -> line(planId, head, changes.getOrDefault(head.id(), List.of())))
                        .toList(),
                heads.size() < most
                        ? null
                        : heads.getLast().endedAt() + "_" + heads.getLast().id(),
                page.counted());
    }

    /**
     * Some of what is looked for.
     *
     * @param counted how many there are, up to a number; null where nobody asked
     */
    private record Page(List<Head> heads, @Nullable Integer counted) {}

    /** What is found by a query is counted first: whether it is few or many decides how the newest of it are found. */
    private Page page(String planId, Wanted wanted, Instant endedBefore, long idBefore, int most, boolean counts) {
        String query = wanted.query();
        if (query == null) {
            return new Page(
                    records.newest(planId, wanted, endedBefore, idBefore, most),
                    counts ? Integer.valueOf(records.count(planId, wanted, MOST_COUNTED)) : null);
        }
        return Objects.requireNonNull(transaction.execute(_ -> {
            records.byIndex();
            int found = records.countFound(planId, wanted, MOST_COUNTED);
            boolean isByQueryAlone = wanted.equals(Wanted.words(query));
            return new Page(
                    found < MOST_COUNTED
                            ? records.newestOfFew(planId, wanted, endedBefore, idBefore, most)
                            : records.newest(planId, wanted, endedBefore, idBefore, most),
                    !counts ? null : isByQueryAlone ? found : records.count(planId, wanted, MOST_COUNTED));
        }));
    }

    /** Goes through all that is looked for. */
    private final class Walk {
        private final String planId;
        private final Search search;
        private @Nullable String next;
        private boolean isOver;

        Walk(String planId, Search search) {
            this.planId = planId;
            this.search = search;
        }

        /** The next lines; none once all were told. */
        List<RecordLine> page() {
            if (isOver) {
                return List.of();
            }
            var page = newest(planId, search, next, PAGE_OF_SHEET);
            next = page.next();
            isOver = next == null;
            return page.lines();
        }
    }

    /** What is looked for as a table, page by page as it is written. */
    Sheet sheet(String planId, Search search) {
        var walk = new Walk(planId, search);
        var lines = Stream.generate(walk::page)
                .takeWhile(page -> !page.isEmpty())
                .flatMap(List::stream)
                .map(line -> Arrays.<@Nullable Object>asList(
                        line.chat(),
                        line.arrivedAt(),
                        line.endedAt(),
                        line.door(),
                        line.language(),
                        line.queue(),
                        line.operator(),
                        line.outcome(),
                        line.waitedMillis() / 1000.0,
                        line.revision()));
        return new Sheet("Records", COLUMNS, lines);
    }

    /** Whether anything limits what is looked for. */
    boolean isLimited(String planId, Search search) {
        return !wanted(planId, search).equals(Wanted.ANY);
    }

    /** The chats that are looked for, by their numbers, up to so many. */
    List<Long> chats(String planId, Search search, int most) {
        return records.ids(planId, wanted(planId, search), most);
    }

    /** Everything that is kept of the chats that are looked for. */
    List<KeptChat> whole(String planId, Search search) {
        var chats = chats(planId, search, MOST_WHOLE + 1);
        if (chats.size() > MOST_WHOLE) {
            throw new Refusal(
                    Kind.INVALID_PARAMETER,
                    "These are more than " + MOST_WHOLE
                            + " chats. Take them out in parts, or as a CSV without what was said.");
        }
        return chats.stream().map(chat -> find(planId, chat)).toList();
    }

    private Wanted wanted(String planId, Search search) {
        var plan = plans.draftState(planId).plan();
        LocalDate from = search.from();
        LocalDate until = search.until();
        Integer waited = search.waited();
        return new Wanted(
                query(plan, search),
                from == null ? null : from.atStartOfDay(plan.timeZone()).toInstant(),
                until == null
                        ? null
                        : until.plusDays(1).atStartOfDay(plan.timeZone()).toInstant(),
                waited == null ? null : Long.valueOf(waited * 1000L),
                search.label(),
                search.chat());
    }

    /** Words and what is kept besides them in one query of the database; null where neither is looked for. */
    private @Nullable String query(Plan plan, Search search) {
        var parts = new ArrayList<String>();
        String words = search.words();
        if (words != null && !words.isBlank()) {
            parts.add("(" + query(plan, words) + ")");
        }
        facet(parts, "door", search.door());
        facet(parts, "queue", search.queue());
        facet(parts, "operator", search.operator());
        facet(parts, "language", search.language());
        facet(parts, "topic", search.topic());
        facet(parts, "hour", search.hour());
        facet(parts, "weekday", search.weekday());
        var outcomes = search.outcome();
        if (outcomes != null && !outcomes.isEmpty()) {
            parts.add(oneOf(outcomes.stream()
                    .map(outcome ->
                            lexeme("outcome", outcome.toUpperCase(Locale.ROOT).replace('-', '_')))));
        }
        Integer rated = search.rated();
        if (rated != null) {
            parts.add(oneOf(
                    IntStream.rangeClosed(0, Math.clamp(rated, 0, BEST_MARK)).mapToObj(mark -> lexeme("rated", mark))));
        }
        Integer waited = search.waited();
        if (waited != null) {
            WAITS.stream()
                    .filter(seconds -> seconds <= waited)
                    .max(Integer::compare)
                    .ifPresent(seconds -> facet(parts, "waited", seconds));
        }
        LocalDate from = search.from();
        if (from != null && !parts.isEmpty()) {
            LocalDate until = search.until();
            var last = YearMonth.from(until == null ? LocalDate.now(clock.withZone(plan.timeZone())) : until);
            var first = YearMonth.from(from);
            if (!last.isBefore(first) && first.until(last, ChronoUnit.MONTHS) < MOST_MONTHS) {
                parts.add(oneOf(Stream.iterate(first, month -> !month.isAfter(last), month -> month.plusMonths(1))
                        .map(month -> lexeme("month", month))));
            }
        }
        return parts.isEmpty() ? null : String.join(" & ", parts);
    }

    private static void facet(List<String> parts, String kind, @Nullable Object value) {
        if (value != null) {
            parts.add(lexeme(kind, value));
        }
    }

    private static String oneOf(Stream<String> lexemes) {
        return lexemes.collect(Collectors.joining(" | ", "(", ")"));
    }

    /** As the function facets_of writes what is kept of a chat, quoted. */
    private static String lexeme(String kind, Object value) {
        String whole = value.toString();
        String kept = whole.codePointCount(0, whole.length()) <= LONGEST_FACET
                ? whole
                : whole.substring(0, whole.offsetByCodePoints(0, LONGEST_FACET));
        return "':" + kind + ":" + kept.replace("\\", "\\\\").replace("'", "''") + "'";
    }

    private String query(Plan plan, String words) {
        String query = found.query(words, languages(plan));
        if (query.isEmpty()) {
            throw new Refusal(
                    Kind.INVALID_PARAMETER,
                    "Nothing can be looked for by \"" + words
                            + "\": write a word that does not stand in nearly every text.");
        }
        return query;
    }

    /** The languages in which words are looked for. */
    static List<String> languages(Plan plan) {
        return Stream.concat(plan.doors().stream().flatMap(door -> door.languages().stream()), Stream.of(ANY_LANGUAGE))
                .distinct()
                .toList();
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
                given.referrer(),
                known,
                given.consents(),
                records.rating(planId, chat).orElse(null),
                erased.erasedAt(planId, chat).stream()
                        .map(Erased::at)
                        .findFirst()
                        .orElse(null),
                chats.entries(planId, chat, 0, MOST_ENTRIES).stream()
                        .map(entry -> entry(plan, entry))
                        .toList(),
                margins.of(planId, chat),
                tickets.of(planId, chat));
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
                // Who was only offered it never had it.
                changes.stream().anyMatch(change -> change.event().equals("assigned"))
                        ? name(plan.operators(), head.operatorId()).orElse(head.operatorId())
                        : null,
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
