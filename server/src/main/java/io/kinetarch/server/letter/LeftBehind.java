package io.kinetarch.server.letter;

import io.kinetarch.core.plan.Element;
import io.kinetarch.core.plan.FrontDoor;
import io.kinetarch.core.plan.PageFact;
import io.kinetarch.core.plan.Plan;
import io.kinetarch.core.plan.Question;
import io.kinetarch.core.plan.QuestionKind;
import io.kinetarch.server.live.ChatReader;
import io.kinetarch.server.live.ChatReader.StoredChat;
import io.kinetarch.server.live.ChatReader.StoredEntry;
import io.kinetarch.server.live.Given;
import io.kinetarch.server.problem.Refusal;
import io.kinetarch.server.problem.Refusal.Kind;
import io.kinetarch.server.visit.LivePlans;
import java.time.Clock;
import java.time.Duration;
import java.time.Instant;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.stream.Collectors;
import java.util.stream.Stream;
import org.jspecify.annotations.Nullable;
import org.springframework.stereotype.Service;
import tools.jackson.databind.json.JsonMapper;

/** What visitors left behind, and nobody has answered yet. */
@Service
public class LeftBehind {
    /** What the form to leave a message with calls the number of whoever wants to be called back. */
    private static final String CALL_BACK = "call-back";

    private static final String CALL_BACK_TIME = "call-back-time";

    private static final Duration LOOKED_BACK = Duration.ofDays(60);
    private static final int MOST = 200;
    private static final int MOST_ENTRIES = 500;

    private final LetterMapper mapper;
    private final ChatReader chats;
    private final LivePlans plans;
    private final JsonMapper json;
    private final Clock clock;

    LeftBehind(LetterMapper mapper, ChatReader chats, LivePlans plans, JsonMapper json, Clock clock) {
        this.mapper = mapper;
        this.chats = chats;
        this.plans = plans;
        this.json = json;
        this.clock = clock;
    }

    /**
     * What a visitor left.
     *
     * @param outcome left-message, asked-call-back or gave-up
     * @param until when an answer was promised; null where none was
     * @param visitor what they are called; null where nobody knows
     * @param email where an answer goes; null where they gave no address
     * @param callBack the number to call; null where they did not ask to be called
     * @param callBackTime when to call, in their words; null where they left it open
     * @param answers what they were asked and answered
     * @param message what they wrote into the form; null where they left none
     * @param said in the chat before
     */
    public record LeftMessage(
            long chat,
            String door,
            String language,
            Instant leftAt,
            String outcome,
            @Nullable Instant until,
            @Nullable String visitor,
            @Nullable String email,
            @Nullable String callBack,
            @Nullable String callBackTime,
            List<GivenAnswer> answers,
            @Nullable String message,
            List<LeftLine> said) {}

    /** Something that a visitor was asked, and what they answered. */
    public record GivenAnswer(String question, String answer) {}

    /** Something said before the visitor left. */
    public record LeftLine(Instant at, String from, String text) {}

    /** What waits for an answer, longest waiting first; of whoever gave up, only those that can be answered. */
    public List<LeftMessage> waiting(String planId) {
        var plan = plans.live(planId).plan();
        return mapper.leftBehind(planId, clock.instant().minus(LOOKED_BACK), MOST).stream()
                .flatMap(chat -> chats.chat(planId, chat).stream())
                .map(chat -> of(planId, plan, chat))
                .filter(left -> !left.outcome().equals("gave-up")
                        || (left.email() != null && !left.said().isEmpty()))
                .toList();
    }

    /** What the visitor of a chat left. */
    public LeftMessage find(String planId, long chat) {
        return chats.chat(planId, chat)
                .map(found -> of(planId, plans.live(planId).plan(), found))
                .orElseThrow(() -> new Refusal(Kind.NOT_FOUND, "There is no chat " + chat + "."));
    }

    private LeftMessage of(String planId, Plan plan, StoredChat chat) {
        var given = Given.together(chats.given(planId, chat.id()), json);
        var answers = given.answers();
        var facts = given.facts();
        var door = Element.find(plan.doors(), chat.doorId());
        var left = Optional.ofNullable(chat.endedAt()).orElse(chat.arrivedAt());
        return new LeftMessage(
                chat.id(),
                door.map(Element::name).orElse(chat.doorId()),
                chat.language(),
                left,
                String.valueOf(chat.outcome()).toLowerCase(Locale.ROOT).replace('_', '-'),
                door.map(FrontDoor::replyHours)
                        .map(hours -> left.plus(Duration.ofHours(hours)))
                        .orElse(null),
                door.flatMap(found -> fact(found, PageFact.Kind.NAME, facts)).orElse(null),
                door.flatMap(found -> email(found, answers, facts)).orElse(null),
                answers.get(CALL_BACK),
                answers.get(CALL_BACK_TIME),
                answers.entrySet().stream()
                        .filter(answer -> !answer.getKey().equals(CALL_BACK)
                                && !answer.getKey().equals(CALL_BACK_TIME))
                        .map(answer -> new GivenAnswer(
                                door.flatMap(found -> question(found, answer.getKey()))
                                        .map(question -> question.text().inFirstOf(List.of("en")))
                                        .orElse(answer.getKey()),
                                answer.getValue()))
                        .toList(),
                door.map(found -> message(found, answers))
                        .filter(text -> !text.isEmpty())
                        .orElse(null),
                chats.entries(planId, chat.id(), 0, MOST_ENTRIES).stream()
                        .filter(StoredEntry::isSaid)
                        .filter(entry -> !"plan".equals(entry.author()))
                        .map(entry ->
                                new LeftLine(entry.at(), String.valueOf(entry.author()), String.valueOf(entry.words())))
                        .toList());
    }

    private static String message(FrontDoor door, Map<String, String> answers) {
        return door.message().stream()
                .filter(question -> question.kind() == QuestionKind.LONG_TEXT)
                .map(question -> answers.getOrDefault(question.id().value(), ""))
                .filter(text -> !text.isBlank())
                .collect(Collectors.joining("\n"));
    }

    private static Optional<Question> question(FrontDoor door, String id) {
        return Stream.concat(door.message().stream(), door.questions().stream())
                .filter(question -> question.id().value().equals(id))
                .findFirst();
    }

    private static Optional<String> email(FrontDoor door, Map<String, String> answers, Map<String, String> facts) {
        return Stream.concat(door.message().stream(), door.questions().stream())
                .filter(question -> question.kind() == QuestionKind.EMAIL)
                .map(question -> answers.getOrDefault(question.id().value(), ""))
                .filter(address -> !address.isBlank())
                .findFirst()
                .or(() -> fact(door, PageFact.Kind.EMAIL, facts));
    }

    private static Optional<String> fact(FrontDoor door, PageFact.Kind kind, Map<String, String> facts) {
        return door.facts().stream()
                .filter(fact -> fact.kind() == kind)
                .map(fact -> facts.getOrDefault(fact.key(), ""))
                .filter(value -> !value.isBlank())
                .findFirst();
    }
}
