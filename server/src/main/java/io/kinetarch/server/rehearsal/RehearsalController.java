package io.kinetarch.server.rehearsal;

import io.kinetarch.core.rehearsal.Rehearsal;
import io.kinetarch.core.rehearsal.ScriptRefusal;
import io.kinetarch.server.problem.Refusal;
import io.kinetarch.server.problem.Refusal.Kind;
import io.kinetarch.server.rehearsal.ScriptDocument.ResultDocument;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RestController;

/** Runs a script on a plan that is sent along. */
@RestController
@RequestMapping("/api/v1")
class RehearsalController {
    /** Plays a script with a plan that is sent along, and tells every effect; nothing is stored. */
    @PostMapping("/calc/rehearsal")
    ResultDocument rehearse(@RequestBody ScriptDocument document) {
        var plan = document.plan().toPlan();
        try {
            var script = document.toScript(plan);
            var words = new ScriptWords(plan, CheckResult.languages(script));
            return ResultDocument.of(Rehearsal.run(plan, script), script.from(), words);
        } catch (ScriptRefusal refusal) {
            throw new Refusal(Kind.INVALID_DOCUMENT, refusal.pointer(), CheckResult.why(plan, refusal));
        }
    }
}
