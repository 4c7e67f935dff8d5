package io.kinetarch.server.live;

import io.kinetarch.core.dispatch.Call;
import io.kinetarch.core.dispatch.Calls;
import io.kinetarch.core.dispatch.Effect;
import io.kinetarch.core.dispatch.EffectSink;
import io.kinetarch.core.dispatch.Outcome;
import io.kinetarch.core.dispatch.Reason;
import io.kinetarch.core.dispatch.Refusal;
import io.kinetarch.core.dispatch.Stage;
import io.kinetarch.core.dispatch.Visit;
import io.kinetarch.core.door.DoorTexts;
import io.kinetarch.core.plan.DoorId;
import io.kinetarch.core.plan.ElementId;
import io.kinetarch.core.plan.FrontDoor;
import io.kinetarch.core.plan.OperatorId;
import io.kinetarch.core.plan.Plan;
import io.kinetarch.core.plan.QuestionId;
import io.kinetarch.core.plan.QueueId;
import io.kinetarch.core.rehearsal.Event;
import io.kinetarch.server.live.ChatReader.StoredChat;
import io.kinetarch.server.live.ChatReader.StoredOperator;
import io.kinetarch.server.live.LiveRows.DoorRow;
import io.kinetarch.server.live.LiveRows.Entry;
import io.kinetarch.server.live.LiveRows.OperatorRow;
import io.kinetarch.server.live.LiveRows.SettingOf;
import io.kinetarch.server.live.LiveRows.Standing;
import io.kinetarch.server.live.LiveRows.Words;
import io.kinetarch.server.trace.TraceWords;
import java.time.Instant;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.HashMap;
import java.util.HashSet;
import java.util.LinkedHashMap;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Objects;
import java.util.Optional;
import java.util.Set;
import java.util.TreeMap;
import java.util.function.Function;
import org.jspecify.annotations.Nullable;

/**
 * The dispatcher of a live plan, and what comes of its calls as rows to be stored. It reads nothing and stores nothing itself, and the
 * same calls give the same rows.
 */
final class Run implements EffectSink {
    static final String OVER = "OVER";
    /** The outcome of a chat that did not come about. */
    static final String REFUSED = "REFUSED";

    private static final int WORDS_A_TERM = 10_000;
    private static final String PRESENT = "present";
    private static final String AWAY = "away";
    private static final String GONE = "gone";

    private final Map<Long, Open> open = new HashMap<>();
    private final Map<String, OperatorRow> operators = new TreeMap<>();
    private Calls calls;
    private TraceWords words;
    private int revision;

    private @Nullable LoggedCall current;
    private int parts;
    /** While calls are gone through again whose rows are stored. */
    private boolean silent;

    private final List<Entry> entries = new ArrayList<>();
    private final List<Words> said = new ArrayList<>();
    private final Map<Long, String> refused = new LinkedHashMap<>();
    private final Set<Long> touched = new LinkedHashSet<>();
    private boolean doorsMayHaveChanged = true;
    /** As they are stored; null until they are known. */
    private @Nullable Set<DoorRow> closedDoors;

    /** What is kept of a chat that is not over, besides what the dispatcher knows. */
    private static final class Open {
        final String language;
        final DoorId door;
        final Set<String> asked = new LinkedHashSet<>();
        int entries;

        @Nullable
        Instant queuedAt;

        @Nullable
        Instant offerUntil;

        @Nullable
        Instant endedAt;

        @Nullable
        String outcome;

        long waitedMillis;
        /** Where it was last, since nothing is left of it in the dispatcher once it is over. */
        @Nullable
        String queue;

        @Nullable
        String operator;

        Open(DoorId door, String language) {
            this.door = door;
            this.language = language;
        }
    }

    /** A run of a plan in which nothing has happened. */
    Run(Plan plan, int revision) {
        this.calls = new Calls(plan, this);
        this.words = new TraceWords(plan);
        this.revision = revision;
    }

    /**
     * A run that goes on from a stored state.
     *
     * @throws IllegalArgumentException if the state is none that this version reads
     */
    Run(Plan plan, int revision, byte[] state, Map<String, Long> chats) {
        this.calls = Calls.of(plan, this, state, chats);
        this.words = new TraceWords(plan);
        this.revision = revision;
    }

    /** Whether the plan in force has any bot. */
    boolean hasBots() {
        return !calls.plan().bots().isEmpty();
    }

    int revision() {
        return revision;
    }

    byte[] state() {
        return calls.dispatcher().toBytes();
    }

    /** The dispatcher's numbers of the chats in {@link #state()}. */
    Map<String, Long> stateChats() {
        var numbers = new TreeMap<String, Long>();
        calls.chats().forEach(chat -> calls.number(chat).ifPresent(number -> numbers.put(chat, number)));
        return numbers;
    }

    /** When time has to pass for something to happen by itself; {@link Long#MAX_VALUE} for never. */
    long nextTimer() {
        return calls.dispatcher().nextTimer();
    }

    /** Goes through calls whose rows are stored already. */
    void again(List<LoggedCall> stored, Function<LoggedCall, Given> given, Plans plans) {
        silent = true;
        try {
            stored.forEach(call -> take(call, given.apply(call), plans));
        } finally {
            silent = false;
            forgetOver();
            touched.clear();
        }
    }

    /** Where the plan of a revision comes from. */
    interface Plans {
        Plan revision(int number);

        /** The queues in which chats of queues go on that the revision before had. */
        Map<QueueId, QueueId> replaced(int number);
    }

    /** After what was gone through again: how chats and operators stood when their rows were stored. */
    void knows(List<StoredChat> chats, List<StoredOperator> stored) {
        open.clear();
        for (var chat : chats) {
            var known = new Open(new DoorId(chat.doorId()), chat.language());
            known.entries = chat.entries();
            known.queuedAt = chat.queuedAt();
            known.offerUntil = chat.offerUntil();
            known.endedAt = chat.endedAt();
            known.outcome = chat.outcome();
            known.queue = chat.queueId();
            known.operator = chat.operatorId();
            Long waited = chat.waitedMillis();
            known.waitedMillis = waited == null ? 0 : waited;
            known.asked.addAll(chat.askedList());
            open.put(chat.id(), known);
        }
        operators.clear();
        stored.forEach(
                operator -> stands(operator.operatorId(), operator.state(), operator.reason(), operator.since()));
    }

    /** Takes a call; what comes of it is in {@link #collect}. */
    void take(LoggedCall call, Given given, Plans plans) {
        var kind = CallKind.of(call.kind());
        if (kind == CallKind.PLAN) {
            current = call;
            parts = 0;
            changePlan(call.at().toEpochMilli(), Integer.parseInt(String.valueOf(call.detail())), plans);
        } else {
            take(call, kind.read(call, given));
        }
    }

    /** Takes a call that was read; chats go by their ids in it. Why it was not taken, where it was not. */
    Optional<Refusal> take(LoggedCall call, Call act) {
        current = call;
        parts = 0;
        if (act instanceof Call.Arrive(var _, var visit) && !silent) {
            open.put(call.number(), new Open(visit.door(), visit.language()));
        }
        var refusal = calls.take(call.at().toEpochMilli(), act);
        Long id = call.chat();
        if (id != null) {
            touched.add(id);
        }
        var chat = id == null ? null : open.get(id);
        switch (act) {
            case Call.Present(var operator) -> stands(operator.value(), PRESENT, null, call.at());
            case Call.Away(var operator) -> stands(operator.value(), AWAY, call.detail(), call.at());
            case Call.Gone(var operator) -> stands(operator.value(), GONE, call.detail(), call.at());
            case Call.Say say
            when chat != null ->
                chat.asked.removeIf(asked ->
                        say.answers().containsKey(new QuestionId(asked.substring(asked.lastIndexOf('/') + 1))));
            default -> {
                // nothing that is kept besides what the dispatcher does
            }
        }
        if (!(act instanceof Call.Say)) {
            doorsMayHaveChanged = true;
        }
        refusal.map(words::refusal).ifPresent(why -> refused(call, act, why));
        return refusal;
    }

    private void refused(LoggedCall call, Call act, String why) {
        if (silent) {
            return;
        }
        refused.put(call.number(), why);
        var chat = act instanceof Call.Arrive ? open.get(call.number()) : null;
        if (chat != null) {
            chat.endedAt = call.at();
            chat.outcome = REFUSED;
        }
    }

    private void changePlan(long at, int number, Plans plans) {
        var plan = plans.revision(number);
        // Words of what the change does are about the new plan.
        words = new TraceWords(plan);
        revision = number;
        calls.changePlan(at, plan, plans.replaced(number));
        doorsMayHaveChanged = true;
        touched.addAll(open.keySet());
    }

    /** How an operator stands from now on; one who is away for another reason than before is away since now. */
    private void stands(String operator, String state, @Nullable String reason, Instant at) {
        var before = operators.get(operator);
        if (before == null || !before.state().equals(state) || !Objects.equals(before.reason(), reason)) {
            operators.put(operator, OperatorRow.of(operator, state, reason, at));
        }
    }

    /** Nothing more can be done in a chat that is over and written up. */
    private void forgetOver() {
        for (long id : touched) {
            String chat = Long.toString(id);
            var number = calls.number(chat);
            if (number.isPresent() && calls.dispatcher().stage(number.get()).isEmpty()) {
                calls.forget(chat);
            }
        }
    }

    @Override
    public boolean wantsReasons() {
        return true;
    }

    @Override
    public void happened(long atMillis, Effect effect, long number, int operator, int queue, @Nullable Reason reason) {
        if (effect == Effect.SET_AWAY) {
            calls.operator(operator).ifPresent(who -> stands(who.value(), AWAY, null, Instant.ofEpochMilli(atMillis)));
        }
        if (number == NONE) {
            return;
        }
        long id = Long.parseLong(calls.name(number));
        touched.add(id);
        var chat = open.get(id);
        if (silent || chat == null) {
            return;
        }
        var at = Instant.ofEpochMilli(atMillis);
        switch (effect) {
            case QUEUED -> {
                chat.queuedAt = at;
                chat.offerUntil = null;
            }
            case OFFERED ->
                chat.offerUntil = at.plusSeconds(
                        calls.plan().settings().timeouts().accept().seconds());
            case ASKED -> {
                if (reason instanceof Reason.Unanswered(var asker, var question, var _)) {
                    chat.asked.add(asker.kind() + "/" + asker.value() + "/" + question.value());
                }
            }
            case SET_ASIDE -> {
                if (reason instanceof Reason.PutAside(var _, var until)) {
                    chat.offerUntil = Instant.ofEpochMilli(until);
                }
            }
            case SAID, PRIORITIZED -> {
                // an offer goes on
            }
            default -> chat.offerUntil = null;
        }
        entry(id, chat, at, Event.valueOf(effect.name()), operator, queue, reason);
    }

    @Override
    public void ended(long atMillis, long number, Outcome outcome, int operator, int queue, @Nullable Reason reason) {
        long id = Long.parseLong(calls.name(number));
        touched.add(id);
        var chat = open.get(id);
        if (silent || chat == null) {
            return;
        }
        chat.endedAt = Instant.ofEpochMilli(atMillis);
        chat.outcome = outcome.name();
        chat.offerUntil = null;
        chat.asked.clear();
        chat.waitedMillis = calls.dispatcher().waitedMillis(number);
        chat.queue = calls.queue(queue).map(ElementId::value).orElse(chat.queue);
        chat.operator = calls.operator(operator).map(ElementId::value).orElse(null);
        entry(id, chat, chat.endedAt, Event.ENDED, operator, queue, reason);
    }

    private void entry(long id, Open chat, Instant at, Event event, int operator, int queue, @Nullable Reason reason) {
        var call = current;
        if (call == null) {
            throw new IllegalStateException("something happened without a call");
        }
        var who = calls.operator(operator);
        String author = null;
        Integer part = null;
        if (event == Event.SAID && reason instanceof Reason.Acted(var party)) {
            author = lower(party);
            part = Wish.WITH_WORDS.equals(call.detail()) ? 0 : null;
        } else {
            String text = planText(chat, event, reason);
            if (text != null) {
                author = "plan";
                part = ++parts;
                said.add(new Words(call.number(), part, text, null));
            }
        }
        var about = new TraceWords.About(event, who, chat.language);
        entries.add(new Entry(
                id,
                ++chat.entries,
                call.number(),
                at,
                event.word(),
                author,
                who.map(ElementId::value).orElse(null),
                calls.queue(queue).map(ElementId::value).orElse(null),
                reason == null || "visitor".equals(author) ? "" : words.of(reason, about),
                setting(reason),
                part));
    }

    /** What the visitor reads because of it, in their language; null where they read nothing. */
    private @Nullable String planText(Open chat, Event event, @Nullable Reason reason) {
        var plan = calls.plan();
        if (reason instanceof Reason.Text(var text, var kind, var _)) {
            return text.isEmpty() && kind != null && plan.has(chat.door)
                    ? new DoorTexts(plan, plan.door(chat.door))
                            .find(kind, chat.language)
                            .map(DoorTexts.Found::text)
                            .orElse(null)
                    : text.isEmpty() ? null : text.inFirstOf(List.of(chat.language));
        }
        var reminder = plan.settings().timeouts().silence().reminder();
        return event == Event.REMINDED && !reminder.isEmpty() ? reminder.inFirstOf(List.of(chat.language)) : null;
    }

    private static @Nullable SettingOf setting(@Nullable Reason reason) {
        return Optional.ofNullable(reason)
                .flatMap(Reason::setting)
                .map(setting -> new SettingOf(
                        setting.element().kind(), setting.element().value(), setting.pointer()))
                .orElse(null);
    }

    /** Everything that came of the calls since the last time. */
    LiveRows collect() {
        var standings = new ArrayList<Standing>();
        for (long id : touched) {
            var chat = open.get(id);
            if (chat != null) {
                var standing = standing(id, chat);
                standings.add(standing);
                if (standing.stage().equals(OVER)) {
                    open.remove(id);
                }
            }
        }
        var rows = new LiveRows(
                List.copyOf(entries),
                List.copyOf(said),
                standings,
                changedOperators(),
                changedDoors(),
                Map.copyOf(refused));
        forgetOver();
        entries.clear();
        said.clear();
        refused.clear();
        touched.clear();
        return rows;
    }

    private Standing standing(long id, Open chat) {
        var dispatcher = calls.dispatcher();
        var number = calls.number(Long.toString(id));
        var stage = number.flatMap(dispatcher::stage);
        List<String> colleagues = List.of();
        List<String> ways = List.of();
        if (number.isPresent() && stage.isPresent()) {
            long known = number.get();
            chat.queue =
                    calls.queue(dispatcher.queue(known)).map(ElementId::value).orElse(null);
            chat.operator = calls.operator(dispatcher.operator(known))
                    .map(ElementId::value)
                    .orElse(null);
            colleagues = Arrays.stream(dispatcher.colleagues(known))
                    .mapToObj(calls::operator)
                    .flatMap(Optional::stream)
                    .map(ElementId::value)
                    .toList();
            ways = dispatcher.ways(known).stream().map(Enum::name).toList();
            if (stage.get() != Stage.WRAP_UP) {
                chat.waitedMillis = dispatcher.waitedMillis(known);
            }
        }
        return new Standing(
                id,
                revision,
                stage.map(Enum::name).orElse(OVER),
                chat.queue,
                chat.operator,
                number.flatMap(known -> calls.operator(dispatcher.sentBy(known)))
                        .map(ElementId::value)
                        .orElse(null),
                colleagues,
                ways,
                List.copyOf(chat.asked),
                chat.queuedAt,
                chat.offerUntil,
                chat.entries,
                chat.waitedMillis,
                chat.endedAt,
                chat.outcome);
    }

    private List<OperatorRow> changedOperators() {
        var changed = new ArrayList<OperatorRow>();
        var dispatcher = calls.dispatcher();
        for (int i = 0; i < calls.plan().operators().size(); i++) {
            String id = calls.plan().operators().get(i).id().value();
            var before = operators.get(id);
            if (before == null && dispatcher.chats(i) == 0) {
                continue;
            }
            var last = before == null ? OperatorRow.of(id, GONE, null, Instant.EPOCH) : before;
            var now = new OperatorRow(
                    id,
                    last.state(),
                    last.reason(),
                    last.since(),
                    dispatcher.inUse(i),
                    dispatcher.chats(i),
                    queueIds(dispatcher.joined(i)),
                    queueIds(dispatcher.left(i)));
            if (!now.equals(last)) {
                operators.put(id, now);
                changed.add(now);
            }
        }
        return changed;
    }

    private List<String> queueIds(int[] queues) {
        return Arrays.stream(queues)
                .mapToObj(calls::queue)
                .flatMap(Optional::stream)
                .map(ElementId::value)
                .toList();
    }

    private @Nullable List<DoorRow> changedDoors() {
        if (!doorsMayHaveChanged || current == null) {
            return null;
        }
        doorsMayHaveChanged = false;
        var closed = new HashSet<DoorRow>();
        for (FrontDoor door : calls.plan().doors()) {
            for (String language : door.languages()) {
                calls.dispatcher()
                        .whyClosedBesidesHours(Visit.of(door.id(), language))
                        .map(reason -> new DoorRow(
                                door.id().value(),
                                language,
                                reason instanceof Reason.DoorPaused,
                                words.of(reason, new TraceWords.About(Event.ARRIVED, Optional.empty(), language))))
                        .ifPresent(closed::add);
            }
        }
        if (closed.equals(closedDoors)) {
            return null;
        }
        closedDoors = closed;
        return List.copyOf(closed);
    }

    /** The plan's words from now on stand beside those of an earlier call of the number. */
    void beginAdopting(int term) {
        parts = WORDS_A_TERM * term;
    }

    /** Goes on with a chat of which no state tells; one that is only being written up is over. */
    void adopt(StoredChat chat, Visit visit, LoggedCall by) {
        current = by;
        touched.add(chat.id());
        if (chat.hasEnded() || !calls.plan().has(visit.door())) {
            return;
        }
        String queue = chat.queueId();
        String operator = switch (chat.stage()) {
            case "HELD" -> chat.operatorId();
            case "ASIDE" -> chat.sentBy();
            case null, default -> null;
        };
        calls.adopt(
                by.at().toEpochMilli(),
                Long.toString(chat.id()),
                visit,
                queue == null ? null : new QueueId(queue),
                operator == null ? null : new OperatorId(operator),
                chat.colleagueList().stream().map(OperatorId::new).toList(),
                Optional.ofNullable(chat.queuedAt()).orElse(chat.arrivedAt()).toEpochMilli());
    }

    /** Doors that were paused are. */
    void adoptPauses(List<String> doors, LoggedCall by) {
        current = by;
        doors.forEach(door -> calls.take(by.at().toEpochMilli(), new Call.Pause(new DoorId(door))));
    }

    /** Whoever was there is there. */
    void adopt(StoredOperator operator, LoggedCall by) {
        current = by;
        if (!operator.state().equals(GONE)) {
            long at = by.at().toEpochMilli();
            var who = new OperatorId(operator.operatorId());
            operator.joinedList().forEach(queue -> calls.take(at, new Call.JoinQueue(who, new QueueId(queue))));
            operator.partedList().forEach(queue -> calls.take(at, new Call.LeaveQueue(who, new QueueId(queue))));
            if (operator.state().equals(PRESENT)) {
                calls.take(at, new Call.Present(who));
            }
        }
    }

    private static String lower(Enum<?> value) {
        return value.name().toLowerCase(Locale.ROOT);
    }
}
