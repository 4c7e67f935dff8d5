package io.kinetarch.bench;

import io.kinetarch.core.dispatch.Call;
import io.kinetarch.core.dispatch.Visit;
import io.kinetarch.core.plan.FrontDoor;
import io.kinetarch.core.plan.Plan;
import io.kinetarch.core.plan.QuestionId;
import io.kinetarch.core.plan.VisitorKind;
import io.kinetarch.core.rehearsal.Rehearsal;
import io.kinetarch.core.rehearsal.Script;
import io.kinetarch.core.routing.Arrival;
import java.time.Duration;
import java.time.Instant;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.concurrent.TimeUnit;
import java.util.stream.IntStream;
import org.openjdk.jmh.annotations.Benchmark;
import org.openjdk.jmh.annotations.BenchmarkMode;
import org.openjdk.jmh.annotations.Fork;
import org.openjdk.jmh.annotations.Measurement;
import org.openjdk.jmh.annotations.Mode;
import org.openjdk.jmh.annotations.OutputTimeUnit;
import org.openjdk.jmh.annotations.Scope;
import org.openjdk.jmh.annotations.State;
import org.openjdk.jmh.annotations.Warmup;

/** What an edit of the draft waits for its checks: five hundred scripts of twenty minutes, on the largest plan. */
@State(Scope.Benchmark)
@BenchmarkMode(Mode.AverageTime)
@OutputTimeUnit(TimeUnit.MILLISECONDS)
@Fork(1)
@Warmup(iterations = 3, time = 2)
@Measurement(iterations = 5, time = 2)
public class RehearsalBench {
    private static final int CHECKS = 500;
    private static final int OPERATORS = 5;
    private static final int CHATS = 10;
    private static final Instant FROM = Instant.parse("2026-12-07T10:00:00Z");

    private final Plan plan = LargePlan.of(1);
    private final List<Script> scripts =
            IntStream.range(0, CHECKS).mapToObj(this::script).toList();

    private Script script(int which) {
        var steps = new ArrayList<Script.Step>();
        for (int i = 0; i < OPERATORS; i++) {
            var operator = plan.operators().get((which + i) % plan.operators().size());
            steps.add(new Script.Step(Duration.ZERO, new Call.Present(operator.id())));
        }
        var door = plan.doors().get(which % plan.doors().size());
        for (int i = 0; i < CHATS; i++) {
            steps.add(new Script.Step(Duration.ofSeconds(10L * i), new Call.Arrive("c" + i, visit(door))));
        }
        return new Script(FROM, Duration.ofMinutes(20), steps, List.of());
    }

    private static Visit visit(FrontDoor door) {
        var answers = new HashMap<QuestionId, String>();
        door.questions()
                .forEach(question -> answers.put(
                        question.id(),
                        question.choices().isEmpty()
                                ? "x"
                                : question.choices().getFirst().value()));
        return Visit.of(new Arrival(
                door.id(),
                null,
                door.languages().getFirst(),
                answers,
                FROM,
                VisitorKind.NEW,
                Map.of(),
                null,
                Map.of()));
    }

    /** All of them, one after the other on as many threads as there are cores. */
    @Benchmark
    public int checks() {
        return scripts.parallelStream()
                .mapToInt(script -> Rehearsal.run(plan, script).trace().size())
                .sum();
    }
}
