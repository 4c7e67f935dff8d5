package io.kinetarch.core.door;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatExceptionOfType;
import static org.assertj.core.api.Assertions.within;

import io.kinetarch.core.plan.Colour;
import io.kinetarch.core.plan.Look;
import io.kinetarch.core.plan.PlanRefusal;
import java.util.List;
import java.util.Random;
import org.junit.jupiter.api.Test;

class ContrastTest {
    private static final Colour WHITE = new Colour("#fff");
    private static final Colour BLACK = new Colour("#000");

    /**
     * WCAG 2.2, "contrast ratio", and Understanding 1.4.3: black on white is 21 to 1; #777777 on white just fails and #767676 just
     * passes. The ratios of the greys and of pure red, green and blue on white are as commonly quoted, from memory.
     */
    @Test
    void contrastIsThatOfWcag() {
        assertThat(BLACK.contrast(WHITE)).isEqualTo(21, within(1e-12));
        assertThat(WHITE.contrast(WHITE)).isEqualTo(1);
        assertThat(new Colour("#777777").contrast(WHITE))
                .isEqualTo(4.48, within(0.005))
                .isLessThan(4.5);
        assertThat(new Colour("#767676").contrast(WHITE))
                .isEqualTo(4.54, within(0.005))
                .isGreaterThan(4.5);
        assertThat(new Colour("#FF0000").contrast(WHITE)).isEqualTo(4.00, within(0.005));
        assertThat(new Colour("#00FF00").contrast(WHITE)).isEqualTo(1.37, within(0.005));
        assertThat(new Colour("#0000FF").contrast(WHITE)).isEqualTo(8.59, within(0.005));
    }

    @Test
    void coloursAreReadAsCssWritesThem() {
        assertThat(new Colour("#1d5560").value()).isEqualTo("#1D5560");
        assertThat(new Colour("#abc")).isEqualTo(new Colour("#AABBCC"));
        for (String wrong : List.of("", "red", "#12345", "#1234567", "1D5560", "#GGGGGG", "rgb(0,0,0)", "#fff;x:y")) {
            assertThatExceptionOfType(PlanRefusal.class)
                    .as(wrong)
                    .isThrownBy(() -> new Colour(wrong))
                    .withMessageContaining("is no colour");
        }
    }

    /** The oracle solves the contrast formula for the two luminances that are just enough, and compares by CIE 1976 lightness. */
    @Test
    void theColourOfferedIsJustEnoughOnTheNearerSide() {
        var random = new Random(7);
        for (int i = 0; i < 20_000; i++) {
            var front = new Colour("#%06X".formatted(random.nextInt(1 << 24)));
            var back = new Colour("#%06X".formatted(random.nextInt(1 << 24)));
            double least = i % 2 == 0 ? 4.5 : 3;
            if (front.contrast(back) >= least) {
                continue;
            }
            var nearest = PassingColour.nearest(front, back, least);
            double darker = (back.luminance() + 0.05) / least - 0.05;
            double lighter = (back.luminance() + 0.05) * least - 0.05;
            boolean wentDarker = nearest.luminance() < front.luminance();

            assertThat(nearest.contrast(back))
                    .as("%s on %s → %s", front, back, nearest)
                    .isBetween(least, least * 1.06);
            double way = Math.abs(lightness(wentDarker ? darker : lighter) - lightness(front.luminance()));
            double other = Math.abs(lightness(wentDarker ? lighter : darker) - lightness(front.luminance()));
            boolean otherIsThere = wentDarker ? lighter <= 1 : darker >= 0;
            assertThat(otherIsThere && other < way - 20)
                    .as("%s on %s → %s, though the other side is nearer: %s < %s", front, back, nearest, other, way)
                    .isFalse();
        }
    }

    @Test
    void aLookIsCheckedPairByPair() {
        var pale = new Look(new Colour("#F2C14E"), WHITE, WHITE, new Colour("#999999"), Look.Corner.START, 24, 0, null);

        assertThat(ColourPair.of(Look.USUAL)).allMatch(ColourPair::isEnough);
        var pairs = ColourPair.of(pale);
        assertThat(pairs).extracting(ColourPair::part).containsExactly("onAccent", "ink", "accent");
        assertThat(pairs).noneMatch(ColourPair::isEnough);
        assertThat(pairs).allSatisfy(pair -> assertThat(pair.nearest()).isPresent());
        assertThat(pairs.get(1).nearest().orElseThrow())
                .as("the lightest grey that passes on white")
                .isIn(new Colour("#767676"), new Colour("#757575"));
    }

    private static double lightness(double luminance) {
        return luminance <= 216.0 / 24389 ? luminance * 24389 / 27 : 116 * Math.cbrt(luminance) - 16;
    }
}
