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
 * What is kept of a picture: a small JPEG. It is drawn anew, so whatever else a file carried (scripts, places, a second format) is
 * gone.
 */
public enum PictureShape {
    /** A small square, for the faces of people and bots. */
    PORTRAIT {
        @Override
        BufferedImage drawn(BufferedImage picture) {
            int side = Math.min(picture.getWidth(), picture.getHeight());
            int left = (picture.getWidth() - side) / 2;
            int top = (picture.getHeight() - side) / 3; // faces are above the middle
            return cut(picture, SIDE, SIDE, left, top, left + side, top + side);
        }

        @Override
        int points(int width, int height) {
            return Math.max(1, Math.min(width, height) / SIDE);
        }
    },
    /** All of it, for pictures that say something. */
    WHOLE {
        @Override
        BufferedImage drawn(BufferedImage picture) {
            double scale = Math.min(1, (double) LONGEST / Math.max(picture.getWidth(), picture.getHeight()));
            int width = (int) Math.max(1, Math.round(picture.getWidth() * scale));
            int height = (int) Math.max(1, Math.round(picture.getHeight() * scale));
            return cut(picture, width, height, 0, 0, picture.getWidth(), picture.getHeight());
        }

        @Override
        int points(int width, int height) {
            return Math.max(1, Math.max(width, height) / LONGEST);
        }
    };

    private static final int SIDE = 192;
    private static final int LONGEST = 800;
    /** A picture is measured before it is unpacked: few bytes can stand for very many pixels. */
    private static final long MOST_PIXELS = 40_000_000;

    byte[] of(byte[] sent) {
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
                return jpeg(drawn(reader.read(0, thinned(reader))));
            } finally {
                reader.dispose();
            }
        } catch (IOException | IllegalArgumentException | IndexOutOfBoundsException e) {
            throw noPicture("it is damaged (" + e.getMessage() + ")");
        }
    }

    /** Of a large picture only every so many-th point is unpacked, as many as the small one needs twice over. */
    private ImageReadParam thinned(ImageReader reader) throws IOException {
        int step = Math.max(1, points(reader.getWidth(0), reader.getHeight(0)) / 2);
        var param = reader.getDefaultReadParam();
        param.setSourceSubsampling(step, step, 0, 0);
        return param;
    }

    abstract BufferedImage drawn(BufferedImage picture);

    /** How many points of a picture of this size go into one of what is kept. */
    abstract int points(int width, int height);

    /** The part of a picture from one corner to the other, in another size. */
    private static BufferedImage cut(
            BufferedImage picture, int width, int height, int left, int top, int right, int bottom) {
        var drawn = new BufferedImage(width, height, BufferedImage.TYPE_INT_RGB);
        var pen = drawn.createGraphics();
        pen.setRenderingHint(RenderingHints.KEY_INTERPOLATION, RenderingHints.VALUE_INTERPOLATION_BICUBIC);
        pen.drawImage(picture, 0, 0, width, height, left, top, right, bottom, Color.WHITE, null);
        pen.dispose();
        return drawn;
    }

    private static byte[] jpeg(BufferedImage drawn) {
        var out = new ByteArrayOutputStream();
        try {
            ImageIO.write(drawn, "jpeg", out);
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
