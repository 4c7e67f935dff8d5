package io.kinetarch.core.dispatch;

import static io.kinetarch.core.plan.SamplePlan.SITE;
import static org.assertj.core.api.Assertions.assertThat;

import io.kinetarch.core.hours.OpeningHours;
import io.kinetarch.core.plan.Condition;
import io.kinetarch.core.plan.FrontDoor;
import io.kinetarch.core.plan.Handover;
import io.kinetarch.core.plan.HoursSet;
import io.kinetarch.core.plan.LocalText;
import io.kinetarch.core.plan.Membership;
import io.kinetarch.core.plan.OperatorChoice;
import io.kinetarch.core.plan.Plan;
import io.kinetarch.core.plan.Rule;
import io.kinetarch.core.plan.RuleId;
import io.kinetarch.core.plan.SamplePlan;
import io.kinetarch.core.plan.Timeouts;
import io.kinetarch.core.plan.WaitingRoom;
import io.kinetarch.core.staffing.ReferenceTable;
import io.kinetarch.core.staffing.ReferenceTable.Row;
import java.util.List;
import java.util.stream.IntStream;
import java.util.stream.Stream;
import org.jspecify.annotations.Nullable;
import org.junit.jupiter.api.Test;

/**
 * One queue driven by random arrivals against queueing theory: the values are those of an independent implementation. Four standard
 * errors, so that of ten thousand right runs one would fail; the seeds are fixed.
 */
class QueueingTheoryTest {
    private static final int CHATS = 300_000;
    private static final double ERRORS = 4;
    private static final int TEN = 10;

    @Test
    void whoNeverGivesUpWaitsAsErlangCSays() {
        var row = row("erlang_c.csv", 0.8);
        double handling = row.number("aht");

        var drive = drive(null, Double.POSITIVE_INFINITY, handling, new double[] {row.number("a") / handling});

        agrees(drive.waits(0), row.number("meanWait_all"));
    }

    @Test
    void whoGivesUpDoesSoAsErlangASays() {
        var row = row("erlang_a.csv", 0.9);

        var drive =
                drive(null, row.number("patience_s"), row.number("aht_s"), new double[] {row.number("lambda_per_s")});

        agrees(drive.gaveUp(0), row.number("P_abandon"));
        agrees(drive.waits(0), row.number("mean_wait_all_s"));
    }

    @Test
    void aFullQueueTurnsAwayAsTheChainWithALimitSays() {
        var row = ReferenceTable.read("mmnk.csv").stream()
                .filter(candidate -> candidate.integer("n") == TEN && candidate.integer("K") > 0)
                .findFirst()
                .orElseThrow();

        var drive = drive(row.integer("K"), Double.POSITIVE_INFINITY, row.number("aht_s"), new double[] {
            row.number("lambda_per_s")
        });

        agrees(drive.turnedAway(0), row.number("P_block"));
        agrees(drive.waits(0), row.number("mean_wait_admitted_s"));
    }

    /**
     * Cobham, "Priority assignment in waiting line problems", Operations Research 2 (1954): the wait of class k is W0 / ((1 − σ(k−1))
     * (1 − σ(k))), where W0 is the chance to wait over the rate at which all are served together, and σ(k) the load of classes up to k.
     */
    @Test
    void threeClassesOfPriorityWaitAsCobhamSays() {
        var row = row("erlang_c.csv", 0.8);
        double handling = row.number("aht");
        double all = row.number("a") / handling;
        var rates = new double[] {all * 0.2, all * 0.3, all * 0.5};

        var drive = drive(null, Double.POSITIVE_INFINITY, handling, rates);

        double w0 = row.number("Pwait") * handling / TEN;
        double before = 0;
        for (int k = 0; k < rates.length; k++) {
            double upTo = before + rates[k] * handling / TEN;
            agrees(drive.waits(k), w0 / ((1 - before) * (1 - upTo)));
            before = upTo;
        }
    }

    /** Common practice, no source: two minutes without a reply, five on a silent visitor. */
    @Test
    void theUsualTimeoutsAreThoseOfTheTrade() {
        assertThat(Timeouts.COMMON.reply().seconds()).isEqualTo(120);
        assertThat(Timeouts.COMMON.silence().closeSeconds()).isEqualTo(300);
    }

    private static Row row(String table, double rho) {
        return ReferenceTable.read(table).stream()
                .filter(row -> row.integer("n") == TEN && row.number("rho") == rho)
                .findFirst()
                .orElseThrow();
    }

    private static void agrees(RandomDrive.Batches seen, double expected) {
        assertThat(Math.abs(seen.mean() - expected) / seen.standardError())
                .as("%.5f ± %.5f, expected %.5f", seen.mean(), seen.standardError(), expected)
                .isLessThan(ERRORS);
        assertThat(seen.standardError()).as("sharp enough to tell").isLessThan(0.1 * expected);
    }

    private static RandomDrive drive(@Nullable Integer limit, double patience, double handling, double[] rates) {
        var drive = new RandomDrive(plan(limit, rates.length), rates.length, handling, patience, CHATS, 42);
        var visits = IntStream.range(0, rates.length)
                .mapToObj(i -> Visit.of(SITE, List.of("en", "de", "fr").get(i)))
                .toArray(Visit[]::new);
        drive.run(visits, rates);
        return drive;
    }

    /** Ten operators who hold one chat each and get it at once; chats come at priorities by their language. */
    private static Plan plan(@Nullable Integer limit, int classes) {
        var sample = SamplePlan.plan();
        var room = limit == null
                ? WaitingRoom.OPEN
                : new WaitingRoom(new WaitingRoom.Limit(limit, new WaitingRoom.Beyond.BusyText()), true, false);
        var queue = SamplePlan.booking(new Membership.BySkill(), new OperatorChoice.LongestFree(), room)
                .with(new Handover(Handover.By.DIRECT, 0));
        var tags = List.of("en", "de", "fr");
        var rules = Stream.concat(
                        IntStream.range(0, classes)
                                .mapToObj(i -> new Rule(
                                        new RuleId("class-" + i),
                                        "Class " + i,
                                        List.of(new Condition.LanguageIs(List.of(tags.get(i)))),
                                        queue.id(),
                                        List.of(),
                                        classes - i,
                                        LocalText.NONE)),
                        Stream.of(SamplePlan.rule("rest", queue.id())))
                .toList();
        return new Plan(
                sample.settings()
                        .with(new Timeouts(
                                Timeouts.COMMON.accept(),
                                Timeouts.Reply.of(86_400, LocalText.NONE, Timeouts.AfterNoReply.ANOTHER_OPERATOR),
                                Timeouts.COMMON.silence(),
                                2,
                                0.5,
                                Timeouts.COMMON.lost(),
                                Timeouts.RungClock.COMMON)),
                sample.skills(),
                List.of(HoursSet.of(SamplePlan.DAYTIME, "Always", OpeningHours.aroundTheClock(SamplePlan.DUBLIN))),
                sample.departments(),
                List.of(queue),
                IntStream.range(0, TEN)
                        .mapToObj(i -> SamplePlan.operator(
                                "op-" + i,
                                queue.weight(),
                                tags,
                                new io.kinetarch.core.plan.HeldSkill(SamplePlan.FARES, 5)))
                        .toList(),
                List.of(FrontDoor.plain(SITE, "Site", tags, List.of())),
                rules);
    }
}
