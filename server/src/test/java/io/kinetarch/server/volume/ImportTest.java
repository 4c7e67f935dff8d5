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
        assertThat(preview.body().path("replaced").asInt()).isEqualTo(2);

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
