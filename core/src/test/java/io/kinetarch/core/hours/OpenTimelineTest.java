package io.kinetarch.core.hours;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatIllegalArgumentException;

import java.time.Duration;
import java.time.Instant;
import java.time.LocalDate;
import java.time.ZoneOffset;
import java.util.Random;
import org.junit.jupiter.api.Test;

class OpenTimelineTest {
    private static final LocalDate START = LocalDate.of(2026, 1, 1);
    private static final Instant FROM = Instant.parse("2026-01-01T00:00:00Z");

    /** The oracle asks the hours themselves, which look at local time, at each of many instants, clock changes among them. */
    @Test
    void agreesWithTheHoursAtEveryInstant() {
        for (int seed = 0; seed < 40; seed++) {
            var random = new Random(seed);
            var hours = RandomHours.of(random, START);
            var timeline = OpenTimeline.of(hours, FROM, FROM.plus(Duration.ofDays(400)));
            var changes = hours.timeZone().getRules();
            for (int i = 0; i < 400; i++) {
                Instant at = FROM.plusSeconds(random.nextInt(399 * 86_400));
                if (i % 20 == 0) {
                    var change = changes.nextTransition(at);
                    at = change == null || change.getInstant().isAfter(FROM.plus(Duration.ofDays(398)))
                            ? at
                            : change.getInstant().plusSeconds(random.nextInt(7200) - 3600);
                }
                assertThat(timeline.isOpen(at.getEpochSecond()))
                        .as("seed %s at %s", seed, at)
                        .isEqualTo(hours.isOpen(at));
                var next = hours.nextChange(at).filter(FROM.plus(Duration.ofDays(400))::isAfter);
                assertThat(timeline.nextChange(at))
                        .as("seed %s after %s", seed, at)
                        .isEqualTo(next);
            }
        }
    }

    /** The oracle counts the open quarters of an hour: every window begins and ends on one. */
    @Test
    void openTimeIsTheSumOfItsQuarters() {
        for (int seed = 0; seed < 20; seed++) {
            var random = new Random(seed);
            var hours = RandomHours.of(random, START);
            Instant from = FROM.plusSeconds(900L * random.nextInt(20_000));
            Instant to = from.plusSeconds(900L * (1 + random.nextInt(2_000)));
            long quarters = 0;
            for (Instant at = from; at.isBefore(to); at = at.plusSeconds(900)) {
                quarters += hours.isOpen(at) ? 1 : 0;
            }
            assertThat(hours.openTime(from, to)).as("seed %s", seed).isEqualTo(Duration.ofSeconds(900 * quarters));
        }
    }

    @Test
    void refusesWhatLiesOutside() {
        var timeline = OpenTimeline.of(OpeningHours.aroundTheClock(ZoneOffset.UTC), FROM, FROM.plusSeconds(60));

        assertThat(timeline.isOpen(FROM.getEpochSecond())).isTrue();
        assertThat(timeline.nextChange(FROM)).isEmpty();
        assertThatIllegalArgumentException()
                .isThrownBy(() -> timeline.isOpen(FROM.getEpochSecond() - 1))
                .withMessageContaining("the timeline runs from 2026-01-01T00:00:00Z");
        assertThatIllegalArgumentException()
                .isThrownBy(() -> OpenTimeline.of(OpeningHours.aroundTheClock(ZoneOffset.UTC), FROM, FROM));
    }
}
