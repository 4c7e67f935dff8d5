package io.kinetarch.server.plan;

import static org.assertj.core.api.Assertions.assertThat;

import io.kinetarch.server.plan.ChangeMapper.StoredChange;
import java.time.Instant;
import java.util.ArrayDeque;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.Random;
import org.jspecify.annotations.Nullable;
import org.junit.jupiter.api.Test;

class UndoStackTest {
    @Test
    void withoutAChangeThereIsNothingToTakeBack() {
        var stack = new UndoStack(List.of());

        assertThat(stack.undo()).isEmpty();
        assertThat(stack.redo()).isEmpty();
    }

    @Test
    void takingBackAndBringingBackAreChangesTooAndCountAsSuch() {
        var log = new ArrayList<StoredChange>();
        log.addFirst(change(1, null, null));
        log.addFirst(change(2, null, null));
        assertThat(number(new UndoStack(log).undo())).isEqualTo(2);

        log.addFirst(change(3, 2L, null));
        assertThat(number(new UndoStack(log).undo())).isEqualTo(1);
        assertThat(number(new UndoStack(log).redo())).isEqualTo(3);

        log.addFirst(change(4, null, 3L));
        assertThat(number(new UndoStack(log).undo()))
                .as("bringing back can itself be taken back")
                .isEqualTo(4);
        assertThat(new UndoStack(log).redo()).isEmpty();

        log.addFirst(change(5, 4L, null));
        log.addFirst(change(6, null, null));
        assertThat(new UndoStack(log).redo()).as("a new change ends it").isEmpty();
        assertThat(number(new UndoStack(log).undo())).isEqualTo(6);
    }

    /** The oracle keeps two stacks of words, as any editor does. */
    @Test
    void agreesWithTwoStacksWhateverIsDone() {
        for (int seed = 0; seed < 200; seed++) {
            var random = new Random(seed);
            var undo = new ArrayDeque<String>();
            var redo = new ArrayDeque<String>();
            var log = new ArrayList<StoredChange>();
            for (int number = 1; number <= 40; number++) {
                var stack = new UndoStack(log);
                int action = random.nextInt(3);
                if (action == 1 && !undo.isEmpty()) {
                    var taken = stack.undo().orElseThrow();
                    redo.push(undo.pop());
                    log.addFirst(new StoredChange(number, taken.words(), taken.change(), null, null, Instant.EPOCH));
                } else if (action == 2 && !redo.isEmpty()) {
                    var brought = stack.redo().orElseThrow();
                    undo.push(redo.pop());
                    log.addFirst(
                            new StoredChange(number, brought.words(), null, brought.change(), null, Instant.EPOCH));
                } else {
                    undo.push("edit " + number);
                    redo.clear();
                    log.addFirst(change(number, null, null));
                }
                var after = new UndoStack(log);
                assertThat(after.undo().map(StoredChange::words).orElse(null))
                        .as("seed %s, step %s", seed, number)
                        .isEqualTo(undo.peek());
                assertThat(after.redo().map(StoredChange::words).orElse(null))
                        .as("seed %s, step %s", seed, number)
                        .isEqualTo(redo.peek());
            }
        }
    }

    private static long number(Optional<StoredChange> change) {
        return change.orElseThrow().change();
    }

    private static StoredChange change(long number, @Nullable Long undoes, @Nullable Long redoes) {
        return new StoredChange(number, "edit " + number, undoes, redoes, null, Instant.EPOCH);
    }
}
