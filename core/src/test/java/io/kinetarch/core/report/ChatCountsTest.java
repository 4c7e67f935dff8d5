package io.kinetarch.core.report;

import static io.kinetarch.core.report.Happened.What.ASSIGNED;
import static io.kinetarch.core.report.Happened.What.BOT_SAID;
import static io.kinetarch.core.report.Happened.What.CALLED_IN;
import static io.kinetarch.core.report.Happened.What.DECLINED;
import static io.kinetarch.core.report.Happened.What.ENDED;
import static io.kinetarch.core.report.Happened.What.LAPSED;
import static io.kinetarch.core.report.Happened.What.OPERATOR_SAID;
import static io.kinetarch.core.report.Happened.What.QUEUED;
import static io.kinetarch.core.report.Happened.What.STEPPED_OUT;
import static io.kinetarch.core.report.Happened.What.TO_BOT;
import static io.kinetarch.core.report.Happened.What.TRANSFERRED;
import static io.kinetarch.core.report.Happened.What.VISITOR_ASKED;
import static io.kinetarch.core.report.Happened.What.VISITOR_SAID;
import static io.kinetarch.core.report.Happened.What.WRAPPED_UP;
import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.tuple;

import io.kinetarch.core.report.Happened.What;
import java.time.Instant;
import java.util.ArrayList;
import java.util.List;
import org.jspecify.annotations.Nullable;
import org.junit.jupiter.api.Test;

class ChatCountsTest {
    private static final Instant START = Instant.parse("2026-12-01T09:00:00Z");

    private final List<Happened> all = new ArrayList<>();

    @Test
    void countsAChatFromTheBotToItsWrapUp() {
        at(0, TO_BOT, null, null);
        at(5, VISITOR_SAID, null, null);
        at(6, BOT_SAID, null, null);
        at(20, QUEUED, null, "bookings");
        at(30, LAPSED, "mara", "bookings");
        at(31, DECLINED, "piet", "bookings");
        at(40, ASSIGNED, "ines", "bookings");
        at(55, OPERATOR_SAID, "ines", "bookings");
        at(60, VISITOR_SAID, null, "bookings");
        at(62, VISITOR_SAID, null, "bookings");
        at(100, OPERATOR_SAID, "ines", "bookings");
        at(110, ENDED, "ines", "bookings");
        at(140, WRAPPED_UP, "ines", "bookings");

        var counts = ChatCounts.of(all);

        assertThat(counts.firstQueue()).isEqualTo("bookings");
        assertThat(counts.answered()).isTrue();
        assertThat(counts.firstReplyMillis()).isEqualTo(15_000);
        assertThat(counts.botMillis()).isEqualTo(20_000);
        assertThat(counts.handledMillis()).isEqualTo(70_000);
        assertThat(counts.wrapUpMillis()).isEqualTo(30_000);
        assertThat(counts.missed())
                .extracting(ChatCounts.Missed::operator, ChatCounts.Missed::declined)
                .containsExactly(tuple("mara", false), tuple("piet", true));
        assertThat(counts.stints()).singleElement().satisfies(stint -> {
            assertThat(stint.longestSilenceMillis()).isEqualTo(40_000);
            assertThat(stint.lines()).isEqualTo(2);
            assertThat(stint.takenMillis()).isEqualTo(100_000);
            assertThat(stint.leftOpen()).isFalse();
        });
    }

    @Test
    void sharesATransferredChatAmongThoseWhoHadIt() {
        at(0, QUEUED, null, "bookings");
        at(10, ASSIGNED, "ines", "bookings");
        at(40, TRANSFERRED, "ines", "freight");
        at(40, QUEUED, null, "freight");
        at(60, ASSIGNED, "piet", "freight");
        at(90, ENDED, null, "freight");

        var counts = ChatCounts.of(all);

        assertThat(counts.transfers()).isEqualTo(1);
        assertThat(counts.stints())
                .extracting(Stint::operator, Stint::queue, Stint::takenMillis)
                .containsExactly(tuple("ines", "bookings", 30_000L), tuple("piet", "freight", 30_000L));
        assertThat(counts.handledMillis()).isEqualTo(60_000);
    }

    @Test
    void countsAColleagueBesidesWhoHoldsIt() {
        at(0, ASSIGNED, "ines", "bookings");
        at(10, CALLED_IN, "piet", "bookings");
        at(30, STEPPED_OUT, "piet", "bookings");
        at(50, ENDED, "ines", "bookings");

        var counts = ChatCounts.of(all);

        assertThat(counts.handledMillis()).isEqualTo(50_000);
        assertThat(counts.stints())
                .extracting(Stint::operator, Stint::besides, Stint::takenMillis)
                .containsExactly(tuple("ines", false, 50_000L), tuple("piet", true, 20_000L));
    }

    @Test
    void letsAColleagueGoOnWhenWhoHeldItStepsOut() {
        at(0, ASSIGNED, "ines", "bookings");
        at(10, CALLED_IN, "piet", "bookings");
        at(30, STEPPED_OUT, "ines", "bookings");
        at(30, ASSIGNED, "piet", "bookings");
        at(50, ENDED, "piet", "bookings");

        assertThat(ChatCounts.of(all).handledMillis()).isEqualTo(50_000);
    }

    @Test
    void saysWhenItEndedOnAQuestion() {
        at(0, ASSIGNED, "ines", "bookings");
        at(10, OPERATOR_SAID, "ines", "bookings");
        at(20, VISITOR_ASKED, null, "bookings");
        at(25, VISITOR_SAID, null, "bookings");
        at(95, ENDED, "ines", "bookings");

        assertThat(ChatCounts.of(all).stints()).singleElement().satisfies(stint -> {
            assertThat(stint.leftOpen()).isTrue();
            assertThat(stint.longestSilenceMillis()).isEqualTo(75_000);
        });
    }

    @Test
    void takesAWordOfThanksForNoQuestion() {
        at(0, ASSIGNED, "ines", "bookings");
        at(10, VISITOR_ASKED, null, "bookings");
        at(20, OPERATOR_SAID, "ines", "bookings");
        at(30, VISITOR_SAID, null, "bookings");
        at(40, ENDED, "ines", "bookings");

        assertThat(ChatCounts.of(all).stints())
                .singleElement()
                .satisfies(stint -> assertThat(stint.leftOpen()).isFalse());
    }

    @Test
    void countsNothingOfWhoGaveUp() {
        at(0, QUEUED, null, "bookings");
        at(90, ENDED, null, "bookings");

        var counts = ChatCounts.of(all);

        assertThat(counts.answered()).isFalse();
        assertThat(counts.stints()).isEmpty();
        assertThat(counts.firstReplyMillis()).isNull();
    }

    private void at(int seconds, What what, @Nullable String operator, @Nullable String queue) {
        all.add(new Happened(START.plusSeconds(seconds), what, operator, queue));
    }
}
