package io.kinetarch.core.scenario;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;
import static org.assertj.core.api.Assertions.within;

import io.kinetarch.core.plan.AnswerTarget;
import io.kinetarch.core.routing.ChatNeeds;
import io.kinetarch.core.scenario.LeastPeople.Found;
import io.kinetarch.core.scenario.LeastPeople.HalfHour;
import io.kinetarch.core.simulation.Centre;
import io.kinetarch.core.simulation.Experiment;
import io.kinetarch.core.staffing.ChatQueue;
import io.kinetarch.core.staffing.Requirement;
import io.kinetarch.core.staffing.ServiceLimits;
import io.kinetarch.core.staffing.StaffingWeek;
import io.kinetarch.core.staffing.WeekOfHalfHours;
import java.time.Duration;
import java.time.LocalDate;
import java.time.ZoneOffset;
import java.util.Arrays;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import org.junit.jupiter.api.Test;

class LeastPeopleTest {
    private static final double PER_HOUR = 30;
    private static final double HANDLING = 300;
    private static final double PATIENCE = 120;
    private static final int A_DAY = 48;

    private static Centre centre(double... perHour) {
        var centre = new Centre().lasting(Duration.ofDays(1)).warmUp(Duration.ZERO);
        for (double each : perHour) {
            centre.queue(each, HANDLING, PATIENCE);
        }
        return centre;
    }

    private static Experiment experiment(Centre centre) {
        var by = centre.experiment(5);
        return new Experiment(
                by.plan(),
                by.from(),
                by.until(),
                by.warmUp(),
                WeekOfHalfHours.SLOT,
                by.flows(),
                by.behaviour(),
                by.presence(),
                by.seed());
    }

    private static List<StaffingWeek.Slot> slots(Centre centre, double... perHour) {
        var week = new WeekOfHalfHours(ZoneOffset.UTC, LocalDate.ofInstant(Centre.START, ZoneOffset.UTC));
        Map<ChatNeeds, double[]> chats = new HashMap<>();
        for (int queue = 0; queue < perHour.length; queue++) {
            double[] each = new double[week.slots().size()];
            Arrays.fill(each, perHour[queue] / 2);
            chats.put(ChatNeeds.of(Centre.queueId(queue)), each);
        }
        return StaffingWeek.of(centre.plan(), week, chats, Map.of()).subList(0, A_DAY);
    }

    private static int required(double perHour) {
        return Requirement.smallest(
                ChatQueue.arriving(perHour / 3600, HANDLING).patience(PATIENCE).build(),
                new ServiceLimits(new AnswerTarget(0.8, 20), null, null, null));
    }

    private static Found search(Centre centre, double... perHour) throws InterruptedException {
        return LeastPeople.search(experiment(centre), slots(centre, perHour), (_, _, _) -> {});
    }

    /** Two queues whose people all serve both are one queue of twice the chats, of which the formula (Erlang A) knows the answer. */
    @Test
    void peopleWhoServeTwoQueuesAreAsManyAsOneQueueOfBothRequires() throws InterruptedException {
        int apart = 2 * required(PER_HOUR);
        int together = required(2 * PER_HOUR);
        assertThat(together).isLessThan(apart);

        var found = search(centre(PER_HOUR, PER_HOUR).operators(12, 1, 0, 1), PER_HOUR, PER_HOUR);

        assertThat(found.halfHours()).extracting(HalfHour::byFormula).containsOnly(apart);
        assertThat(found.hoursByFormula()).isEqualTo(24.0 * apart);
        assertThat(found.hours()).isCloseTo(24.0 * together, within(24 * 0.6));
        assertThat(found.least().queue(0).answeredInTime().mean()).isCloseTo(0.8, within(0.07));
        assertThat(found.byFormula().queue(0).answeredInTime().mean()).isGreaterThan(0.9);
    }

    /** Nobody is shared, so there is nothing that the formula leaves out. */
    @Test
    void peopleWhoServeOneQueueAreAsManyAsTheFormulaSays() throws InterruptedException {
        var found =
                search(centre(PER_HOUR, 2 * PER_HOUR).operators(8, 1, 0).operators(12, 1, 1), PER_HOUR, 2 * PER_HOUR);

        assertThat(found.hours()).isCloseTo(found.hoursByFormula(), within(24 * 0.6));
    }

    @Test
    void whatIsEnoughIsRequiredOfARosterAndCanBeFilledByThosePeople() throws InterruptedException {
        var found = search(
                centre(PER_HOUR, PER_HOUR)
                        .operators(4, 1, 0)
                        .operators(4, 1, 0, 1)
                        .operators(4, 1, 1),
                PER_HOUR,
                PER_HOUR);

        assertThat(found.halfHours()).allSatisfy(halfHour -> {
            assertThat(halfHour.need().people()).isEqualTo(halfHour.people());
            assertThat(halfHour.missing()).isEmpty();
        });
    }

    @Test
    void whereEverybodyIsNotEnoughTheQueueIsNamed() throws InterruptedException {
        var found = search(centre(PER_HOUR, PER_HOUR).operators(1, 1, 0).operators(6, 1, 1), PER_HOUR, PER_HOUR);

        assertThat(found.halfHours().subList(4, 44))
                .allSatisfy(halfHour -> assertThat(halfHour.missing()).contains(0));
    }

    @Test
    void whoeverFollowsItCanEndIt() {
        assertThatThrownBy(() -> LeastPeople.search(
                        experiment(centre(PER_HOUR).operators(6, 1, 0)),
                        slots(centre(PER_HOUR).operators(6, 1, 0), PER_HOUR),
                        (round, _, _) -> {
                            if (round > 1) {
                                throw new IllegalStateException("enough");
                            }
                        }))
                .hasMessage("enough");
    }
}
