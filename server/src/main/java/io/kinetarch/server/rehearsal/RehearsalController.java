package io.kinetarch.server.rehearsal;

import io.kinetarch.core.dispatch.Call;
import io.kinetarch.core.rehearsal.Rehearsal;
import io.kinetarch.core.rehearsal.Script;
import io.kinetarch.core.rehearsal.ScriptRefusal;
import io.kinetarch.server.problem.Refusal;
import io.kinetarch.server.problem.Refusal.Kind;
import io.kinetarch.server.rehearsal.ScriptDocument.ResultDocument;
import java.util.Map;
import java.util.regex.Pattern;
import java.util.stream.Collectors;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RestController;

/** Runs a script on a plan that is sent along. */
@RestController
@RequestMapping("/api/v1")
class RehearsalController {
    private static final Pattern NUMBERED = Pattern.compile("/(steps|expect)/(\\d+)(/.*)?");

    @PostMapping("/calc/rehearsal")
    ResultDocument rehearse(@RequestBody ScriptDocument document) {
        var plan = document.plan().toPlan();
        try {
            var script = document.toScript(plan);
            var words = new ScriptWords(plan, languages(script));
            return ResultDocument.of(Rehearsal.run(plan, script), script.from(), words);
        } catch (ScriptRefusal refusal) {
            String why = refusal.refusal()
                    .map(new ScriptWords(plan, Map.of())::refusal)
                    .orElseGet(refusal::getMessage);
            throw new Refusal(Kind.INVALID_DOCUMENT, refusal.pointer(), step(refusal.pointer()) + why + ".");
        }
    }

    private static Map<String, String> languages(Script script) {
        return script.steps().stream()
                .map(Script.Step::act)
                .filter(Call.Arrive.class::isInstance)
                .map(Call.Arrive.class::cast)
                .collect(Collectors.toMap(
                        Call.Arrive::chat, arrival -> arrival.visit().language()));
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
