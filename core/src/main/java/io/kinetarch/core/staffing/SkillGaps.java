package io.kinetarch.core.staffing;

import io.kinetarch.core.plan.OperatorId;
import io.kinetarch.core.plan.Plan;
import io.kinetarch.core.plan.QueueId;
import io.kinetarch.core.plan.SkillId;
import io.kinetarch.core.plan.SkillNeed;
import io.kinetarch.core.presence.Presences;
import io.kinetarch.core.staffing.StaffingWeek.Slot;
import java.time.Instant;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.BitSet;
import java.util.Comparator;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.TreeMap;
import java.util.stream.DoubleStream;
import java.util.stream.IntStream;
import java.util.stream.Stream;

/**
 * Which queues, languages and skills a week lacks, and who could help most by learning to take what they cannot take yet.
 *
 * <p>People are shared out as {@link StaffingWeek} does it: as many required places filled as can be, nobody counting twice. The posts
 * short together in a half-hour are those whose dual price is 1 there: one more person for any of them, and only for them, fills one
 * more place. Somebody who is there fills it without leaving another empty as far as they can be spared.
 *
 * @param queues short together, each set with the half-hours in which it is, most operator-hours first
 * @param languages by language, operators lacking in each half-hour for chats in it
 * @param skills by skill, operators lacking in each half-hour over the queues short together that need it
 * @param training one person more for one post, most operator-hours filled first
 */
public record SkillGaps(
        List<Together> queues,
        Map<String, List<Double>> languages,
        Map<SkillId, List<Double>> skills,
        List<Training> training) {
    private static final double HALF_HOUR = 0.5;

    public SkillGaps {
        queues = List.copyOf(queues);
        languages = Map.copyOf(languages);
        skills = Map.copyOf(skills);
        training = List.copyOf(training);
    }

    /**
     * Posts that are short of the same people.
     *
     * @param halfHours in which just these are short together
     * @param hours operator-hours lacking then
     */
    public record Together(List<Post> posts, List<Instant> halfHours, double hours) {
        /** The queues that these posts are of. */
        public List<QueueId> queues() {
            return posts.stream().map(Post::queue).distinct().toList();
        }
    }

    /**
     * Somebody who learns to take the chats of a post.
     *
     * @param hours operator-hours that would lack no more, above 0
     */
    public record Training(OperatorId operator, Post post, double hours) {}

    /**
     * Looks at a week.
     *
     * @param slots of the plan, at least one, with the people present that {@code presences} says
     * @param assumptions under which they were worked out
     */
    public static SkillGaps of(
            Plan plan, LocalDate monday, List<Slot> slots, Assumptions assumptions, Presences presences) {
        var posts = slots.getFirst().posts();
        return new Search(plan, posts, new People(plan, presences, assumptions.shrinkage(plan), monday, posts))
                .over(slots);
    }

    private static final class Search {
        private final Plan plan;
        private final List<Post> posts;
        private final People people;
        /** Posts that all operators of their queue can fill. */
        private final BitSet forAll = new BitSet();

        private final Map<List<Integer>, Lack> lacking = new LinkedHashMap<>();
        private final Map<SkillId, double[]> bySkill = new LinkedHashMap<>();
        private final Map<String, double[]> byLanguage = new TreeMap<>();
        /** Operator-half-hours that a person could help a post with. */
        private final double[][] helped;

        private static final class Lack {
            final List<Instant> halfHours = new ArrayList<>();
            double people;
        }

        Search(Plan plan, List<Post> posts, People people) {
            this.plan = plan;
            this.posts = posts;
            this.people = people;
            helped = new double[plan.operators().size()][posts.size()];
            for (int post = 0; post < posts.size(); post++) {
                forAll.set(
                        post,
                        post + 1 == posts.size()
                                || !posts.get(post + 1)
                                        .queue()
                                        .equals(posts.get(post).queue()));
            }
        }

        SkillGaps over(List<Slot> slots) {
            for (int i = 0; i < slots.size(); i++) {
                if (slots.get(i).shortOf() > 0) {
                    look(slots.get(i), i, slots.size());
                }
            }
            return new SkillGaps(together(), lists(byLanguage), lists(bySkill), training());
        }

        private static <K> Map<K, List<Double>> lists(Map<K, double[]> lacking) {
            var lists = new LinkedHashMap<K, List<Double>>();
            lacking.forEach((key, people) -> {
                if (DoubleStream.of(people).sum() > 0) {
                    lists.put(key, DoubleStream.of(people).boxed().toList());
                }
            });
            return lists;
        }

        private void look(Slot slot, int index, int slots) {
            int[] there = people.present(slot.startsAt());
            int[] supply = people.supply(slot.startsAt(), there);
            var coverage = new Coverage(slot.places(), people.serves(), supply);
            int[] able = people.able(supply);
            int[] atLeast = slot.atLeast();
            var together = coverage.shortTogether();
            int[] absent = new int[posts.size()];
            for (int post = 0; post < absent.length; post++) {
                absent[post] = forAll.get(post) ? 0 : Math.max(0, atLeast[post] - able[post]);
                together.set(post, together.get(post) || absent[post] > 0);
            }
            for (int post = together.nextSetBit(0); post >= 0; post = together.nextSetBit(post + 1)) {
                double own = (double) Math.max(coverage.lacking(post), absent[post]) / Coverage.PLACE;
                if (own > 0) {
                    asked(post)
                            .forEach(need ->
                                    bySkill.computeIfAbsent(need.skill(), _ -> new double[slots])[index] += own);
                    languages(post)
                            .forEach(tag -> byLanguage.computeIfAbsent(tag, _ -> new double[slots])[index] += own);
                }
            }
            var tally = lacking.computeIfAbsent(together.stream().boxed().toList(), _ -> new Lack());
            tally.halfHours.add(slot.startsAt());
            tally.people += slot.shortOf();
            for (int person : there) {
                int share = people.share(person, slot.startsAt());
                int spared = Math.min(coverage.spare(people.groupOf(person), share), coverage.lacking());
                together.stream()
                        .filter(post -> !posts.get(post).able().get(person))
                        .forEach(post -> helped[person][post] +=
                                (double) Math.max(spared, Math.min(share, absent[post])) / Coverage.PLACE);
            }
        }

        /** Skills that the chats of a post ask for: those of the queue, and those of the rules. */
        private Stream<SkillNeed> asked(int post) {
            return Stream.concat(
                            plan.queue(posts.get(post).queue()).needs().stream(),
                            posts.get(post).ownKinds().stream().flatMap(kind -> kind.extraSkills().stream()))
                    .distinct();
        }

        /** Languages of the chats that only some of the queue's operators could take. */
        private Stream<String> languages(int post) {
            return forAll.get(post)
                    ? Stream.of()
                    : posts.get(post).ownKinds().stream()
                            .flatMap(kind -> Stream.ofNullable(kind.language()))
                            .distinct();
        }

        private List<Together> together() {
            return lacking.entrySet().stream()
                    .map(entry -> new Together(
                            entry.getKey().stream().map(posts::get).toList(),
                            List.copyOf(entry.getValue().halfHours),
                            entry.getValue().people * HALF_HOUR))
                    .sorted(Comparator.comparingDouble(Together::hours).reversed())
                    .toList();
        }

        private List<Training> training() {
            return IntStream.range(0, helped.length)
                    .boxed()
                    .flatMap(person -> IntStream.range(0, posts.size())
                            .filter(post -> helped[person][post] > 0)
                            .filter(post -> plan.operators().get(person).capacity()
                                    >= plan.queue(posts.get(post).queue()).weight())
                            .mapToObj(post -> new Training(
                                    plan.operators().get(person).id(),
                                    posts.get(post),
                                    helped[person][post] * HALF_HOUR)))
                    .sorted(Comparator.comparingDouble(Training::hours).reversed())
                    .toList();
        }
    }
}
