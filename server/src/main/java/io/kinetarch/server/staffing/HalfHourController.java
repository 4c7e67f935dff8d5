package io.kinetarch.server.staffing;

import io.kinetarch.core.dispatch.CompiledPlan;
import io.kinetarch.core.plan.Operator;
import io.kinetarch.core.plan.Queue;
import io.kinetarch.core.routing.ChatNeeds;
import io.kinetarch.core.staffing.OnePerson;
import io.kinetarch.core.staffing.Performance;
import io.kinetarch.core.staffing.StaffingWeek.QueueSlot;
import io.kinetarch.core.staffing.WhyRequired;
import io.kinetarch.core.staffing.WhyRequired.Limit;
import io.kinetarch.server.plan.Plans.Which;
import io.kinetarch.server.problem.Refusal;
import io.kinetarch.server.problem.Refusal.Kind;
import io.kinetarch.server.staffing.Outlooks.Outlook;
import java.time.Instant;
import java.util.List;
import java.util.function.Function;
import java.util.stream.Collectors;
import java.util.stream.IntStream;
import org.jspecify.annotations.Nullable;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.RestController;

/** Why a half-hour takes so many people, and what one of them changes, over HTTP. */
@RestController
@RequestMapping("/api/v1/plans/{plan}")
class HalfHourController {
    private final Outlooks outlooks;

    HalfHourController(Outlooks outlooks) {
        this.outlooks = outlooks;
    }

    /**
     * An open queue in a half-hour, figure by figure.
     *
     * @param chats that reach people
     * @param byBot chats besides that the bot is to finish
     * @param people the names of those present who could serve it
     * @param shortOf operators lacking
     * @param shared whether its people are wanted elsewhere too, so that what is seen may be too good
     * @param parts chats that only some of its operators could take
     * @param fewer with one person less than are counted for it; null where nobody is
     * @param same with those
     * @param more with one person more
     */
    record QueueHalfHour(
            String queue,
            double chats,
            double byBot,
            double staffed,
            int eligible,
            List<String> people,
            double shortOf,
            boolean shared,
            List<PartHalfHour> parts,
            double carried,
            Reasons why,
            @Nullable Seen fewer,
            Seen same,
            Seen more) {}

    /**
     * Chats of a queue that only some of its operators could take.
     *
     * @param asks what they ask for
     * @param atLeast operators who could take them that are to be there, whatever else they do
     * @param there those who are, each for the share of the time in which they answer
     * @param able operators of the plan who could take them
     */
    record PartHalfHour(String asks, double chats, int atLeast, double there, int able) {}

    /**
     * Why it requires so many.
     *
     * @param load in Erlang
     * @param handlingError standard error of the handling time; null where it is assumed
     * @param required operators
     * @param with what is seen with so many
     * @param withOneLess null where none are required
     * @param missed what one less would miss
     * @param everybody operators of the plan who can serve it
     * @param withEverybody what is seen with all of them
     */
    record Reasons(
            double load,
            double handlingSeconds,
            @Nullable Double handlingError,
            int chatsAtOnce,
            List<Double> slowdown,
            int required,
            Seen with,
            @Nullable Seen withOneLess,
            List<Limit> missed,
            int everybody,
            Seen withEverybody) {
        static Reasons of(WhyRequired why, @Nullable Double handlingError) {
            var oneLess = why.withOneLess();
            return new Reasons(
                    why.load(),
                    why.handlingSeconds(),
                    handlingError,
                    why.chatsAtOnce(),
                    why.slowdown(),
                    why.required(),
                    Seen.of(why.with()),
                    oneLess == null ? null : Seen.of(oneLess),
                    why.missed(),
                    why.everybody(),
                    Seen.of(why.withEverybody()));
        }
    }

    /**
     * What visitors and operators see.
     *
     * @param meanWaitSeconds null if the queue grows without end
     */
    record Seen(double answeredInTime, @Nullable Double meanWaitSeconds, double gaveUp, double occupancy) {
        static Seen of(Performance seen) {
            return new Seen(
                    seen.serviceLevel(),
                    Double.isInfinite(seen.meanWaitSeconds()) ? null : seen.meanWaitSeconds(),
                    seen.abandonment(),
                    seen.occupancy());
        }
    }

    /** The open queues of the half-hour that an instant is in. */
    @GetMapping("/half-hour")
    List<QueueHalfHour> halfHour(@PathVariable String plan, @RequestParam Instant at) {
        var outlook = outlooks.get(plan, Which.draft, outlooks.mondayOf(plan, at));
        var slot = outlook.slotAt(at)
                .orElseThrow(() -> new Refusal(Kind.INVALID_PARAMETER, at + " lies in no half-hour of its week."));
        var design = outlook.state().plan();
        var byQueue = OnePerson.in(design, slot, outlook.forecast().handlingSeconds()).stream()
                .collect(Collectors.toMap(OnePerson::queue, Function.identity()));
        int index = outlook.slots().indexOf(slot);
        return IntStream.range(0, design.queues().size())
                .filter(q -> slot.queues().get(q).open())
                .mapToObj(q -> {
                    var queue = design.queues().get(q);
                    return view(outlook, queue, slot.queues().get(q), index, byQueue.get(queue.id()));
                })
                .toList();
    }

    private static QueueHalfHour view(
            Outlook outlook, Queue queue, QueueSlot slot, int index, @Nullable OnePerson one) {
        if (one == null) {
            throw new IllegalStateException(
                    "\"" + queue.id().value() + "\" is open, but one person was not tried in it");
        }
        var forecast = outlook.forecast();
        var estimate = forecast.estimates().get(queue.id());
        var handling = estimate == null ? null : estimate.handlingSeconds();
        var why = WhyRequired.of(outlook.state().plan(), queue, slot, handling == null ? null : handling.value());
        double before = forecast.beforeBot(queue.id())[index];
        return new QueueHalfHour(
                queue.id().value(),
                slot.chats(),
                before - slot.chats(),
                slot.staffed(),
                slot.eligible(),
                people(outlook, queue, outlook.slots().get(index).startsAt()),
                slot.shortOf(),
                slot.shared(),
                slot.parts().subList(0, slot.parts().size() - 1).stream()
                        .map(part -> new PartHalfHour(
                                PostWords.asks(outlook.state().plan(), part.post()),
                                part.chats(),
                                part.atLeast(),
                                part.able(),
                                part.post().able().cardinality()))
                        .toList(),
                slot.carried(),
                Reasons.of(why, handling == null ? null : handling.standardError()),
                slot.staffed() == 0 ? null : Seen.of(one.fewer()),
                Seen.of(one.same()),
                Seen.of(one.more()));
    }

    private static List<String> people(Outlook outlook, Queue queue, Instant at) {
        var plan = outlook.state().plan();
        var date = at.atZone(plan.timeZone()).toLocalDate();
        return CompiledPlan.of(plan).able(ChatNeeds.of(queue.id())).stream()
                .mapToObj(plan.operators()::get)
                .filter(operator -> outlook.state()
                        .presences()
                        .of(operator, plan.timeZone(), date)
                        .isOpen(at))
                .map(Operator::name)
                .toList();
    }
}
