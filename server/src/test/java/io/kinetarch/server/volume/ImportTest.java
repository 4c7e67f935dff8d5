package io.kinetarch.server.volume;

import static org.assertj.core.api.Assertions.assertThat;

import io.kinetarch.server.Api;
import io.kinetarch.server.TestServer;
import java.nio.charset.StandardCharsets;
import org.junit.jupiter.api.Test;

class ImportTest {
    private static final String VOLUMES = "/api/v1/plans/tarnwick/volumes";
    private static final String IMPORTS = VOLUMES + "/imports?timeZone=Europe/Dublin&fileName=volumes.csv";
    private final Api api = TestServer.running().planner();

    @Test
    void nothingCountsUntilItIsAccepted() {
        long before = counts();
        var preview = read("time;queue;chats;aht\n2020-01-06 09:00;fares;12;400,5\n2020-01-06 09:30;whales;1;\n")
                .ok();

        assertThat(preview.body().path("separator").asString()).isEqualTo("semicolon");
        assertThat(preview.body().path("decimalMark").asString()).isEqualTo(",");
        assertThat(preview.body().path("lines").asInt()).isEqualTo(1);
        assertThat(preview.body().path("faults").path(0).path("line").asInt()).isEqualTo(3);
        assertThat(counts()).isEqualTo(before);

        String imports = VOLUMES + "/imports/" + preview.body().path("id").asLong();
        api.post(imports + "/acceptance", "").ok();
        assertThat(counts()).isEqualTo(before + 1);
        api.post(imports + "/acceptance", "").problem(404, "not-found", null);
    }

    @Test
    void aHalfHourTheFileNamesIsReplacedWholly() {
        accept(
                "time,queue,chats,door\n2020-02-03 09:00,fares,5,booking-site\n2020-02-03 09:00,fares,3,terminal-poster\n");
        long before = counts();
        var preview = read("time,queue,chats\n2020-02-03 09:00,fares,20\n").ok();
        var overlap = preview.body().path("overlap");
        assertThat(overlap.path("counts").asInt()).isEqualTo(2);
        assertThat(overlap.path("chats").asInt()).isEqualTo(8);
        assertThat(overlap.path("differing").asInt()).isEqualTo(1);
        assertThat(overlap.path("first").asString()).isEqualTo("2020-02-03T09:00:00Z");

        var accepted = api.post(
                        VOLUMES + "/imports/" + preview.body().path("id").asLong() + "/acceptance", "")
                .ok();

        assertThat(accepted.body().path("replaced").asInt()).isEqualTo(2);
        assertThat(counts()).isEqualTo(before - 1);
    }

    @Test
    void columnsWhoseNamesTellNothingCanBeSaid() {
        String csv = "a,b,c\n2020-04-06 09:00,fares,5\n";
        var unknown = read(csv).ok().body();
        assertThat(unknown.path("id").isNull()).isTrue();
        assertThat(unknown.path("missing").size()).isEqualTo(3);
        assertThat(unknown.path("header").get(2).asString()).isEqualTo("c");
        assertThat(unknown.path("sample").get(0).get(1).asString()).isEqualTo("fares");

        var said = api.postCsv(
                        IMPORTS + "&column=TIME:0&column=QUEUE:1&column=CHATS:2", csv.getBytes(StandardCharsets.UTF_8))
                .ok()
                .body();
        assertThat(said.path("lines").asInt()).isEqualTo(1);
        assertThat(said.path("columns").path("CHATS").asInt()).isEqualTo(2);
        api.delete(VOLUMES + "/imports/" + said.path("id").asLong()).ok();
        api.postCsv(IMPORTS + "&column=MOOD:0", csv.getBytes(StandardCharsets.UTF_8))
                .problem(400, "invalid-parameter", null);
    }

    @Test
    void anAcceptedFilesWayOfReadingIsTakenForTheNextOfItsHeader() {
        String csv = "wann,wo,wieviele\n2020-09-07 09:00,Ticket chat,5\n2020-09-07 09:30,Old fax,1\n";
        String by = IMPORTS + "&column=TIME:0&column=QUEUE:1&column=CHATS:2";
        var strange = api.postCsv(by, csv.getBytes(StandardCharsets.UTF_8)).ok().body();
        assertThat(strange.path("lines").asInt()).isZero();
        assertThat(strange.path("asBefore").isNull()).isTrue();
        assertThat(strange.path("strangers").get(0).path("name").asString()).isEqualTo("Ticket chat");
        assertThat(strange.path("strangers").get(0).path("meaning").isNull()).isTrue();

        var said = api.postCsv(
                        by.replace("Europe/Dublin", "UTC") + "&name=QUEUE:fares:Ticket%20chat&name=QUEUE::Old%20fax",
                        csv.getBytes(StandardCharsets.UTF_8))
                .ok()
                .body();
        assertThat(said.path("chats").path("fares").asInt()).isEqualTo(5);
        assertThat(said.path("faultCount").asInt()).isZero();
        api.post(VOLUMES + "/imports/" + said.path("id").asLong() + "/acceptance", "")
                .ok();

        var next = api.postCsv(
                        VOLUMES + "/imports",
                        "wann,wo,wieviele\n2020-09-08 09:00,ticket chat,7\n".getBytes(StandardCharsets.UTF_8))
                .ok()
                .body();
        assertThat(next.path("chats").path("fares").asInt()).isEqualTo(7);
        assertThat(next.path("timeZone").asString()).isEqualTo("UTC");
        assertThat(next.path("first").asString()).isEqualTo("2020-09-08T09:00:00Z");
        assertThat(next.path("asBefore").path("fileName").asString()).isEqualTo("volumes.csv");
        api.delete(VOLUMES + "/imports/" + next.path("id").asLong()).ok();
        api.postCsv(by + "&name=SKILL:a:b", csv.getBytes(StandardCharsets.UTF_8))
                .problem(400, "invalid-parameter", null);
    }

    @Test
    void aDoorAloneReplacesWhatIsKnownOfTheDoor() {
        accept("time,queue,door,chats\n2020-05-04 09:00,fares,booking-site,5\n2020-05-04 09:00,lost,booking-site,2\n");
        var preview =
                read("time,door,chats\n2020-05-04 09:00,booking-site,9\n").ok().body();
        assertThat(preview.path("chatsOfDoors").path("booking-site").asInt()).isEqualTo(9);
        assertThat(preview.path("overlap").path("counts").asInt()).isEqualTo(2);
        long before = counts();
        api.post(VOLUMES + "/imports/" + preview.path("id").asLong() + "/acceptance", "")
                .ok();
        assertThat(counts()).isEqualTo(before - 1);
        // And a file by queue and door replaces the door's whole half-hour again, or it would count twice.
        accept("time,queue,door,chats\n2020-05-04 09:00,fares,booking-site,9\n");
        assertThat(counts()).isEqualTo(before - 1);
    }

    @Test
    void anAcceptedFileStaysKnown() {
        accept("time,queue,chats\n2020-06-01 09:00,fares,5\n2020-06-02 09:00,fares,6\n");
        var file = api.get(VOLUMES + "/imports").ok().body().get(0);
        assertThat(file.path("fileName").asString()).isEqualTo("volumes.csv");
        assertThat(file.path("stored").asInt()).isEqualTo(2);
        assertThat(file.path("lastAt").asString()).isEqualTo("2020-06-02T08:00:00Z");
        assertThat(file.path("madeBy").asString()).isEqualTo("Mara L.");
    }

    @Test
    void wholeDaysAreSpreadAsChatsCameBefore() {
        var preview = read("date,queue,chats\n2020-07-06,fares,240\n2020-07-07,fares,100\n")
                .ok()
                .body();
        assertThat(preview.path("intervalMinutes").asInt()).isEqualTo(1440);
        assertThat(preview.path("chats").path("fares").asInt()).isEqualTo(340);
        assertThat(preview.path("lines").asInt()).isBetween(30, 96);
        api.delete(VOLUMES + "/imports/" + preview.path("id").asLong()).ok();
    }

    @Test
    void whatIsStoredComesOutAsItCanBeReadAgain() {
        accept("""
                time,queue,door,language,topic,chats,answered,left,aht,mean wait,chats at once
                2020-08-03 09:00,fares,booking-site,de,"Fares, booking",12,10,2,410.5,0:12,1.4
                """);
        byte[] csv = api.bytes(VOLUMES + "/export");
        String text = new String(csv, StandardCharsets.UTF_8);
        assertThat(text)
                .contains(
                        "2020-08-03T09:00:00+01:00,Fares & booking,Booking site,de,\"Fares, booking\",12,10,2,410.5,12,1.4");
        long lines = text.lines().count() - 1;
        assertThat(lines).isEqualTo(counts());
        var again = api.postCsv(IMPORTS, csv).ok().body();
        assertThat(again.path("lines").asLong()).isEqualTo(lines);
        assertThat(again.path("faultCount").asLong()).isZero();
        assertThat(again.path("overlap").path("differing").asLong()).isZero();
        api.delete(VOLUMES + "/imports/" + again.path("id").asLong()).ok();
    }

    @Test
    void aDiscardedFileIsGone() {
        long before = counts();
        var preview = read("time,queue,chats\n2020-03-02 09:00,fares,5\n").ok();
        String imports = VOLUMES + "/imports/" + preview.body().path("id").asLong();

        assertThat(api.delete(imports).status()).isEqualTo(204);
        api.post(imports + "/acceptance", "").problem(404, "not-found", null);
        assertThat(counts()).isEqualTo(before);
    }

    @Test
    void filesThatCannotBeReadAreRefused() {
        long before = counts();
        assertThat(read("").problem(400, "unreadable-file", null).detail()).contains("0 bytes");
        assertThat(api.postCsv(
                                IMPORTS,
                                "time,queue,chats\n2020-01-06 09:00,fähre,1\n".getBytes(StandardCharsets.ISO_8859_1))
                        .problem(400, "unreadable-file", null)
                        .detail())
                .contains("Line 2")
                .contains("UTF-8");
        api.postCsv(VOLUMES + "/imports?timeZone=Mars/Base", new byte[] {1}).problem(400, "invalid-parameter", null);
        assertThat(api.postCsv(IMPORTS, new byte[200 * 1024 * 1024])
                        .problem(413, "file-too-large", null)
                        .detail())
                .contains("100 MB");
        assertThat(counts()).isEqualTo(before);
    }

    private void accept(String csv) {
        long id = read(csv).ok().body().path("id").asLong();
        api.post(VOLUMES + "/imports/" + id + "/acceptance", "").ok();
    }

    private Api.Answer read(String csv) {
        return api.postCsv(IMPORTS, csv.getBytes(StandardCharsets.UTF_8));
    }

    private long counts() {
        return api.get(VOLUMES).ok().body().path("counts").asLong();
    }
}
