package io.kinetarch.server.exchange;

import io.kinetarch.core.change.ChangeList;
import io.kinetarch.core.change.PlanDiff;
import io.kinetarch.core.plan.Plan;
import io.kinetarch.server.account.Sight;
import io.kinetarch.server.account.SignedIn;
import io.kinetarch.server.document.PlanDocument;
import io.kinetarch.server.document.PlanReader;
import io.kinetarch.server.picture.Pictures;
import io.kinetarch.server.plan.DraftEdits;
import io.kinetarch.server.plan.DraftEdits.Edited;
import io.kinetarch.server.plan.PlanShelf;
import io.kinetarch.server.plan.Plans;
import io.kinetarch.server.plan.Revisions;
import java.util.List;
import org.jspecify.annotations.Nullable;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/** Exports plans with all that belongs to them, and takes such documents in. */
@Service
class Exchange {
    private final Plans plans;
    private final Revisions revisions;
    private final DraftEdits edits;
    private final Pictures pictures;
    private final PlanReader reader;
    private final PlanShelf shelf;

    Exchange(
            Plans plans, Revisions revisions, DraftEdits edits, Pictures pictures, PlanReader reader, PlanShelf shelf) {
        this.shelf = shelf;
        this.plans = plans;
        this.revisions = revisions;
        this.edits = edits;
        this.pictures = pictures;
        this.reader = reader;
    }

    /** The plan that was made of a document. */
    record MadePlan(String id, String name) {}

    /** A plan's state as a document, with pictures; real names for those who may know them. */
    PlanDocument export(String planId, String which) {
        Plan whole = revisions.plan(planId, which);
        Plan plan = Sight.ofPeople() ? whole : whole.asStrangersSee();
        return PlanDocument.of(plan).with(pictures.of(plan));
    }

    /** What a document would change in the draft. Nothing is stored. */
    List<ChangeList.Entry> preview(String planId, byte[] sent) {
        Plan wanted = reader.read(sent).toPlan();
        return ChangeList.of(PlanDiff.between(plans.draftState(planId).plan(), wanted));
    }

    /** Makes the draft what a document says. */
    @Transactional
    Edited take(String planId, byte[] sent, long seen, SignedIn by) {
        var document = reader.read(sent);
        keepPictures(document);
        return edits.become(planId, document.toPlan(), seen, "Imported", by);
    }

    /**
     * Makes a plan of a document.
     *
     * @param wantedId null for one that is made of the plan's name
     */
    @Transactional
    MadePlan make(@Nullable String wantedId, byte[] sent) {
        var document = reader.read(sent);
        keepPictures(document);
        var plan = document.toPlan();
        String id = wantedId == null ? shelf.freeId(plan.name()) : wantedId;
        plans.make(id, plan);
        return new MadePlan(id, plan.name());
    }

    private void keepPictures(PlanDocument document) {
        var sent = document.pictures();
        if (sent != null) {
            pictures.keepAll(sent);
        }
    }
}
