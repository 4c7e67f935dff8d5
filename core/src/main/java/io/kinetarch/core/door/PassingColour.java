package io.kinetarch.core.door;

import io.kinetarch.core.plan.Colour;
import java.util.Optional;
import java.util.stream.Stream;

/**
 * Makes a colour lighter or darker until it stands out enough, keeping its hue and chroma as far as sRGB has them. Lightness is
 * that of Oklab (B. Ottosson, "A perceptual color space for image processing", 2020), so the smallest change is the one that
 * looks smallest.
 */
final class PassingColour {
    private static final int HALVINGS = 24;
    /** Chroma below which a colour is a grey whose parts rounding set apart. */
    private static final double GREY = 1e-4;

    private PassingColour() {}

    /**
     * The nearest colour of enough contrast; black or white gives at least 4.58 on any ground.
     *
     * @param least from 1 to 4.58
     */
    static Colour nearest(Colour front, Colour back, double least) {
        var lab = Oklab.of(front);
        return Stream.of(towards(lab, 0, back, least), towards(lab, 1, back, least))
                .flatMap(Optional::stream)
                .min((one, two) -> Double.compare(
                        Math.abs(Oklab.of(one).lightness - lab.lightness),
                        Math.abs(Oklab.of(two).lightness - lab.lightness)))
                .orElseThrow(() -> new IllegalArgumentException("no colour has a contrast of " + least));
    }

    /** Contrast grows all the way to the end once it grows, so halving finds where it is first enough. */
    private static Optional<Colour> towards(Oklab from, double end, Colour back, double least) {
        if (from.withLightness(end).toColour().contrast(back) < least) {
            return Optional.empty();
        }
        double tooNear = from.lightness;
        double enough = end;
        for (int i = 0; i < HALVINGS; i++) {
            double middle = (tooNear + enough) / 2;
            if (from.withLightness(middle).toColour().contrast(back) >= least) {
                enough = middle;
            } else {
                tooNear = middle;
            }
        }
        return Optional.of(from.withLightness(enough).toColour());
    }

    private record Oklab(double lightness, double a, double b) {
        static Oklab of(Colour colour) {
            double red = Colour.linear(colour.part(0));
            double green = Colour.linear(colour.part(1));
            double blue = Colour.linear(colour.part(2));
            double l = Math.cbrt(0.4122214708 * red + 0.5363325363 * green + 0.0514459929 * blue);
            double m = Math.cbrt(0.2119034982 * red + 0.6806995451 * green + 0.1073969566 * blue);
            double s = Math.cbrt(0.0883024619 * red + 0.2817188376 * green + 0.6299787005 * blue);
            return new Oklab(
                    0.2104542553 * l + 0.7936177850 * m - 0.0040720468 * s,
                    1.9779984951 * l - 2.4285922050 * m + 0.4505937099 * s,
                    0.0259040371 * l + 0.7827717662 * m - 0.8086757660 * s);
        }

        /** Towards black and white a colour loses its chroma, as it has to. */
        Oklab withLightness(double other) {
            double room = other < lightness ? other / lightness : (1 - other) / (1 - lightness);
            double kept = Double.isFinite(room) ? Math.min(1, room * 2) : 1;
            return Math.hypot(a, b) < GREY ? new Oklab(other, 0, 0) : new Oklab(other, a * kept, b * kept);
        }

        Colour toColour() {
            double l = cube(lightness + 0.3963377774 * a + 0.2158037573 * b);
            double m = cube(lightness - 0.1055613458 * a - 0.0638541728 * b);
            double s = cube(lightness - 0.0894841775 * a - 1.2914855480 * b);
            return Colour.of(
                    gamma(4.0767416621 * l - 3.3077115913 * m + 0.2309699292 * s),
                    gamma(-1.2684380046 * l + 2.6097574011 * m - 0.3413193965 * s),
                    gamma(-0.0041960863 * l - 0.7034186147 * m + 1.7076147010 * s));
        }

        private static double cube(double value) {
            return value * value * value;
        }

        private static double gamma(double linear) {
            return linear <= 0.0031308 ? 12.92 * linear : 1.055 * Math.pow(linear, 1 / 2.4) - 0.055;
        }
    }
}
