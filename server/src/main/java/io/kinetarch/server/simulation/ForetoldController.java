package io.kinetarch.server.simulation;

import io.kinetarch.server.simulation.Foretold.ForetoldView;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RestController;

/** What was foretold of revisions, over HTTP. */
@RestController
@RequestMapping("/api/v1/plans/{plan}/revisions/{revision}/foretold")
class ForetoldController {
    private final Foretold foretold;

    ForetoldController(Foretold foretold) {
        this.foretold = foretold;
    }

    /** What simulation foretold of a revision's first whole week, and what came. */
    @GetMapping
    ForetoldView foretold(@PathVariable String plan, @PathVariable int revision) {
        return foretold.of(plan, revision);
    }
}
