package io.kinetarch.formats.table;

/** Why a whole file cannot be used. */
public final class FileRefusal extends IllegalArgumentException {
    private final long line;

    /**
     * A refusal at a line.
     *
     * @param reason what is wrong, and what would do
     */
    public FileRefusal(long line, String reason) {
        super(reason);
        this.line = line;
    }

    /** The line at fault, the first being 1. */
    public long line() {
        return line;
    }
}
