package io.kinetarch.core.staffing;

import static io.kinetarch.core.plan.SamplePlan.BOOKING;
import static io.kinetarch.core.plan.SamplePlan.CARGO;
import static io.kinetarch.core.plan.SamplePlan.DUBLIN;
import static io.kinetarch.core.plan.SamplePlan.FARES;
import static io.kinetarch.core.plan.SamplePlan.FREIGHT;
import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import io.kinetarch.core.plan.HeldSkill;
import io.kinetarch.core.plan.Operator;
import io.kinetarch.core.plan.Operators;
import io.kinetarch.core.plan.Plan;
import io.kinetarch.core.plan.QueueId;
import io.kinetarch.core.plan.SamplePlan;
import io.kinetarch.core.plan.Shrinkage;
import io.kinetarch.core.plan.SkillNeed;
import io.kinetarch.core.presence.Presences;
import io.kinetarch.core.routing.ChatNeeds;
import io.kinetarch.core.staffing.PlainSimulation.Kind;
import io.kinetarch.core.staffing.StaffingWeek.QueueSlot;
import io.kinetarch.core.staffing.StaffingWeek.Slot;
import java.time.DayOfWeek;
import java.time.Instant;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Random;
import org.junit.jupiter.api.Test;

/** People who can take only some of a queue's chats, who serve other queues too, or who are there for a share of the time. */
class SharedPeopleTest {
    private static final WeekOfHalfHours WEEK = new WeekOfHalfHours(DUBLIN, LocalDate.of(2026, 11, 30));
    private static final Instant NOON = Instant.parse("2026-12-01T12:00:00Z");
    private static final double[] SLOWDOWN = {1, 1.12, 1.3};
    private static final Assumptions ALL_THE_TIME =
            new Assumptions(1, 1, null, null, null, null, null, null, null, Shrinkage.NONE);

    private static ChatNeeds in(QueueId queue, String language) {
        return new ChatNeeds(queue, List.of(), language);
    }

    private static Slot noon(Plan plan, Map<ChatNeeds, Double> chats, Assumptions assumptions) {
        var week = new LinkedHashMap<ChatNeeds, double[]>();
        chats.forEach((kind, each) -> {
            double[] all = new double[336];
            Arrays.fill(all, each);
            week.put(kind, all);
        });
        return StaffingWeek.of(plan, WEEK, week, Map.of(), assumptions, Presences.USUAL).stream()
                .filter(slot -> slot.startsAt().equals(NOON))
                .findFirst()
                .orElseThrow();
    }

    private static Plan with(List<Operator> operators) {
        var plan = SamplePlan.plan();
        return new Plan(
                plan.settings(),
                plan.skills(),
                plan.hours(),
                plan.departments(),
                plan.queues(),
                operators,
                plan.doors(),
                plan.rules());
    }

    private static Operator operator(int number, List<String> languages, HeldSkill... skills) {
        return SamplePlan.operator("op" + number, 6, languages, skills);
    }

    /** Ana speaks German and English, Cleo only English; Ana is away at noon. */
    @Test
    void chatsInALanguageThatNobodyPresentSpeaksAreShort() {
        var sample = SamplePlan.plan();
        var plan = SamplePlan.edited(Operators.present(sample.operators().getFirst(), SamplePlan.everyDay(14, 17)));

        var queue = noon(plan, Map.of(in(BOOKING, "en"), 3.0, in(BOOKING, "de"), 0.6), ALL_THE_TIME)
                .queues()
                .getFirst();

        assertThat(queue.parts()).hasSize(2);
        var german = queue.parts().getFirst();
        assertThat(german.post().ownKinds()).containsExactly(in(BOOKING, "de"));
        assertThat(german.atLeast()).isEqualTo(1);
        assertThat(german.required())
                .as("a sixth of the time of those required")
                .isCloseTo(queue.required() / 6.0, within(1e-3));
        assertThat(german.able()).isZero();
        assertThat(queue.staffed()).isEqualTo(1);
        assertThat(queue.shortOf()).isEqualTo(1);
        assertThat(queue.seen().serviceLevel())
                .as("of the sixth who write German nobody is answered")
                .isLessThanOrEqualTo(5 / 6.0);
    }

    @Test
    void whereAllCanTakeAllLanguagesAreOnePool() {
        var trilingual = List.of("en", "de", "fr");
        var plan = with(List.of(
                operator(1, trilingual, new HeldSkill(FARES, 3)), operator(2, trilingual, new HeldSkill(FARES, 3))));

        var apart = noon(
                plan, Map.of(in(BOOKING, "en"), 6.0, in(BOOKING, "de"), 3.0, in(BOOKING, "fr"), 1.0), ALL_THE_TIME);
        var together = noon(plan, Map.of(ChatNeeds.of(BOOKING), 10.0), ALL_THE_TIME);

        assertThat(apart.queues().getFirst().parts()).hasSize(1);
        assertThat(apart.required()).isEqualTo(together.required());
        assertThat(apart.queues().getFirst().seen())
                .isEqualTo(together.queues().getFirst().seen());
    }

    @Test
    void whatARuleAsksForIsAPostOfItsOwn() {
        var plan = SamplePlan.plan();
        var expert = new ChatNeeds(BOOKING, List.of(new SkillNeed(FARES, 4)), "en");

        var queue = noon(plan, Map.of(in(BOOKING, "en"), 5.0, expert, 1.0), ALL_THE_TIME)
                .queues()
                .getFirst();

        assertThat(queue.parts().getFirst().post().able().stream())
                .as("only Ana holds fares at 4")
                .containsExactly(0);
        assertThat(queue.parts().getFirst().atLeast()).isEqualTo(1);
        assertThat(queue.parts().getFirst().able()).isEqualTo(1);
        assertThat(queue.shortOf()).isZero();
    }

    /** Nobody who speaks only one of two languages can stand in for the other: two pools, each as if it stood alone. */
    @Test
    void languagesThatNobodyShareAreTwoQueues() {
        var plan = with(List.of(
                operator(1, List.of("en"), new HeldSkill(FARES, 3)),
                operator(2, List.of("de"), new HeldSkill(FARES, 3))));

        var slot = noon(plan, Map.of(in(BOOKING, "en"), 9.0, in(BOOKING, "de"), 7.0), ALL_THE_TIME);

        int alone = noon(plan, Map.of(in(BOOKING, "en"), 9.0), ALL_THE_TIME).required()
                + noon(plan, Map.of(in(BOOKING, "de"), 7.0), ALL_THE_TIME).required();
        assertThat(slot.required()).isEqualTo(alone);
        var queue = plan.queue(BOOKING);
        var why = WhyRequired.of(plan, queue, slot.queues().getFirst(), null);
        assertThat(why.missed()).contains(WhyRequired.Limit.APART);
    }

    /** A queue of English and German chats, of whose operators some speak German: what visitors see, against a plain simulation. */
    @Test
    void whatIsSeenWithScarceLanguagesIsWhatASimulationSees() {
        for (int seed = 0; seed < 14; seed++) {
            var random = new Random(seed);
            int people = 1 + random.nextInt(6);
            int germans = 1 + random.nextInt(people);
            double share = 0.05 + 0.35 * random.nextDouble();
            double chats = people * (2 + 4 * random.nextDouble());
            var operators = new ArrayList<Operator>();
            boolean[][] can = new boolean[people][];
            for (int i = 0; i < people; i++) {
                operators.add(operator(i, i < germans ? List.of("en", "de") : List.of("en"), new HeldSkill(FARES, 3)));
                can[i] = new boolean[] {true, i < germans};
            }
            // somebody who is not there speaks English only, so that the two are told apart
            operators.add(Operators.present(
                    operator(99, List.of("en"), new HeldSkill(FARES, 3)), SamplePlan.everyDay(15, 16)));

            var queue = noon(
                            with(operators),
                            Map.of(in(BOOKING, "en"), chats * (1 - share), in(BOOKING, "de"), chats * share),
                            ALL_THE_TIME)
                    .queues()
                    .getFirst();

            double[] seen = PlainSimulation.answeredInTime(
                    List.of(kind(chats * (1 - share)), kind(chats * share)), can, SLOWDOWN, 6e5, seed);
            assertThat(queue.seen().serviceLevel())
                    .as(
                            "seed %s: %s people, %s of whom speak German, for %s of the chats",
                            seed, people, germans, share)
                    .isCloseTo(seen[0] * (1 - share) + seen[1] * share, within(0.04));
        }
    }

    private static Kind kind(double chats) {
        return new Kind(chats / 1800, 420, 180, 30);
    }

    /**
     * Two queues whose people serve one or both, as each person counts for one at a time: where that shows a queue as covered and
     * truly more than five points fewer are answered, it is marked; where no one serves two queues, nothing is.
     */
    @Test
    void whereOthersChatsTakeScarcePeopleTheFigureIsMarked() {
        int tooGood = 0;
        int marked = 0;
        int covered = 0;
        for (int seed = 0; seed < 150; seed++) {
            var random = new Random(seed);
            int people = 2 + random.nextInt(5);
            var operators = new ArrayList<Operator>();
            boolean[][] can = new boolean[people][2];
            for (int i = 0; i < people; i++) {
                int which = random.nextInt(3);
                can[i] = new boolean[] {which != 1, which != 0};
                operators.add(operator(i, List.of("en")).withSkills(skills(can[i])));
            }
            double booking = people * 7 * random.nextDouble() * random.nextDouble();
            double cargo = people * 7 * random.nextDouble() * random.nextDouble();
            var slot = noon(
                    with(operators), Map.of(ChatNeeds.of(BOOKING), booking, ChatNeeds.of(CARGO), cargo), ALL_THE_TIME);
            double[] seen =
                    PlainSimulation.answeredInTime(List.of(kind(booking), kind(cargo)), can, SLOWDOWN, 4e5, seed);
            for (int q = 0; q < 2; q++) {
                QueueSlot queue = slot.queues().get(q);
                if (queue.shortOf() == 0) {
                    covered++;
                    marked += queue.shared() ? 1 : 0;
                    if (queue.seen().serviceLevel() > seen[q] + 0.05) {
                        tooGood++;
                        assertThat(queue.shared())
                                .as(
                                        "seed %s, queue %s: shown %s, truly %s",
                                        seed, q, queue.seen().serviceLevel(), seen[q])
                                .isTrue();
                    }
                }
            }
        }
        assertThat(tooGood).as("some of the covered are too good").isPositive();
        assertThat(marked).isLessThan(covered * 2 / 3);
    }

    private static List<HeldSkill> skills(boolean[] can) {
        var skills = new ArrayList<HeldSkill>();
        if (can[0]) {
            skills.add(new HeldSkill(FARES, 3));
        }
        if (can[1]) {
            skills.add(new HeldSkill(FREIGHT, 3));
        }
        return skills;
    }

    /** Breaks, training and absence take people away: the measured case of a week shown as covered that was not. */
    @Test
    void whoeverIsPresentCountsForTheShareOfTheTimeInWhichTheyAnswer() {
        var plan = SamplePlan.plan();
        var shrunk = new Assumptions(1, 1, null, null, null, null, null, null, null, Shrinkage.of(0.26));
        var chats = Map.of(ChatNeeds.of(BOOKING), 10.0);

        var queue = noon(plan, chats, shrunk).queues().getFirst();
        var whole = noon(plan, chats, ALL_THE_TIME).queues().getFirst();

        assertThat(queue.required()).as("required are people who answer").isEqualTo(whole.required());
        assertThat(queue.staffed()).isCloseTo(0.74 * 2, within(1e-9));
        assertThat(queue.shortOf()).isCloseTo(queue.required() - 0.74 * 2, within(1e-9));
        assertThat(queue.seen().serviceLevel()).isLessThan(whole.seen().serviceLevel());
        assertThat(noon(plan, chats, shrunk).present()).isEqualTo(4);
        assertThat(noon(plan, chats, shrunk).available()).isCloseTo(4 * 0.74, within(1e-9));
    }

    /** One person who is there for three quarters of the time answers as one does then, and nobody does in the rest. */
    @Test
    void aFractionOfAPersonIsAPersonForAFractionOfTheTime() {
        var queue = ChatQueue.arriving(0.002, 420).patience(180).build();
        var seen = queue.evaluate(1.75, 30);

        assertThat(seen.serviceLevel())
                .isCloseTo(
                        0.25 * queue.evaluate(1, 30).serviceLevel()
                                + 0.75 * queue.evaluate(2, 30).serviceLevel(),
                        within(1e-12));
        assertThat(queue.evaluate(2.0, 30)).isEqualTo(queue.evaluate(2, 30));
        var patient = ChatQueue.arriving(0.002, 600).build();
        assertThat(patient.evaluate(1, 30).meanWaitSeconds()).isInfinite();
        assertThat(patient.evaluate(1.75, 30).meanWaitSeconds())
                .as("they catch up as long as they are there often enough")
                .isBetween(patient.evaluate(2, 30).meanWaitSeconds(), Double.MAX_VALUE);
    }

    @Test
    void aRosterTakesOffWhatItPlansAndTheRestIsTakenByShare() {
        var shrinkage = new Shrinkage(List.of(
                new Shrinkage.Part("Breaks", 0.12, null, true),
                new Shrinkage.Part("Absence", 0.1, null, true),
                new Shrinkage.Part("Meetings", 0.04, null, false)));

        assertThat(shrinkage.left(DayOfWeek.MONDAY, false)).isCloseTo(0.74, within(1e-12));
        // of 100 paid hours 22 are no part of shifts, and 4 of the other 78 are meetings
        assertThat(shrinkage.left(DayOfWeek.MONDAY, true)).isCloseTo(74 / 78.0, within(1e-12));
        assertThat(Shrinkage.NONE.left(DayOfWeek.MONDAY, true)).isEqualTo(1);
    }
}
