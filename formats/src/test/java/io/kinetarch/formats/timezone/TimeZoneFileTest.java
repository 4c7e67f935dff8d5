package io.kinetarch.formats.timezone;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatIllegalArgumentException;

import java.io.IOException;
import java.io.InputStream;
import java.nio.ByteBuffer;
import java.nio.charset.StandardCharsets;
import java.time.DateTimeException;
import java.time.Instant;
import java.time.ZoneId;
import java.time.ZoneOffset;
import java.time.zone.ZoneOffsetTransition;
import java.time.zone.ZoneRules;
import java.util.Arrays;
import java.util.List;
import java.util.stream.Stream;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;

class TimeZoneFileTest {
    private static final Instant FROM = Instant.parse("1970-01-01T00:00:00Z");
    private static final Instant UNTIL = Instant.parse("2101-01-01T00:00:00Z");

    private static byte[] file(String path) throws IOException {
        try (InputStream in = TimeZoneFileTest.class.getResourceAsStream("/timezone/" + path)) {
            return in.readAllBytes();
        }
    }

    private static List<String> changes(ZoneRules rules) {
        return Stream.iterate(
                        rules.nextTransition(FROM),
                        next -> next != null && next.getInstant().isBefore(UNTIL),
                        next -> rules.nextTransition(next.getInstant()))
                .map(ZoneOffsetTransition::toString)
                .toList();
    }

    /** The Java runtime's rules, compiled from the IANA's sources by a program of its own. */
    @ParameterizedTest
    @ValueSource(
            strings = {
                "fat/Europe/Berlin",
                "fat/America/Santiago",
                "slim/America/New_York",
                "slim/Australia/Lord_Howe",
                "slim/Pacific/Apia",
                "slim/Europe/Dublin",
                "slim/Asia/Jerusalem",
                "slim/America/Santiago",
                "slim/America/Nuuk",
                "slim/Asia/Kolkata",
                "slim/Africa/Cairo"
            })
    void clocksAreSetAsTheRuntimeSetsThem(String path) throws IOException {
        var read = TimeZoneFile.read(file(path));
        var runtimes = ZoneId.of(path.substring(path.indexOf('/') + 1)).getRules();
        assertThat(changes(read)).isEqualTo(changes(runtimes));
        assertThat(read.getOffset(FROM)).isEqualTo(runtimes.getOffset(FROM));
        assertThat(read.getOffset(UNTIL)).isEqualTo(runtimes.getOffset(UNTIL));
    }

    /** The example of RFC 9636, B.2, Pacific/Honolulu (its figures from memory); the block for old readers is left empty here. */
    @Test
    void theRfcsExampleIsReadAsItSays() {
        long[] times = {-2334101314L, -1157283000L, -1155436200L, -880198200L, -769395600L, -765376200L, -712150200L};
        int[] which = {1, 2, 1, 3, 4, 1, 5};
        int[] offsets = {-37886, -37800, -34200, -34200, -34200, -36000};
        boolean[] summer = {false, false, true, true, true, false};
        var bytes = ByteBuffer.allocate(500);
        head(bytes, 0, 1, 1);
        bytes.put(new byte[6 + 1]);
        head(bytes, times.length, offsets.length, 20);
        Arrays.stream(times).forEach(bytes::putLong);
        Arrays.stream(which).forEach(one -> bytes.put((byte) one));
        for (int i = 0; i < offsets.length; i++) {
            bytes.putInt(offsets[i]).put((byte) (summer[i] ? 1 : 0)).put((byte) 0);
        }
        bytes.put(new byte[20]);
        bytes.put("\nHST10\n".getBytes(StandardCharsets.US_ASCII));
        var rules = TimeZoneFile.read(Arrays.copyOf(bytes.array(), bytes.position()));
        assertThat(rules.getTransitions())
                .extracting(one -> one.getInstant() + " " + one.getOffsetAfter())
                .containsExactly(
                        "1896-01-13T22:31:26Z -10:30",
                        "1933-04-30T12:30:00Z -09:30",
                        "1933-05-21T21:30:00Z -10:30",
                        "1942-02-09T12:30:00Z -09:30",
                        // the time of peace is as the time of war was
                        "1945-09-30T11:30:00Z -10:30",
                        "1947-06-08T12:30:00Z -10:00");
        assertThat(rules.getOffset(Instant.parse("2026-07-01T00:00:00Z"))).isEqualTo(ZoneOffset.ofHours(-10));
        assertThat(rules.isDaylightSavings(Instant.parse("1945-09-01T00:00:00Z")))
                .isTrue();
    }

    private static void head(ByteBuffer bytes, int times, int types, int letters) {
        bytes.put("TZif2".getBytes(StandardCharsets.US_ASCII)).put(new byte[15]);
        bytes.putInt(0).putInt(0).putInt(0).putInt(times).putInt(types).putInt(letters);
    }

    @Test
    void whatIsNoSuchFileIsRefused() throws IOException {
        byte[] berlin = file("fat/Europe/Berlin");
        for (int length : new int[] {0, 3, 43, 44, 100, berlin.length / 2, berlin.length - 1}) {
            assertThatIllegalArgumentException().isThrownBy(() -> TimeZoneFile.read(Arrays.copyOf(berlin, length)));
        }
        berlin[0] = 'x';
        assertThatIllegalArgumentException().isThrownBy(() -> TimeZoneFile.read(berlin));
    }

    @Test
    void changesToComeAreReadAsPosixWritesThem() {
        // in the order of a year, also where summer begins in its second half
        assertThat(LaterChanges.parse("<-04>4<-03>,M9.1.6/24,M4.1.6/24"))
                .extracting(rule -> rule.createTransition(2027).getInstant().toString())
                .containsExactly("2027-04-04T03:00:00Z", "2027-09-05T04:00:00Z");
        // the fourth Thursday and two hours of the day after it; a day of the year without February's last
        assertThat(LaterChanges.parse("IST-2IDT,M3.4.4/26,J300/1:30:15"))
                .extracting(
                        rule -> rule.createTransition(2028).getDateTimeBefore().toString())
                .containsExactly("2028-03-24T02:00", "2028-10-27T01:30:15");
        // an hour before the last Sunday begins, and a day after a last Sunday of 31 days
        assertThat(LaterChanges.parse("<-02>2<-01>,M3.5.0/-1,M10.5.0/25"))
                .extracting(
                        rule -> rule.createTransition(2026).getDateTimeBefore().toString())
                .containsExactly("2026-03-28T23:00", "2026-10-26T01:00");
        assertThat(LaterChanges.parse("IST-5:30")).isEmpty();
        assertThat(LaterChanges.parse("")).isEmpty();
        for (String wrong : List.of(
                "5EST", "EST5EDT", "EST5EDT,M3.2.0,60", "EST5EDT,M13.2.0,M11.1.0", "EST5EDT,M2.5.0/25,M3.1.0")) {
            assertThat(wrong).satisfies(line -> assertThat(refused(line)).isTrue());
        }
    }

    private static boolean refused(String line) {
        try {
            LaterChanges.parse(line);
            return false;
        } catch (IllegalArgumentException | DateTimeException e) {
            return true;
        }
    }
}
