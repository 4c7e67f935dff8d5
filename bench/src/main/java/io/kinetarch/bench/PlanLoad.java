package io.kinetarch.bench;

import java.io.IOException;
import java.util.Arrays;

/**
 * A scripted load on an empty installation: makes the largest plan and times what an administrator waits for, over HTTP.
 * Started by {@code ./kinetarch bench plan}.
 */
public final class PlanLoad {
    private static final int WARM_UP = 100;
    private static final int EDITS = 200;
    private static final String PLAN = LargePlan.PATH;
    private static final String NL = System.lineSeparator();

    private final LoadSession session;

    private PlanLoad(LoadSession session) {
        this.session = session;
    }

    /**
     * Runs it.
     *
     * @param arguments the installation's address
     */
    public static void main(String[] arguments) throws IOException, InterruptedException {
        new PlanLoad(LoadSession.ofFirst(arguments[0], "rope ladder at noon", LargePlan.of(1))).run();
    }

    private void run() throws IOException, InterruptedException {
        time("first view: session, plans, draft, week", 20, 3, _ -> {
            session.send("GET", "/api/v1/session", "");
            session.send("GET", "/api/v1/plans", "");
            session.send("GET", PLAN + "/draft", "");
            session.send("GET", PLAN + "/week", "");
        });
        var editor = new LoadEditor(session);
        time("an edit stored", EDITS, WARM_UP, _ -> editor.edit());
        time("the draft fetched anew", 50, 10, _ -> session.send("GET", PLAN + "/draft", ""));
        session.send("POST", PLAN + "/draft/undo", "");
        time(
                "the change list, draft against itself",
                20,
                5,
                _ -> session.send("GET", PLAN + "/changes?from=draft&to=draft", ""));
    }

    private interface Step {
        void take(int number) throws IOException, InterruptedException;
    }

    private static void time(String what, int times, int warmUp, Step step) throws IOException, InterruptedException {
        for (int i = 0; i < warmUp; i++) {
            step.take(i);
        }
        double[] millis = new double[times];
        for (int i = 0; i < times; i++) {
            long begun = System.nanoTime();
            step.take(warmUp + i);
            millis[i] = (System.nanoTime() - begun) / 1e6;
        }
        Arrays.sort(millis);
        System.out.printf(
                "%-45s median %6.0f ms   95 in 100 %6.0f ms   most %6.0f ms%s",
                what, millis[times / 2], millis[(int) (times * 0.95)], millis[times - 1], NL);
    }
}
