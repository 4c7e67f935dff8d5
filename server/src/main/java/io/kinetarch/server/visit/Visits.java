package io.kinetarch.server.visit;

import com.github.benmanes.caffeine.cache.Cache;
import com.github.benmanes.caffeine.cache.Caffeine;
import io.kinetarch.core.plan.AllowedSite;
import io.kinetarch.core.plan.Bot;
import io.kinetarch.core.plan.DoorId;
import io.kinetarch.core.plan.Element;
import io.kinetarch.core.plan.FrontDoor;
import io.kinetarch.core.plan.Operator;
import io.kinetarch.core.plan.Plan;
import io.kinetarch.core.plan.Question;
import io.kinetarch.core.plan.QuestionId;
import io.kinetarch.core.plan.Queue;
import io.kinetarch.core.plan.QueueId;
import io.kinetarch.core.plan.VisitorKind;
import io.kinetarch.server.account.Sha256;
import io.kinetarch.server.door.DoorDocument.AskedQuestion;
import io.kinetarch.server.door.DoorDocuments;
import io.kinetarch.server.live.Beside;
import io.kinetarch.server.live.CallKind;
import io.kinetarch.server.live.ChatReader;
import io.kinetarch.server.live.ChatReader.StoredChat;
import io.kinetarch.server.live.ChatReader.StoredEntry;
import io.kinetarch.server.live.ChatReader.StoredOperator;
import io.kinetarch.server.live.Given;
import io.kinetarch.server.live.Given.Agreement;
import io.kinetarch.server.live.LiveCalls;
import io.kinetarch.server.live.LiveLog.Appended;
import io.kinetarch.server.live.Passing;
import io.kinetarch.server.live.SaidFile;
import io.kinetarch.server.live.Wish;
import io.kinetarch.server.problem.Refusal;
import io.kinetarch.server.problem.Refusal.Kind;
import java.security.MessageDigest;
import java.security.SecureRandom;
import java.time.Clock;
import java.time.Duration;
import java.time.Instant;
import java.util.ArrayList;
import java.util.Base64;
import java.util.HexFormat;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.OptionalDouble;
import java.util.Set;
import java.util.UUID;
import java.util.function.IntSupplier;
import java.util.function.Supplier;
import java.util.stream.Collectors;
import org.jspecify.annotations.Nullable;
import org.springframework.stereotype.Service;
import tools.jackson.databind.json.JsonMapper;

/** What visitors do in their chats, and what they see of them. */
@Service
public class Visits {
    private static final Beside NOTHING_BESIDE = new Beside(List.of(), null, null);
    private static final int MOST_ENTRIES = 500;
    private static final int TOKEN_BYTES = 32;
    private static final int BEST_MARK = 5;
    private static final int MOST_RUNNING = 50_000;
    /** How long an ended chat can still be read by its visitor, whose network may have been away at its end. */
    private static final Duration AFTER_THE_END = Duration.ofMinutes(10);

    private final LivePlans plans;
    private final LiveCalls calls;
    private final ChatReader chats;
    private final Passing passing;
    private final DoorDocuments documents;
    private final Clock clock;
    private final JsonMapper json;
    private final QueueWaits waits;
    private final SecureRandom random = new SecureRandom();
    /** Hashes of the tokens of chats that were open a moment ago. */
    private final Cache<ChatName, byte[]> running = Caffeine.newBuilder()
            .expireAfterWrite(Duration.ofSeconds(30))
            .maximumSize(MOST_RUNNING)
            .build();

    Visits(
            LivePlans plans,
            LiveCalls calls,
            ChatReader chats,
            Passing passing,
            DoorDocuments documents,
            Clock clock,
            JsonMapper json,
            QueueWaits waits) {
        this.plans = plans;
        this.calls = calls;
        this.chats = chats;
        this.passing = passing;
        this.documents = documents;
        this.clock = clock;
        this.json = json;
        this.waits = waits;
    }

    /**
     * A chat that was started.
     *
     * @param token opens this chat and nothing else; it is told this once
     */
    public record Started(long chat, String token) {}

    /**
     * A chat as its visitor sees it.
     *
     * @param stage starting, asking, bot, waiting, form, chat or ended
     * @param position how many wait before the visitor; null where they do not wait, or their queue does not tell
     * @param waitSeconds that they can expect to wait; null where they do not, it is not known, or their queue does not tell
     * @param ways that may be chosen: message, call-back, bot
     * @param asked questions that wait for an answer
     * @param from number of the entry after which these are told of
     * @param number of the newest entry
     * @param got number of the newest entry that an operator's screen has
     * @param read number of the newest entry that an operator has read
     */
    public record VisitView(
            long chat,
            String stage,
            @Nullable Integer position,
            @Nullable Integer waitSeconds,
            @Nullable Answering operator,
            List<String> ways,
            List<AskedQuestion> asked,
            @Nullable String outcome,
            int from,
            int number,
            int got,
            int read,
            List<VisitLine> lines) {}

    /**
     * Who answers.
     *
     * @param bot whether it is no person
     */
    public record Answering(String name, @Nullable String picture, boolean bot) {}

    /**
     * Something said.
     *
     * @param from visitor, operator, bot or plan
     * @param name who said it; null for the visitor
     * @param key the name that its sender gave it; null where it had none
     * @param offers what may be said next by a press of a button
     * @param picture that stands below it; null for none
     * @param file that was sent by it; null for none
     */
    public record VisitLine(
            int number,
            Instant at,
            String from,
            @Nullable String name,
            String text,
            @Nullable String key,
            List<String> offers,
            @Nullable String picture,
            @Nullable SaidFile file) {}

    /**
     * Starts a chat, or gives the one that was started under this key, with a new token.
     *
     * @throws Refusal if it does not come about
     */
    Started start(String planId, FrontDoor door, String language, UUID key, Given given) {
        byte[] bytes = new byte[TOKEN_BYTES];
        random.nextBytes(bytes);
        String token = Base64.getUrlEncoder().withoutPadding().encodeToString(bytes);
        byte[] hash = hash(token);
        var start =
                new Wish.Start(door.id().value(), language, key, HexFormat.of().formatHex(hash));
        var appended = calls.make(planId, Wish.arrive(start, given));
        if (appended.again()) {
            chats.newToken(planId, appended.number(), hash);
            hasEnded(planId, appended.number()); // the token before is none any more
        }
        return new Started(appended.number(), token);
    }

    /**
     * The chat that a token opens.
     *
     * @throws Refusal if it opens none, or the chat ended a while ago
     */
    public StoredChat opened(String planId, long chat, @Nullable String token) {
        var found = chats.chat(planId, chat)
                .filter(stored -> token != null && MessageDigest.isEqual(stored.tokenHash(), hash(token)))
                .orElseThrow(
                        () -> new Refusal(Kind.NOT_FOUND, "There is no such chat, or the token does not open it."));
        Instant ended = found.endedAt();
        if (ended != null && ended.plus(AFTER_THE_END).isBefore(clock.instant())) {
            throw new Refusal(Kind.GONE, "The chat has ended. Start another.");
        }
        return found;
    }

    /**
     * The same, of a chat in which something is to be done: by what was known of it a moment ago, since whether it can be done is
     * decided later anyway.
     */
    void checkRunning(String planId, long chat, @Nullable String token) {
        var known = running.getIfPresent(new ChatName(planId, chat));
        if (known == null || token == null || !MessageDigest.isEqual(known, hash(token))) {
            var found = opened(planId, chat, token);
            if (found.hasEnded()) {
                throw new Refusal(Kind.GONE, "The chat has ended. Start another.");
            }
            running.put(new ChatName(planId, chat), found.tokenHash());
        }
    }

    /**
     * Rates a chat.
     *
     * @throws Refusal if it has not ended, its door asks for no rating, or it is none
     */
    Appended rate(String planId, StoredChat chat, int mark, @Nullable String comment) {
        if (!chat.hasEnded()) {
            throw new Refusal(Kind.NOT_POSSIBLE, "The chat goes on. Rate it once it has ended.");
        }
        var asks = Element.find(plans.live(planId).plan().doors(), chat.doorId())
                .filter(door -> door.ending().rating());
        if (asks.isEmpty()) {
            throw new Refusal(Kind.NOT_POSSIBLE, "This door asks for no rating.");
        }
        if (mark < 1 || mark > BEST_MARK) {
            throw new Refusal(
                    Kind.INVALID_DOCUMENT,
                    "/mark",
                    "A mark is a whole number from 1 to " + BEST_MARK + ", not " + mark + ".");
        }
        boolean says = comment != null && !comment.isBlank();
        if (says && !asks.get().ending().comment()) {
            throw new Refusal(Kind.INVALID_DOCUMENT, "/comment", "This door asks for a mark alone.");
        }
        return calls.make(
                planId,
                Wish.rates(chat.id(), mark, says ? VisitWords.message(String.valueOf(comment), "/comment") : null));
    }

    /** A visitor who asks again and again is there, though no connection of theirs stays open. */
    void isThere(String planId, long chat) {
        calls.tell(planId, Wish.byVisitor(chat, CallKind.VISITOR_BACK, null, null));
    }

    /** A chat is over: nothing more is done in it. */
    public void hasEnded(String planId, long chat) {
        running.invalidate(new ChatName(planId, chat));
    }

    private record ChatName(String plan, long chat) {}

    /** Notes how far the visitor's side has got a chat, and how far they have read it. */
    void mark(String planId, long chat, int got, int read) {
        chats.visitorMarks(planId, chat, got, read);
        passing.marked(planId, chat);
    }

    /** A chat and what was said in it after an entry. */
    VisitView view(String planId, StoredChat chat, int after) {
        // What came since the chat was read is left out: its lines would say that they are newer than its stage is.
        var entries = chats.entries(planId, chat.id(), after, MOST_ENTRIES).stream()
                .filter(entry -> entry.number() <= chat.entries())
                .toList();
        return view(planId, chat, after, entries);
    }

    /** A chat and these of its entries. */
    public VisitView view(String planId, StoredChat chat, int after, List<StoredEntry> entries) {
        var plan = plans.live(planId).plan();
        return view(plan, chat, () -> chats.before(planId, chat.id()), () -> waits.operators(planId), after, entries);
    }

    /**
     * A chat of a plan, wherever it is kept.
     *
     * @param before how many wait before it; asked only where it waits
     * @param operators how they stand; asked only where the queue tells of the wait
     */
    public VisitView view(
            Plan plan,
            StoredChat chat,
            IntSupplier before,
            Supplier<List<StoredOperator>> operators,
            int after,
            List<StoredEntry> entries) {
        String stage = stage(chat.stage());
        var line = stage.equals("waiting")
                ? Element.find(plan.queues(), chat.queueId())
                        .map(queue -> standing(plan, queue, before.getAsInt(), operators))
                        .orElse(Standing.UNTOLD)
                : Standing.UNTOLD;
        return new VisitView(
                chat.id(),
                stage,
                line.position(),
                line.waitSeconds(),
                answering(plan, chat, stage).orElse(null),
                chat.wayList().stream().map(Visits::word).toList(),
                asked(plan, chat),
                chat.outcome() == null ? null : word(chat.outcome()),
                after,
                entries.isEmpty() ? after : entries.getLast().number(),
                chat.operatorGot(),
                chat.operatorRead(),
                entries.stream()
                        .filter(StoredEntry::isSaid)
                        .map(entry -> line(plan, chat.doorId(), entry))
                        .toList());
    }

    private static Optional<Answering> answering(Plan plan, StoredChat chat, String stage) {
        return switch (stage) {
            case "chat" ->
                Element.find(plan.operators(), chat.operatorId() == null ? chat.sentBy() : chat.operatorId())
                        .map(found -> new Answering(found.name(), picture(found.picture()), false));
            case "bot" ->
                plan.botAt(new DoorId(chat.doorId()))
                        .map(found -> new Answering(found.name(), picture(found.picture()), true));
            default -> Optional.empty();
        };
    }

    private static @Nullable String picture(@Nullable String digest) {
        return digest == null ? null : DoorDocuments.PICTURES + digest;
    }

    /** What the queue tells a visitor of their place in it. */
    private record Standing(
            @Nullable Integer position, @Nullable Integer waitSeconds) {
        static final Standing UNTOLD = new Standing(null, null);
    }

    private Standing standing(Plan plan, Queue queue, int before, Supplier<List<StoredOperator>> operators) {
        var room = queue.waiting();
        var seconds = room.waitShown() ? waits.seconds(plan, queue, before, operators.get()) : OptionalDouble.empty();
        return new Standing(
                room.positionShown() ? before : null,
                seconds.isEmpty() ? null : (int) Math.round(seconds.getAsDouble()));
    }

    private VisitLine line(Plan plan, String door, StoredEntry entry) {
        var beside = beside(entry);
        return new VisitLine(
                entry.number(),
                entry.at(),
                Optional.ofNullable(entry.author()).orElse("plan"),
                switch (entry.author()) {
                    case "operator" ->
                        Element.find(plan.operators(), entry.operatorId())
                                .map(Operator::name)
                                .orElse(null);
                    case "bot" -> plan.botAt(new DoorId(door)).map(Bot::name).orElse(null);
                    case null, default -> null;
                },
                Optional.ofNullable(entry.words()).orElse(""),
                "visitor".equals(entry.author()) ? entry.key() : null,
                beside.offers(),
                picture(beside.picture()),
                entry.file().orElse(null));
    }

    private Beside beside(StoredEntry entry) {
        String stored = entry.beside();
        return stored == null ? NOTHING_BESIDE : json.readValue(stored, Beside.class);
    }

    private List<AskedQuestion> asked(Plan plan, StoredChat chat) {
        if (chat.askedList().isEmpty()) {
            return List.of();
        }
        var wanted = new LinkedHashSet<QuestionId>();
        chat.askedList().forEach(asked -> wanted.add(new QuestionId(asked.substring(asked.lastIndexOf('/') + 1))));
        var door = Element.find(plan.doors(), chat.doorId());
        if (door.isEmpty()) {
            return List.of();
        }
        var questions = new ArrayList<Question>(door.get().questions());
        String queue = chat.queueId();
        if (queue != null && plan.has(new QueueId(queue))) {
            questions.addAll(
                    plan.department(plan.queue(new QueueId(queue)).department()).questions());
        }
        return documents.asked(plan, door.get(), chat.language(), questions, wanted);
    }

    private static String stage(@Nullable String stored) {
        return switch (stored) {
            case null -> "starting";
            case "ASKING" -> "asking";
            case "BOT" -> "bot";
            case "FORM" -> "form";
            case "WAITING", "OFFERED" -> "waiting";
            case "HELD", "ASIDE" -> "chat";
            default -> "ended";
        };
    }

    /**
     * What the visitor was asked to agree to, and whether they did.
     *
     * @throws Refusal if something is required and they did not
     */
    List<Agreement> consents(String planId, FrontDoor door, String language, List<String> agreed) {
        var asked = documents.consents(plans.live(planId).plan(), door, language);
        asked.stream()
                .filter(consent -> consent.required() && !agreed.contains(consent.id()))
                .findFirst()
                .ifPresent(consent -> {
                    throw new Refusal(
                            Kind.INVALID_DOCUMENT,
                            "/consents",
                            "This door asks visitors to agree first: “"
                                    + consent.text().text() + "” Send \"" + consent.id()
                                    + "\" among the consents if they do.");
                });
        return asked.stream()
                .map(consent -> new Agreement(consent.id(), consent.text().text(), agreed.contains(consent.id())))
                .toList();
    }

    /** Of what a page handed over, what the door takes. */
    static Map<String, String> facts(FrontDoor door, Map<String, String> facts) {
        Set<String> taken = door.facts().stream().map(fact -> fact.key()).collect(Collectors.toSet());
        return facts.entrySet().stream()
                .filter(fact -> taken.contains(fact.getKey()))
                .collect(Collectors.toMap(Map.Entry::getKey, Map.Entry::getValue));
    }

    static VisitorKind kind(Map<String, String> facts, boolean returning) {
        return !facts.isEmpty() ? VisitorKind.KNOWN : returning ? VisitorKind.RETURNING : VisitorKind.NEW;
    }

    /** Whether operators see what the visitor of a chat is typing. */
    boolean showsTyping(String planId, long chat) {
        return chats.chat(planId, chat)
                .flatMap(found -> Element.find(plans.live(planId).plan().doors(), found.doorId()))
                .map(FrontDoor::typingShown)
                .orElse(true);
    }

    /** Whether a page of this origin may show a door; the application's own pages always may. */
    static boolean allows(List<AllowedSite> sites, String origin, String own) {
        return origin.equals(own) || sites.stream().anyMatch(site -> site.allows(origin));
    }

    private static byte[] hash(String token) {
        return Sha256.of(token);
    }

    static String word(String value) {
        return value.toLowerCase(Locale.ROOT).replace('_', '-');
    }
}
