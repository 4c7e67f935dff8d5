package io.kinetarch.core.staffing;

import java.util.ArrayDeque;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;

/**
 * How far the operators present cover what several queues require, when each person counts for one queue at a time: a
 * greatest assignment of people to required places, found by augmenting paths (Kuhn 1955, in the form of a bipartite
 * matching whose queues take as many people as they require).
 */
public final class Coverage {
    /** Stands for "no queue". */
    public static final int NONE = -1;

    private final List<boolean[]> servable;
    private final int[] queueOf;

    private Coverage(List<boolean[]> servable) {
        this.servable = servable;
        this.queueOf = new int[servable.size()];
        Arrays.fill(queueOf, NONE);
    }

    /**
     * Fills as many required places as possible.
     *
     * @param required operators required, by queue, each at least 0
     * @param servable for each person, which queues they can serve, by queue
     * @return for each person the queue they count for, or {@link #NONE}; queues earlier in the list are filled first where
     *     people are short
     */
    public static int[] assign(int[] required, List<boolean[]> servable) {
        var coverage = new Coverage(servable);
        for (int queue = 0; queue < required.length; queue++) {
            int filled = 0;
            while (filled < required[queue] && coverage.fill(queue, new boolean[servable.size()])) {
                filled++;
            }
        }
        return coverage.queueOf;
    }

    /**
     * The queues that together lack people: everybody present who could serve one of them counts for one of them, and still they
     * are short (the deficient set of Hall's theorem, 1935). None where nobody lacks.
     *
     * @param queueOf what {@link #assign} returned for the same people and requirements
     */
    public static boolean[] shortTogether(int[] required, List<boolean[]> servable, int[] queueOf) {
        int[] filled = new int[required.length];
        for (int queue : queueOf) {
            if (queue != NONE) {
                filled[queue]++;
            }
        }
        var together = new boolean[required.length];
        var open = new ArrayDeque<Integer>();
        for (int queue = 0; queue < required.length; queue++) {
            if (filled[queue] < required[queue]) {
                together[queue] = true;
                open.add(queue);
            }
        }
        while (!open.isEmpty()) {
            int queue = open.remove();
            for (int person = 0; person < queueOf.length; person++) {
                int other = queueOf[person];
                if (other != NONE && servable.get(person)[queue] && !together[other]) {
                    together[other] = true;
                    open.add(other);
                }
            }
        }
        return together;
    }

    /**
     * Whom the queues could spare without lacking one more: whoever counts for none, and whoever such a person could take over for,
     * at once or through others.
     *
     * @param queueOf what {@link #assign} returned for the same people
     */
    public static boolean[] spare(List<boolean[]> servable, int[] queueOf) {
        int queues = servable.isEmpty() ? 0 : servable.getFirst().length;
        var members = new ArrayList<List<Integer>>();
        for (int queue = 0; queue < queues; queue++) {
            members.add(new ArrayList<>());
        }
        var spare = new boolean[queueOf.length];
        var open = new ArrayDeque<Integer>();
        for (int person = 0; person < queueOf.length; person++) {
            if (queueOf[person] == NONE) {
                spare[person] = true;
                open.add(person);
            } else {
                members.get(queueOf[person]).add(person);
            }
        }
        while (!open.isEmpty()) {
            boolean[] can = servable.get(open.remove());
            for (int queue = 0; queue < queues; queue++) {
                if (can[queue]) {
                    for (int other : members.get(queue)) {
                        if (!spare[other]) {
                            spare[other] = true;
                            open.add(other);
                        }
                    }
                    members.get(queue).clear();
                }
            }
        }
        return spare;
    }

    /** Finds one more person for the queue: one who is free, else by moving others to queues where they too can serve. */
    private boolean fill(int queue, boolean[] tried) {
        for (int person = 0; person < queueOf.length; person++) {
            if (queueOf[person] == NONE && servable.get(person)[queue]) {
                queueOf[person] = queue;
                return true;
            }
        }
        for (int person = 0; person < queueOf.length; person++) {
            if (tried[person] || queueOf[person] == queue || !servable.get(person)[queue]) {
                continue;
            }
            tried[person] = true;
            if (fill(queueOf[person], tried)) {
                queueOf[person] = queue;
                return true;
            }
        }
        return false;
    }
}
