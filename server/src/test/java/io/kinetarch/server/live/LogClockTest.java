package io.kinetarch.server.live;

import static org.assertj.core.api.Assertions.assertThat;

import java.time.Clock;
import java.time.Duration;
import java.time.Instant;
import java.time.ZoneId;
import java.time.ZoneOffset;
import org.junit.jupiter.api.Test;

class LogClockTest {
    private static final Instant NOON = Instant.parse("2026-12-02T12:00:00Z");

    private Instant machine = NOON;
    private long nanos = 5_000_000_000L;

    private final Clock clock = new Clock() {
        @Override
        public Instant instant() {
            return machine;
        }

        @Override
        public ZoneId getZone() {
            return ZoneOffset.UTC;
        }

        @Override
        public Clock withZone(ZoneId zone) {
            return this;
        }
    };

    private final LogClock log = new LogClock(NOON, clock, () -> nanos);

    private void passes(Duration time) {
        nanos += time.toNanos();
        machine = machine.plus(time);
    }

    @Test
    void goesWithTheMachinesClock() {
        passes(Duration.ofSeconds(90));
        assertThat(log.now()).isEqualTo(NOON.plusSeconds(90));
    }

    @Test
    void goesOnWhereTheMachinesClockIsSetBackUntilThatHasCaughtUp() {
        log.now();
        machine = NOON.minus(Duration.ofHours(1));
        passes(Duration.ofSeconds(100));
        assertThat(log.now()).isEqualTo(NOON.plusSeconds(90));
        passes(Duration.ofHours(11));
        assertThat(log.now()).isEqualTo(machine);
    }

    @Test
    void followsTheMachinesClockForward() {
        machine = NOON.plus(Duration.ofHours(8));
        assertThat(log.now()).isEqualTo(machine);
    }

    @Test
    void isNeverBehindWhatOthersGave() {
        log.heardOf(NOON.plusSeconds(30));
        assertThat(log.now()).isEqualTo(NOON.plusSeconds(30));
        passes(Duration.ofSeconds(10));
        assertThat(log.now()).isEqualTo(NOON.plusSeconds(39));
    }
}
