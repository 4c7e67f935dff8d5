package io.kinetarch.core.hours;

import java.time.Instant;
import java.time.LocalDate;
import java.time.LocalDateTime;
import java.time.ZoneId;
import java.time.ZoneOffset;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;

/** Turns local windows into stretches of real time, right across clock changes: between two of them local time runs evenly. */
final class OpenSpans {
    private OpenSpans() {}

    /** Real time from {@code from} (inclusive) to {@code to} (exclusive). */
    record Span(Instant from, Instant to) {}

    /** The spans of the windows that begin on the dates from {@code first} to {@code last}, joined where they meet. */
    static List<Span> of(OpeningHours hours, LocalDate first, LocalDate last) {
        var spans = new ArrayList<Span>();
        for (var date = first; !date.isAfter(last); date = date.plusDays(1)) {
            for (DayWindow window : hours.on(date).windows()) {
                addReal(window.start(date), window.end(date), hours.timeZone(), spans);
            }
        }
        return joined(spans);
    }

    /** A local time that the clock skips stands for no instant, one that it repeats for two. */
    private static void addReal(LocalDateTime start, LocalDateTime end, ZoneId zone, List<Span> into) {
        var rules = zone.getRules();
        var latest = end.toInstant(ZoneOffset.MIN);
        for (var at = start.toInstant(ZoneOffset.MAX); at.isBefore(latest); ) {
            var change = rules.nextTransition(at);
            var until = change == null || change.getInstant().isAfter(latest) ? latest : change.getInstant();
            var offset = rules.getOffset(at);
            var from = later(at, start.toInstant(offset));
            var to = earlier(until, end.toInstant(offset));
            if (from.isBefore(to)) {
                into.add(new Span(from, to));
            }
            at = until;
        }
    }

    private static List<Span> joined(List<Span> spans) {
        spans.sort(Comparator.comparing(Span::from));
        var joined = new ArrayList<Span>();
        for (Span span : spans) {
            if (joined.isEmpty() || joined.getLast().to.isBefore(span.from)) {
                joined.add(span);
            } else {
                var before = joined.removeLast();
                joined.add(new Span(before.from, later(before.to, span.to)));
            }
        }
        return joined;
    }

    private static Instant later(Instant one, Instant two) {
        return one.isAfter(two) ? one : two;
    }

    private static Instant earlier(Instant one, Instant two) {
        return one.isBefore(two) ? one : two;
    }
}
