package io.kinetarch.server.rehearsal;

import io.kinetarch.core.plan.CheckStep;
import io.kinetarch.server.account.SignedIn;
import io.kinetarch.server.door.DoorDocument;
import io.kinetarch.server.problem.Refusal;
import io.kinetarch.server.problem.Refusal.Kind;
import io.kinetarch.server.rehearsal.RehearsalMapper.RehearsalHead;
import io.kinetarch.server.rehearsal.Rehearsals.PlayedRehearsal;
import io.kinetarch.server.rehearsal.Rehearsals.WrittenRehearsal;
import java.time.Duration;
import java.time.Instant;
import java.util.List;
import org.jspecify.annotations.Nullable;
import org.springframework.http.HttpStatus;
import org.springframework.security.core.annotation.AuthenticationPrincipal;
import org.springframework.web.bind.annotation.DeleteMapping;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.ResponseStatus;
import org.springframework.web.bind.annotation.RestController;

/** Rehearsals that people are at. */
@RestController
@RequestMapping("/api/v1/plans/{plan}/rehearsals")
class RehearsalsController {
    private static final int LONGEST_NAME = 100;

    private final Rehearsals rehearsals;

    RehearsalsController(Rehearsals rehearsals) {
        this.rehearsals = rehearsals;
    }

    /**
     * A rehearsal to begin.
     *
     * @param source draft, live or the number of a revision
     * @param against another plan on which the same is done; null for none
     * @param present planned for whoever is planned to be there, or nobody
     * @param steps what is done from the start on; none if left out
     */
    record RehearsalWish(
            String name,
            String source,
            @Nullable String against,
            Instant from,
            String present,
            @Nullable List<CheckStep> steps) {}

    /**
     * Something done in a rehearsal.
     *
     * @param change the newest that its sender has seen
     * @param cut whether what was done later is to be cut away
     */
    record ActsWish(long change, boolean cut, List<CheckStep> steps) {}

    record StandInsWish(long change, List<StandInDocument> standIns) {}

    record SeenChange(long change) {}

    /** The rehearsals of a plan, the newest first, without what happens in them. */
    @GetMapping
    List<RehearsalHead> all(@PathVariable String plan) {
        return rehearsals.all(plan);
    }

    /** Begins a rehearsal at an instant, with people who are there. */
    @PostMapping
    @ResponseStatus(HttpStatus.CREATED)
    PlayedRehearsal begin(
            @PathVariable String plan, @RequestBody RehearsalWish wish, @AuthenticationPrincipal SignedIn by) {
        if (wish.name().isBlank() || wish.name().length() > LONGEST_NAME) {
            throw new Refusal(
                    Kind.INVALID_DOCUMENT, "/name", "A rehearsal's name has 1 to " + LONGEST_NAME + " characters.");
        }
        return rehearsals.begin(
                plan,
                wish.name(),
                wish.source(),
                wish.against(),
                wish.from(),
                wish.present(),
                wish.steps() == null ? List.of() : wish.steps(),
                by);
    }

    /** A rehearsal with everything that happened in it. */
    @GetMapping("/{rehearsal}")
    PlayedRehearsal find(@PathVariable String plan, @PathVariable String rehearsal) {
        return rehearsals.find(plan, rehearsal);
    }

    /** What visitors and operators see at an instant. */
    @GetMapping("/{rehearsal}/scene")
    Scene scene(@PathVariable String plan, @PathVariable String rehearsal, @RequestParam long millis) {
        return rehearsals.scene(plan, rehearsal, Duration.ofMillis(Math.max(0, millis)));
    }

    /** A door as a visitor of the rehearsal sees it. */
    @GetMapping("/{rehearsal}/doors/{door}")
    DoorDocument door(
            @PathVariable String plan,
            @PathVariable String rehearsal,
            @PathVariable String door,
            @RequestParam String language) {
        return rehearsals.door(plan, rehearsal, door, language);
    }

    /** Its script, stand-ins written out. */
    @GetMapping("/{rehearsal}/script")
    WrittenRehearsal script(@PathVariable String plan, @PathVariable String rehearsal) {
        return rehearsals.written(plan, rehearsal);
    }

    /** Lets visitors and operators of a rehearsal do something, and plays what follows. */
    @PostMapping("/{rehearsal}/acts")
    PlayedRehearsal act(@PathVariable String plan, @PathVariable String rehearsal, @RequestBody ActsWish wish) {
        return rehearsals.act(plan, rehearsal, wish.change(), wish.cut(), wish.steps());
    }

    /** Sets which operators of a rehearsal act by themselves. */
    @PostMapping("/{rehearsal}/stand-ins")
    PlayedRehearsal standIns(
            @PathVariable String plan, @PathVariable String rehearsal, @RequestBody StandInsWish wish) {
        return rehearsals.standIn(plan, rehearsal, wish.change(), wish.standIns());
    }

    /** Takes back the last act of a rehearsal. */
    @PostMapping("/{rehearsal}/undo")
    PlayedRehearsal undo(@PathVariable String plan, @PathVariable String rehearsal, @RequestBody SeenChange seen) {
        return rehearsals.undo(plan, rehearsal, seen.change());
    }

    /** Goes on with the plan as it is now. */
    @PostMapping("/{rehearsal}/plan")
    PlayedRehearsal takePlan(@PathVariable String plan, @PathVariable String rehearsal, @RequestBody SeenChange seen) {
        return rehearsals.takePlan(plan, rehearsal, seen.change());
    }

    /** Deletes a rehearsal. */
    @DeleteMapping("/{rehearsal}")
    @ResponseStatus(HttpStatus.NO_CONTENT)
    void delete(@PathVariable String plan, @PathVariable String rehearsal) {
        rehearsals.delete(plan, rehearsal);
    }
}
