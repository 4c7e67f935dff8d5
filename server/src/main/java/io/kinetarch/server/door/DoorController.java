package io.kinetarch.server.door;

import io.kinetarch.core.plan.DoorId;
import io.kinetarch.core.plan.FrontDoor;
import io.kinetarch.core.plan.Plan;
import io.kinetarch.server.door.DoorViews.DoorLine;
import io.kinetarch.server.door.DoorViews.DoorPreview;
import io.kinetarch.server.plan.Plans;
import io.kinetarch.server.plan.Revisions;
import io.kinetarch.server.problem.Refusal;
import io.kinetarch.server.problem.Refusal.Kind;
import io.kinetarch.server.shell.PublicAddress;
import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.time.Instant;
import java.util.List;
import org.jspecify.annotations.Nullable;
import org.springframework.core.io.ClassPathResource;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.RestController;

/** Front doors over HTTP. */
@RestController
@RequestMapping("/api/v1")
class DoorController {
    private final Plans plans;
    private final Revisions revisions;
    private final DoorDocuments documents;
    private final DoorViews views;
    private final PublicAddress address;

    DoorController(Plans plans, Revisions revisions, DoorDocuments documents, DoorViews views, PublicAddress address) {
        this.plans = plans;
        this.revisions = revisions;
        this.documents = documents;
        this.views = views;
        this.address = address;
    }

    /**
     * A door under edit.
     *
     * @param door the whole door, stored or not
     * @param language one of those that it speaks
     */
    record PreviewWish(FrontDoor door, String language, Instant at) {}

    /** The JSON Schema (2020-12) of door documents. */
    @GetMapping(path = "/schemas/door/1", produces = "application/schema+json")
    String schema() throws IOException {
        return new ClassPathResource("schema/door-1.schema.json").getContentAsString(StandardCharsets.UTF_8);
    }

    /** The doors of the draft in their order, as they stand at a moment. */
    @GetMapping("/plans/{plan}/doors")
    List<DoorLine> doors(@PathVariable String plan, @RequestParam Instant at) {
        return views.list(plans.draftState(plan).plan(), at);
    }

    /** A door in one language as it is published: of "draft", "live" or the number of a revision. */
    @GetMapping("/plans/{plan}/doors/{door}/document")
    DoorDocument document(
            @PathVariable("plan") String planId,
            @PathVariable String door,
            @RequestParam(required = false) @Nullable String language,
            @RequestParam(defaultValue = "draft") String of) {
        Plan plan = revisions.plan(planId, of);
        var found = door(plan, door);
        return documents.of(plan, found, spoken(found, language));
    }

    /** How a site shows a door of the draft. */
    @GetMapping("/plans/{plan}/doors/{door}/embedding")
    Embedding embedding(@PathVariable String plan, @PathVariable String door, @RequestParam String language) {
        var found = door(plans.draftState(plan).plan(), door);
        return Embedding.of(plan, found, spoken(found, language), address.base());
    }

    /** A door under edit as visitors would meet it; nothing is stored. */
    @PostMapping("/plans/{plan}/doors/preview")
    DoorPreview preview(@PathVariable String plan, @RequestBody PreviewWish wish) {
        return views.preview(plans.draftState(plan).plan(), wish.door(), wish.language(), wish.at());
    }

    private static FrontDoor door(Plan plan, String id) {
        return plan.doors().stream()
                .filter(door -> door.id().equals(new DoorId(id)))
                .findFirst()
                .orElseThrow(() -> new Refusal(Kind.NOT_FOUND, "The plan has no front door \"" + id + "\"."));
    }

    private static String spoken(FrontDoor door, @Nullable String language) {
        if (language == null) {
            return door.languages().getFirst();
        }
        if (!door.languages().contains(language)) {
            throw new Refusal(
                    Kind.NOT_FOUND,
                    "The door does not speak \"" + language + "\"; it speaks " + String.join(", ", door.languages())
                            + ".");
        }
        return language;
    }
}
