package io.kinetarch.server.visit;

import com.github.benmanes.caffeine.cache.Caffeine;
import com.github.benmanes.caffeine.cache.LoadingCache;
import io.kinetarch.core.door.DoorState;
import io.kinetarch.core.inspection.Presence;
import io.kinetarch.core.plan.AllowedSite;
import io.kinetarch.core.plan.Element;
import io.kinetarch.core.plan.FirstToAnswer;
import io.kinetarch.core.plan.FrontDoor;
import io.kinetarch.core.plan.OperatorId;
import io.kinetarch.core.plan.Plan;
import io.kinetarch.core.plan.WhenClosed;
import io.kinetarch.server.live.ChatReader;
import io.kinetarch.server.live.ChatReader.ClosedDoor;
import io.kinetarch.server.plan.Plans;
import io.kinetarch.server.problem.Refusal;
import io.kinetarch.server.problem.Refusal.Kind;
import java.time.Clock;
import java.time.Duration;
import java.time.Instant;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.stream.Collectors;
import org.jspecify.annotations.Nullable;
import org.springframework.stereotype.Service;

/** Live plans as visitors meet them, looked up at most once a second however many ask. */
@Service
public class LivePlans {
    private static final Duration FRESH = Duration.ofSeconds(1);
    private static final int MOST_KEPT = 1000;

    private final Plans plans;
    private final ChatReader chats;
    private final Clock clock;
    private final LoadingCache<String, Live> live;
    private final LoadingCache<Asked, DoorNow> doors;

    LivePlans(Plans plans, ChatReader chats, Clock clock) {
        this.plans = plans;
        this.chats = chats;
        this.clock = clock;
        live = Caffeine.newBuilder()
                .expireAfterWrite(FRESH)
                .maximumSize(MOST_KEPT)
                .build(this::load);
        doors = Caffeine.newBuilder()
                .expireAfterWrite(FRESH)
                .maximumSize(MOST_KEPT)
                .build(this::look);
    }

    /** A plan as it is in force, and its doors that are closed besides their hours. */
    public record Live(Plan plan, int revision, List<ClosedDoor> closed) {}

    private record Asked(String plan, String door, String language) {}

    /**
     * How a door stands.
     *
     * @param at the instant that this is said of, by the server's clock
     * @param open whether a chat can be started
     * @param shown whether there is anything to see of it
     * @param because why it is closed; null while it is open
     * @param opens when it opens next by its hours; null while it is open, or where nobody knows
     * @param closes when it closes next by its hours; null while it is closed, or where it never does
     */
    public record DoorNow(
            Instant at,
            boolean open,
            boolean shown,
            @Nullable String because,
            @Nullable Instant opens,
            @Nullable Instant closes,
            int revision) {}

    /**
     * The live plan.
     *
     * @throws Refusal if the plan is not live
     */
    public Live live(String planId) {
        return live.get(planId);
    }

    /** A door of the live plan. */
    public FrontDoor door(String planId, String door) {
        return door(live(planId).plan(), door);
    }

    /** The same, only where it was looked up just now. */
    Optional<DoorNow> nowIfFresh(String planId, String door, String language) {
        return Optional.ofNullable(doors.getIfPresent(new Asked(planId, door, language)));
    }

    /** Sites that may show a door, only where that was looked up just now. */
    Optional<List<AllowedSite>> sitesIfFresh(String planId, String door) {
        return Optional.ofNullable(live.getIfPresent(planId))
                .flatMap(known -> Element.find(known.plan().doors(), door))
                .map(FrontDoor::sites);
    }

    /** How a door of the live plan stands for visitors of a language. */
    public DoorNow now(String planId, String door, String language) {
        return doors.get(new Asked(planId, door, language));
    }

    /** The doors that are paused, by their ids. */
    public List<String> paused(String planId) {
        return chats.closedDoors(planId).stream()
                .filter(ClosedDoor::paused)
                .map(ClosedDoor::doorId)
                .distinct()
                .toList();
    }

    /** Who is there now, and what they have. */
    public Presence presence(String planId) {
        return new Presence(chats.operators(planId).stream()
                .filter(operator -> operator.inUse() >= 0)
                .collect(Collectors.toMap(
                        operator -> new OperatorId(operator.operatorId()),
                        operator -> new Presence.Held(
                                Presence.State.valueOf(operator.state().toUpperCase(Locale.ROOT)),
                                operator.chats(),
                                operator.inUse(),
                                operator.since()))));
    }

    /** How many chats wait now, by the id of their queue. */
    public Map<String, Integer> waiting(String planId) {
        return chats.waiting(planId).stream()
                .collect(Collectors.toMap(chat -> String.valueOf(chat.queueId()), _ -> 1, Integer::sum));
    }

    /** What was looked up of the plan is no longer so. */
    void changed(String planId) {
        live.invalidate(planId);
        doors.asMap().keySet().removeIf(asked -> asked.plan().equals(planId));
    }

    private Live load(String planId) {
        int revision = plans.live(planId)
                .orElseThrow(() -> new Refusal(
                        Kind.NOT_FOUND, "The plan \"" + planId + "\" is not live yet. Take its draft live first."))
                .number();
        return new Live(plans.revisionState(planId, revision).plan(), revision, chats.closedDoors(planId));
    }

    private DoorNow look(Asked asked) {
        var known = live(asked.plan());
        var door = door(known.plan(), asked.door());
        var now = clock.instant();
        var byHours = DoorState.at(known.plan(), door, now);
        boolean hoursOpen = byHours.standing() != DoorState.Standing.CLOSED;
        var closed = known.closed().stream()
                .filter(row ->
                        row.doorId().equals(asked.door()) && row.language().equals(asked.language()))
                .findFirst();
        // A bot that answers while the door is closed takes chats as people do; at a paused door nobody does.
        boolean paused = closed.map(ClosedDoor::paused).orElse(false);
        boolean open =
                (hoursOpen && closed.isEmpty()) || (!paused && door.first().closed() == FirstToAnswer.Side.BOT);
        return new DoorNow(
                now,
                open,
                open || door.whenClosed() != WhenClosed.NOT_SHOWN,
                open ? null : hoursOpen ? closed.map(ClosedDoor::because).orElse(null) : byHours.because(),
                hoursOpen ? null : byHours.opens().orElse(null),
                hoursOpen ? DoorState.nextClosing(known.plan(), door, now).orElse(null) : null,
                known.revision());
    }

    private static FrontDoor door(Plan plan, String id) {
        return Element.find(plan.doors(), id)
                .orElseThrow(() -> new Refusal(
                        Kind.NOT_FOUND,
                        "The live plan has no front door \"" + id + "\". Look at its code to embed again."));
    }
}
