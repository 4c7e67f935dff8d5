package io.kinetarch.server.file;

import static org.assertj.core.api.Assertions.assertThat;

import io.kinetarch.server.Api;
import io.kinetarch.server.TestServer;
import io.kinetarch.server.live.VisitorClient;
import java.awt.image.BufferedImage;
import java.io.ByteArrayInputStream;
import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.net.InetAddress;
import java.net.Socket;
import java.net.URI;
import java.net.http.HttpClient;
import java.net.http.HttpRequest;
import java.net.http.HttpResponse;
import java.net.http.HttpResponse.BodyHandlers;
import java.nio.charset.StandardCharsets;
import java.util.Arrays;
import java.util.UUID;
import javax.imageio.ImageIO;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.springframework.jdbc.core.JdbcTemplate;
import tools.jackson.databind.JsonNode;

/** Files that a visitor sends at a door that takes pictures and PDF of at most 5 MB. */
class FilesTest {
    private static final String SITE = "https://freight.tarnwick-sound.example";
    private static final byte[] PDF = bytes("%PDF-1.4\n1 0 obj <<>> endobj\ntrailer <<>>\n%%EOF\n");

    private final TestServer server = TestServer.running();
    private final VisitorClient visitor = new VisitorClient(server.address(), "tarnwick", SITE);

    @BeforeEach
    void starts() {
        assertThat(visitor.start("freight-pages", "en", "{}").statusCode()).isEqualTo(201);
    }

    @AfterEach
    void leaves() {
        visitor.does("leave", "{}");
    }

    private static byte[] bytes(String text) {
        return text.getBytes(StandardCharsets.ISO_8859_1);
    }

    private static byte[] png(int width, int height) throws IOException {
        var out = new ByteArrayOutputStream();
        ImageIO.write(new BufferedImage(width, height, BufferedImage.TYPE_INT_RGB), "png", out);
        return out.toByteArray();
    }

    private JsonNode newest() {
        var lines = visitor.view().path("lines");
        return lines.path(lines.size() - 1);
    }

    private <T> HttpResponse<T> fetched(String address, HttpResponse.BodyHandler<T> as) throws Exception {
        return HttpClient.newHttpClient()
                .send(
                        HttpRequest.newBuilder(URI.create(server.address() + "/" + address))
                                .build(),
                        as);
    }

    @Test
    void aPictureIsShownSmallAndSavedAsItWas() throws Exception {
        byte[] sent = png(1600, 900);
        var answer = visitor.sends("Türkis & Co.png", sent);
        assertThat(answer.statusCode()).as(answer.body()).isEqualTo(201);

        var line = newest();
        assertThat(line.path("from").asString()).isEqualTo("visitor");
        assertThat(line.path("text").asString()).isEqualTo("Türkis & Co.png");
        assertThat(line.path("file").path("bytes").asLong()).isEqualTo(sent.length);

        var preview = fetched(line.path("file").path("preview").asString(), BodyHandlers.ofByteArray());
        assertThat(preview.headers().firstValue("Content-Type")).hasValue("image/jpeg");
        assertThat(ImageIO.read(new ByteArrayInputStream(preview.body())).getWidth())
                .isEqualTo(800);

        var saved = fetched(line.path("file").path("address").asString(), BodyHandlers.ofByteArray());
        assertThat(saved.body()).isEqualTo(sent);
        // RFC 6266 with RFC 5987: the name in other letters than ASCII.
        assertThat(saved.headers().firstValue("Content-Disposition"))
                .hasValueSatisfying(value -> assertThat(value)
                        .startsWith("attachment")
                        .contains("filename*=UTF-8''T%C3%BCrkis%20&%20Co.png"));
        assertThat(saved.headers().firstValue("Content-Security-Policy")).hasValue("default-src 'none'; sandbox");
        assertThat(saved.headers().firstValue("X-Content-Type-Options")).hasValue("nosniff");
    }

    @Test
    void whatAFileIsCountsAndNotItsName() {
        assertThat(visitor.sends("ticket.pdf", PDF).statusCode()).isEqualTo(201);
        refused("photo.png", PDF, "says by its name that it is something else");
        refused("photo.png", bytes("<html><script>alert(1)</script></html>"), "text/html");
        // The first bytes of every program for Windows, "MZ", and of one for Linux, 0x7F "ELF".
        refused("photo.jpg", Arrays.copyOf(bytes("MZ\u0090\0\u0003\0\0\0"), 400), "not taken here");
        refused("ticket.pdf", Arrays.copyOf(bytes("\u007fELF\u0002\u0001\u0001"), 400), "not taken here");
        refused("vector.png", bytes("<svg xmlns=\"http://www.w3.org/2000/svg\" onload=\"alert(1)\"/>"), "svg");
        refused("notes.txt", bytes("plain words"), "Send bmp, gif, jpeg, jpg, pdf, png.");
        refused("nothing.pdf", new byte[0], "empty");
    }

    private void refused(String name, byte[] bytes, String why) {
        var answer = visitor.sends(name, bytes);
        assertThat(answer.statusCode()).as(answer.body()).isEqualTo(400);
        assertThat(Api.json(answer.body()).path("detail").asString()).contains(name, why);
    }

    @Test
    void aFileThatIsTooLargeIsRefusedBeforeItIsRead() throws Exception {
        byte[] large = Arrays.copyOf(PDF, 5 * 1024 * 1024 + 1);
        assertThat(visitor.sends("large.pdf", large).statusCode()).isEqualTo(413);

        // 1 GB is announced; nothing of it is waited for.
        try (var socket = new Socket(
                InetAddress.getLoopbackAddress(), URI.create(server.address()).getPort())) {
            socket.setSoTimeout(5_000);
            socket.getOutputStream()
                    .write(bytes("POST /visit/tarnwick/chats/" + visitor.chat() + "/files?key=" + UUID.randomUUID()
                            + "&name=a.pdf HTTP/1.1\r\nHost: 127.0.0.1\r\nX-Chat-Token: " + visitor.token()
                            + "\r\nContent-Type: application/octet-stream\r\nContent-Length: 1073741824\r\n\r\n"));
            socket.getOutputStream().flush();
            String status = new String(socket.getInputStream().readNBytes(12), StandardCharsets.US_ASCII);
            assertThat(status).isEqualTo("HTTP/1.1 413");
        }
    }

    @Test
    void whatIsSentAgainIsSentOnce() {
        var key = UUID.randomUUID();
        assertThat(visitor.sends("ticket.pdf", PDF, key).statusCode()).isEqualTo(201);
        assertThat(visitor.sends("ticket.pdf", PDF, key).statusCode()).isEqualTo(201);
        assertThat(visitor.view().path("lines")).hasSize(1);
        assertThat(server.bean(JdbcTemplate.class)
                        .queryForObject("select count(*) from live_file where chat = ?", Integer.class, visitor.chat()))
                .isEqualTo(1);
    }

    /** The EICAR test file (eicar.org), which programs that look for harmful files are meant to find; here inside of a PDF. */
    @Test
    void aFileThatTheScannerFindsHarmfulIsNotSent() {
        String eicar = "X5O!P%@AP[4\\PZX54(P^)7CC)7}$EICAR" + "-STANDARD-ANTIVIRUS-TEST-FILE!$H+H*";
        refused("invoice.pdf", bytes("%PDF-1.4\n" + eicar), "harmful");
        assertThat(server.bean(JdbcTemplate.class)
                        .queryForObject("select count(*) from live_file where chat = ?", Integer.class, visitor.chat()))
                .isZero();
    }

    @Test
    void aNameCanDoNoHarm() {
        assertThat(visitor.sends("../../<img src=x onerror=alert(1)>.pdf", PDF).statusCode())
                .isEqualTo(201);
        assertThat(newest().path("text").asString()).isEqualTo("img src=x onerror=alert(1)_.pdf");
        assertThat(visitor.sends("invoice\u202efdp.exe", PDF).statusCode()).isEqualTo(400);
    }

    @Test
    void onlyWhoIsInTheChatSendsAndOnlyWhereFilesAreTaken() {
        var stranger = new VisitorClient(server.address(), "tarnwick", SITE);
        assertThat(stranger.sends("a.pdf", PDF).statusCode()).isEqualTo(404);

        var poster = new VisitorClient(server.address(), "tarnwick", null);
        assertThat(poster.start("terminal-poster", "en", "{\"topic\":\"Fares and booking\"}")
                        .statusCode())
                .isEqualTo(201);
        var answer = poster.sends("a.pdf", PDF);
        assertThat(answer.statusCode()).isEqualTo(409);
        assertThat(Api.json(answer.body()).path("detail").asString()).isEqualTo("No files are taken in this chat.");
        poster.does("leave", "{}");
    }
}
