package io.kinetarch.core.routing;

import io.kinetarch.core.plan.Plan;
import io.kinetarch.core.plan.Rule;
import io.kinetarch.core.plan.RuleId;
import io.kinetarch.core.routing.RuleSpace.Box;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.List;
import java.util.NavigableMap;
import java.util.Objects;
import java.util.Optional;
import java.util.Set;
import java.util.TreeMap;
import java.util.TreeSet;
import org.jspecify.annotations.Nullable;

/**
 * What a rule table does with every chat that there can be: exact, since the chats are cut into as many kinds as its conditions
 * tell apart and none is left out.
 *
 * @param dead rules that no chat reaches
 * @param overlaps pairs of rules that want one chat for different ends
 * @param rest a chat that falls to the last row; none where the others take every chat
 */
public record RuleAnalysis(List<Dead> dead, List<Overlap> overlaps, Optional<Arrival> rest) {

    /**
     * A rule that no chat reaches.
     *
     * @param covering earlier rules that together take every chat it could, none of them too many; empty where its own
     *     conditions leave it none
     */
    public record Dead(RuleId rule, List<RuleId> covering) {}

    /** Says that the rules cannot be analysed in reasonable time. */
    public static final class TooVaried extends RuntimeException {
        TooVaried(String message) {
            super(message);
        }

        @Override
        public String getMessage() {
            return String.valueOf(super.getMessage());
        }
    }

    /** Two rules that lead elsewhere, and a chat that both want and the first gets. */
    public record Overlap(RuleId first, RuleId second, Arrival example) {}

    /**
     * Analyses the rules of a plan.
     *
     * @param today the rules are analysed for the year that begins on it, in which a door, a department or a window of the
     *     week is open now and closed then
     * @throws TooVaried if the patterns or words differ in more ways than can be looked at
     */
    public static RuleAnalysis of(Plan plan, LocalDate today) {
        var axes = new RuleAxes(plan, today);
        var views = plan.doors().stream()
                .map(door -> View.of(new RuleSpace(plan, door, axes), plan.rules()))
                .toList();
        var rules = plan.rules();
        return new RuleAnalysis(dead(rules, views), overlaps(rules, views), reached(views, rules.size() - 1));
    }

    /**
     * The rules as one door sees them.
     *
     * @param boxes by the rule's number, in their order; without those that take no chat of this door
     */
    private record View(RuleSpace space, NavigableMap<Integer, Box> boxes) {
        static View of(RuleSpace space, List<Rule> rules) {
            var boxes = new TreeMap<Integer, Box>();
            for (int i = 0; i < rules.size(); i++) {
                var box = space.box(rules.get(i));
                if (!box.isEmpty()) {
                    boxes.put(i, box);
                }
            }
            return new View(space, boxes);
        }

        /** Chats that a rule gets: those of its box that no earlier rule takes. */
        @Nullable
        Box reached(int rule) {
            var box = boxes.get(rule);
            return box == null ? null : beforeAll(box, rule);
        }

        /** A part of a box that no rule before this one takes. */
        @Nullable
        Box beforeAll(Box box, int rule) {
            return RuleSpace.outside(box, List.copyOf(boxes.headMap(rule).values()), 0);
        }
    }

    private static List<Dead> dead(List<Rule> rules, List<View> views) {
        var dead = new ArrayList<Dead>();
        for (int i = 0; i < rules.size(); i++) {
            if (reached(views, i).isEmpty()) {
                dead.add(new Dead(
                        rules.get(i).id(),
                        covering(i, views).stream().map(j -> rules.get(j).id()).toList()));
            }
        }
        return dead;
    }

    private static Optional<Arrival> reached(List<View> views, int rule) {
        for (View view : views) {
            var box = view.reached(rule);
            if (box != null) {
                return Optional.of(view.space().example(box));
            }
        }
        return Optional.empty();
    }

    /** Takes one earlier rule after the other away, and keeps those without which something would get through. */
    private static List<Integer> covering(int rule, List<View> views) {
        var kept = new TreeSet<Integer>();
        for (View view : views) {
            var box = view.boxes().get(rule);
            if (box != null) {
                view.boxes().headMap(rule).forEach((earlier, other) -> {
                    if (box.meets(other)) {
                        kept.add(earlier);
                    }
                });
            }
        }
        for (int i : List.copyOf(kept)) {
            kept.remove(i);
            if (!isCovered(rule, kept, views)) {
                kept.add(i);
            }
        }
        return List.copyOf(kept);
    }

    private static boolean isCovered(int rule, Set<Integer> by, List<View> views) {
        return views.stream().allMatch(view -> {
            var box = view.boxes().get(rule);
            var others =
                    by.stream().map(view.boxes()::get).filter(Objects::nonNull).toList();
            return box == null || RuleSpace.outside(box, others, 0) == null;
        });
    }

    /** The last row is meant to overlap with every other. */
    private static List<Overlap> overlaps(List<Rule> rules, List<View> views) {
        var found = new TreeMap<Integer, NavigableMap<Integer, Overlap>>();
        for (View view : views) {
            view.boxes()
                    .headMap(rules.size() - 1)
                    .forEach((second, two) -> view.boxes().headMap(second).forEach((first, one) -> {
                        boolean known =
                                found.getOrDefault(second, new TreeMap<>()).containsKey(first);
                        if (!known && one.meets(two) && !leadAlike(rules.get(first), rules.get(second))) {
                            var both = view.beforeAll(one.and(two), first);
                            if (both != null) {
                                found.computeIfAbsent(second, _ -> new TreeMap<>())
                                        .put(
                                                first,
                                                new Overlap(
                                                        rules.get(first).id(),
                                                        rules.get(second).id(),
                                                        view.space().example(both)));
                            }
                        }
                    }));
        }
        return found.values().stream()
                .flatMap(firsts -> firsts.values().stream())
                .toList();
    }

    private static boolean leadAlike(Rule one, Rule two) {
        return one.queue().equals(two.queue())
                && one.needs().equals(two.needs())
                && Objects.equals(one.priority(), two.priority())
                && one.said().equals(two.said());
    }
}
