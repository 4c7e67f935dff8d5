package io.kinetarch.core.plan;

import java.time.DayOfWeek;
import java.util.HashSet;
import java.util.List;
import org.jspecify.annotations.Nullable;

/**
 * The time that is paid and not spent answering, part by part. Each part is a share of paid time, so the parts of a day add up.
 *
 * @param parts on no day more than {@value #MOST} together
 */
public record Shrinkage(List<Part> parts) {
    /** Nobody is paid for longer than that without ever answering. */
    public static final double MOST = 0.9;

    public static final Shrinkage NONE = new Shrinkage(List.of());

    public Shrinkage {
        parts = List.copyOf(parts);
        Checks.noneTwice("parts", parts, Part::name, "/name");
        for (var day : DayOfWeek.values()) {
            double share = on(parts, day);
            if (share > MOST) {
                throw new PlanRefusal(
                        "/parts",
                        "the parts of a " + day + " make " + Math.round(100 * share) + " % of paid time, at most "
                                + Math.round(100 * MOST) + " % are allowed");
            }
        }
    }

    /**
     * One reason for it.
     *
     * @param name such as "Breaks"
     * @param share of paid time, 0 to {@value Shrinkage#MOST}
     * @param days on which it takes time; null for every day
     * @param byRoster whether a roster plans it itself: breaks, planned absence and training are no part of its shifts
     */
    public record Part(String name, double share, @Nullable List<DayOfWeek> days, boolean byRoster) {
        public Part {
            Checks.text("name", name);
            Checks.between("share", share, 0, MOST);
            if (days != null) {
                Checks.notEmpty("days", days);
                if (new HashSet<>(days).size() < days.size()) {
                    throw new PlanRefusal("/days", "a day stands twice");
                }
                days = days.stream().sorted().toList();
            }
        }

        boolean on(DayOfWeek day) {
            return days == null || days.contains(day);
        }
    }

    /** One part that is the same on every day. */
    public static Shrinkage of(double share) {
        return new Shrinkage(List.of(new Part("Shrinkage", share, null, false)));
    }

    /** Share of the paid time of a weekday, 0 to {@value #MOST}. */
    public double on(DayOfWeek day) {
        return on(parts, day);
    }

    /**
     * Share of somebody's time that is spent answering.
     *
     * @param rostered whether that time is of a shift, from which the roster has taken what it plans itself: of what is left,
     *     {@code (1 − all) / (1 − planned)}; if not, it is paid time, {@code 1 − all} of which is left
     */
    public double left(DayOfWeek day, boolean rostered) {
        double planned = rostered ? on(parts.stream().filter(Part::byRoster).toList(), day) : 0;
        return (1 - on(day)) / (1 - planned);
    }

    private static double on(List<Part> parts, DayOfWeek day) {
        return parts.stream()
                .filter(part -> part.on(day))
                .mapToDouble(Part::share)
                .sum();
    }

    /** Hours that are paid for, so that so many of a weekday are spent answering. */
    public double paid(double hours, DayOfWeek day) {
        return hours / (1 - on(day));
    }
}
