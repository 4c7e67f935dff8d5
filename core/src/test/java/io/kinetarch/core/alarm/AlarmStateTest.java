package io.kinetarch.core.alarm;

import static org.assertj.core.api.Assertions.assertThat;

import java.time.Duration;
import java.time.Instant;
import org.junit.jupiter.api.Test;

class AlarmStateTest {
    private static final Instant START = Instant.parse("2026-12-02T10:00:00Z");

    private static Instant at(int seconds) {
        return START.plusSeconds(seconds);
    }

    @Test
    void isRaisedOnceItHasLastedAndClearedOnceItHasBeenOver() {
        var after = Duration.ofSeconds(30);
        var state = AlarmState.QUIET.seen(true, after, at(0));
        assertThat(state.isRaised()).isFalse();
        state = state.seen(true, after, at(29));
        assertThat(state.isRaised()).isFalse();
        state = state.seen(true, after, at(30));
        assertThat(state.isRaised()).isTrue();
        assertThat(state.isToBeTold(at(30))).isTrue();
        state = state.told(at(30));
        assertThat(state.isToBeTold(at(31))).isFalse();

        state = state.seen(false, after, at(40));
        assertThat(state.isRaised()).as("it may come back at once").isTrue();
        state = state.seen(true, after, at(60));
        state = state.seen(false, after, at(70));
        state = state.seen(false, after, at(129));
        assertThat(state.isRaised()).isTrue();
        state = state.seen(false, after, at(130));
        assertThat(state.isRaised()).isFalse();
    }

    @Test
    void whatIsBrokenOffBeforeItLastedIsNone() {
        var after = Duration.ofSeconds(30);
        var state = AlarmState.QUIET.seen(true, after, at(0)).seen(false, after, at(20));
        assertThat(state.seen(true, after, at(25)).seen(true, after, at(50)).isRaised())
                .isFalse();
        assertThat(state.seen(true, after, at(25)).seen(true, after, at(55)).isRaised())
                .isTrue();
    }

    @Test
    void oneThatFlapsIsToldOfOnceInAQuarterOfAnHour() {
        var state = AlarmState.QUIET;
        int told = 0;
        // two minutes on, two minutes off, for an hour
        for (int second = 0; second < 3600; second += 10) {
            state = state.seen(second / 120 % 2 == 0, Duration.ZERO, at(second));
            if (state.isToBeTold(at(second))) {
                state = state.told(at(second));
                told++;
            }
            if (second == 700) {
                assertThat(state.flaps()).isTrue();
            }
        }
        assertThat(told).isBetween(3, 4);
    }

    @Test
    void whoeverCouldNotBeToldIsToBeToldStill() {
        var state = AlarmState.QUIET.seen(true, Duration.ZERO, at(0));
        assertThat(state.seen(true, Duration.ZERO, at(60)).isToBeTold(at(60))).isTrue();
    }
}
