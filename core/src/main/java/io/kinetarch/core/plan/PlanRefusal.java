package io.kinetarch.core.plan;

/** Says why something cannot be part of a plan: where, what is wrong, and what would do. */
public final class PlanRefusal extends IllegalArgumentException {
    private final String pointer;

    /**
     * A refusal at a place.
     *
     * @param pointer JSON pointer of the culprit, relative to the element that refuses, such as {@code /weight}
     * @param message what is wrong with which value, and what would do
     */
    public PlanRefusal(String pointer, String message) {
        super(message);
        this.pointer = pointer;
    }

    @Override
    public String getMessage() {
        return String.valueOf(super.getMessage());
    }

    public String pointer() {
        return pointer;
    }
}
