package io.kinetarch.core.scenario;

import io.kinetarch.core.simulation.Estimate;
import io.kinetarch.core.simulation.Figures;
import io.kinetarch.core.simulation.Simulation;
import java.util.List;
import java.util.function.Function;

/** Simulations of the same visitors, of which one differs from the next in a number that rises. */
public record SideBySide(List<Simulation> all) {
    public SideBySide {
        all = List.copyOf(all);
        if (all.isEmpty()) {
            throw new IllegalArgumentException("there is nothing to compare");
        }
    }

    /**
     * The best.
     *
     * @param at its place
     * @param from the first place next to it from which on nothing is certainly worse than the best
     * @param to the last
     */
    public record Best(int at, int from, int to) {}

    /**
     * Which is best by a figure, and which of its neighbours chance cannot tell from it.
     *
     * @param more whether more of it is better
     */
    public Best best(Function<Figures, Estimate> figure, boolean more) {
        double sign = more ? 1 : -1;
        int best = 0;
        double most = Double.NEGATIVE_INFINITY;
        for (int i = 0; i < all.size(); i++) {
            double value = sign * figure.apply(all.get(i).totals()).mean();
            if (value > most) {
                best = i;
                most = value;
            }
        }
        int from = best;
        while (from > 0 && !isWorse(from - 1, best, figure, sign)) {
            from--;
        }
        int to = best;
        while (to + 1 < all.size() && !isWorse(to + 1, best, figure, sign)) {
            to++;
        }
        return new Best(best, from, to);
    }

    private boolean isWorse(int one, int best, Function<Figures, Estimate> figure, double sign) {
        var difference = figure.apply(all.get(one).difference(all.get(best)));
        return difference.isCertain() && sign * difference.mean() < 0;
    }
}
