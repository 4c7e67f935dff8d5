package io.kinetarch.core.staffing;

import io.kinetarch.core.staffing.StaffingWeek.Part;
import io.kinetarch.core.staffing.StaffingWeek.Slot;
import java.time.Instant;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.BitSet;
import java.util.List;
import java.util.stream.IntStream;

/** Whom a half-hour requires, nobody counting twice, whoever worked it out. */
public final class Need {
    private final Instant startsAt;
    private final List<List<Post>> posts;
    private final int[] places;
    private final int[] atLeast;

    /**
     * A half-hour's.
     *
     * @param posts by queue, in the order of the plan; the last of a queue is for all who can serve it
     * @param places required by post, in the order of the queues, in thousandths of an operator who answers all the time
     * @param atLeast who are to be there for each post, whatever else they do, in thousandths
     */
    public Need(Instant startsAt, List<List<Post>> posts, int[] places, int[] atLeast) {
        this.startsAt = startsAt;
        this.posts = posts.stream().map(List::copyOf).toList();
        this.places = places.clone();
        this.atLeast = atLeast.clone();
    }

    /** As the staffing model has it. */
    public static Need of(Slot slot) {
        return new Need(
                slot.startsAt(),
                slot.queues().stream()
                        .map(queue -> queue.parts().stream().map(Part::post).toList())
                        .toList(),
                slot.places(),
                slot.atLeast());
    }

    /**
     * The same if these people are enough: their time is shared out among the posts as the staffing model would have it, as far as they
     * can fill them.
     *
     * @param crew of them, by their places in the plan
     */
    public static Need met(Slot slot, BitSet crew) {
        var posts = slot.posts();
        int heads = crew.cardinality();
        long required = Arrays.stream(slot.places()).asLongStream().sum();
        int[] wanted = Arrays.stream(slot.places())
                .map(place -> required == 0 ? 0 : (int) ((long) place * heads * Coverage.PLACE / required))
                .toArray();
        var people = crew.stream().mapToObj(person -> serves(posts, person)).toList();
        int[] supply = new int[heads];
        Arrays.fill(supply, Coverage.PLACE);
        var coverage = new Coverage(wanted, people, supply);
        double[] chats = slot.queues().stream()
                .flatMap(queue -> queue.parts().stream())
                .mapToDouble(Part::chats)
                .toArray();
        int[] places = new int[wanted.length];
        for (int person = 0; person < heads; person++) {
            var serves = people.get(person);
            for (int post = 0; post < places.length; post++) {
                places[post] += coverage.counted(person, post);
            }
            // whoever cannot fill what lacks is there for the post of theirs that most chats come to
            int free = coverage.free(person);
            serves.stream()
                    .boxed()
                    .max((a, b) -> Double.compare(chats[a], chats[b]))
                    .ifPresent(post -> places[post] += free);
        }
        int[] atLeast = slot.atLeast();
        Arrays.setAll(atLeast, post -> Math.min(atLeast[post], Coverage.PLACE * able(posts.get(post), crew)));
        return new Need(slot.startsAt(), of(slot).posts, places, atLeast);
    }

    /**
     * As few people as cover what the staffing model requires in a half-hour, or as much of it as can be.
     *
     * @param operators of the plan, all of whom could come
     * @param planned those of them who are to be there anyway; others come only where these do not cover it
     */
    public static BitSet covering(Slot slot, int operators, BitSet planned) {
        var posts = slot.posts();
        var groups = IntStream.range(0, operators)
                .mapToObj(person -> serves(posts, person))
                .distinct()
                .toList();
        var members = new ArrayList<BitSet>();
        groups.forEach(_ -> members.add(new BitSet(operators)));
        for (int person = 0; person < operators; person++) {
            members.get(groups.indexOf(serves(posts, person))).set(person);
        }
        int[] places = slot.places();
        for (boolean alsoPlanned : new boolean[] {false, true}) {
            for (int group = 0; group < groups.size(); group++) {
                spare(
                        members,
                        group,
                        alsoPlanned ? new BitSet() : planned,
                        new Coverage(places, groups, supply(members)));
            }
        }
        var crew = new BitSet(operators);
        members.forEach(crew::or);
        return crew;
    }

    private static void spare(List<BitSet> members, int group, BitSet kept, Coverage coverage) {
        var going = (BitSet) members.get(group).clone();
        going.andNot(kept);
        int spared = coverage.spare(group, going.cardinality() * Coverage.PLACE) / Coverage.PLACE;
        going.stream()
                .boxed()
                .toList()
                .reversed()
                .subList(0, spared)
                .forEach(person -> members.get(group).clear(person));
    }

    private static int[] supply(List<BitSet> members) {
        return members.stream()
                .mapToInt(group -> group.cardinality() * Coverage.PLACE)
                .toArray();
    }

    private static BitSet serves(List<Post> posts, int person) {
        var serves = new BitSet(posts.size());
        for (int post = 0; post < posts.size(); post++) {
            serves.set(post, posts.get(post).able().get(person));
        }
        return serves;
    }

    private static int able(Post post, BitSet crew) {
        var able = (BitSet) crew.clone();
        able.and(post.able());
        return able.cardinality();
    }

    /** Operators it requires. */
    public double people() {
        return (double) Arrays.stream(places).sum() / Coverage.PLACE;
    }

    /** When it begins. */
    public Instant startsAt() {
        return startsAt;
    }

    /** By queue, its posts. */
    public List<List<Post>> posts() {
        return posts;
    }

    /** The posts of all queues, in the order of the queues. */
    public List<Post> allPosts() {
        return posts.stream().flatMap(List::stream).toList();
    }

    /** Required by post, as {@link #allPosts} has them, in thousandths of an operator. */
    public int[] places() {
        return places.clone();
    }

    /** To be there by post, as {@link #allPosts} has them, in thousandths of an operator. */
    public int[] atLeast() {
        return atLeast.clone();
    }
}
