package io.kinetarch.server.rehearsal;

import io.kinetarch.server.document.JsonConfiguration;
import io.kinetarch.server.document.PlanReader;
import io.kinetarch.server.problem.Refusal;
import java.io.IOException;
import java.io.PrintStream;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import tools.jackson.databind.json.JsonMapper;

/** Runs the checks of a plan document without a server, for pipelines that gate a plan kept in version control. */
public final class CheckCommand {
    private static final int ALL_HOLD = 0;
    private static final int SOME_FAIL = 1;
    private static final int NOT_RUN = 2;

    private final PrintStream out;

    public CheckCommand(PrintStream out) {
        this.out = out;
    }

    /**
     * Runs them, one line a check.
     *
     * @param arguments the document's file
     * @return 0 where all hold, 1 where one fails, 2 where there was nothing to be run
     */
    public int run(List<String> arguments) {
        if (arguments.size() != 1) {
            out.println("usage: check PLAN.json");
            return NOT_RUN;
        }
        var json = JsonMapper.builder();
        JsonConfiguration.strict(json);
        try {
            var plan = new PlanReader(json.build())
                    .read(Files.readAllBytes(Path.of(arguments.getFirst())))
                    .toPlan();
            return tell(Checks.run(plan));
        } catch (IOException e) {
            out.println("The file " + arguments.getFirst() + " cannot be read: " + e.getMessage());
        } catch (Refusal refusal) {
            out.println(arguments.getFirst() + " is no plan document: " + refusal.getMessage());
        }
        return NOT_RUN;
    }

    private int tell(List<CheckResult> results) {
        for (var result : results) {
            out.println((result.held() ? "holds  " : "FAILS  ") + result.name() + (result.blocks() ? "" : " (warns)"));
            String trouble = result.trouble();
            if (trouble != null) {
                out.println("       " + trouble);
            }
            result.failures().forEach(failure -> out.println("       " + failure));
        }
        long failing = results.stream().filter(result -> !result.held()).count();
        out.println(results.isEmpty() ? "The plan has no checks." : failing + " of " + results.size() + " fail.");
        return failing == 0 ? ALL_HOLD : SOME_FAIL;
    }
}
