package io.kinetarch.server.picture;

import static org.assertj.core.api.Assertions.assertThat;

import io.kinetarch.server.Api;
import io.kinetarch.server.TestServer;
import java.awt.Color;
import java.awt.image.BufferedImage;
import java.io.ByteArrayInputStream;
import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.util.Random;
import javax.imageio.ImageIO;
import org.junit.jupiter.api.Test;

class PictureTest {
    private final Api api = TestServer.running().planner();

    @Test
    void aPictureBecomesASmallSquareJpeg() throws IOException {
        String name = api.postBytes("/api/v1/pictures", png(640, 300, Color.ORANGE))
                .ok()
                .body()
                .path("picture")
                .asString();

        byte[] kept = TestServer.running().bean(Pictures.class).jpeg(name);
        var picture = ImageIO.read(new ByteArrayInputStream(kept));
        assertThat(picture.getWidth()).isEqualTo(192);
        assertThat(picture.getHeight()).isEqualTo(192);
        var middle = new Color(picture.getRGB(96, 96));
        assertThat(middle.getRed()).isCloseTo(255, org.assertj.core.api.Assertions.within(6));
        assertThat(api.get("/api/v1/pictures/" + name).ok().raw().headers().firstValue("Content-Type"))
                .hasValue("image/jpeg");
        assertThat(TestServer.running().browser().bytes("/visit/pictures/" + name))
                .as("shown to visitors")
                .isEqualTo(kept);
    }

    @Test
    void aPictureThatSaysSomethingIsKeptWhole() throws IOException {
        String name = api.postBytes("/api/v1/pictures?shape=WHOLE", png(2400, 1200, Color.ORANGE))
                .ok()
                .body()
                .path("picture")
                .asString();

        var kept = ImageIO.read(new ByteArrayInputStream(
                TestServer.running().bean(Pictures.class).jpeg(name)));
        assertThat(kept.getWidth()).isEqualTo(800);
        assertThat(kept.getHeight()).isEqualTo(400);
        api.postBytes("/api/v1/pictures?shape=ROUND", png(8, 8, Color.ORANGE)).problem(400, "invalid-parameter", null);
    }

    @Test
    void whatIsNoPictureIsRefused() throws IOException {
        api.postBytes("/api/v1/pictures", "<svg onload=alert(1)>".getBytes(StandardCharsets.UTF_8))
                .problem(400, "unreadable-file", null);
        api.postBytes("/api/v1/pictures", new byte[0]).problem(400, "unreadable-file", null);
        byte[] cut = java.util.Arrays.copyOf(png(400, 400, Color.RED), 60);
        api.postBytes("/api/v1/pictures", cut).problem(400, "unreadable-file", null);
        byte[] noise = new byte[1024 * 1024 + 1];
        new Random(1).nextBytes(noise);
        api.postBytes("/api/v1/pictures", noise).problem(413, "file-too-large", null);
        api.get("/api/v1/pictures/" + "0".repeat(64)).problem(404, "not-found", null);
    }

    /** A few hundred bytes that say they are 60,000 pixels wide and high must not be unpacked. */
    @Test
    void fewBytesThatStandForVeryManyPixelsAreRefused() throws IOException {
        byte[] bomb = png(8, 8, Color.BLACK);
        for (int at : new int[] {16, 20}) { // width and height in a PNG's header chunk
            bomb[at + 2] = (byte) 0xEA;
            bomb[at + 3] = 0x60;
        }
        var refused = api.postBytes("/api/v1/pictures", bomb);

        assertThat(refused.status()).isEqualTo(400);
        assertThat(refused.detail()).contains("3600 million pixels");
    }

    private static byte[] png(int width, int height, Color color) throws IOException {
        var picture = new BufferedImage(width, height, BufferedImage.TYPE_INT_ARGB);
        var pen = picture.createGraphics();
        pen.setColor(color);
        pen.fillRect(0, 0, width, height);
        pen.dispose();
        var out = new ByteArrayOutputStream();
        ImageIO.write(picture, "png", out);
        return out.toByteArray();
    }
}
