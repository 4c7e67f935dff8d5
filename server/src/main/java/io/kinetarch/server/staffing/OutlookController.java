package io.kinetarch.server.staffing;

import io.kinetarch.core.dispatch.ChatsAtOnce;
import io.kinetarch.core.plan.Plan;
import io.kinetarch.core.staffing.StaffingWeek.Part;
import io.kinetarch.core.staffing.StaffingWeek.QueueSlot;
import io.kinetarch.core.staffing.StaffingWeek.Slot;
import io.kinetarch.server.document.Download;
import io.kinetarch.server.document.Sheet;
import io.kinetarch.server.plan.Plans.Which;
import io.kinetarch.server.staffing.Outlooks.Outlook;
import io.kinetarch.server.staffing.StaffingSheets.Table;
import jakarta.servlet.http.HttpServletResponse;
import java.io.IOException;
import java.time.DayOfWeek;
import java.time.Instant;
import java.time.LocalDate;
import java.time.ZoneId;
import java.time.format.DateTimeFormatter;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.Locale;
import java.util.function.Function;
import java.util.stream.IntStream;
import org.jspecify.annotations.Nullable;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.RestController;

/** Required against present over a week, and what that means for visitors. */
@RestController
@RequestMapping("/api/v1/plans/{plan}")
class OutlookController {
    private static final DateTimeFormatter FIRST = DateTimeFormatter.ofPattern("EEEE 'at' HH:mm", Locale.ENGLISH);

    private final Outlooks outlooks;

    OutlookController(Outlooks outlooks) {
        this.outlooks = outlooks;
    }

    /**
     * A week in half-hours; every list has an entry for each of them.
     *
     * @param present operators present
     * @param available the same, each for the share of the time in which they answer
     * @param shortOf operators lacking when nobody counts for two queues at once
     * @param shrinkage share of the week's paid time that is not spent answering
     * @param botShare share of the week's chats that a bot is to finish by itself
     */
    record WeekView(
            LocalDate monday,
            ZoneId timeZone,
            List<Instant> startsAt,
            List<Double> chats,
            List<Boolean> open,
            List<Integer> required,
            List<Integer> present,
            List<Double> available,
            List<Double> shortOf,
            List<QueueWeek> queues,
            Figures totals,
            double shrinkage,
            double botShare,
            List<String> notes) {

        static WeekView of(Outlook outlook) {
            var slots = outlook.slots();
            var plan = outlook.state().plan();
            var queues = new ArrayList<QueueWeek>();
            for (int q = 0; q < plan.queues().size(); q++) {
                queues.add(QueueWeek.of(outlook, q));
            }
            return new WeekView(
                    outlook.forecast().week().monday(),
                    plan.timeZone(),
                    each(slots, Slot::startsAt),
                    each(slots, Slot::chats),
                    each(slots, slot -> slot.queues().stream().anyMatch(QueueSlot::open)),
                    each(slots, Slot::required),
                    each(slots, Slot::present),
                    each(slots, Slot::available),
                    each(slots, Slot::shortOf),
                    queues,
                    Figures.of(outlook),
                    shrinkageOf(outlook),
                    outlook.botShare(),
                    notesOf(outlook));
        }
    }

    /** What the reader should know: of the forecast, and of hours of which there is no history. */
    private static List<String> notesOf(Outlook outlook) {
        var plan = outlook.state().plan();
        var notes = new ArrayList<>(outlook.forecast().notes());
        for (int q = 0; q < plan.queues().size(); q++) {
            int queue = q;
            boolean known = outlook.slots().stream()
                    .anyMatch(slot -> slot.queues().get(queue).chats() > 0);
            var never = outlook.slots().stream()
                    .filter(slot -> known
                            && slot.queues().get(queue).open()
                            && slot.queues().get(queue).chats() == 0)
                    .toList();
            if (!never.isEmpty()) {
                notes.add(plan.queues().get(q).name() + " is open for " + never.size() / 2.0
                        + " h in which no chat was ever counted, first on "
                        + FIRST.format(never.getFirst().startsAt().atZone(plan.timeZone()))
                        + ": it may never have been open then, so nothing is foretold of it. Say what to expect as a lift or a"
                        + " day set by hand, under Forecast.");
            }
        }
        return List.copyOf(notes);
    }

    private static double shrinkageOf(Outlook outlook) {
        var totals = outlook.totals();
        return totals.paidHours() == 0
                ? outlook.state().plan().settings().shrinkage().on(DayOfWeek.MONDAY)
                : 1 - totals.requiredHours() / totals.paidHours();
    }

    /**
     * One queue over the week.
     *
     * @param handlingSeconds used: measured where volumes have it, else the plan's assumption
     * @param chatsAtOnce planned for each operator, and what sets that
     * @param available operators present who could serve it, each for the share of the time in which they answer
     * @param staffed operators counted for it, each for the share of the time in which they answer
     * @param shortOf operators lacking
     * @param shared whether its people are wanted elsewhere too, so that what is seen may be too good
     * @param parts chats that only some of its operators could take
     * @param answeredInTime share of its chats answered within its target's time
     * @param carried chats that wait already as the half-hour begins
     */
    record QueueWeek(
            String id,
            String name,
            double handlingSeconds,
            boolean handlingMeasured,
            ChatsAtOnce chatsAtOnce,
            List<Boolean> open,
            List<Double> chats,
            List<Integer> required,
            List<Integer> eligible,
            List<Double> available,
            List<Double> staffed,
            List<Double> shortOf,
            List<Double> answeredInTime,
            List<Double> carried,
            List<Boolean> shared,
            List<PartWeek> parts) {

        static QueueWeek of(Outlook outlook, int index) {
            var plan = outlook.state().plan();
            var queue = plan.queues().get(index);
            Double measured = outlook.forecast().handlingSeconds().get(queue.id());
            var slots = outlook.slots().stream()
                    .map(slot -> slot.queues().get(index))
                    .toList();
            return new QueueWeek(
                    queue.id().value(),
                    queue.name(),
                    measured == null ? queue.workload().handlingSeconds() : measured,
                    measured != null,
                    ChatsAtOnce.of(plan, queue),
                    each(slots, QueueSlot::open),
                    each(slots, QueueSlot::chats),
                    each(slots, QueueSlot::required),
                    each(slots, QueueSlot::eligible),
                    each(slots, QueueSlot::available),
                    each(slots, QueueSlot::staffed),
                    each(slots, QueueSlot::shortOf),
                    each(slots, slot -> slot.seen().serviceLevel()),
                    each(slots, QueueSlot::carried),
                    each(slots, QueueSlot::shared),
                    PartWeek.of(plan, slots));
        }
    }

    /**
     * Chats of a queue that only some of its operators could take, over the week.
     *
     * @param asks what they ask for, such as "in de"
     * @param able operators of the plan who could take them
     * @param atLeast of those are to be there, whatever else they do
     * @param there of those who are, each for the share of the time in which they answer
     */
    record PartWeek(String asks, int able, List<Double> chats, List<Integer> atLeast, List<Double> there) {
        static List<PartWeek> of(Plan plan, List<QueueSlot> slots) {
            var posts = slots.getFirst().parts().stream().map(Part::post).toList();
            return IntStream.range(0, posts.size() - 1)
                    .mapToObj(i -> {
                        var parts = each(slots, slot -> slot.parts().get(i));
                        return new PartWeek(
                                PostWords.asks(plan, posts.get(i)),
                                posts.get(i).able().cardinality(),
                                each(parts, Part::chats),
                                each(parts, Part::atLeast),
                                each(parts, Part::able));
                    })
                    .toList();
        }
    }

    /**
     * The week's figures of draft and live plan.
     *
     * @param live null until the plan goes live
     */
    record Consequences(Figures draft, @Nullable Figures live) {}

    /**
     * A week in a few figures, by the staffing model.
     *
     * @param byBot chats besides that a bot is to finish by itself, as planned
     * @param meanWaitSeconds null if some queue grows without end
     * @param paidHours to be paid for so that the required ones are spent answering
     * @param cost of those; null where the plan does not say what an hour costs
     * @param presentHours of people present, all of them paid
     * @param availableHours those of them that are spent answering
     */
    record Figures(
            double chats,
            double byBot,
            double turnedAway,
            double answeredInTime,
            double gaveUp,
            @Nullable Double meanWaitSeconds,
            double requiredHours,
            double paidHours,
            @Nullable Double cost,
            double presentHours,
            double availableHours,
            double shortHours) {
        static Figures of(Outlook outlook) {
            var totals = outlook.totals();
            var pay = outlook.state().plan().settings().pay();
            return new Figures(
                    totals.chats(),
                    outlook.byBot(),
                    totals.turnedAway(),
                    totals.answeredInTime(),
                    totals.gaveUp(),
                    Double.isInfinite(totals.meanWaitSeconds()) ? null : totals.meanWaitSeconds(),
                    totals.requiredHours(),
                    totals.paidHours(),
                    pay == null ? null : pay.perHour() * totals.paidHours(),
                    totals.presentHours(),
                    totals.availableHours(),
                    totals.shortHours());
        }
    }

    /** A week by half-hour: chats, people required and people present, over all queues. */
    @GetMapping("/week")
    WeekView week(
            @PathVariable String plan,
            @RequestParam(defaultValue = "draft") Which of,
            @RequestParam(required = false) @Nullable LocalDate monday) {
        return WeekView.of(outlooks.get(plan, of, monday));
    }

    /** One table of a week of the draft as a CSV. */
    @GetMapping(path = "/staffing.csv", produces = "text/csv")
    void csv(
            @PathVariable String plan,
            @RequestParam(required = false) @Nullable LocalDate monday,
            @RequestParam(defaultValue = "HALF_HOURS") Table table,
            HttpServletResponse response)
            throws IOException {
        var outlook = outlooks.get(plan, Which.draft, monday);
        StaffingSheets.of(outlook, table).csv(Download.start(response, fileName(plan, outlook, "csv"), Sheet.CSV));
    }

    /** All tables of a week of the draft as the sheets of one spreadsheet. */
    @GetMapping(path = "/staffing.xlsx", produces = "application/vnd.openxmlformats-officedocument.spreadsheetml.sheet")
    void xlsx(
            @PathVariable String plan,
            @RequestParam(required = false) @Nullable LocalDate monday,
            HttpServletResponse response)
            throws IOException {
        var outlook = outlooks.get(plan, Which.draft, monday);
        var sheets = Arrays.stream(Table.values())
                .map(table -> StaffingSheets.of(outlook, table))
                .toList();
        Sheet.xlsx(sheets, Download.start(response, fileName(plan, outlook, "xlsx"), Sheet.XLSX));
    }

    private static String fileName(String plan, Outlook outlook, String kind) {
        return plan + "-staffing-" + outlook.forecast().week().iso() + "." + kind;
    }

    /** What a week of the draft comes to, beside the same week of what is live, by the staffing model. */
    @GetMapping("/consequences")
    Consequences consequences(@PathVariable String plan, @RequestParam(required = false) @Nullable LocalDate monday) {
        return new Consequences(
                Figures.of(outlooks.get(plan, Which.draft, monday)),
                outlooks.find(plan, Which.live, monday).map(Figures::of).orElse(null));
    }

    private static <S, T> List<T> each(List<S> slots, Function<S, T> value) {
        return slots.stream().map(value).toList();
    }
}
