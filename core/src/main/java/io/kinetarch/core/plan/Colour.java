package io.kinetarch.core.plan;

import java.util.Locale;
import java.util.regex.Pattern;

/**
 * An opaque colour of the sRGB space.
 *
 * @param value six hexadecimal digits after a #, capitals
 */
public record Colour(String value) {
    private static final Pattern WRITTEN = Pattern.compile("#(?:[0-9a-fA-F]{3}|[0-9a-fA-F]{6})");

    /** Reads a colour as CSS writes it in hexadecimal, {@code #1d5560} or {@code #abc}. */
    public Colour {
        if (!WRITTEN.matcher(value).matches()) {
            throw new PlanRefusal(
                    "", "\"" + value + "\" is no colour; write # and six hexadecimal digits such as #1D5560");
        }
        String digits = value.length() == 4 ? value.substring(1).replaceAll("[0-9a-fA-F]", "$0$0") : value.substring(1);
        value = "#" + digits.toUpperCase(Locale.ROOT);
    }

    /**
     * A colour by its parts.
     *
     * @param red 0 to 1, as green and blue; beyond is cut off
     */
    public static Colour of(double red, double green, double blue) {
        return new Colour("#%02X%02X%02X".formatted(eightBits(red), eightBits(green), eightBits(blue)));
    }

    /** A part of it, 0 to 1: 0 for red, 1 for green, 2 for blue. */
    public double part(int index) {
        return Integer.parseInt(value, 1 + 2 * index, 3 + 2 * index, 16) / 255.0;
    }

    /**
     * How far apart in lightness two colours are, 1 to 21: WCAG 2.2, "contrast ratio". The order does not matter.
     */
    public double contrast(Colour other) {
        double one = luminance() + 0.05;
        double two = other.luminance() + 0.05;
        return Math.max(one, two) / Math.min(one, two);
    }

    /** WCAG 2.2, "relative luminance", 0 for black to 1 for white. */
    public double luminance() {
        return 0.2126 * linear(part(0)) + 0.7152 * linear(part(1)) + 0.0722 * linear(part(2));
    }

    /** A part of a colour in linear light (IEC 61966-2-1), 0 to 1. */
    public static double linear(double part) {
        return part <= 0.04045 ? part / 12.92 : Math.pow((part + 0.055) / 1.055, 2.4);
    }

    private static int eightBits(double part) {
        return (int) Math.round(Math.clamp(part, 0, 1) * 255);
    }
}
