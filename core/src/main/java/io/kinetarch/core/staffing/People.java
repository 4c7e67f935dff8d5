package io.kinetarch.core.staffing;

import io.kinetarch.core.hours.OpenTimeline;
import io.kinetarch.core.plan.Operator;
import io.kinetarch.core.plan.Plan;
import io.kinetarch.core.plan.Shrinkage;
import io.kinetarch.core.presence.Presences;
import java.time.Instant;
import java.time.LocalDate;
import java.time.ZoneId;
import java.util.BitSet;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.stream.IntStream;

/**
 * Who is there when, for what share of the time, and what they can do. People who can fill the same posts are a group, since it does
 * not matter which of them is counted where.
 */
final class People {
    private final List<Operator> operators;
    private final ZoneId zone;
    private final Presences presences;
    private final Shrinkage shrinkage;
    private final List<OpenTimeline> presence;
    private final int[] groupOf;
    private final List<BitSet> serves;
    private final int posts;

    /**
     * The people of a plan in a week.
     *
     * @param posts that are to be filled, in any order
     */
    People(Plan plan, Presences presences, Shrinkage shrinkage, LocalDate monday, List<Post> posts) {
        operators = plan.operators();
        zone = plan.timeZone();
        this.presences = presences;
        this.shrinkage = shrinkage;
        var from = monday.minusDays(1).atStartOfDay(zone).toInstant();
        var to = monday.plusDays(9).atStartOfDay(zone).toInstant();
        presence = operators.stream()
                .map(operator -> OpenTimeline.of(presences.of(operator, zone, monday), from, to))
                .toList();
        groupOf = new int[operators.size()];
        var groups = new LinkedHashMap<BitSet, Integer>();
        for (int person = 0; person < groupOf.length; person++) {
            var can = new BitSet(posts.size());
            for (int post = 0; post < posts.size(); post++) {
                can.set(post, posts.get(post).able().get(person));
            }
            groupOf[person] = groups.computeIfAbsent(can, _ -> groups.size());
        }
        serves = List.copyOf(groups.keySet());
        this.posts = posts.size();
    }

    /** By group, which posts its people can fill. */
    List<BitSet> serves() {
        return serves;
    }

    int groupOf(int person) {
        return groupOf[person];
    }

    /** The places in the plan of those who are there at an instant. */
    int[] present(Instant at) {
        long second = at.getEpochSecond();
        return IntStream.range(0, presence.size())
                .filter(person -> presence.get(person).isOpen(second))
                .toArray();
    }

    /** For how much of the time somebody who is there answers, in thousandths. */
    int share(int person, Instant at) {
        var date = at.atZone(zone).toLocalDate();
        return thousandths(shrinkage.left(
                date.getDayOfWeek(), presences.sets(operators.get(person).id(), date)));
    }

    /** A share as the thousandths of a place it fills. */
    static int thousandths(double share) {
        return (int) Math.round(share * Coverage.PLACE);
    }

    /** By post, how much of people is there who could fill it, in thousandths. */
    int[] able(int[] supply) {
        int[] able = new int[posts];
        for (int group = 0; group < supply.length; group++) {
            int amount = supply[group];
            serves.get(group).stream().forEach(post -> able[post] += amount);
        }
        return able;
    }

    /** How much of each group is there at an instant, in thousandths of a person. */
    int[] supply(Instant at, int[] present) {
        var supply = new int[serves.size()];
        for (int person : present) {
            supply[groupOf[person]] += share(person, at);
        }
        return supply;
    }
}
