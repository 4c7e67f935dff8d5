package io.kinetarch.server.staffing;

import io.kinetarch.core.plan.AnswerTarget;
import io.kinetarch.core.plan.PlanRefusal;
import io.kinetarch.core.staffing.ChatQueue;
import io.kinetarch.core.staffing.Performance;
import io.kinetarch.core.staffing.Requirement;
import io.kinetarch.core.staffing.ServiceLimits;
import java.util.List;
import org.jspecify.annotations.Nullable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RestController;

/** Operators needed for one queue and interval, without stored data. */
@RestController
@RequestMapping("/api/v1/calc/staffing")
class StaffingController {
    private static final double MOST_ARRIVALS = 1e7;
    private static final double LONGEST_SECONDS = 604_800;
    private static final double MOST_ERLANG = 20_000;
    private static final int MOST_OPERATORS = 100_000;
    private static final int MOST_CHATS_AT_ONCE = 20;

    /**
     * A queue in an interval.
     *
     * @param arrivals chats expected in the interval
     * @param patienceSeconds mean patience; null where visitors wait without end
     * @param slowdown entry k−1 multiplies the handling time while an operator holds k chats; at least chatsAtOnce entries
     * @param shrinkage share of paid time not spent answering
     * @param operators null solves for the smallest number that meets every given limit
     */
    record StaffingQuestion(
            double arrivals,
            double intervalSeconds,
            double handlingSeconds,
            @Nullable Double patienceSeconds,
            @Nullable Integer chatsAtOnce,
            @Nullable List<Double> slowdown,
            @Nullable AnswerTarget target,
            @Nullable Double maxAbandonment,
            @Nullable Double maxOccupancy,
            @Nullable Double shrinkage,
            @Nullable Integer operators) {

        StaffingQuestion {
            between("/arrivals", arrivals, 0, MOST_ARRIVALS);
            between("/intervalSeconds", intervalSeconds, 1, LONGEST_SECONDS);
            between("/handlingSeconds", handlingSeconds, 0.001, LONGEST_SECONDS);
            if (arrivals / intervalSeconds * handlingSeconds > MOST_ERLANG) {
                throw new PlanRefusal(
                        "/arrivals",
                        "arrivals × handling comes to more than " + (int) MOST_ERLANG
                                + " Erlang, for which the model was not checked");
            }
            if (patienceSeconds != null) {
                between("/patienceSeconds", patienceSeconds, 0.001, LONGEST_SECONDS);
                if (arrivals / intervalSeconds * patienceSeconds > ChatQueue.MOST_ARRIVALS_WITHIN_PATIENCE) {
                    throw new PlanRefusal(
                            "/patienceSeconds",
                            "more than 20 million chats would arrive within one visitor's patience;"
                                    + " shorten it, or write null for visitors who wait without end");
                }
            }
            if (chatsAtOnce != null) {
                between("/chatsAtOnce", chatsAtOnce, 1, MOST_CHATS_AT_ONCE);
            }
            checkSlowdown(chatsAtOnce == null ? 1 : chatsAtOnce, slowdown);
            share("/maxAbandonment", maxAbandonment);
            share("/maxOccupancy", maxOccupancy);
            if (shrinkage != null) {
                between("/shrinkage", shrinkage, 0, 0.95);
            }
            if (operators != null) {
                between("/operators", operators, 0, MOST_OPERATORS);
            } else if (target == null && maxAbandonment == null && maxOccupancy == null) {
                throw new PlanRefusal(
                        "/operators",
                        "operators is null and so is every limit; give a target, maxAbandonment or maxOccupancy to"
                                + " solve for, or a number of operators to evaluate");
            }
        }

        private static void checkSlowdown(int atOnce, @Nullable List<Double> slowdown) {
            if (slowdown == null) {
                if (atOnce > 1) {
                    throw new PlanRefusal(
                            "/slowdown",
                            "slowdown is missing; give a factor for each number of chats at once, 1.0 for none");
                }
                return;
            }
            if (slowdown.size() < atOnce || slowdown.size() > MOST_CHATS_AT_ONCE) {
                throw new PlanRefusal(
                        "/slowdown",
                        "slowdown has " + slowdown.size() + " factors; it needs one for each of " + atOnce
                                + " chats at once, and at most " + MOST_CHATS_AT_ONCE);
            }
            for (int k = 0; k < slowdown.size(); k++) {
                between("/slowdown/" + k, slowdown.get(k), 0.01, 1000);
            }
        }

        private static void share(String pointer, @Nullable Double share) {
            if (share != null && !(share > 0 && share <= 1)) {
                throw new PlanRefusal(pointer, "a share must be above 0 and at most 1, was " + share);
            }
        }

        private static void between(String pointer, double value, double least, double most) {
            if (!(value >= least && value <= most)) {
                throw new PlanRefusal(
                        pointer, pointer.substring(1) + " must be from " + least + " to " + most + ", was " + value);
            }
        }

        ChatQueue queue() {
            var builder = ChatQueue.arriving(arrivals / intervalSeconds, handlingSeconds);
            if (slowdown != null) {
                builder.slowdown(slowdown.stream()
                        .limit(chatsAtOnce == null ? 1 : chatsAtOnce)
                        .mapToDouble(Double::doubleValue)
                        .toArray());
            }
            return (patienceSeconds == null ? builder : builder.patience(patienceSeconds)).build();
        }
    }

    /**
     * The answer.
     *
     * @param operators the number solved for, or the one given
     * @param paidOperators operators over 1 − shrinkage
     * @param serviceLevel share of all offered chats answered within the limit
     * @param waitProbability share that finds every place taken
     * @param meanWaitSeconds mean wait of everybody, answered or not; null if the queue grows without end
     * @param abandonment share that gives up
     * @param occupancy mean share of all chat places that hold a chat
     */
    record StaffingAnswer(
            int operators,
            double paidOperators,
            double serviceLevel,
            double waitProbability,
            @Nullable Double meanWaitSeconds,
            double abandonment,
            double occupancy,
            double meanChatsPerOperator) {

        static StaffingAnswer of(int operators, @Nullable Double shrinkage, Performance seen) {
            return new StaffingAnswer(
                    operators,
                    operators / (1 - (shrinkage == null ? 0 : shrinkage)),
                    seen.serviceLevel(),
                    seen.waitProbability(),
                    Double.isInfinite(seen.meanWaitSeconds()) ? null : seen.meanWaitSeconds(),
                    seen.abandonment(),
                    seen.occupancy(),
                    seen.meanChatsPerOperator());
        }
    }

    /** How many operators a load needs, and what visitors would wait with so many, by the queueing model. */
    @PostMapping
    StaffingAnswer answer(@RequestBody StaffingQuestion question) {
        var queue = question.queue();
        var limits = new ServiceLimits(question.target(), null, question.maxAbandonment(), question.maxOccupancy());
        Integer given = question.operators();
        int operators = given == null ? Requirement.smallest(queue, limits) : given;
        return StaffingAnswer.of(operators, question.shrinkage(), queue.evaluate(operators, limits.withinSeconds()));
    }
}
