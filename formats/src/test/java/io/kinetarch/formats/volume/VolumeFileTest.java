package io.kinetarch.formats.volume;

import static io.kinetarch.core.plan.SamplePlan.BOOKING;
import static io.kinetarch.core.plan.SamplePlan.CARGO;
import static io.kinetarch.core.plan.SamplePlan.DUBLIN;
import static io.kinetarch.core.plan.SamplePlan.SITE;
import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatExceptionOfType;
import static org.assertj.core.api.Assertions.tuple;

import io.kinetarch.core.plan.SamplePlan;
import io.kinetarch.core.volume.ChatCount;
import io.kinetarch.core.volume.CountedInterval;
import io.kinetarch.core.volume.Origin;
import io.kinetarch.core.volume.TimesOfDay;
import io.kinetarch.core.volume.TimesOfDay.Seen;
import io.kinetarch.formats.table.Faults.Fault;
import io.kinetarch.formats.table.FileRefusal;
import io.kinetarch.formats.table.Headings;
import io.kinetarch.formats.volume.StrangerNames.Meaning;
import io.kinetarch.formats.volume.VolumeFile.Reading;
import java.nio.charset.Charset;
import java.nio.charset.StandardCharsets;
import java.time.DayOfWeek;
import java.time.Instant;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.stream.IntStream;
import java.util.stream.Stream;
import org.junit.jupiter.api.Test;

class VolumeFileTest {
    @Test
    void readsCommasAndPoints() {
        var reading = read("""
                date-time,queue,chats,handling seconds,door
                2026-11-23 09:00,booking,12,412.5,site
                2026-11-23T09:30,Queue cargo,0,,
                """);

        assertThat(reading.separator()).isEqualTo(',');
        assertThat(reading.decimalMark()).isEqualTo('.');
        assertThat(reading.faultCount()).isZero();
        assertThat(reading.counts())
                .containsExactly(
                        new ChatCount(
                                new Origin(BOOKING, SITE, null, null),
                                Instant.parse("2026-11-23T09:00:00Z"),
                                12,
                                null,
                                null,
                                412.5,
                                null,
                                null),
                        new ChatCount(
                                new Origin(CARGO, null, null, null),
                                Instant.parse("2026-11-23T09:30:00Z"),
                                0,
                                null,
                                null,
                                null,
                                null,
                                null));
    }

    @Test
    void readsSemicolonsDecimalCommasAndAByteOrderMark() {
        var reading = read("\uFEFFStart;Queue;Chats;AHT\r\n24.11.2026 09:00;booking;3;401,25\r\n");

        assertThat(reading.separator()).isEqualTo(';');
        assertThat(reading.decimalMark()).isEqualTo(',');
        assertThat(reading.counts())
                .containsExactly(new ChatCount(
                        new Origin(BOOKING, null, null, null),
                        Instant.parse("2026-11-24T09:00:00Z"),
                        3,
                        null,
                        null,
                        401.25,
                        null,
                        null));
    }

    @Test
    void quotedFieldsFollowRfc4180() {
        var reading = read(
                "date-time,queue,chats,\"handling seconds\"\r\n\"2026-11-23 09:00\",\"booking\",\"7\",\"1.5\"\r\n");

        assertThat(reading.counts()).hasSize(1);
    }

    @Test
    void everyLineThatCannotBeUsedIsListedWithItsReason() {
        var reading = read("""
                date-time,queue,chats,handling seconds
                2026-11-23 09:00,booking,12,400
                2026-11-23 09:00,booking,12,400
                2026-11-23 09:10,booking,1,
                2026-11-31 09:00,booking,1,
                2026-11-23 10:00,whales,1,
                2026-11-23 10:00,booking,-3,
                2026-11-23 10:00,booking,1.5,
                2026-11-23 10:00,booking,1,soon
                2026-11-23 10:00,booking,1,412000
                2026-11-23 10:00,,1,
                yesterday,booking,1,
                """);

        assertThat(reading.counts()).hasSize(1);
        assertThat(reading.faultCount()).isEqualTo(10);
        assertThat(reading.faults()).extracting(Fault::line).containsExactly(3L, 4L, 5L, 6L, 7L, 9L, 10L, 11L);
        assertThat(reading.faults())
                .extracting(Fault::reason)
                .satisfiesExactly(
                        reason -> assertThat(reason).contains("stand in line 2 already"),
                        reason -> assertThat(reason).contains("not the start of a half-hour"),
                        reason -> assertThat(reason).contains("no date-time"),
                        reason -> assertThat(reason).contains("no queue \"whales\""),
                        reason -> assertThat(reason).contains("whole number"),
                        reason -> assertThat(reason).contains("must be a number of seconds"),
                        reason -> assertThat(reason).contains("longer than a day"),
                        reason -> assertThat(reason).contains("queue is missing"));
        assertThat(reading.faults().get(2).others()).containsExactly(12L);
    }

    @Test
    void clockChangesAreThoseOfTheZone() {
        var reading = read("""
                date-time,queue,chats
                2026-03-29 01:30,booking,1
                2026-10-25 01:30,booking,2
                2026-10-25 01:30,booking,3
                2026-10-25 01:30,booking,4
                2026-10-25T01:30:00+01:00,cargo,5
                """);

        assertThat(reading.faults())
                .extracting(Fault::reason)
                .satisfiesExactly(
                        reason -> assertThat(reason).contains("does not exist in Europe/Dublin"),
                        reason -> assertThat(reason).contains("already"));
        assertThat(reading.counts())
                .extracting(ChatCount::startsAt)
                .containsExactly(
                        Instant.parse("2026-10-25T00:30:00Z"),
                        Instant.parse("2026-10-25T01:30:00Z"),
                        Instant.parse("2026-10-25T00:30:00Z"));
    }

    @Test
    void slashedDatesAreReadTheWayTheFileAllows() {
        assertThat(read("time,queue,chats\n11/23/2026 09:00,booking,1\n")
                        .counts()
                        .getFirst()
                        .startsAt())
                .isEqualTo("2026-11-23T09:00:00Z");
        assertThat(read("time,queue,chats\n23/11/2026 09:00,booking,1\n")
                        .counts()
                        .getFirst()
                        .startsAt())
                .isEqualTo("2026-11-23T09:00:00Z");
        var undecided = read("time,queue,chats\n01/02/2026 09:00,booking,1\n");
        assertThat(undecided.counts().getFirst().startsAt()).isEqualTo("2026-02-01T09:00:00Z");
        assertThat(undecided.notes()).singleElement().asString().contains("day first");
    }

    @Test
    void dateAndTimeMayStandApartAndOfferedBeAnsweredAndLeft() {
        var reading = read("""
                Date;Time;Queue;Answered;Abandoned;Duration
                24.11.2026;08:30;booking;10;2;6:45
                """);
        assertThat(reading.counts())
                .containsExactly(new ChatCount(
                        new Origin(BOOKING, null, null, null),
                        Instant.parse("2026-11-24T08:30:00Z"),
                        12,
                        10,
                        2,
                        405.0,
                        null,
                        null));
    }

    @Test
    void columnsCanBeSaidWhereTheirNamesTellNothing() {
        var file = VolumeFile.open("a,b,c\n2026-11-24 08:30,booking,3\n".getBytes(StandardCharsets.UTF_8));
        assertThat(file.columns()).isEmpty();
        assertThat(file.missing(file.columns())).hasSize(3);
        assertThat(file.header()).containsExactly("a", "b", "c");
        assertThat(file.sample()).containsExactly(List.of("2026-11-24 08:30", "booking", "3"));
        var columns = Map.of(VolumeColumn.TIME, 0, VolumeColumn.QUEUE, 1, VolumeColumn.CHATS, 2);
        assertThat(file.missing(columns)).isEmpty();
        assertThat(file.read(
                                DUBLIN,
                                SamplePlan.plan(),
                                columns,
                                StrangerNames.NONE,
                                () -> TimesOfDay.of(SamplePlan.plan(), List.of()))
                        .counts())
                .hasSize(1);
    }

    @Test
    void headingsMayBeGermanOrFrench() {
        var german = read("""
                Datum;Uhrzeit;Warteschlange;Eingegangen;Beantwortet;Abgebrochen;Bearbeitungszeit;Wartezeit;Sprache;Thema
                24.11.2026;08:30;booking;12;10;2;401,5;0:12;de;Tarife
                """);
        var french = read("""
                Date;Heure;File d’attente;Reçus;Répondus;Abandonnés;Durée de traitement;Attente;Langue;Motif
                24/11/2026;08:30;booking;12;10;2;401,5;0:12;de;Tarife
                """);
        assertThat(german.counts())
                .containsExactly(new ChatCount(
                        new Origin(BOOKING, null, "de", "Tarife"),
                        Instant.parse("2026-11-24T08:30:00Z"),
                        12,
                        10,
                        2,
                        401.5,
                        12.0,
                        null));
        assertThat(french.counts()).isEqualTo(german.counts());
    }

    @Test
    void noHeadingStandsForTwoColumns() {
        assertThat(Stream.of(VolumeColumn.values()).flatMap(column -> column.names().stream()))
                .doesNotHaveDuplicates()
                .allSatisfy(name -> assertThat(name).isEqualTo(Headings.plain(name)));
    }

    @Test
    void namesThatThePlanDoesNotHaveAreToldAndMayBeSaid() {
        var file = VolumeFile.open("""
                time,queue,chats
                2026-11-24 08:30,Queue bookin,3
                2026-11-24 09:00,Queue bookin,4
                2026-11-24 09:00,Old fax,1
                2026-11-24 09:30,Whales,1
                """.getBytes(StandardCharsets.UTF_8));
        var unsaid = readBy(file, StrangerNames.NONE);
        assertThat(unsaid.counts()).isEmpty();
        assertThat(unsaid.faultCount()).isEqualTo(4);
        assertThat(unsaid.strangers())
                .containsExactly(
                        new Stranger(VolumeColumn.QUEUE, "Queue bookin", 2, null, "booking"),
                        new Stranger(VolumeColumn.QUEUE, "Old fax", 1, null, null),
                        new Stranger(VolumeColumn.QUEUE, "Whales", 1, null, null));

        var said = readBy(
                file,
                new StrangerNames(List.of(
                        new Meaning(VolumeColumn.QUEUE, "queue BOOKIN", "booking"),
                        new Meaning(VolumeColumn.QUEUE, "Old fax", ""),
                        new Meaning(VolumeColumn.QUEUE, "Whales", "gone-since"))));
        assertThat(said.counts()).extracting(count -> count.origin().queue()).containsExactly(BOOKING, BOOKING);
        assertThat(said.faults()).extracting(Fault::line).containsExactly(5L);
        assertThat(said.strangers()).extracting(Stranger::meaning).containsExactly("booking", "", null);
    }

    private static Reading readBy(VolumeFile file, StrangerNames names) {
        return file.read(
                DUBLIN, SamplePlan.plan(), file.columns(), names, () -> TimesOfDay.of(SamplePlan.plan(), List.of()));
    }

    @Test
    void quartersAreSummedAndHoursSplit() {
        var quarters = read("""
                start,queue,chats,aht
                2026-11-24 09:00,booking,3,300
                2026-11-24 09:15,booking,1,500
                2026-11-24 09:30,booking,4,
                """);
        assertThat(quarters.interval()).isEqualTo(CountedInterval.QUARTER_HOUR);
        assertThat(quarters.counts())
                .extracting(ChatCount::chats, ChatCount::handlingSeconds)
                .containsExactly(tuple(4, 350.0), tuple(4, null));

        var hours = new StringBuilder("start,queue,chats\n");
        IntStream.range(8, 18).forEach(hour -> hours.append("2026-11-24 %02d:00,booking,5\n".formatted(hour)));
        var halves = read(hours.toString());
        assertThat(halves.interval()).isEqualTo(CountedInterval.HOUR);
        assertThat(halves.counts()).hasSize(20);
        assertThat(halves.counts().stream().mapToInt(ChatCount::chats).sum()).isEqualTo(50);
        assertThat(halves.notes()).anyMatch(note -> note.contains("split evenly"));
    }

    @Test
    void wholeDaysAreSpreadOverTheOpeningHoursOrAsChatsCameBefore() {
        String days = "date,queue,chats,answered\n23.11.2026,booking,50,41\n24.11.2026,booking,0,0\n";
        var evenly = read(days);
        assertThat(evenly.interval()).isEqualTo(CountedInterval.DAY);
        assertThat(evenly.notes()).singleElement().asString().contains("counts whole days");
        var monday = evenly.counts().stream()
                .filter(count -> count.startsAt().isBefore(Instant.parse("2026-11-24T00:00:00Z")))
                .toList();
        assertThat(monday)
                .isNotEmpty()
                .allSatisfy(count -> assertThat(SamplePlan.plan()
                                .hoursOf(SamplePlan.plan().queue(BOOKING))
                                .hours()
                                .isOpen(count.startsAt()))
                        .isTrue());
        assertThat(monday.stream().mapToInt(ChatCount::chats).sum()).isEqualTo(50);
        assertThat(monday.stream().mapToInt(ChatCount::chats).max().orElse(0)
                        - monday.stream().mapToInt(ChatCount::chats).min().orElse(0))
                .isLessThanOrEqualTo(1);
        assertThat(monday.stream()
                        .mapToInt(count -> Objects.requireNonNull(count.answered()))
                        .sum())
                .isEqualTo(41);

        var file = VolumeFile.open(days.getBytes(StandardCharsets.UTF_8));
        var before = TimesOfDay.of(
                SamplePlan.plan(),
                List.of(
                        new Seen(BOOKING, null, DayOfWeek.MONDAY, 20, 30),
                        new Seen(BOOKING, SITE, DayOfWeek.MONDAY, 21, 10)));
        assertThat(file.read(DUBLIN, SamplePlan.plan(), file.columns(), StrangerNames.NONE, () -> before)
                        .counts())
                .filteredOn(count -> count.startsAt().isBefore(Instant.parse("2026-11-24T00:00:00Z")))
                .extracting(ChatCount::startsAt, ChatCount::chats)
                .containsExactly(
                        tuple(Instant.parse("2026-11-23T10:00:00Z"), 38),
                        tuple(Instant.parse("2026-11-23T10:30:00Z"), 12));
    }

    @Test
    void aDayOfClockChangesHasItsOwnHalfHours() {
        var all = IntStream.range(0, 48)
                .mapToObj(slot -> new Seen(BOOKING, null, DayOfWeek.SUNDAY, slot, 1))
                .toList();
        var file = VolumeFile.open(
                "day,queue,chats\n2026-03-29,booking,460\n2026-10-25,booking,500\n".getBytes(StandardCharsets.UTF_8));
        var counts = file.read(
                        DUBLIN,
                        SamplePlan.plan(),
                        file.columns(),
                        StrangerNames.NONE,
                        () -> TimesOfDay.of(SamplePlan.plan(), all))
                .counts();
        assertThat(counts).hasSize(46 + 50).extracting(ChatCount::chats).containsOnly(10);
    }

    @Test
    void midnightsAloneMeanDaysAndMinutesForSecondsAreSuspected() {
        var days = new StringBuilder("start,queue,chats\n");
        IntStream.range(1, 20).forEach(day -> days.append("2026-11-%02d 00:00,booking,50\n".formatted(day)));
        assertThat(read(days.toString()).interval()).isEqualTo(CountedInterval.DAY);
        assertThat(read("time,queue,chats,aht\n2026-11-23 09:00,booking,1,6.5\n")
                        .notes())
                .singleElement()
                .asString()
                .contains("If they are minutes");
    }

    @Test
    void aDoorAloneWillDoAndWhatBecameOfChatsIsKept() {
        var reading = read("""
                start,door,topic,answered,left,chats at once
                2026-11-23 09:00,site,Fares,9,2,"2,4"
                2026-11-23 09:30,site,Fares,9,,
                2026-11-23 09:30,,Fares,9,1,
                2026-11-23 10:00,site,Fares,3,0,0.5
                """);
        assertThat(reading.counts())
                .containsExactly(new ChatCount(
                        new Origin(null, SITE, null, "Fares"),
                        Instant.parse("2026-11-23T09:00:00Z"),
                        11,
                        9,
                        2,
                        null,
                        null,
                        2.4));
        assertThat(reading.faults())
                .extracting(Fault::reason)
                .satisfiesExactly(
                        reason -> assertThat(reason).contains("left is missing"),
                        reason -> assertThat(reason).contains("queue and door are missing"),
                        reason -> assertThat(reason).contains("chats at once must be a number from 1"));
        assertThat(read("time,queue,chats,answered,left\n2026-11-23 09:00,booking,5,4,2\n")
                        .faults())
                .extracting(Fault::reason)
                .singleElement()
                .asString()
                .contains("answered and left make 6, more than the 5");
    }

    @Test
    void unusedColumnsAreSaid() {
        assertThat(read("time,queue,chats,mood\n2026-11-23 09:00,booking,1,fine\n")
                        .notes())
                .containsExactly("Columns left aside: mood.");
    }

    @Test
    void filesThatAreNoneAreRefusedWithALineAndAMend() {
        refused(new byte[0], 1, "0 bytes");
        refused("\n\n\n".getBytes(StandardCharsets.UTF_8), 1, "empty lines");
        refused("time,queue,chats\n".getBytes(StandardCharsets.UTF_8), 2, "no line below");
        refused("time,queue\n1,2\n".getBytes(StandardCharsets.UTF_8), 1, "no column for chats: one of chats");
        refused("time,queue,chats\n2026-11-23 09:00,fähre,1\n".getBytes(Charset.forName("ISO-8859-1")), 2, "not UTF-8");
        refused("time,queue,chats\n".getBytes(StandardCharsets.UTF_16), 1, "UTF-16");
        refused(new byte[] {'P', 'K', 0, 3, '\n', ','}, 1, "no text file");
        refused("time,queue,chats\n\"2026,b,1\n".getBytes(StandardCharsets.UTF_8), 2, "well-formed CSV");
    }

    private static Reading read(String text) {
        return VolumeFile.read(text.getBytes(StandardCharsets.UTF_8), DUBLIN, SamplePlan.plan());
    }

    private static void refused(byte[] bytes, long line, String message) {
        assertThatExceptionOfType(FileRefusal.class)
                .isThrownBy(() -> VolumeFile.read(bytes, DUBLIN, SamplePlan.plan()))
                .withMessageContaining(message)
                .satisfies(refusal -> assertThat(refusal.line()).isEqualTo(line));
    }
}
