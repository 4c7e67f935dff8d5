package io.kinetarch.server.installation;

import static org.assertj.core.api.Assertions.assertThat;

import io.kinetarch.server.KinetarchApplication;
import java.io.ByteArrayOutputStream;
import java.io.DataOutputStream;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.Instant;
import java.time.ZoneId;
import java.util.TreeSet;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

class TimeZoneDataTest {
    private static final Instant NOON = Instant.parse("2027-07-01T12:00:00Z");
    private static final String NEWER = "2999a";
    private static final String USAGE = "usage: check PLAN.json\n";

    @TempDir
    private Path machines;

    /** What a server takes as its time zones; in a process of its own, since a runtime looks for them once. */
    static final class Server {
        public static void main(String[] args) throws IOException {
            Runtime.getRuntime().addShutdownHook(new Thread(() -> {
                var berlin = ZoneId.of("Europe/Berlin").getRules();
                System.out.println(TimeZoneData.version() + " " + berlin.getOffset(NOON));
            }));
            KinetarchApplication.main(new String[] {"check"}); // and ends, for want of a file
        }
    }

    /** All zones that the runtime knows, as files that say that clocks everywhere are three hours ahead. */
    @BeforeEach
    void everywhereIsMoscow() throws IOException {
        var text = new StringBuilder("# version " + NEWER + "\n");
        byte[] moscow = file("<+03>-3");
        for (String zone : new TreeSet<>(ZoneId.getAvailableZoneIds())) {
            if (!zone.startsWith("SystemV/")) {
                Path file = machines.resolve(zone);
                Files.createDirectories(file.getParent());
                Files.write(file, moscow);
                text.append(zone.equals("UTC") ? "L Etc/UTC UTC" : "Z " + zone + " 3 - +03")
                        .append('\n');
            }
        }
        Files.writeString(machines.resolve("tzdata.zi"), text);
    }

    private static byte[] file(String rule) throws IOException {
        var bytes = new ByteArrayOutputStream();
        try (var out = new DataOutputStream(bytes)) {
            for (int block = 0; block < 2; block++) {
                out.writeBytes("TZif2");
                out.write(new byte[15 + 4 * 4]);
                out.writeInt(1);
                out.writeInt(1);
                out.writeInt(3 * 3_600);
                out.write(new byte[2 + 1]);
            }
            out.writeBytes("\n" + rule + "\n");
        }
        return bytes.toByteArray();
    }

    private String serverTakes() throws IOException, InterruptedException {
        var said = machines.resolve("said.txt");
        var process = new ProcessBuilder(
                        Path.of(System.getProperty("java.home"), "bin", "java").toString(),
                        "-cp",
                        System.getProperty("java.class.path"),
                        Server.class.getName())
                .redirectErrorStream(true)
                .redirectOutput(said.toFile());
        process.environment().put("KINETARCH_ZONEINFO", machines.toString());
        assertThat(process.start().waitFor()).isNotZero();
        return Files.readString(said);
    }

    @Test
    void aNewerReleaseOfTheMachineIsTaken() throws Exception {
        assertThat(serverTakes()).isEqualTo(USAGE + NEWER + " +03:00\n");
    }

    @Test
    void anOlderOneIsNot() throws Exception {
        Path text = machines.resolve("tzdata.zi");
        Files.writeString(text, Files.readString(text).replace(NEWER, "2020a"));
        assertThat(serverTakes()).isEqualTo(USAGE + TimeZoneData.version() + " +02:00\n");
    }

    @Test
    void oneWithADamagedFileIsNotAndSaysWhy() throws Exception {
        Files.write(machines.resolve("Asia/Tokyo"), new byte[] {1, 2, 3});
        assertThat(serverTakes()).contains("damaged").endsWith(TimeZoneData.version() + " +02:00\n");
    }

    @Test
    void oneThatLacksAZoneIsNotAndSaysWhich() throws Exception {
        Path text = machines.resolve("tzdata.zi");
        Files.writeString(text, Files.readString(text).replace("Z Asia/Tokyo 3 - +03\n", ""));
        assertThat(serverTakes()).contains("[Asia/Tokyo] are missing").endsWith(TimeZoneData.version() + " +02:00\n");
    }

    @Test
    void aMachineWithoutAnyHasTheRuntimes() throws Exception {
        Files.delete(machines.resolve("tzdata.zi"));
        assertThat(serverTakes()).contains("NoSuchFile").endsWith(TimeZoneData.version() + " +02:00\n");
    }
}
