package io.kinetarch.core.simulation;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.Comparator;
import java.util.Map;
import java.util.Random;
import java.util.TreeMap;
import java.util.TreeSet;
import org.junit.jupiter.api.Test;

/** The calendar against the JDK's sorted sets, through any order of changes. */
class AgendaTest {
    private static final int PARTIES = 40;

    private record Due(long at, int party) {}

    @Test
    void whatIsFirstIsFirstWhateverWasChanged() {
        var random = new Random(5);
        var agenda = new Agenda(4);
        var sorted = new TreeSet<>(Comparator.comparingLong(Due::at).thenComparingInt(Due::party));
        Map<Integer, Due> known = new TreeMap<>();
        for (int i = 0; i < 100_000; i++) {
            int party = random.nextInt(PARTIES);
            // Few instants, so that many are due together.
            long at = random.nextInt(4) == 0 ? Agenda.NEVER : random.nextInt(60);
            agenda.set(party, at);
            var before = known.remove(party);
            if (before != null) {
                sorted.remove(before);
            }
            if (at != Agenda.NEVER) {
                var due = new Due(at, party);
                known.put(party, due);
                sorted.add(due);
            }
            assertThat(agenda.next())
                    .isEqualTo(sorted.isEmpty() ? Agenda.NEVER : sorted.first().at());
            if (!sorted.isEmpty()) {
                assertThat(agenda.first()).isEqualTo(sorted.first().party());
            }
        }
    }
}
