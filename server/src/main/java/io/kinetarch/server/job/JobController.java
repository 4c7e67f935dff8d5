package io.kinetarch.server.job;

import io.kinetarch.server.job.JobMapper.Job;
import java.util.List;
import org.springframework.http.HttpStatus;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.ResponseStatus;
import org.springframework.web.bind.annotation.RestController;

/** Long work over HTTP: how far it is, and its end. */
@RestController
@RequestMapping("/api/v1/plans/{plan}/jobs")
class JobController {
    private final Jobs jobs;

    JobController(Jobs jobs) {
        this.jobs = jobs;
    }

    /** The newest jobs of a plan, the newest first. */
    @GetMapping
    List<Job> newest(@PathVariable String plan) {
        return jobs.newest(plan);
    }

    /** Stops a job that is under way; what it has done so far is left. */
    @PostMapping("/{id}/cancellation")
    @ResponseStatus(HttpStatus.NO_CONTENT)
    void cancel(@PathVariable String plan, @PathVariable long id) {
        jobs.cancel(plan, id);
    }
}
