package io.kinetarch.server.scenario;

import io.kinetarch.server.scenario.Questions.PlanQuestion;
import java.util.List;
import org.springframework.http.HttpStatus;
import org.springframework.web.bind.annotation.DeleteMapping;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.ResponseStatus;
import org.springframework.web.bind.annotation.RestController;

/** What was asked of a plan by simulation, over HTTP. */
@RestController
@RequestMapping("/api/v1/plans/{plan}/questions")
class QuestionController {
    private final Questions questions;

    QuestionController(Questions questions) {
        this.questions = questions;
    }

    /** Everything that was asked, the newest first. */
    @GetMapping
    List<PlanQuestion> all(@PathVariable String plan) {
        return questions.all(plan);
    }

    /** The number of a question whose answer is being worked on. */
    record NewQuestion(long id) {}

    /** Asks for the least people, or the least change, with which goals hold; searched in the background. */
    @PostMapping
    @ResponseStatus(HttpStatus.CREATED)
    NewQuestion ask(@PathVariable String plan, @RequestBody QuestionDocument asked) {
        return new NewQuestion(questions.ask(plan, asked));
    }

    /** Has it answered by the plan as it stands now. */
    @PostMapping("/{id}/answer")
    @ResponseStatus(HttpStatus.ACCEPTED)
    void askAgain(@PathVariable String plan, @PathVariable long id) {
        questions.askAgain(plan, id);
    }

    /** Forgets a question and its answer. */
    @DeleteMapping("/{id}")
    @ResponseStatus(HttpStatus.NO_CONTENT)
    void forget(@PathVariable String plan, @PathVariable long id) {
        questions.forget(plan, id);
    }
}
