package io.kinetarch.core.plan;

/** What is known of who a visitor is. Each visitor is exactly one of these. */
public enum VisitorKind {
    /** Nobody knows who they are, and they were not here before. */
    NEW,
    /** Nobody knows who they are, but they were here before. */
    RETURNING,
    /** The page told who they are. */
    KNOWN
}
