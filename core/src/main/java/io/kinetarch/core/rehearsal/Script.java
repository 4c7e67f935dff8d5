package io.kinetarch.core.rehearsal;

import io.kinetarch.core.dispatch.Call;
import java.time.Duration;
import java.time.Instant;
import java.util.HashMap;
import java.util.List;

/**
 * A script: what happens when, and what must come of it. One that exists can be run: its steps are in order, and each expectation could
 * come true.
 *
 * @param from when it starts
 * @param until how long it lasts, at most 31 days
 * @param steps in the order in which they happen, at most {@value #MOST_STEPS}
 * @param expectations what must happen, at most {@value #MOST_STEPS}
 */
public record Script(Instant from, Duration until, List<Step> steps, List<Expectation> expectations) {
    public static final int MOST_STEPS = 10_000;
    private static final Duration LONGEST = Duration.ofDays(31);

    public Script {
        steps = List.copyOf(steps);
        expectations = List.copyOf(expectations);
        if (until.isNegative() || until.isZero() || until.compareTo(LONGEST) > 0) {
            throw new ScriptRefusal("/until", "a rehearsal lasts more than nothing and at most 31 days, not " + until);
        }
        few("/steps", steps.size(), "steps");
        few("/expect", expectations.size(), "expectations");
        var arrivals = new HashMap<String, Duration>();
        var last = Duration.ZERO;
        for (int i = 0; i < steps.size(); i++) {
            var step = steps.get(i);
            if (step.at().isNegative() || step.at().compareTo(until) > 0) {
                throw new ScriptRefusal(
                        "/steps/" + i + "/at",
                        "the step is at " + step.at() + "; the rehearsal runs from PT0S until " + until);
            }
            if (step.at().compareTo(last) < 0) {
                throw new ScriptRefusal(
                        "/steps/" + i + "/at",
                        "the step is at " + step.at() + ", before the one above it at " + last
                                + "; write steps in the order in which they happen");
            }
            last = step.at();
            if (step.act() instanceof Call.Arrive(var chat, var _)) {
                if (arrivals.putIfAbsent(chat, step.at()) != null) {
                    throw new ScriptRefusal(
                            "/steps/" + i + "/chat",
                            "a chat \"" + chat + "\" has arrived already; give each arrival a name of its own");
                }
            } else if (step.act().about().isPresent()
                    && !arrivals.containsKey(step.act().about().get())) {
                throw new ScriptRefusal(
                        "/steps/" + i + "/chat",
                        "no chat \"" + step.act().about().get() + "\" has arrived before this step");
            }
        }
        for (int i = 0; i < expectations.size(); i++) {
            possible(i, expectations.get(i), until, arrivals);
        }
    }

    /**
     * Somebody does something.
     *
     * @param at counted from the start
     */
    public record Step(Duration at, Call act) {}

    private static void few(String pointer, int count, String what) {
        if (count > MOST_STEPS) {
            throw new ScriptRefusal(
                    pointer,
                    "a rehearsal takes at most " + MOST_STEPS + " " + what + ", not " + count
                            + "; try crowds by a simulation, or cut the script in parts");
        }
    }

    private static void possible(
            int index, Expectation expectation, Duration until, HashMap<String, Duration> arrivals) {
        var chat = expectation.chat();
        var arrival = chat == null ? Duration.ZERO : arrivals.get(chat);
        if (arrival == null) {
            throw new ScriptRefusal(
                    "/expect/" + index + "/chat",
                    "no chat \"" + expectation.chat() + "\" arrives, so nothing can be expected of it");
        }
        if (expectation.by().compareTo(until) > 0) {
            throw new ScriptRefusal(
                    "/expect/" + index + "/by",
                    "the rehearsal ends after " + until + ", before " + expectation.by()
                            + "; let it last longer, or expect it sooner");
        }
        if (expectation.by().compareTo(arrival) < 0) {
            throw new ScriptRefusal(
                    "/expect/" + index + "/by",
                    "the chat \"" + expectation.chat() + "\" arrives at " + arrival
                            + ", so nothing can happen to it by " + expectation.by());
        }
    }
}
