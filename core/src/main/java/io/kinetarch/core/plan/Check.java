package io.kinetarch.core.plan;

import java.time.Duration;
import java.time.Instant;
import java.util.List;

/**
 * A rehearsal that is kept, with what must happen in it. What its steps name need not be in the plan: a check outlives what it is about,
 * and says so when it is run.
 *
 * @param blocks whether a plan in which it fails cannot go live; if not, it warns
 * @param from when it starts
 * @param until how long it lasts: more than nothing, at most 31 days
 * @param steps in the order in which they happen, at most {@value #MOST_STEPS}
 * @param expect what must happen, at least one and at most {@value #MOST_STEPS}
 */
public record Check(
        CheckId id,
        String name,
        boolean blocks,
        Instant from,
        Duration until,
        List<CheckStep> steps,
        List<CheckExpectation> expect)
        implements Element {
    public static final int MOST_STEPS = 1000;
    private static final Duration LONGEST = Duration.ofDays(31);

    public Check {
        Checks.text("name", name);
        steps = List.copyOf(steps);
        expect = List.copyOf(expect);
        if (until.isNegative() || until.isZero() || until.compareTo(LONGEST) > 0) {
            throw new PlanRefusal("/until", "a check lasts more than nothing and at most 31 days, not " + until);
        }
        Checks.notEmpty("expect", expect);
        few("steps", steps);
        few("expect", expect);
    }

    private static void few(String field, List<?> list) {
        if (list.size() > MOST_STEPS) {
            throw new PlanRefusal(
                    "/" + field,
                    "a check has at most " + MOST_STEPS + " of them, not " + list.size() + "; keep it in parts");
        }
    }
}
