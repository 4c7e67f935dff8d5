package io.kinetarch.server.passage;

import io.kinetarch.core.plan.Plan;
import io.kinetarch.core.simulation.Route;
import io.kinetarch.server.passage.PassageController.DoorPlace;
import io.kinetarch.server.passage.PassageController.End;
import io.kinetarch.server.passage.PassageController.Passage;
import io.kinetarch.server.passage.PassageController.QueuePlace;
import io.kinetarch.server.passage.Ways.Went;
import io.kinetarch.server.simulation.SimulatedDocument.IntervalDocument;
import io.kinetarch.server.simulation.SimulatedRoutes;
import io.kinetarch.server.simulation.SimulatedRoutes.HalfHourRoutes;
import io.kinetarch.server.staffing.Outlooks.Outlook;
import java.util.List;
import org.jspecify.annotations.Nullable;
import org.springframework.stereotype.Component;

/** The ways that simulated chats of a half-hour take through the draft. */
@Component
class PassageSimulated {
    private final SimulatedRoutes routes;

    PassageSimulated(SimulatedRoutes routes) {
        this.routes = routes;
    }

    /**
     * As far as it is known by now.
     *
     * @param replications simulated weeks behind it
     * @param ended whether it will not be known any better
     * @param failure why it could not be simulated
     * @param passage null before the first
     */
    record SimulatedPassage(
            int replications,
            boolean ended,
            @Nullable String failure,
            @Nullable Passage passage) {}

    /**
     * The passage of a half-hour.
     *
     * @param slot its place in the week of the outlook
     * @param expected by the staffing model, from which it is taken who is there and how many are required
     */
    SimulatedPassage of(Outlook outlook, int slot, Passage expected) throws InterruptedException {
        var state = outlook.state();
        var found = routes.of(state.id(), outlook.forecast().week().monday(), slot, expected.at());
        return new SimulatedPassage(
                found.replications(),
                found.ended(),
                found.failure(),
                found.replications() == 0 ? null : passage(state.plan(), found, expected));
    }

    private static Passage passage(Plan plan, HalfHourRoutes found, Passage expected) {
        var ways = new Ways(
                plan, found.routes().stream().map(PassageSimulated::went).toList());
        return ways.passage(
                expected.at(),
                expected.doors().stream()
                        .filter(door -> !door.id().isEmpty())
                        .map(door -> new DoorPlace(
                                door.id(), door.name(), ways.from(door.id()), door.open(), door.because()))
                        .toList(),
                expected.queues().stream()
                        .map(queue -> queue(queue, ways, found.queues()))
                        .toList());
    }

    private static Went went(Route route) {
        return new Went(
                route.door().value(),
                route.topic(),
                route.queue() == null ? null : route.queue().value(),
                route.byBot(),
                switch (route.end()) {
                    case FINISHED_BY_BOT -> End.finishedByBot;
                    case ANSWERED_IN_TIME -> End.answeredInTime;
                    case ANSWERED_LATER -> End.answeredLater;
                    case WENT -> End.gaveUp;
                    case SENT_AWAY -> End.turnedAway;
                },
                route.chats() * PassageController.PER_HOUR);
    }

    private static QueuePlace queue(QueuePlace expected, Ways ways, List<IntervalDocument> waits) {
        return new QueuePlace(
                expected.id(),
                expected.name(),
                expected.department(),
                ways.to(expected.id()),
                expected.open(),
                expected.because(),
                expected.nextChange(),
                expected.members(),
                expected.eligible(),
                expected.required(),
                expected.staffed(),
                expected.shortOf(),
                expected.shared(),
                ways.inTime(expected.id()),
                waits.stream()
                        .filter(wait -> wait.queue().equals(expected.id()))
                        .findFirst()
                        .map(wait -> wait.meanWaitSeconds().mean())
                        .orElse(null),
                null);
    }
}
