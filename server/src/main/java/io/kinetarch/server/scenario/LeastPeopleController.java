package io.kinetarch.server.scenario;

import io.kinetarch.server.scenario.FewestPeople.LeastPeopleAnswer;
import java.time.LocalDate;
import org.springframework.http.HttpStatus;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.ResponseStatus;
import org.springframework.web.bind.annotation.RestController;

/** The fewest people that a week of the draft needs by simulation, over HTTP. */
@RestController
@RequestMapping("/api/v1/plans/{plan}/least-people")
class LeastPeopleController {
    private final FewestPeople fewest;

    LeastPeopleController(FewestPeople fewest) {
        this.fewest = fewest;
    }

    /** As last searched. */
    @GetMapping
    LeastPeopleAnswer leastPeople(@PathVariable String plan, @RequestParam LocalDate monday) {
        return fewest.of(plan, monday);
    }

    /** Has it searched, as a job. */
    @PostMapping
    @ResponseStatus(HttpStatus.ACCEPTED)
    void search(@PathVariable String plan, @RequestParam LocalDate monday) {
        fewest.start(plan, monday);
    }
}
