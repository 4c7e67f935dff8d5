package io.kinetarch.core.plan;

import java.util.List;

/** How a queue finds its members. */
public sealed interface Membership {

    /** Everyone who answers for the queue's department and holds every skill it needs. */
    record BySkill() implements Membership {}

    /** Those named, whatever their skills and department. */
    record ByName(List<OperatorId> operators) implements Membership {
        public ByName {
            operators = named(operators);
        }
    }

    /** Those found by skill and those named. */
    record BySkillOrName(List<OperatorId> operators) implements Membership {
        public BySkillOrName {
            operators = named(operators);
        }
    }

    /** Those named. */
    default List<OperatorId> names() {
        return switch (this) {
            case BySkill _ -> List.of();
            case ByName(var operators) -> operators;
            case BySkillOrName(var operators) -> operators;
        };
    }

    private static List<OperatorId> named(List<OperatorId> operators) {
        Checks.noneTwice("operators", operators, id -> id, "");
        return List.copyOf(operators);
    }
}
