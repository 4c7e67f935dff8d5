package io.kinetarch.server.picture;

import io.kinetarch.server.problem.Refusal;
import io.kinetarch.server.problem.Refusal.Kind;
import java.awt.Color;
import java.awt.RenderingHints;
import java.awt.image.BufferedImage;
import java.io.ByteArrayInputStream;
import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.io.UncheckedIOException;
import javax.imageio.ImageIO;
import javax.imageio.ImageReadParam;
import javax.imageio.ImageReader;
import javax.imageio.stream.ImageInputStream;

/**
 * Makes any picture a small square JPEG. It is drawn anew, so whatever else a file carried (scripts, places, a second format)
 * is gone.
 */
final class PortraitShape {
    private static final int SIDE = 192;
    /** A picture is measured before it is unpacked: few bytes can stand for very many pixels. */
    private static final long MOST_PIXELS = 40_000_000;

    private PortraitShape() {}

    static byte[] of(byte[] sent) {
        try (ImageInputStream in = ImageIO.createImageInputStream(new ByteArrayInputStream(sent))) {
            var readers = ImageIO.getImageReaders(in);
            if (!readers.hasNext()) {
                throw noPicture("it is in no format known here");
            }
            ImageReader reader = readers.next();
            try {
                reader.setInput(in, true, true);
                long pixels = (long) reader.getWidth(0) * reader.getHeight(0);
                if (pixels > MOST_PIXELS) {
                    throw noPicture("it has " + pixels / 1_000_000 + " million pixels, at most "
                            + MOST_PIXELS / 1_000_000 + " are allowed");
                }
                return jpeg(square(reader.read(0, thinned(reader))));
            } finally {
                reader.dispose();
            }
        } catch (IOException | IllegalArgumentException | IndexOutOfBoundsException e) {
            throw noPicture("it is damaged (" + e.getMessage() + ")");
        }
    }

    /** Of a large picture only every so many-th point is unpacked, as many as the small one needs twice over. */
    private static ImageReadParam thinned(ImageReader reader) throws IOException {
        int side = Math.min(reader.getWidth(0), reader.getHeight(0));
        int step = Math.max(1, side / (2 * SIDE));
        var param = reader.getDefaultReadParam();
        param.setSourceSubsampling(step, step, 0, 0);
        return param;
    }

    private static BufferedImage square(BufferedImage picture) {
        int side = Math.min(picture.getWidth(), picture.getHeight());
        int left = (picture.getWidth() - side) / 2;
        int top = (picture.getHeight() - side) / 3; // faces are above the middle
        var square = new BufferedImage(SIDE, SIDE, BufferedImage.TYPE_INT_RGB);
        var pen = square.createGraphics();
        pen.setRenderingHint(RenderingHints.KEY_INTERPOLATION, RenderingHints.VALUE_INTERPOLATION_BICUBIC);
        pen.drawImage(picture, 0, 0, SIDE, SIDE, left, top, left + side, top + side, Color.WHITE, null);
        pen.dispose();
        return square;
    }

    private static byte[] jpeg(BufferedImage square) {
        var out = new ByteArrayOutputStream();
        try {
            ImageIO.write(square, "jpeg", out);
        } catch (IOException e) {
            throw new UncheckedIOException("an array does not fail", e);
        }
        return out.toByteArray();
    }

    private static Refusal noPicture(String why) {
        return new Refusal(
                Kind.UNREADABLE_FILE,
                "The file cannot be used as a picture: " + why + ". Send a JPEG, PNG, GIF or BMP.");
    }
}
