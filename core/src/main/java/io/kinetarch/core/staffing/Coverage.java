package io.kinetarch.core.staffing;

import java.util.ArrayDeque;
import java.util.Arrays;
import java.util.BitSet;
import java.util.List;

/**
 * How far the people present cover what several posts require, when nobody counts twice: a greatest flow from people to required
 * places (Ford and Fulkerson 1956), found by shortest augmenting paths (Edmonds and Karp 1972). People who can do the same are taken
 * together. A person who is there for a share of the time fills a share of a place, so all amounts are thousandths of a place; where
 * everybody is there all the time, the flow is one of whole people.
 */
public final class Coverage {
    /** A whole place. */
    public static final int PLACE = 1000;

    private final int posts;
    /** By post, which groups of people can fill it; the one after the last post is for trying things out. */
    private final BitSet[] servers;
    /** By group, which posts it can fill. */
    private final BitSet[] serves;
    /** By group and post. */
    private final int[][] counted;

    private final int[] free;
    private final int[] lacking;

    /**
     * Fills as many required places as possible; posts earlier in the list are filled first where people are short.
     *
     * @param required places, by post, in thousandths, each at least 0
     * @param serves by group of people, which posts they can fill
     * @param supply by group, how much of places they can fill, in thousandths
     */
    public Coverage(int[] required, List<BitSet> serves, int[] supply) {
        posts = required.length;
        servers = new BitSet[posts + 1];
        Arrays.setAll(servers, _ -> new BitSet(supply.length));
        this.serves = new BitSet[supply.length];
        for (int group = 0; group < supply.length; group++) {
            this.serves[group] = serves.get(group);
            for (int post = this.serves[group].nextSetBit(0);
                    post >= 0;
                    post = this.serves[group].nextSetBit(post + 1)) {
                servers[post].set(group);
            }
        }
        counted = new int[supply.length][posts + 1];
        free = supply.clone();
        lacking = new int[posts + 1];
        for (int post = 0; post < posts; post++) {
            fill(post, required[post]);
        }
    }

    /** What a post lacks. */
    public int lacking(int post) {
        return lacking[post];
    }

    /** What some posts in a row lack. */
    public int[] lacking(int from, int until) {
        return Arrays.copyOfRange(lacking, from, until);
    }

    /** What all of them lack. */
    public int lacking() {
        return Arrays.stream(lacking, 0, posts).sum();
    }

    /** How much of a group counts for a post. */
    int counted(int group, int post) {
        return counted[group][post];
    }

    /** How much of a group counts for none. */
    int free(int group) {
        return free[group];
    }

    /**
     * The posts that together lack people: everybody present who could fill one of them counts for one of them, and still they
     * are short (the deficient set of Hall's theorem, 1935). None where nobody lacks.
     */
    public BitSet shortTogether() {
        var together = new BitSet(posts);
        for (int post = 0; post < posts; post++) {
            together.set(post, lacking[post] > 0);
        }
        var open = new ArrayDeque<Integer>();
        together.stream().forEach(open::add);
        while (!open.isEmpty()) {
            int post = open.remove();
            for (int group = servers[post].nextSetBit(0); group >= 0; group = servers[post].nextSetBit(group + 1)) {
                for (int other = 0; other < posts; other++) {
                    if (counted[group][other] > 0 && !together.get(other)) {
                        together.set(other);
                        open.add(other);
                    }
                }
            }
        }
        return together;
    }

    /**
     * How much of a group the posts could spare without lacking more, at once or by others taking over.
     *
     * @param most that is asked for
     */
    int spare(int group, int most) {
        servers[posts].clear();
        servers[posts].set(group);
        fill(posts, most);
        int spared = most - lacking[posts];
        // what was tried is undone: the group is free for as much as it was, if not for the same posts
        counted[group][posts] = 0;
        free[group] += spared;
        lacking[posts] = 0;
        return spared;
    }

    /** Whether somebody who counts for nothing could stand in for whoever fills a post. */
    boolean hasStandIn(int post) {
        var reached = new BitSet(posts);
        var open = new ArrayDeque<Integer>();
        reached.set(post);
        open.add(post);
        while (!open.isEmpty()) {
            int at = open.remove();
            for (int group = servers[at].nextSetBit(0); group >= 0; group = servers[at].nextSetBit(group + 1)) {
                if (free[group] > 0) {
                    return true;
                }
                for (int other = 0; other < posts; other++) {
                    if (counted[group][other] > 0 && !reached.get(other)) {
                        reached.set(other);
                        open.add(other);
                    }
                }
            }
        }
        return false;
    }

    /** Gives to a post what counts for nothing of a group. */
    void join(int group, int post, int amount) {
        counted[group][post] += amount;
        free[group] -= amount;
    }

    private void fill(int post, int required) {
        int still = required;
        while (still > 0) {
            int found = augment(post, still);
            if (found == 0) {
                break;
            }
            still -= found;
        }
        lacking[post] = still;
    }

    /** Finds some more for a post: of a group that is free, else by moving others to posts that they too can fill. */
    private int augment(int post, int most) {
        int[] moved = new int[posts + 1]; // the group that would leave this post …
        int[] to = new int[posts + 1]; // … for that one
        var reached = new BitSet(posts + 1);
        var seen = new BitSet(free.length);
        var open = new ArrayDeque<Integer>();
        reached.set(post);
        open.add(post);
        while (!open.isEmpty()) {
            int at = open.remove();
            for (int group = servers[at].nextSetBit(0); group >= 0; group = servers[at].nextSetBit(group + 1)) {
                if (free[group] > 0) {
                    return move(group, at, post, most, moved, to);
                }
                if (seen.get(group)) {
                    continue;
                }
                seen.set(group);
                for (int other = serves[group].nextSetBit(0); other >= 0; other = serves[group].nextSetBit(other + 1)) {
                    if (counted[group][other] > 0 && !reached.get(other)) {
                        reached.set(other);
                        moved[other] = group;
                        to[other] = at;
                        open.add(other);
                    }
                }
            }
        }
        return 0;
    }

    private int move(int group, int at, int post, int most, int[] moved, int[] to) {
        int amount = Math.min(most, free[group]);
        for (int from = at; from != post; from = to[from]) {
            amount = Math.min(amount, counted[moved[from]][from]);
        }
        free[group] -= amount;
        counted[group][at] += amount;
        for (int from = at; from != post; from = to[from]) {
            counted[moved[from]][from] -= amount;
            counted[moved[from]][to[from]] += amount;
        }
        return amount;
    }
}
