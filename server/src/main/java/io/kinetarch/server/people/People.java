package io.kinetarch.server.people;

import io.kinetarch.core.change.ChangeList;
import io.kinetarch.core.change.PlanDiff;
import io.kinetarch.core.plan.LocalText;
import io.kinetarch.core.plan.Operator;
import io.kinetarch.core.plan.Plan;
import io.kinetarch.core.plan.PlanEdit;
import io.kinetarch.core.plan.SpokenLanguage;
import io.kinetarch.formats.people.PeopleFile;
import io.kinetarch.formats.table.Faults.Fault;
import io.kinetarch.formats.table.FileRefusal;
import io.kinetarch.server.account.Accounts;
import io.kinetarch.server.account.SignedIn;
import io.kinetarch.server.plan.DraftEdits;
import io.kinetarch.server.plan.DraftEdits.Edited;
import io.kinetarch.server.plan.Plans;
import io.kinetarch.server.problem.Refusal;
import io.kinetarch.server.problem.Refusal.Kind;
import java.util.List;
import org.jspecify.annotations.Nullable;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/** Files of people, and what people may change about themselves. */
@Service
class People {
    private final Plans plans;
    private final DraftEdits edits;
    private final Accounts accounts;

    People(Plans plans, DraftEdits edits, Accounts accounts) {
        this.plans = plans;
        this.edits = edits;
        this.accounts = accounts;
    }

    /**
     * What a file would do to the draft.
     *
     * @param added and changed people, in words
     * @param unchanged people in the file who stay as they are
     * @param left people of the plan whom the file does not name; they stay
     */
    record Preview(
            List<ChangeList.Entry> added,
            List<ChangeList.Entry> changed,
            int unchanged,
            int left,
            List<Fault> faults,
            List<String> notes) {}

    /**
     * What an operator may change about themselves.
     *
     * @param version of their element in the draft
     */
    record Profile(
            int version, String name, @Nullable String picture, List<SpokenLanguage> languages, LocalText greeting) {}

    Preview preview(String planId, byte[] file) {
        Plan plan = plans.draftState(planId).plan();
        var reading = read(file, plan);
        var changes = ChangeList.of(PlanDiff.between(plan, with(plan, reading)));
        var added = changes.stream()
                .filter(entry -> entry.sort() == ChangeList.Sort.ADDED)
                .toList();
        var changed = changes.stream().filter(entry -> !added.contains(entry)).toList();
        int known = reading.people().size() - added.size();
        return new Preview(
                added,
                changed,
                known - changed.size(),
                plan.operators().size() - known,
                reading.faults(),
                reading.notes());
    }

    /** Takes the lines of a file that can be used into the draft. */
    @Transactional
    Edited take(String planId, byte[] file, long seen, SignedIn by) {
        Plan plan = plans.draftState(planId).plan();
        return edits.become(planId, with(plan, read(file, plan)), seen, "People imported", by);
    }

    /** Operators of the draft to whom no live chat can come. */
    List<Unable> unable(String planId) {
        return Unable.of(plans.draftState(planId).plan(), accounts.standings());
    }

    /** The operator whose account this is. */
    Operator self(String planId, SignedIn account) {
        return plans.draftState(planId)
                .plan()
                .operatorOf(account.name())
                .orElseThrow(() -> new Refusal(
                        Kind.NOT_FOUND,
                        "No operator of the plan has the account \"" + account.name()
                                + "\". Ask a planner to set it under People."));
    }

    @Transactional
    Edited change(String planId, Profile profile, SignedIn by) {
        var changed = self(planId, by)
                .withProfile(profile.name(), profile.picture(), profile.languages(), profile.greeting());
        return edits.put(planId, changed, profile.version(), by);
    }

    private static Plan with(Plan plan, PeopleFile.Reading reading) {
        return plan.edited(
                reading.people().stream().<PlanEdit>map(PlanEdit.Put::new).toList());
    }

    private static PeopleFile.Reading read(byte[] file, Plan plan) {
        try {
            return PeopleFile.read(file, plan);
        } catch (FileRefusal refusal) {
            throw new Refusal(Kind.UNREADABLE_FILE, "Line " + refusal.line() + ": " + refusal.getMessage() + ".")
                    .with("line", refusal.line());
        }
    }
}
