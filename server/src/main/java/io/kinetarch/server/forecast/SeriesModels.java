package io.kinetarch.server.forecast;

import com.github.benmanes.caffeine.cache.Cache;
import com.github.benmanes.caffeine.cache.Caffeine;
import io.kinetarch.core.forecast.DailySeries;
import io.kinetarch.core.forecast.Expectation;
import io.kinetarch.core.forecast.Forecaster;
import io.kinetarch.core.forecast.Forecaster.Choice;
import io.kinetarch.core.forecast.IntervalSeries;
import io.kinetarch.core.forecast.SpecialDays;
import java.nio.ByteBuffer;
import java.time.Instant;
import java.time.ZoneId;
import org.apache.commons.codec.digest.DigestUtils;
import org.springframework.stereotype.Component;

/**
 * What the models make of series, kept by all that goes into it: after a change of volumes or methods only those series are
 * worked out anew that it touched, and what was done before a request was ended is not done again.
 */
@Component
class SeriesModels {
    private static final int MOST_KEPT = 500;

    private final Cache<Content, DailySeries> daily =
            Caffeine.newBuilder().maximumSize(MOST_KEPT).build();
    private final Cache<Ahead, Expectation> expected =
            Caffeine.newBuilder().maximumSize(MOST_KEPT).build();

    /** A series by a digest of its values, of which there may be 70,000, and the days that are special in it. */
    private record Content(ZoneId zone, Instant start, int minutes, String values, SpecialDays special) {
        static Content of(IntervalSeries series, SpecialDays special) {
            var bytes = ByteBuffer.allocate(series.values().length * Double.BYTES);
            bytes.asDoubleBuffer().put(series.values());
            return new Content(
                    series.zone(), series.start(), series.minutes(), DigestUtils.sha256Hex(bytes.array()), special);
        }
    }

    private record Ahead(Content content, int halfHours, Choice choice) {}

    /** The sums of the whole days of a series. */
    DailySeries daily(IntervalSeries series, SpecialDays special) {
        return daily.get(Content.of(series, special), _ -> Forecaster.daily(series, special));
    }

    /** What a choice expects of so many half-hours after a series. */
    Expectation expected(IntervalSeries series, int halfHours, SpecialDays special, Choice choice) {
        return expected.get(
                new Ahead(Content.of(series, special), halfHours, choice),
                _ -> Forecaster.expected(series, halfHours, special, choice));
    }
}
