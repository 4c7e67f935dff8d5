package io.kinetarch.formats.table;

/** Why one line of a file cannot be used. */
public final class UnusableLine extends Exception {
    public UnusableLine(String reason) {
        super(reason);
    }

    @Override
    public String getMessage() {
        return String.valueOf(super.getMessage());
    }
}
