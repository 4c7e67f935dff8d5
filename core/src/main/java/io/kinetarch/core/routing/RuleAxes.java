package io.kinetarch.core.routing;

import io.kinetarch.core.hours.OpenTimeline;
import io.kinetarch.core.hours.OpeningHours;
import io.kinetarch.core.plan.Choice;
import io.kinetarch.core.plan.Condition;
import io.kinetarch.core.plan.ElementId;
import io.kinetarch.core.plan.FrontDoor;
import io.kinetarch.core.plan.PageFact;
import io.kinetarch.core.plan.PagePattern;
import io.kinetarch.core.plan.Plan;
import io.kinetarch.core.plan.Question;
import io.kinetarch.core.plan.QueueId;
import io.kinetarch.core.plan.VisitorKind;
import java.time.Instant;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.BitSet;
import java.util.Collection;
import java.util.LinkedHashMap;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Optional;
import java.util.TreeSet;
import java.util.stream.IntStream;
import java.util.stream.Stream;
import org.jspecify.annotations.Nullable;

/**
 * What the rules of a plan look at, each thing with one value for every kind that they tell apart. Whatever two chats have on
 * an axis that is not told apart here, every condition takes both or neither.
 */
final class RuleAxes {
    private static final String SOMETHING_ELSE = "something else";
    /** A character that cannot be typed stands for any run of characters, so that all that can be typed means itself. */
    private static final char ANY = '\uFFFF';

    private final Plan plan;
    private final List<Condition> conditions;
    private final Conditions meaning;
    private final List<Value> pages;
    private final Instant from;
    private final Instant to;

    /**
     * @param today where the year begins that moments are taken from
     * @throws RuleAnalysis.TooVaried if the page patterns differ in more ways than can be looked at
     */
    RuleAxes(Plan plan, LocalDate today) {
        this.plan = plan;
        this.meaning = new Conditions(plan);
        this.conditions = plan.rules().stream()
                .flatMap(rule -> rule.conditions().stream())
                .map(Condition::asked)
                .distinct()
                .toList();
        this.from = today.atStartOfDay(plan.timeZone()).toInstant();
        this.to = today.plusYears(1).atStartOfDay(plan.timeZone()).toInstant();
        this.pages = pages();
    }

    /**
     * Something that conditions look at, and its values.
     *
     * @param looksAt what: the kind of condition, or the question, fact or queue that several kinds ask about
     */
    record Axis(Object looksAt, List<Value> values) {
        private enum Plain {
            LANGUAGE,
            PAGE,
            VISITOR,
            TOPIC,
            MOMENT
        }

        private record Fact(String key) {}

        /** What a condition looks at; for a door nothing, since a space is of one door. */
        static Object of(Condition condition) {
            return switch (condition) {
                case Condition.DoorIs door -> door;
                case Condition.LanguageIs _ -> Plain.LANGUAGE;
                case Condition.PageMatches _ -> Plain.PAGE;
                case Condition.AnswerIs(var question, var _) -> question;
                case Condition.AnswerContains(var question, var _) -> question;
                case Condition.AnswerNumber(var question, var _, var _) -> question;
                case Condition.Answered(var question) -> question;
                case Condition.VisitorIs _ -> Plain.VISITOR;
                case Condition.FactIs(var key, var _) -> new Fact(key);
                case Condition.TopicIs _ -> Plain.TOPIC;
                case Condition.DepartmentIsOpen _ -> Plain.MOMENT;
                case Condition.ArrivesWithin _ -> Plain.MOMENT;
                case Condition.ChatsWait(var queue, var _) -> queue;
                case Condition.LongestWaits(var queue, var _) -> queue;
                case Condition.Not(var turned) -> of(turned);
            };
        }
    }

    /** A value, and how to give it to a chat. */
    interface Value {
        void into(ChatSketch sketch);
    }

    /** The axes of a door's chats; the visitor's language is the first. */
    List<Axis> of(FrontDoor door) {
        var axes = new ArrayList<Axis>();
        axes.add(new Axis(Axis.Plain.LANGUAGE, languages(door)));
        axes.add(new Axis(Axis.Plain.PAGE, pages));
        axes.add(new Axis(Axis.Plain.MOMENT, moments(door)));
        axes.add(new Axis(Axis.Plain.VISITOR, visitors()));
        axes.add(new Axis(Axis.Plain.TOPIC, topics()));
        var asked = new LinkedHashMap<Object, Condition>();
        conditions.forEach(condition -> asked.putIfAbsent(Axis.of(condition), condition));
        asked.forEach((looksAt, condition) -> {
            if (looksAt instanceof Axis.Fact(var key)) {
                axes.add(new Axis(looksAt, facts(door, key)));
            } else if (looksAt instanceof QueueId queue) {
                axes.add(new Axis(looksAt, waiting(queue)));
            } else if (looksAt instanceof ElementId && !(condition instanceof Condition.DoorIs)) {
                // a question: those of this door follow, and nobody answers the others here
                boolean here = door.questions().stream()
                        .anyMatch(question -> question.id().equals(looksAt));
                if (!here) {
                    axes.add(new Axis(looksAt, List.of(_ -> {})));
                }
            }
        });
        door.questions().forEach(question -> axes.add(new Axis(question.id(), answers(question))));
        return axes;
    }

    private <C extends Condition> Stream<C> all(Class<C> kind) {
        return conditions.stream().filter(kind::isInstance).map(kind::cast);
    }

    /** Each tag that a rule names stands for itself and what is under it, less what another rule names; one stands for the rest. */
    private List<Value> languages(FrontDoor door) {
        var named = Stream.concat(
                        door.languages().stream(),
                        all(Condition.LanguageIs.class).flatMap(condition -> condition.languages().stream()))
                .distinct()
                .toList();
        var all = new ArrayList<>(named);
        // qaa to qtz are for private use in ISO 639-2, so no rule means them by chance
        Stream.iterate('a', letter -> (char) (letter + 1))
                .limit(26)
                .map(letter -> "qa" + letter)
                .filter(tag -> named.stream().noneMatch(range -> Conditions.takes(range, tag)))
                .findFirst()
                .ifPresent(all::add);
        return all.stream().<Value>map(tag -> sketch -> sketch.language = tag).toList();
    }

    /** No page at all, which no rule can tell from a page that matches nothing, and one page for each way to match. */
    private List<Value> pages() {
        var patterns = all(Condition.PageMatches.class)
                .flatMap(condition -> condition.patterns().stream())
                .map(PagePattern::written)
                .distinct()
                .toList();
        var values = new ArrayList<Value>();
        values.add(sketch -> sketch.page = null);
        if (!patterns.isEmpty()) {
            TextClasses.of(patterns, '*', "their page patterns").forEach((matched, page) -> {
                if (!matched.isEmpty()) {
                    values.add(sketch -> sketch.page = page);
                }
            });
        }
        return values;
    }

    private static List<Value> visitors() {
        return Stream.of(VisitorKind.values())
                .<Value>map(kind -> sketch -> sketch.visitor = kind)
                .toList();
    }

    private List<Value> topics() {
        var values = new ArrayList<Value>();
        values.add(sketch -> sketch.topic = null);
        named(all(Condition.TopicIs.class).flatMap(condition -> condition.topics().stream()))
                .forEach(topic -> values.add(sketch -> sketch.topic = topic));
        return values;
    }

    private List<Value> facts(FrontDoor door, String key) {
        var values = new ArrayList<Value>();
        values.add(sketch -> sketch.facts.remove(key));
        if (door.facts().stream().map(PageFact::key).anyMatch(key::equals)) {
            named(all(Condition.FactIs.class)
                            .filter(condition -> condition.key().equals(key))
                            .flatMap(condition -> condition.values().stream()))
                    .forEach(fact -> values.add(sketch -> sketch.facts.put(key, fact)));
        }
        return values;
    }

    /** Every limit that a rule names, and below the lowest; nobody waits long where nobody waits. */
    private List<Value> waiting(QueueId queue) {
        var chats = new TreeSet<>(List.of(0, 1));
        var seconds = new TreeSet<>(List.of(0));
        all(Condition.ChatsWait.class)
                .filter(condition -> condition.queue().equals(queue))
                .forEach(condition -> chats.add(condition.chats()));
        all(Condition.LongestWaits.class)
                .filter(condition -> condition.queue().equals(queue))
                .forEach(condition -> seconds.add(condition.seconds()));
        return chats.stream()
                .flatMap(number -> seconds.stream()
                        .filter(wait -> number > 0 || wait == 0)
                        .<Value>map(wait -> sketch -> sketch.queues.put(queue, new Arrival.Waiting(number, wait))))
                .toList();
    }

    /**
     * One moment of the year for each way in which departments and windows are open together, as long as the door is: a chat
     * comes through no closed door. Only a door that is never open is looked at as if it always were.
     */
    private List<Value> moments(FrontDoor door) {
        var asked = new LinkedHashSet<OpeningHours>();
        conditions.stream().flatMap(meaning::hoursOf).forEach(asked::add);
        var own = door.hours() == null
                ? Optional.<OpenTimeline>empty()
                : Optional.of(OpenTimeline.of(
                        plan.hours(Objects.requireNonNull(door.hours())).hours(), from, to));
        var timelines =
                asked.stream().map(hours -> OpenTimeline.of(hours, from, to)).toList();
        var changes = new TreeSet<Instant>(List.of(from));
        Stream.concat(own.stream(), timelines.stream()).forEach(timeline -> addChanges(timeline, changes));
        var found = new LinkedHashMap<BitSet, Instant>();
        for (Instant at : changes) {
            if (own.isEmpty() || own.get().isOpen(at.getEpochSecond())) {
                found.putIfAbsent(open(timelines, at), at);
            }
        }
        if (found.isEmpty()) {
            changes.forEach(at -> found.putIfAbsent(open(timelines, at), at));
        }
        return found.values().stream()
                .<Value>map(at -> sketch -> sketch.at = at)
                .toList();
    }

    private void addChanges(OpenTimeline timeline, Collection<Instant> changes) {
        for (var next = timeline.nextChange(from); next.isPresent(); next = timeline.nextChange(next.get())) {
            changes.add(next.get());
        }
    }

    private static BitSet open(List<OpenTimeline> timelines, Instant at) {
        var open = new BitSet();
        IntStream.range(0, timelines.size())
                .forEach(i -> open.set(i, timelines.get(i).isOpen(at.getEpochSecond())));
        return open;
    }

    private List<Value> answers(Question question) {
        var answers = new ArrayList<@Nullable String>();
        if (!question.required()) {
            answers.add(null);
        }
        switch (question.kind()) {
            case CHOICE -> question.choices().stream().map(Choice::value).forEach(answers::add);
            case NUMBER -> answers.addAll(numbers(question));
            default -> answers.addAll(texts(question));
        }
        return answers.stream()
                .<Value>map(answer -> sketch -> {
                    if (answer == null) {
                        sketch.answers.remove(question.id());
                    } else {
                        sketch.answers.put(question.id(), answer);
                    }
                })
                .toList();
    }

    /** Each number that a rule names, one between each two of them, one below and one above all. */
    private List<String> numbers(Question question) {
        var named = new TreeSet<Double>();
        all(Condition.AnswerNumber.class)
                .filter(condition -> condition.question().equals(question.id()))
                .forEach(condition -> named.add(condition.value()));
        if (named.isEmpty()) {
            return List.of("1");
        }
        var numbers = new ArrayList<Double>();
        numbers.add(Math.min(named.first() - 1, Math.nextDown(named.first())));
        Double before = null;
        for (double number : named) {
            if (before != null) {
                numbers.add(before + (number - before) / 2);
            }
            numbers.add(number);
            before = number;
        }
        numbers.add(Math.max(named.last() + 1, Math.nextUp(named.last())));
        return numbers.stream()
                .map(number -> number == Math.rint(number) && Math.abs(number) < 1e15
                        ? Long.toString(number.longValue())
                        : number.toString())
                .toList();
    }

    private List<String> texts(Question question) {
        var whole = all(Condition.AnswerIs.class)
                .filter(condition -> condition.question().equals(question.id()))
                .flatMap(condition -> condition.answers().stream())
                .toList();
        var words = all(Condition.AnswerContains.class)
                .filter(condition -> condition.question().equals(question.id()))
                .flatMap(condition -> condition.words().stream())
                .toList();
        if (words.isEmpty()) {
            return named(whole.stream());
        }
        var patterns = Stream.concat(
                        whole.stream().map(Conditions::plain),
                        words.stream().map(word -> ANY + Conditions.plain(word) + ANY))
                .distinct()
                .toList();
        return List.copyOf(TextClasses.of(
                        patterns,
                        ANY,
                        "the words they look for in answers to “"
                                + question.id().value() + "”")
                .values());
    }

    /** Each value once, letter case and surrounding blanks aside, and one that is none of them. */
    private static List<String> named(Stream<String> values) {
        Map<String, String> named = new LinkedHashMap<>();
        values.forEach(value -> named.putIfAbsent(Conditions.plain(value), value));
        var all = new ArrayList<>(named.values());
        String other = SOMETHING_ELSE;
        while (named.containsKey(other)) {
            other += " still";
        }
        all.add(other);
        return all;
    }
}
