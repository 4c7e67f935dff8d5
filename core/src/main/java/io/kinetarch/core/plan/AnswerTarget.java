package io.kinetarch.core.plan;

/**
 * A share of chats to be answered within a time.
 *
 * @param share above 0 and below 1: no finite number of operators answers every chat in time
 * @param withinSeconds 0 to 86,400
 */
public record AnswerTarget(double share, double withinSeconds) {
    public AnswerTarget {
        if (!(share > 0 && share < 1)) {
            throw new PlanRefusal(
                    "/share", "share must be above 0 and below 1 (0.8 is four of five chats), was " + share);
        }
        Checks.between("withinSeconds", withinSeconds, 0, 86_400);
    }
}
