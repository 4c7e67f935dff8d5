package io.kinetarch.server.desk;

import com.github.benmanes.caffeine.cache.Cache;
import com.github.benmanes.caffeine.cache.Caffeine;
import io.kinetarch.core.plan.DoorId;
import io.kinetarch.core.plan.Element;
import io.kinetarch.core.plan.Operator;
import io.kinetarch.core.plan.PageFact;
import io.kinetarch.core.plan.Plan;
import io.kinetarch.core.plan.QuestionId;
import io.kinetarch.core.plan.Queue;
import io.kinetarch.server.bot.BotParts;
import io.kinetarch.server.bot.BotParts.BotPart;
import io.kinetarch.server.door.DoorDocuments;
import io.kinetarch.server.letter.Letters;
import io.kinetarch.server.letter.Letters.EarlierLine;
import io.kinetarch.server.live.ChatReader;
import io.kinetarch.server.live.ChatReader.StoredChat;
import io.kinetarch.server.live.ChatReader.StoredEntry;
import io.kinetarch.server.live.ChatReader.StoredOperator;
import io.kinetarch.server.live.Given;
import io.kinetarch.server.live.Passing;
import io.kinetarch.server.live.SaidFile;
import io.kinetarch.server.margin.Margins;
import io.kinetarch.server.margin.Margins.Margin;
import io.kinetarch.server.margin.Margins.Mention;
import io.kinetarch.server.outgoing.Tickets;
import io.kinetarch.server.outgoing.Tickets.Ticket;
import io.kinetarch.server.problem.Refusal;
import io.kinetarch.server.problem.Refusal.Kind;
import io.kinetarch.server.visit.LivePlans;
import io.kinetarch.server.visit.TakenQueues;
import java.time.Clock;
import java.time.Duration;
import java.time.Instant;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.TreeMap;
import java.util.function.Function;
import java.util.function.LongFunction;
import java.util.stream.Collectors;
import java.util.stream.Stream;
import org.jspecify.annotations.Nullable;
import org.springframework.stereotype.Service;
import tools.jackson.databind.json.JsonMapper;

/** What an operator sees at the desk. */
@Service
public class Desks {
    private static final int MOST_ENTRIES = 1000;
    private static final int MOST_GIVEN = 10_000;

    private final LivePlans plans;
    private final TakenQueues queues;
    private final ChatReader chats;
    private final Passing passing;
    private final BotParts bots;
    private final Letters letters;
    private final Margins margins;
    private final Tickets tickets;
    private final JsonMapper json;
    private final Clock clock;
    private final Cache<String, Given> given = Caffeine.newBuilder()
            .expireAfterWrite(Duration.ofMinutes(1))
            .maximumSize(MOST_GIVEN)
            .build();

    Desks(
            LivePlans plans,
            TakenQueues queues,
            ChatReader chats,
            Passing passing,
            BotParts bots,
            Letters letters,
            Margins margins,
            Tickets tickets,
            JsonMapper json,
            Clock clock) {
        this.plans = plans;
        this.queues = queues;
        this.chats = chats;
        this.passing = passing;
        passing.on(passed -> {
            if (passed.what() == Passing.What.KNOWN_MORE) {
                given.invalidate(passed.plan() + " " + passed.chat());
            }
        });
        this.bots = bots;
        this.letters = letters;
        this.margins = margins;
        this.tickets = tickets;
        this.json = json;
        this.clock = clock;
    }

    /**
     * The desk of an operator.
     *
     * @param at the instant that it is, by the server's clock
     * @param state present, away or gone
     * @param since when; null before the first time
     * @param replySeconds within which a visitor is to be answered
     * @param acceptSeconds within which an offer is to be accepted
     * @param reason why they are away, in their words; null for none
     * @param sentOn what the operator sent on and nobody has taken yet
     * @param aside what the operator has set aside
     * @param mentions notes for the operator that they have not seen
     */
    public record Desk(
            Instant at,
            DeskSelf self,
            String state,
            @Nullable String reason,
            @Nullable Instant since,
            int inUse,
            int replySeconds,
            int acceptSeconds,
            List<Place> places,
            List<WaitingChat> waiting,
            List<Colleague> colleagues,
            List<SentOn> sentOn,
            List<AsideChat> aside,
            List<Mention> mentions,
            List<DeskQueue> queues,
            List<DeskSkill> skills) {}

    /**
     * Whose desk it is.
     *
     * @param heaviest weight of the heaviest chat that they may get
     */
    public record DeskSelf(String id, String name, @Nullable String picture, int capacity, int heaviest) {}

    /**
     * A chat at the desk, or what is new in it.
     *
     * @param stage offered, held, wrap-up or none once the operator has no more part in it
     * @param holder who holds it or is offered it; null for nobody
     * @param weight how much of the capacity it takes
     * @param visitor what they are called; null where nobody knows
     * @param from number of the entry after which lines and steps are told of
     * @param got number of the newest entry that the visitor's screen has
     * @param read number of the newest entry that the visitor has read
     * @param transfers queues that it may be sent to
     * @param bot what the door's bot has to tell; null for nothing
     * @param earlier the conversation that the visitor goes on with, having come by the link in a mail
     * @param margin what colleagues put beside it; null where it is not told anew, or nothing is kept
     * @param tickets that were made of it; null likewise
     * @param fills what stands for placeholders of replies kept ready
     */
    public record Place(
            long chat,
            String stage,
            @Nullable String holder,
            List<String> colleagues,
            @Nullable String queue,
            String queueName,
            int weight,
            String door,
            String language,
            @Nullable String visitor,
            @Nullable String page,
            @Nullable String referrer,
            List<VisitorFact> facts,
            Instant arrivedAt,
            long waitedMillis,
            @Nullable Instant offerUntil,
            @Nullable String outcome,
            int from,
            int number,
            int got,
            int read,
            List<DeskLine> lines,
            List<DeskStep> steps,
            List<String> transfers,
            @Nullable String toBot,
            @Nullable BotPart bot,
            List<EarlierLine> earlier,
            boolean takesFiles,
            Map<String, String> fills,
            @Nullable Margin margin,
            @Nullable List<Ticket> tickets) {}

    /** Something that is known of the visitor. */
    public record VisitorFact(String name, String value) {}

    /**
     * Something said.
     *
     * @param from visitor, operator, bot or plan
     * @param operator who of the operators
     * @param file that was sent by it; null for none
     */
    public record DeskLine(
            int number,
            Instant at,
            String from,
            @Nullable String operator,
            @Nullable String name,
            String text,
            @Nullable String key,
            @Nullable SaidFile file) {}

    /** A step of the trace. */
    public record DeskStep(int number, Instant at, String event, String because) {}

    /**
     * A chat that waits.
     *
     * @param mine whether the operator takes chats of its queue
     */
    public record WaitingChat(
            long chat, String queue, String queueName, String language, Instant since, boolean offered, boolean mine) {}

    public record Colleague(
            String id,
            String name,
            String state,
            @Nullable String reason,
            int inUse,
            int capacity,
            List<String> languages,
            List<ColleagueTalk> talks) {}

    /** A chat that a colleague has, of a queue of which the operator takes chats. */
    public record ColleagueTalk(
            long chat, @Nullable String visitor, String queueName, String language, Instant since) {}

    /**
     * A chat that the operator has set aside.
     *
     * @param until when it comes back, unless its visitor writes before
     */
    public record AsideChat(long chat, @Nullable String visitor, String queueName, Instant until) {}

    /** A chat that the operator sent on and may take back. */
    public record SentOn(
            long chat,
            @Nullable String visitor,
            String queueName,
            @Nullable String operatorName,
            Instant since) {}

    /**
     * A queue.
     *
     * @param takes whether the operator takes chats of it now: as a member who has not left it, or having joined it
     */
    public record DeskQueue(String id, String name, boolean takes) {}

    public record DeskSkill(String id, String name) {}

    /** Whether an operator has a part in a chat. */
    boolean takesPart(String planId, long chat, Operator operator) {
        return doorOf(planId, chat, operator).isPresent();
    }

    /** The door of a chat in which an operator has a part. */
    Optional<String> doorOf(String planId, long chat, Operator operator) {
        return chats.chat(planId, chat)
                .filter(found -> found.operators().contains(operator.id().value()))
                .map(StoredChat::doorId);
    }

    /**
     * @throws Refusal if a chat does not wait, or waits in a queue of which the operator takes none
     */
    void mayTake(String planId, long chat, Operator operator) {
        var plan = plans.live(planId).plan();
        var stored = chats.operators(planId).stream()
                .filter(one -> one.operatorId().equals(operator.id().value()))
                .findFirst()
                .orElse(StoredOperator.NOT_YET);
        var found = chats.chat(planId, chat)
                .orElseThrow(() -> new Refusal(Kind.NOT_FOUND, "There is no chat " + chat + "."));
        String queue = String.valueOf(found.queueId());
        if (!queues.now(plan, operator, stored).contains(queue)) {
            throw new Refusal(
                    Kind.NOT_POSSIBLE,
                    "You take no chats of "
                            + Element.find(plan.queues(), queue)
                                    .map(Element::name)
                                    .orElse("its queue")
                            + " now. Join that queue first, under “takes from”.");
        }
    }

    /** Notes how far an operator's side has got a chat, and how far they have read it. */
    void mark(String planId, long chat, int got, int read) {
        chats.operatorMarks(planId, chat, got, read);
        passing.marked(planId, chat);
    }

    Desk desk(String planId, Operator operator) {
        var plan = plans.live(planId).plan();
        var mine = chats.chatsOf(planId, operator.id().value());
        var ids = mine.stream().map(StoredChat::id).toList();
        return desk(
                plan,
                operator,
                new Floor(
                        clock.instant(),
                        chats.operators(planId),
                        mine.stream()
                                .map(chat -> new Talk(chat, chats.entries(planId, chat.id(), 0, MOST_ENTRIES)))
                                .toList(),
                        chats.waiting(planId),
                        chat -> given(planId, chat),
                        chat -> bots.of(planId, plan, chat.id(), chat.doorId()),
                        chat -> letters.earlier(planId, chat),
                        new Kept(
                                chats.held(planId),
                                chats.asideOf(planId, operator.id().value()),
                                margins.mentions(planId, operator),
                                margins.of(planId, ids),
                                tickets.of(planId, ids))));
    }

    /** A chat and what happened in it. */
    public record Talk(StoredChat chat, List<StoredEntry> entries) {}

    /**
     * What is going on around a desk, wherever it is kept.
     *
     * @param mine chats in which the operator has a part
     * @param waiting who waits, in the order in which they do
     * @param given what the visitor of a chat gave at the door
     * @param bot what a bot has to tell of a chat
     * @param earlier the conversation that a chat goes on with
     */
    public record Floor(
            Instant at,
            List<StoredOperator> operators,
            List<Talk> mine,
            List<StoredChat> waiting,
            LongFunction<Given> given,
            Function<StoredChat, Optional<BotPart>> bot,
            LongFunction<List<EarlierLine>> earlier,
            Kept kept) {}

    /**
     * What is kept around a desk and decides nothing.
     *
     * @param held chats that operators have
     * @param aside chats that the operator has set aside
     * @param mentions notes for the operator
     * @param margins what colleagues put beside chats
     * @param tickets that were made of chats
     */
    public record Kept(
            List<StoredChat> held,
            List<StoredChat> aside,
            List<Mention> mentions,
            Map<Long, Margin> margins,
            Map<Long, List<Ticket>> tickets) {
        /** Nothing but what is set aside, where nothing else is kept. */
        public static Kept aside(List<StoredChat> chats) {
            return new Kept(List.of(), chats, List.of(), Map.of(), Map.of());
        }
    }

    /** What is known of a chat besides what happened in it. */
    private record Known(
            Given given,
            Optional<BotPart> bot,
            List<EarlierLine> earlier,
            @Nullable Margin margin,
            @Nullable List<Ticket> tickets) {}

    /** The desk of an operator of a plan. */
    public Desk desk(Plan plan, Operator operator, Floor floor) {
        var stored =
                floor.operators().stream().collect(Collectors.toMap(StoredOperator::operatorId, Function.identity()));
        var self = stored.getOrDefault(operator.id().value(), StoredOperator.NOT_YET);
        var timeouts = plan.settings().timeouts();
        var taken = queues.now(plan, operator, self);
        return new Desk(
                floor.at(),
                new DeskSelf(
                        operator.id().value(),
                        operator.name(),
                        picture(operator),
                        operator.capacity(),
                        queues.memberOf(plan, operator).stream()
                                .mapToInt(queue -> plan.queue(queue).weight())
                                .max()
                                .orElse(1)),
                self.state(),
                self.reason(),
                self.operatorId().isEmpty() ? null : self.since(),
                self.inUse(),
                timeouts.reply().seconds(),
                timeouts.accept().seconds(),
                floor.mine().stream()
                        .map(talk -> place(
                                plan,
                                talk.chat(),
                                new Known(
                                        floor.given().apply(talk.chat().id()),
                                        floor.bot().apply(talk.chat()),
                                        floor.earlier().apply(talk.chat().id()),
                                        floor.kept().margins().get(talk.chat().id()),
                                        floor.kept()
                                                .tickets()
                                                .getOrDefault(talk.chat().id(), List.of())),
                                0,
                                talk.entries()))
                        .toList(),
                floor.waiting().stream().map(chat -> waiting(plan, chat, taken)).toList(),
                plan.operators().stream()
                        .filter(other -> !other.id().equals(operator.id()))
                        .map(other -> colleague(
                                other,
                                stored.getOrDefault(other.id().value(), StoredOperator.NOT_YET),
                                talks(plan, other, taken, floor)))
                        .toList(),
                floor.waiting().stream()
                        .filter(chat -> operator.id().value().equals(chat.sentBy()))
                        .map(chat -> sentOn(plan, chat, floor.given().apply(chat.id())))
                        .toList(),
                floor.kept().aside().stream()
                        .map(chat -> new AsideChat(
                                chat.id(),
                                visitor(plan, chat, floor.given().apply(chat.id())),
                                Element.find(plan.queues(), chat.queueId())
                                        .map(Element::name)
                                        .orElse(""),
                                Optional.ofNullable(chat.offerUntil()).orElse(floor.at())))
                        .toList(),
                floor.kept().mentions(),
                plan.queues().stream()
                        .map(queue -> new DeskQueue(
                                queue.id().value(),
                                queue.name(),
                                taken.contains(queue.id().value())))
                        .toList(),
                plan.skills().stream()
                        .map(skill -> new DeskSkill(skill.id().value(), skill.name()))
                        .toList());
    }

    private static SentOn sentOn(Plan plan, StoredChat chat, Given given) {
        return new SentOn(
                chat.id(),
                visitor(plan, chat, given),
                Element.find(plan.queues(), chat.queueId()).map(Element::name).orElse(""),
                Element.find(plan.operators(), chat.operatorId())
                        .map(Element::name)
                        .orElse(null),
                Optional.ofNullable(chat.queuedAt()).orElse(chat.arrivedAt()));
    }

    /** What a visitor is called; null where nobody knows. */
    private static @Nullable String visitor(Plan plan, StoredChat chat, Given given) {
        return given.facts().entrySet().stream()
                .filter(fact -> isName(plan, chat.doorId(), fact.getKey()))
                .map(Map.Entry::getValue)
                .findFirst()
                .orElse(null);
    }

    /** A chat with these of its entries, as the desks of those in it see it. */
    public Place place(String planId, StoredChat chat, int from, List<StoredEntry> entries) {
        var plan = plans.live(planId).plan();
        // With each message it would be looked up for nothing: a desk that has the chat knows what stands beside it.
        boolean beside = from == 0 || entries.isEmpty();
        var known = new Known(
                given(planId, chat.id()),
                bots.of(planId, plan, chat.id(), chat.doorId()),
                letters.earlier(planId, chat.id()),
                beside ? margins.of(planId, chat.id()) : null,
                beside ? tickets.of(planId, chat.id()) : null);
        return place(plan, chat, known, from, entries);
    }

    private static Place place(Plan plan, StoredChat chat, Known known, int from, List<StoredEntry> entries) {
        var given = known.given();
        var queue = Element.find(plan.queues(), chat.queueId());
        return new Place(
                chat.id(),
                stage(chat.stage()),
                chat.operatorId(),
                chat.operators().stream()
                        .filter(operator -> !operator.equals(chat.operatorId()))
                        .toList(),
                chat.queueId(),
                queue.map(Element::name).orElse(""),
                queue.map(Queue::weight).orElse(1),
                Element.find(plan.doors(), chat.doorId()).map(Element::name).orElse(chat.doorId()),
                chat.language(),
                visitor(plan, chat, given),
                given.page(),
                given.referrer(),
                facts(plan, chat.doorId(), given),
                chat.arrivedAt(),
                Optional.ofNullable(chat.waitedMillis()).orElse(0L),
                chat.offerUntil(),
                chat.outcome(),
                from,
                entries.isEmpty() ? from : entries.getLast().number(),
                chat.visitorGot(),
                chat.visitorRead(),
                entries.stream()
                        .filter(StoredEntry::isSaid)
                        .map(entry -> new DeskLine(
                                entry.number(),
                                entry.at(),
                                String.valueOf(entry.author()),
                                entry.operatorId(),
                                "operator".equals(entry.author())
                                        ? Element.find(plan.operators(), entry.operatorId())
                                                .map(Element::name)
                                                .orElse(entry.operatorId())
                                        : null,
                                String.valueOf(entry.words()),
                                entry.key(),
                                entry.file().orElse(null)))
                        .toList(),
                entries.stream()
                        .filter(entry -> !entry.isSaid() && !entry.event().equals("said"))
                        .map(entry -> new DeskStep(entry.number(), entry.at(), entry.event(), entry.because()))
                        .toList(),
                queue.map(found ->
                                found.transfers().stream().map(id -> id.value()).toList())
                        .orElse(List.of()),
                plan.botAt(new DoorId(chat.doorId())).map(Element::name).orElse(null),
                known.bot().orElse(null),
                known.earlier(),
                Element.find(plan.doors(), chat.doorId())
                        .filter(door -> door.files() != null)
                        .isPresent(),
                fills(plan, chat, given),
                known.margin(),
                known.tickets());
    }

    private static Map<String, String> fills(Plan plan, StoredChat chat, Given given) {
        var fills = new TreeMap<>(given.answers());
        fills.putAll(given.facts());
        fills.put("company", plan.settings().name());
        Element.find(plan.doors(), chat.doorId()).ifPresent(door -> fills.put("door", door.name()));
        Element.find(plan.queues(), chat.queueId()).ifPresent(queue -> fills.put("queue", queue.name()));
        Optional.ofNullable(visitor(plan, chat, given)).ifPresent(name -> fills.put("visitor", name));
        return fills;
    }

    /** What a visitor gave at the door, looked up once in a while. */
    private Given given(String planId, long chat) {
        return given.get(planId + " " + chat, _ -> Given.together(chats.given(planId, chat), json));
    }

    private static List<VisitorFact> facts(Plan plan, String doorId, Given given) {
        var door = Element.find(plan.doors(), doorId);
        var answers = given.answers().entrySet().stream()
                .map(answer -> new VisitorFact(
                        door.flatMap(found -> found.question(new QuestionId(answer.getKey())))
                                .map(question -> question.text().inFirstOf(List.of("en")))
                                .orElse(answer.getKey()),
                        answer.getValue()));
        var told = given.facts().entrySet().stream().map(fact -> new VisitorFact(fact.getKey(), fact.getValue()));
        return Stream.concat(answers, told).toList();
    }

    private static boolean isName(Plan plan, String doorId, String key) {
        return Element.find(plan.doors(), doorId).stream()
                .flatMap(door -> door.facts().stream())
                .anyMatch(fact -> fact.key().equals(key) && fact.kind() == PageFact.Kind.NAME);
    }

    private static WaitingChat waiting(Plan plan, StoredChat chat, Set<String> taken) {
        var queue = Element.find(plan.queues(), chat.queueId());
        return new WaitingChat(
                chat.id(),
                String.valueOf(chat.queueId()),
                queue.map(Element::name).orElse(""),
                chat.language(),
                Optional.ofNullable(chat.queuedAt()).orElse(chat.arrivedAt()),
                "OFFERED".equals(chat.stage()),
                taken.contains(String.valueOf(chat.queueId())));
    }

    private static Colleague colleague(Operator operator, StoredOperator stored, List<ColleagueTalk> talks) {
        return new Colleague(
                operator.id().value(),
                operator.name(),
                stored.state(),
                stored.reason(),
                stored.inUse(),
                operator.capacity(),
                operator.languages().stream().map(spoken -> spoken.language()).toList(),
                talks);
    }

    /** What a colleague has of the queues of which an operator takes chats. */
    private static List<ColleagueTalk> talks(Plan plan, Operator colleague, Set<String> taken, Floor floor) {
        return floor.kept().held().stream()
                .filter(chat -> colleague.id().value().equals(chat.operatorId()))
                .filter(chat -> taken.contains(String.valueOf(chat.queueId())))
                .map(chat -> new ColleagueTalk(
                        chat.id(),
                        visitor(plan, chat, floor.given().apply(chat.id())),
                        Element.find(plan.queues(), chat.queueId())
                                .map(Element::name)
                                .orElse(""),
                        chat.language(),
                        chat.arrivedAt()))
                .toList();
    }

    private static @Nullable String picture(Operator operator) {
        return operator.picture() == null ? null : DoorDocuments.PICTURES + operator.picture();
    }

    private static String stage(@Nullable String stored) {
        return switch (stored) {
            case "OFFERED" -> "offered";
            case "HELD" -> "held";
            case "WRAP_UP" -> "wrap-up";
            case null, default -> "none";
        };
    }
}
