package io.kinetarch.core.plan;

import java.util.List;

/**
 * A part of the organisation whose queues are open at the same hours.
 *
 * @param texts what its visitors read; a state or language left out falls back on the plan's texts
 * @param questions asked of a visitor whose chat goes to it, before the chat waits
 */
public record Department(DepartmentId id, String name, HoursId hours, Texts texts, List<Question> questions)
        implements Element {
    public Department {
        Checks.text("name", name);
        questions = List.copyOf(questions);
        Checks.noneTwice("questions", questions, Question::id, "/id");
    }
}
