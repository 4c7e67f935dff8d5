package io.kinetarch.core.staffing;

import io.kinetarch.core.dispatch.CompiledPlan;
import io.kinetarch.core.plan.Plan;
import io.kinetarch.core.plan.QueueId;
import io.kinetarch.core.routing.ChatNeeds;
import java.util.ArrayList;
import java.util.BitSet;
import java.util.Collection;
import java.util.Comparator;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.stream.IntStream;

/**
 * Places of a queue that the same operators can fill: chats that every member of the queue could take are one post, those that ask
 * for a language or a skill which only some have are another. Chats that the same operators could take are one.
 *
 * @param able operators who could take these chats, by their place in the plan
 * @param kinds chats that only operators of this post could take, its own first; those of posts within it included
 * @param own how many of the kinds are its own
 * @param within places in the list of its queue's posts of those whose operators are some of its operators
 */
public record Post(QueueId queue, BitSet able, List<ChatNeeds> kinds, int own, List<Integer> within) {
    public Post {
        able = (BitSet) able.clone();
        kinds = List.copyOf(kinds);
        within = List.copyOf(within);
    }

    /** What its own chats ask for; empty where they ask for nothing special. */
    public List<ChatNeeds> ownKinds() {
        return kinds.subList(0, own);
    }

    /**
     * The most that posts of one queue ask for of which nobody could fill both: somebody who can fill two of the others stands for both.
     * What nobody can do yet, anybody may learn.
     *
     * @param ofQueue the posts of a queue
     * @param amounts that each asks for
     */
    public static int apart(List<Post> ofQueue, int[] amounts) {
        return apart(ofQueue, amounts, ofQueue.size() - 1, new BitSet());
    }

    private static int apart(List<Post> posts, int[] amounts, int post, BitSet taken) {
        if (post < 0) {
            return 0;
        }
        int without = apart(posts, amounts, post - 1, taken);
        var able = posts.get(post).able;
        if (amounts[post] == 0 || able.intersects(taken)) {
            return without;
        }
        var with = (BitSet) taken.clone();
        with.or(able);
        return Math.max(without, amounts[post] + apart(posts, amounts, post - 1, with));
    }

    /**
     * What a queue lacks, in thousandths of a person: what lacks of the time it requires, or of those who are to be there for chats that
     * only some can take, if that is more; whoever comes for the one may be one of the others.
     *
     * @param ofQueue its posts
     * @param lacking time of each post
     * @param atLeast who are to be there for each post
     * @param able who are
     */
    public static int lacking(List<Post> ofQueue, int[] lacking, int[] atLeast, int[] able) {
        int[] absent = new int[ofQueue.size()];
        for (int post = 0; post < absent.length - 1; post++) {
            absent[post] = Math.max(0, atLeast[post] - able[post]);
        }
        return Math.max(IntStream.of(lacking).sum(), apart(ofQueue, absent));
    }

    /**
     * The posts of each queue, in the order of the plan; of a queue, those with the fewest operators first, and last the one that all
     * its operators can fill.
     *
     * @param kinds of chats that are to be expected
     */
    static List<List<Post>> of(Plan plan, Collection<ChatNeeds> kinds) {
        var compiled = CompiledPlan.of(plan);
        var byQueue = new LinkedHashMap<QueueId, List<ChatNeeds>>();
        plan.queues().forEach(queue -> byQueue.put(queue.id(), new ArrayList<>()));
        kinds.forEach(
                kind -> byQueue.getOrDefault(kind.queue(), new ArrayList<>()).add(kind));
        return byQueue.entrySet().stream()
                .map(entry -> ofQueue(compiled, entry.getKey(), entry.getValue()))
                .toList();
    }

    private static List<Post> ofQueue(CompiledPlan plan, QueueId queue, List<ChatNeeds> kinds) {
        var byAble = new LinkedHashMap<BitSet, List<ChatNeeds>>();
        var all = plan.able(ChatNeeds.of(queue));
        kinds.stream()
                .sorted(Comparator.comparing(ChatNeeds::toString)) // whatever the order they are told in
                .forEach(kind -> byAble.computeIfAbsent(plan.able(kind), _ -> new ArrayList<>())
                        .add(kind));
        var forAll = byAble.remove(all);
        var sets = new ArrayList<>(byAble.entrySet());
        sets.sort(Comparator.comparingInt(entry -> entry.getKey().cardinality()));
        sets.add(Map.entry(all, forAll == null ? List.of() : forAll));
        var posts = new ArrayList<Post>();
        for (int i = 0; i < sets.size(); i++) {
            var able = sets.get(i).getKey();
            var taken = new ArrayList<>(sets.get(i).getValue());
            var within = new ArrayList<Integer>();
            for (int other = 0; other < i; other++) {
                if (contains(able, sets.get(other).getKey())) {
                    within.add(other);
                    taken.addAll(sets.get(other).getValue());
                }
            }
            posts.add(new Post(queue, able, taken, sets.get(i).getValue().size(), within));
        }
        return List.copyOf(posts);
    }

    private static boolean contains(BitSet all, BitSet some) {
        var outside = (BitSet) some.clone();
        outside.andNot(all);
        return outside.isEmpty();
    }
}
