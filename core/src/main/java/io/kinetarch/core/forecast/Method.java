package io.kinetarch.core.forecast;

/** The ways to forecast that are tried on every series. */
public enum Method {
    SAME_WEEKDAY("the same weekday of the week before"),
    SAME_WEEKDAY_LAST_YEAR("the same weekday a year before"),
    WEEKLY_PROFILE("weekly profile, newer weeks first"),
    PLAIN_SMOOTHING("exponential smoothing, trend, no season"),
    SMOOTHING("exponential smoothing, trend and season of the week"),
    YEARLY_SMOOTHING("exponential smoothing, trend, seasons of week and year"),
    INTERVAL_SMOOTHING("exponential smoothing by interval, seasons of day and week"),
    DECOMPOSITION("decomposition by loess of the week, then smoothing"),
    YEARLY_DECOMPOSITION("decomposition by loess of week and year, then smoothing"),
    INTERVAL_DECOMPOSITION("decomposition by loess of day and week by interval, what is left over carried on"),
    AUTOREGRESSION("autoregression, orders chosen"),
    REGRESSION("calendar regression, autocorrelated errors"),
    RARE("rare chats: their chance and size"),
    COMBINATION("the best ones combined");

    private final String words;

    /** A method cannot forecast a series. */
    public static final class Unfit extends IllegalArgumentException {
        private Unfit(String why, Method method) {
            super(why + " \"" + method.words + "\"; choose another method, or none");
        }

        static Unfit tooShort(Method method) {
            return new Unfit("The history is too short for", method);
        }

        static Unfit intervalsOnly(Method method) {
            return new Unfit("Days cannot be forecast by", method);
        }
    }

    Method(String words) {
        this.words = words;
    }

    /** Whether it knows intervals only, and nothing of days. */
    boolean ofIntervals() {
        return this == INTERVAL_SMOOTHING || this == INTERVAL_DECOMPOSITION;
    }

    /** What it is, in words. */
    public String words() {
        return words;
    }
}
