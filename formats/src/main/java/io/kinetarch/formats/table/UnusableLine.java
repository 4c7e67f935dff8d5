package io.kinetarch.formats.table;

/** Why one line of a file cannot be used. */
public final class UnusableLine extends Exception {
    private final String kind;

    /** A fault that stands for itself: lines with the same reason have the same fault. */
    public UnusableLine(String reason) {
        this(reason, reason);
    }

    /**
     * A fault whose reason names the line's own value.
     *
     * @param kind what lines of the same fault have in common
     */
    public UnusableLine(String kind, String reason) {
        super(reason);
        this.kind = kind;
    }

    /** What lines with the same fault have in common. */
    public String kind() {
        return kind;
    }

    @Override
    public String getMessage() {
        return String.valueOf(super.getMessage());
    }
}
