package io.kinetarch.server.bot;

import io.kinetarch.core.change.ChangeList;
import io.kinetarch.core.change.PlanDiff;
import io.kinetarch.core.plan.Plan;
import io.kinetarch.core.plan.PlanEdit;
import io.kinetarch.formats.bot.TopicFile;
import io.kinetarch.formats.table.Faults.Fault;
import io.kinetarch.formats.table.FileRefusal;
import io.kinetarch.server.account.SignedIn;
import io.kinetarch.server.plan.DraftEdits;
import io.kinetarch.server.plan.DraftEdits.Edited;
import io.kinetarch.server.plan.Plans;
import io.kinetarch.server.problem.Refusal;
import io.kinetarch.server.problem.Refusal.Kind;
import java.util.List;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/** Files of topics. */
@Service
class TopicFiles {
    private final Plans plans;
    private final DraftEdits edits;

    TopicFiles(Plans plans, DraftEdits edits) {
        this.plans = plans;
        this.edits = edits;
    }

    /**
     * What a file would do to the draft.
     *
     * @param changes topic by topic, in words
     */
    record Preview(List<ChangeList.Entry> changes, List<Fault> faults) {}

    Preview preview(String planId, byte[] file) {
        Plan plan = plans.draftState(planId).plan();
        var reading = read(file, plan);
        return new Preview(ChangeList.of(PlanDiff.between(plan, with(plan, reading))), reading.faults());
    }

    /** Takes the lines of a file that can be used into the draft. */
    @Transactional
    Edited take(String planId, byte[] file, long seen, SignedIn by) {
        Plan plan = plans.draftState(planId).plan();
        return edits.become(planId, with(plan, read(file, plan)), seen, "Topics imported", by);
    }

    private static Plan with(Plan plan, TopicFile.Reading reading) {
        return plan.edited(
                reading.topics().stream().<PlanEdit>map(PlanEdit.Put::new).toList());
    }

    private static TopicFile.Reading read(byte[] file, Plan plan) {
        try {
            return TopicFile.read(file, plan);
        } catch (FileRefusal refusal) {
            throw new Refusal(Kind.UNREADABLE_FILE, "Line " + refusal.line() + ": " + refusal.getMessage() + ".")
                    .with("line", refusal.line());
        }
    }
}
