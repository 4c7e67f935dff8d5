package io.kinetarch.server.plan;

import io.kinetarch.server.plan.ChangeMapper.StoredChange;
import java.util.ArrayDeque;
import java.util.Deque;
import java.util.List;
import java.util.Optional;

/**
 * What one person can take back and bring back, worked out from the changes they made. Taking back is a change of its own, so
 * the log alone tells, whatever browser or day it is.
 */
final class UndoStack {
    private final Deque<StoredChange> undoable = new ArrayDeque<>();
    private final Deque<StoredChange> redoable = new ArrayDeque<>();

    /** Follows a person's changes from the oldest to the newest. */
    UndoStack(List<StoredChange> newestFirst) {
        newestFirst.reversed().forEach(this::follow);
    }

    /** The change that undo takes back. */
    Optional<StoredChange> undo() {
        return Optional.ofNullable(undoable.peek());
    }

    /** The taking back that redo takes back. */
    Optional<StoredChange> redo() {
        return Optional.ofNullable(redoable.peek());
    }

    private void follow(StoredChange change) {
        if (change.undoes() != null) {
            undoable.poll();
            redoable.push(change);
        } else if (change.redoes() != null) {
            redoable.poll();
            undoable.push(change);
        } else {
            undoable.push(change);
            redoable.clear();
        }
    }
}
