package io.kinetarch.server.simulation;

import com.github.benmanes.caffeine.cache.Cache;
import com.github.benmanes.caffeine.cache.Caffeine;
import io.kinetarch.core.plan.Plan;
import io.kinetarch.core.simulation.Simulation;
import io.kinetarch.core.staffing.WeekOfHalfHours;
import io.kinetarch.server.plan.Plans;
import io.kinetarch.server.plan.Plans.State;
import io.kinetarch.server.plan.Plans.Which;
import java.time.Duration;
import java.time.LocalDate;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.concurrent.ConcurrentHashMap;
import java.util.concurrent.ExecutorService;
import java.util.concurrent.Executors;
import java.util.concurrent.Future;
import org.jspecify.annotations.Nullable;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.beans.factory.DisposableBean;
import org.springframework.stereotype.Component;

/**
 * Draft and live plan simulated on a week to come, by the same visitors: roughly at once, then ever surer. What an edit has overtaken
 * is dropped. The newest results are kept under the state of plan and volumes that they follow from.
 */
@Component
class SimulatedWeeks implements DisposableBean {
    private static final Logger LOG = LoggerFactory.getLogger(SimulatedWeeks.class);

    /** How many runs there are after each step. */
    private static final List<Integer> STEPS = List.of(3, 10, 20, 40);

    private static final String OVERTAKEN = "An edit has overtaken it.";

    /** Sure enough: the share of chats answered in time is known so closely, and so is what an edit does to it. */
    private static final double CLOSE = 0.005;

    /** Fewer runs may seem to agree by chance. */
    private static final int LEAST = 10;

    private static final int MOST_KEPT = 12;
    private static final int MOST_LIVES = 4;
    private static final Duration FIRST = Duration.ofMillis(400);

    private final Plans plans;
    private final WeekExperiments experiments;
    private final ExecutorService workers = Executors.newFixedThreadPool(
            Math.max(2, Runtime.getRuntime().availableProcessors()),
            Thread.ofPlatform().daemon().name("simulation-", 0).factory());

    private final Cache<Key, Comparison> kept =
            Caffeine.newBuilder().maximumSize(MOST_KEPT).build();
    /** The live plan stays the same while the draft is edited. */
    private final Cache<Live, Simulation> lives =
            Caffeine.newBuilder().maximumSize(MOST_LIVES).build();

    private final Map<Subject, Work> running = new ConcurrentHashMap<>();

    SimulatedWeeks(Plans plans, WeekExperiments experiments) {
        this.plans = plans;
        this.experiments = experiments;
    }

    private record Subject(String planId, LocalDate monday) {}

    private record Key(
            Subject subject, String draft, @Nullable String live) {}

    private record Live(Subject subject, String stamp) {}

    private record Work(Key key, Comparison comparison, Future<?> task) {}

    /** Draft and live plan of a week, as far as they have been simulated. */
    static final class Comparison {
        private volatile @Nullable Result result;
        private volatile boolean ended;
        private volatile @Nullable String failure;

        /** What is known by now; none before the first runs. */
        Optional<Result> result() {
            return Optional.ofNullable(result);
        }

        /** Whether it will not be known any better. */
        boolean hasEnded() {
            return ended;
        }

        /** Why it could not be simulated. */
        Optional<String> failure() {
            return Optional.ofNullable(failure);
        }

        private synchronized void now(Result better) {
            result = better;
            notifyAll();
        }

        private synchronized void end(@Nullable String why) {
            failure = why;
            ended = true;
            notifyAll();
        }

        private synchronized void awaitFirst(Duration most) throws InterruptedException {
            long until = System.nanoTime() + most.toNanos();
            for (long left = most.toMillis();
                    result == null && !ended && left > 0;
                    left = (until - System.nanoTime()) / 1_000_000) {
                wait(left);
            }
        }
    }

    /** What so many runs say. */
    record Result(int replications, ConsequencesDocument.Sides sides, List<String> notes) {}

    /** What is known of a week by now; if nothing is, it is waited for a little. */
    Comparison of(String planId, LocalDate monday) throws InterruptedException {
        var draft = plans.draftState(planId);
        var live = plans.state(planId, Which.live);
        var zone = draft.plan().timeZone();
        var week = WeekOfHalfHours.of(monday, zone);
        var key = new Key(
                new Subject(planId, week.monday()),
                draft.stamp(),
                live.map(State::stamp).orElse(null));
        var known = kept.getIfPresent(key);
        if (known != null) {
            return known;
        }
        var work = running.compute(key.subject(), (_, before) -> {
            if (before != null && before.key().equals(key)) {
                return before;
            }
            if (before != null) {
                before.task().cancel(true);
            }
            var comparison = new Comparison();
            return new Work(key, comparison, workers.submit(() -> simulate(key, comparison, draft, live, week)));
        });
        work.comparison().awaitFirst(FIRST);
        return work.comparison();
    }

    private void simulate(Key key, Comparison comparison, State draft, Optional<State> live, WeekOfHalfHours week) {
        try {
            var asked = experiments.of(draft, week);
            var first = new Simulation(asked.experiment());
            // A draft that nobody has changed does what the live plan does.
            var second = live.filter(state -> !state.plan().equals(draft.plan()))
                    .map(state -> lives.get(
                            new Live(key.subject(), state.stamp()),
                            _ -> new Simulation(experiments.of(state, week).experiment())))
                    .orElse(null);
            for (int upTo : STEPS) {
                first.run(upTo - first.replications());
                var sides = sides(draft, first, live.map(State::plan).orElse(null), second, upTo);
                comparison.now(new Result(upTo, sides, asked.notes()));
                if (upTo >= LEAST && sides.isCloserThan(CLOSE)) {
                    break;
                }
            }
            kept.put(key, comparison);
            comparison.end(null);
        } catch (InterruptedException overtaken) {
            comparison.end(OVERTAKEN);
        } catch (Simulation.TooManyOpen many) {
            kept.put(key, comparison);
            comparison.end("It was broken off: " + many.getMessage() + " at " + many.at() + ".");
        } catch (RuntimeException failed) {
            if (isOvertaken(key, comparison)) {
                comparison.end(OVERTAKEN);
                return;
            }
            LOG.error(
                    "The week {} of plan {} could not be simulated",
                    key.subject().monday(),
                    key.subject().planId(),
                    failed);
            kept.put(key, comparison);
            comparison.end("It could not be simulated; the log of the server says why.");
        } finally {
            running.computeIfPresent(key.subject(), (_, work) -> work.comparison() == comparison ? null : work);
        }
    }

    /** Whether something newer is wanted, for which this was interrupted wherever it was. */
    private boolean isOvertaken(Key key, Comparison comparison) {
        var work = running.get(key.subject());
        return work != null && work.comparison() != comparison;
    }

    private static ConsequencesDocument.Sides sides(
            State draft, Simulation first, @Nullable Plan live, @Nullable Simulation second, int upTo)
            throws InterruptedException {
        if (second == null) {
            return ConsequencesDocument.Sides.of(draft.plan(), first, live, null);
        }
        // What was overtaken may still be at it.
        synchronized (second) {
            second.run(Math.max(0, upTo - second.replications()));
            return ConsequencesDocument.Sides.of(draft.plan(), first, live, second);
        }
    }

    @Override
    public void destroy() {
        workers.shutdownNow();
    }
}
