package io.kinetarch.core.forecast;

/** The ways to forecast that are tried on every series. */
public enum Method {
    SAME_WEEKDAY("the same weekday of the week before"),
    SAME_WEEKDAY_LAST_YEAR("the same weekday a year before"),
    WEEKLY_PROFILE("weekly profile, newer weeks counting more"),
    SMOOTHING("exponential smoothing with trend and two seasons"),
    DECOMPOSITION("decomposition into seasons, and exponential smoothing"),
    REGRESSION("regression on trend, weekday, time of year and special days, with autocorrelated errors"),
    RARE("smoothed chance and size of rare chats"),
    COMBINATION("the best ones combined");

    private final String words;

    /** A history is too short for a method. */
    public static final class TooShort extends IllegalArgumentException {
        TooShort(Method method) {
            super("The history is too short for \"" + method.words + "\"; choose another method, or none");
        }
    }

    Method(String words) {
        this.words = words;
    }

    /** What it is, in words. */
    public String words() {
        return words;
    }
}
