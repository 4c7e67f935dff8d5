package io.kinetarch.core.plan;

/** How a number is to stand to another. */
public enum Comparison {
    BELOW("below"),
    AT_MOST("at most"),
    EQUAL("exactly"),
    AT_LEAST("at least"),
    ABOVE("above");

    private final String words;

    Comparison(String words) {
        this.words = words;
    }

    /** Whether a number stands so to a limit. */
    public boolean holds(double number, double limit) {
        return switch (this) {
            case BELOW -> number < limit;
            case AT_MOST -> number <= limit;
            case EQUAL -> number == limit;
            case AT_LEAST -> number >= limit;
            case ABOVE -> number > limit;
        };
    }

    /** As it stands before the limit: "at least". */
    public String words() {
        return words;
    }
}
