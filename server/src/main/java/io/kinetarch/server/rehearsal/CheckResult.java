package io.kinetarch.server.rehearsal;

import io.kinetarch.core.dispatch.Call;
import io.kinetarch.core.plan.Check;
import io.kinetarch.core.plan.Plan;
import io.kinetarch.core.rehearsal.Rehearsal;
import io.kinetarch.core.rehearsal.Script;
import io.kinetarch.core.rehearsal.ScriptRefusal;
import io.kinetarch.server.problem.Refusal;
import java.time.Duration;
import java.util.List;
import java.util.Map;
import java.util.regex.Pattern;
import java.util.stream.Collectors;
import java.util.stream.IntStream;
import org.jspecify.annotations.Nullable;

/**
 * What came of a check.
 *
 * @param blocks whether a plan in which it fails cannot go live
 * @param expectations what became of each, in their order; none where it cannot be run
 * @param trouble why it cannot be run on the plan; null where it can
 */
record CheckResult(
        String id,
        String name,
        boolean blocks,
        boolean held,
        List<ExpectationResult> expectations,
        @Nullable String trouble) {
    private static final Pattern NUMBERED = Pattern.compile("/(steps|expect)/(\\d+)(/.*)?");

    /**
     * What became of an expectation.
     *
     * @param at when that was decided, in seconds from the start
     */
    record ExpectationResult(boolean held, double at, String because) {}

    /** Runs a check on a plan. */
    static CheckResult of(Plan plan, Check check) {
        try {
            var script = new ScriptReader(plan).read(check.from(), check.until(), check.steps(), check.expect());
            var words = new ScriptWords(plan, languages(script));
            var expectations = Rehearsal.run(plan, script).verdicts().stream()
                    .map(verdict -> new ExpectationResult(
                            verdict.held(),
                            verdict.by()
                                            .map(by -> Duration.between(script.from(), by.at()))
                                            .orElse(verdict.expectation().by())
                                            .toMillis()
                                    / 1000.0,
                            words.verdict(verdict, script.from())))
                    .toList();
            return new CheckResult(
                    check.id().value(),
                    check.name(),
                    check.blocks(),
                    expectations.stream().allMatch(ExpectationResult::held),
                    expectations,
                    null);
        } catch (ScriptRefusal refusal) {
            return stuck(check, why(plan, refusal));
        } catch (Refusal refusal) {
            String where = refusal.places().stream()
                    .findFirst()
                    .map(place -> step(place.pointer()))
                    .orElse("");
            return stuck(check, where + refusal.getMessage());
        }
    }

    private static CheckResult stuck(Check check, String trouble) {
        return new CheckResult(check.id().value(), check.name(), check.blocks(), false, List.of(), trouble);
    }

    /** What does not hold, each with the number of its expectation. */
    List<String> failures() {
        return IntStream.range(0, expectations.size())
                .filter(i -> !expectations.get(i).held())
                .mapToObj(i ->
                        "expectation " + (i + 1) + ": " + expectations.get(i).because())
                .toList();
    }

    /** The languages of visitors, by the names of their chats. */
    static Map<String, String> languages(Script script) {
        return script.steps().stream()
                .map(Script.Step::act)
                .filter(Call.Arrive.class::isInstance)
                .map(Call.Arrive.class::cast)
                .collect(Collectors.toMap(
                        Call.Arrive::chat, arrival -> arrival.visit().language()));
    }

    /** Why a script cannot be run, and which step of it. */
    static String why(Plan plan, ScriptRefusal refusal) {
        return step(refusal.pointer())
                + refusal.refusal()
                        .map(new ScriptWords(plan, Map.of())::refusal)
                        .orElseGet(refusal::getMessage)
                + ".";
    }

    /** "Step 3: ", for whoever counts from one. */
    private static String step(String pointer) {
        var numbered = NUMBERED.matcher(pointer);
        return numbered.matches()
                ? (numbered.group(1).equals("steps") ? "Step " : "Expectation ")
                        + (Integer.parseInt(numbered.group(2)) + 1) + ": "
                : "";
    }
}
