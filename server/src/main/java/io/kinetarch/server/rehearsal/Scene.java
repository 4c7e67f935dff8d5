package io.kinetarch.server.rehearsal;

import io.kinetarch.core.dispatch.Call;
import io.kinetarch.core.plan.CheckStep;
import io.kinetarch.core.plan.DoorId;
import io.kinetarch.core.plan.Element;
import io.kinetarch.core.plan.Plan;
import io.kinetarch.core.plan.VisitorKind;
import io.kinetarch.server.bot.BotParts.BotPart;
import io.kinetarch.server.desk.Desks;
import io.kinetarch.server.desk.Desks.Desk;
import io.kinetarch.server.live.ChatReader.StoredChat;
import io.kinetarch.server.live.Given;
import io.kinetarch.server.live.UnstoredRun;
import io.kinetarch.server.visit.Visits;
import io.kinetarch.server.visit.Visits.VisitView;
import java.time.Duration;
import java.time.Instant;
import java.util.HashMap;
import java.util.LinkedHashMap;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;

/**
 * A rehearsal at an instant: what its visitors and operators see then.
 *
 * @param at counted from its start
 */
record Scene(Duration at, List<VisitorScene> visitors, List<Desk> desks) {

    /**
     * What a visitor sees.
     *
     * @param name of the chat in the script
     */
    record VisitorScene(String name, String door, String language, VisitView view) {}

    /** Plays a script until an instant; of its steps only those up to then are looked at. */
    static Scene of(Plan plan, Instant from, List<CheckStep> steps, Duration at, Visits visits, Desks desks) {
        var run = new UnstoredRun(plan);
        var ids = new LinkedHashMap<String, Long>();
        var given = new HashMap<Long, Given>();
        var understood = new HashMap<Long, CheckStep>();
        var reader = new ScriptReader(plan);
        Set<String> operators = new LinkedHashSet<>();
        for (int i = 0; i < steps.size() && steps.get(i).at().compareTo(at) <= 0; i++) {
            var step = steps.get(i);
            var then = from.plus(step.at());
            passTime(run, then, false);
            if (step.operator() != null) {
                operators.add(step.operator());
            }
            String chat = step.chat();
            if (step.act().equals("arrive") && chat != null) {
                ids.put(chat, run.next());
                given.put(run.next(), given(step));
            }
            if (step.topic() != null && step.act().equals("understood") && ids.containsKey(String.valueOf(chat))) {
                understood.put(ids.get(chat), step);
            }
            run.take(then, reader.step(named(step, ids), from, "/steps/" + i).act(), step.text());
        }
        passTime(run, from.plus(at), true);
        return scene(plan, from.plus(at), at, run.stand(), ids, given, understood, operators, visits, desks);
    }

    private static Scene scene(
            Plan plan,
            Instant now,
            Duration at,
            UnstoredRun.Stand stand,
            Map<String, Long> ids,
            Map<Long, Given> given,
            Map<Long, CheckStep> understood,
            Set<String> operators,
            Visits visits,
            Desks desks) {
        var names = new HashMap<Long, String>();
        ids.forEach((name, id) -> names.put(id, name));
        var waiting = stand.chats().stream()
                .filter(chat -> "WAITING".equals(chat.stage()) || "OFFERED".equals(chat.stage()))
                .sorted((one, other) -> queuedAt(one).compareTo(queuedAt(other)))
                .toList();
        return new Scene(
                at,
                stand.chats().stream()
                        .map(chat -> new VisitorScene(
                                names.getOrDefault(chat.id(), ""),
                                chat.doorId(),
                                chat.language(),
                                visits.view(
                                        plan,
                                        chat,
                                        () -> before(waiting, chat),
                                        stand::operators,
                                        0,
                                        stand.entries().getOrDefault(chat.id(), List.of()))))
                        .toList(),
                operators.stream()
                        .flatMap(id -> Element.find(plan.operators(), id).stream())
                        .map(operator -> desks.desk(
                                plan,
                                operator,
                                new Desks.Floor(
                                        now,
                                        stand.operators(),
                                        stand.chats().stream()
                                                .filter(chat -> !"OVER".equals(chat.stage()))
                                                .filter(chat -> chat.operators()
                                                        .contains(operator.id().value()))
                                                .map(chat -> new Desks.Talk(
                                                        chat, stand.entries().getOrDefault(chat.id(), List.of())))
                                                .toList(),
                                        waiting,
                                        chat -> given.getOrDefault(chat, Given.answers(Map.of())),
                                        chat -> Optional.ofNullable(understood.get(chat.id()))
                                                .flatMap(step -> summary(plan, chat, step)),
                                        _ -> List.of(),
                                        Desks.Kept.aside(stand.chats().stream()
                                                .filter(chat -> "ASIDE".equals(chat.stage()))
                                                .filter(chat ->
                                                        operator.id().value().equals(chat.sentBy()))
                                                .toList()))))
                        .toList());
    }

    /** What the bot of a chat's door has to tell whoever gets it. */
    private static Optional<BotPart> summary(Plan plan, StoredChat chat, CheckStep understood) {
        return plan.botAt(new DoorId(chat.doorId()))
                .map(bot -> new BotPart(
                        bot.name(),
                        understood.topic(),
                        understood.certainty(),
                        chat.language(),
                        List.of(),
                        null,
                        List.of()));
    }

    private static Instant queuedAt(StoredChat chat) {
        var queued = chat.queuedAt();
        return queued == null ? chat.arrivedAt() : queued;
    }

    private static int before(List<StoredChat> waiting, StoredChat chat) {
        return (int) waiting.stream()
                .takeWhile(other -> other.id() != chat.id())
                .filter(other -> String.valueOf(other.queueId()).equals(chat.queueId()))
                .count();
    }

    /** Whatever is due before a step happens before it; what falls on its instant comes after, but at the end. */
    private static void passTime(UnstoredRun run, Instant until, boolean inclusive) {
        for (var next = run.nextTimer();
                next.filter(due -> inclusive ? !due.isAfter(until) : due.isBefore(until))
                        .isPresent();
                next = run.nextTimer()) {
            run.take(next.get(), new Call.PassTime(), null);
        }
        if (inclusive) {
            run.take(until, new Call.PassTime(), null);
        }
    }

    private static Given given(CheckStep step) {
        return new Given(
                step.language(),
                step.page(),
                null,
                VisitorKind.NEW,
                step.answers() == null ? Map.of() : step.answers(),
                step.facts() == null ? Map.of() : step.facts(),
                List.of());
    }

    /** The step with its chat called by its id. */
    private static CheckStep named(CheckStep step, Map<String, Long> ids) {
        String chat = step.chat();
        Long id = chat == null ? null : ids.get(chat);
        return id == null ? step : step.in(Long.toString(id));
    }
}
