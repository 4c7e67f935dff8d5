package io.kinetarch.server.scenario;

import io.kinetarch.core.plan.Plan;
import io.kinetarch.core.plan.PlanRefusal;
import io.kinetarch.core.scenario.Scenario;
import io.kinetarch.core.scenario.SideBySide;
import io.kinetarch.core.simulation.Estimate;
import io.kinetarch.core.simulation.Figures;
import io.kinetarch.core.simulation.Simulation;
import io.kinetarch.core.staffing.WeekOfHalfHours;
import io.kinetarch.server.job.JobKind;
import io.kinetarch.server.job.Jobs;
import io.kinetarch.server.plan.Plans;
import io.kinetarch.server.plan.Plans.State;
import io.kinetarch.server.problem.Culprit;
import io.kinetarch.server.problem.Refusal;
import io.kinetarch.server.problem.Refusal.Kind;
import io.kinetarch.server.scenario.AnswerDocument.BestDocument;
import io.kinetarch.server.scenario.AnswerDocument.QueueRow;
import io.kinetarch.server.scenario.AnswerDocument.RowDocument;
import io.kinetarch.server.scenario.QuestionDocument.DialKind;
import io.kinetarch.server.scenario.QuestionDocument.SweepDocument;
import io.kinetarch.server.simulation.SimulatedDocument.FiguresDocument;
import io.kinetarch.server.simulation.Simulating;
import io.kinetarch.server.simulation.WeekExperiments;
import java.time.Clock;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.function.Function;
import java.util.function.Supplier;
import java.util.stream.IntStream;
import org.jspecify.annotations.Nullable;
import org.springframework.beans.factory.annotation.Value;
import org.springframework.stereotype.Component;
import org.springframework.transaction.annotation.Transactional;
import tools.jackson.databind.json.JsonMapper;

/** What was asked of plans, kept with them; answered by a job that simulates everything asked with the very same visitors. */
@Component
class Questions implements JobKind {
    private static final String NAME = "ANSWER_QUESTION";
    private static final String AS_IT_STANDS = "As planned";

    private static final int AT_A_TIME = 5;

    private final QuestionMapper questions;
    private final Plans plans;
    private final WeekExperiments experiments;
    private final Jobs jobs;
    private final JsonMapper json;
    private final Clock clock;
    /** How many weeks of each are simulated, a multiple of {@value AT_A_TIME}. */
    private final int weeks;

    Questions(
            QuestionMapper questions,
            Plans plans,
            WeekExperiments experiments,
            Jobs jobs,
            JsonMapper json,
            Clock clock,
            @Value("${kinetarch.questions.weeks:40}") int weeks) {
        this.questions = questions;
        this.plans = plans;
        this.experiments = experiments;
        this.jobs = jobs;
        this.json = json;
        this.clock = clock;
        this.weeks = weeks;
    }

    /**
     * A question.
     *
     * @param answer null while it is worked on, and where that was broken off
     * @param outdated whether plan, volumes or rosters have changed since it was answered
     */
    record PlanQuestion(
            long id, QuestionDocument asked, @Nullable AnswerDocument answer, boolean outdated) {}

    List<PlanQuestion> all(String planId) {
        return questions.all(planId).stream()
                .map(stored -> {
                    var asked = json.readValue(stored.asked(), QuestionDocument.class);
                    var answer = stored.answer() == null ? null : json.readValue(stored.answer(), AnswerDocument.class);
                    return new PlanQuestion(
                            stored.id(),
                            asked,
                            answer,
                            answer != null
                                    && !plans.state(planId, asked.of())
                                            .map(State::stamp)
                                            .filter(answer.stamp()::equals)
                                            .isPresent());
                })
                .toList();
    }

    /** Keeps a question and has it answered; refused at once where it cannot be. */
    @Transactional
    long ask(String planId, QuestionDocument asked) {
        rows(state(planId, asked), asked);
        long id = questions.insert(planId, json.writeValueAsString(asked), clock.instant());
        jobs.start(NAME, planId, Long.toString(id));
        return id;
    }

    /** Has a question answered by the plan as it stands now. */
    @Transactional
    void askAgain(String planId, long id) {
        var stored = questions
                .find(planId, id)
                .orElseThrow(() -> new Refusal(Kind.NOT_FOUND, "There is no question " + id + "."));
        var asked = json.readValue(stored.asked(), QuestionDocument.class);
        rows(state(planId, asked), asked);
        questions.answer(planId, id, null);
        jobs.start(NAME, planId, Long.toString(id));
    }

    void forget(String planId, long id) {
        if (questions.delete(planId, id) == 0) {
            throw new Refusal(Kind.NOT_FOUND, "There is no question " + id + ".");
        }
    }

    private State state(String planId, QuestionDocument asked) {
        return plans.state(planId, asked.of())
                .orElseThrow(() -> new Refusal(Kind.NOT_FOUND, "The plan has not gone live yet; ask it of the draft."));
    }

    /** What one row of the answer is of. */
    private record Row(String name, @Nullable Integer value, Scenario scenario, Plan plan) {}

    /** The rows of the answer, none of which the plan refuses. */
    private static List<Row> rows(State state, QuestionDocument asked) {
        var rows = new ArrayList<Row>();
        var sweep = asked.sweep();
        rows.add(row(
                state,
                AS_IT_STANDS,
                sweep == null ? null : standing(state.plan(), sweep),
                () -> Scenario.AS_PLANNED,
                ""));
        for (int i = 0; sweep == null && i < asked.scenarios().size(); i++) {
            var scenario = asked.scenarios().get(i);
            rows.add(row(state, scenario.name(), null, scenario::toScenario, "/scenarios/" + i));
        }
        for (int i = 0; sweep != null && i < sweep.values().size(); i++) {
            int value = sweep.values().get(i);
            rows.add(row(
                    state,
                    Integer.toString(value),
                    value,
                    () -> sweep.turned(
                            asked.scenarios().isEmpty()
                                    ? Scenario.AS_PLANNED
                                    : asked.scenarios().getFirst().toScenario(),
                            value),
                    "/sweep/values/" + i));
        }
        return rows;
    }

    private static Row row(
            State state, String name, @Nullable Integer value, Supplier<Scenario> asked, String pointer) {
        try {
            var scenario = asked.get();
            return new Row(name, value, scenario, scenario.in(state.plan()));
        } catch (PlanRefusal refusal) {
            throw Culprit.of(refusal, pointer);
        }
    }

    private static @Nullable Integer standing(Plan plan, SweepDocument sweep) {
        if (sweep.dial().kind() == DialKind.VOLUME) {
            return 100;
        }
        try {
            var value = sweep.dial().toDial().in(plan);
            return value.isPresent() ? value.getAsInt() : null;
        } catch (PlanRefusal refusal) {
            throw Culprit.of(refusal, "/sweep/dial");
        }
    }

    @Override
    public String name() {
        return NAME;
    }

    @Override
    public void run(String planId, String subject, Progress progress) {
        long id = Long.parseLong(subject);
        var stored = questions.find(planId, id);
        if (stored.isEmpty()) {
            // it was forgotten before anybody came to it
            return;
        }
        var asked = json.readValue(stored.get().asked(), QuestionDocument.class);
        var state = state(planId, asked);
        var week = WeekOfHalfHours.of(asked.monday(), state.plan().timeZone());
        progress.report(0, weeks, "The week's chats are forecast");
        var planned = experiments.of(state, week);
        var rows = rows(state, asked);
        var simulations = rows.stream()
                .map(row -> new Simulation(row.scenario().in(planned.experiment())))
                .toList();
        simulate(rows, simulations, progress);
        questions.answer(planId, id, json.writeValueAsString(answer(asked, state, rows, simulations, planned.notes())));
    }

    private void simulate(List<Row> rows, List<Simulation> simulations, Progress progress) {
        int steps = weeks / AT_A_TIME * rows.size();
        int done = 0;
        try {
            for (int upTo = AT_A_TIME; upTo <= weeks; upTo += AT_A_TIME) {
                for (int i = 0; i < rows.size(); i++) {
                    simulations.get(i).run(AT_A_TIME);
                    progress.report(
                            ++done, steps, upTo + " weeks of " + rows.get(i).name());
                }
            }
        } catch (Simulation.TooManyOpen many) {
            throw Simulating.brokenOff(many);
        } catch (InterruptedException stopped) {
            throw Simulating.stopped(stopped);
        }
    }

    private AnswerDocument answer(
            QuestionDocument asked, State state, List<Row> rows, List<Simulation> simulations, List<String> notes) {
        var planned = simulations.getFirst();
        return new AnswerDocument(
                weeks,
                state.stamp(),
                IntStream.range(0, rows.size())
                        .mapToObj(i -> {
                            var row = rows.get(i);
                            var simulation = simulations.get(i);
                            var queues = row.plan().queues();
                            return new RowDocument(
                                    row.name(),
                                    row.value(),
                                    FiguresDocument.of(simulation.totals()),
                                    i == 0 ? null : FiguresDocument.of(simulation.difference(planned)),
                                    IntStream.range(0, queues.size())
                                            .mapToObj(queue -> new QueueRow(
                                                    queues.get(queue).id().value(),
                                                    queues.get(queue).name(),
                                                    FiguresDocument.of(simulation.queue(queue))))
                                            .toList());
                        })
                        .toList(),
                asked.sweep() == null
                        ? Map.of()
                        : best(asked.sweep(), new SideBySide(simulations.subList(1, simulations.size()))),
                notes);
    }

    private static Map<String, BestDocument> best(SweepDocument sweep, SideBySide swept) {
        var best = new LinkedHashMap<String, BestDocument>();
        best.put("answeredInTime", best(sweep, swept, Figures::answeredInTime, true));
        best.put("gaveUp", best(sweep, swept, Figures::gaveUp, false));
        best.put("meanWaitSeconds", best(sweep, swept, Figures::meanWaitSeconds, false));
        best.put("wait95Seconds", best(sweep, swept, Figures::wait95Seconds, false));
        return best;
    }

    private static BestDocument best(
            SweepDocument sweep, SideBySide swept, Function<Figures, Estimate> figure, boolean more) {
        var best = swept.best(figure, more);
        return new BestDocument(
                sweep.values().get(best.at()),
                sweep.values().get(best.from()),
                sweep.values().get(best.to()));
    }
}
