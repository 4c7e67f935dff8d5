package io.kinetarch.core.plan;

import java.time.ZoneId;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.HashSet;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.stream.Stream;
import org.jspecify.annotations.Nullable;

/**
 * A whole routing design. A plan that exists is well-formed: ids are unique within their kind, every reference leads
 * somewhere, no account belongs to two operators, and the last rule takes everything the others left.
 */
public record Plan(
        Settings settings,
        List<Skill> skills,
        List<HoursSet> hours,
        List<Department> departments,
        List<Queue> queues,
        List<Operator> operators,
        List<FrontDoor> doors,
        List<Rule> rules,
        List<Check> checks,
        List<Topic> topics,
        List<Bot> bots,
        List<HelpPage> helpPages) {

    public Plan {
        skills = List.copyOf(skills);
        hours = List.copyOf(hours);
        departments = List.copyOf(departments);
        queues = List.copyOf(queues);
        operators = List.copyOf(operators);
        doors = List.copyOf(doors);
        rules = List.copyOf(rules);
        checks = List.copyOf(checks);
        topics = List.copyOf(topics);
        bots = List.copyOf(bots);
        helpPages = List.copyOf(helpPages);
        new WellFormed(lists(
                        skills, hours, departments, queues, operators, doors, rules, checks, topics, bots, helpPages))
                .check();
        Checks.noneTwice("topics", topics, Topic::name, "/name");
        accountsOfOne(operators);
        questionsAreAsked(doors, rules);
        lastRuleTakesTheRest(rules);
    }

    /** A plan without checks, topics, bots and help pages. */
    public Plan(
            Settings settings,
            List<Skill> skills,
            List<HoursSet> hours,
            List<Department> departments,
            List<Queue> queues,
            List<Operator> operators,
            List<FrontDoor> doors,
            List<Rule> rules) {
        this(
                settings,
                skills,
                hours,
                departments,
                queues,
                operators,
                doors,
                rules,
                List.of(),
                List.of(),
                List.of(),
                List.of());
    }

    /** An element of a plan that refers to another, and where. */
    public record Use(Element by, String pointer, boolean needed) {}

    public String name() {
        return settings.name();
    }

    /** The local time of presence and staffing. */
    public ZoneId timeZone() {
        return settings.timeZone();
    }

    public @Nullable String country() {
        return settings.country();
    }

    public Department department(DepartmentId id) {
        return find(departments, id);
    }

    public Queue queue(QueueId id) {
        return find(queues, id);
    }

    public FrontDoor door(DoorId id) {
        return find(doors, id);
    }

    public HoursSet hours(HoursId id) {
        return find(hours, id);
    }

    public Skill skill(SkillId id) {
        return find(skills, id);
    }

    /** The hours that a queue keeps: those of its department. */
    public HoursSet hoursOf(Queue queue) {
        return hours(department(queue.department()).hours());
    }

    /** What is known of a topic by its name; none where nobody said anything of it. */
    public Optional<Topic> topic(@Nullable String name) {
        return topics.stream().filter(topic -> topic.name().equals(name)).findFirst();
    }

    /** The operator that an account, by its name, belongs to; none where it is nobody's. */
    public Optional<Operator> operatorOf(String account) {
        return operators.stream()
                .filter(operator -> account.equals(operator.account()))
                .findFirst();
    }

    /** The bot of a door; none where none is at it. */
    public Optional<Bot> botAt(DoorId door) {
        return bots.stream().filter(bot -> bot.doors().contains(door)).findFirst();
    }

    /** When the bot of a door hands over there. */
    public Handoff handoffAt(FrontDoor door) {
        var own = door.handoff();
        return own != null ? own : botAt(door.id()).map(Bot::handoff).orElse(Handoff.COMMON);
    }

    /** The topics that a bot knows, in the order of the plan. */
    public List<Topic> topicsOf(Bot bot) {
        return topics.stream().filter(topic -> bot.knows(topic.id())).toList();
    }

    /** The help pages that a door shows in a language, in the order of the plan. */
    public List<HelpPage> helpPagesOf(FrontDoor door, String language) {
        return door.help()
                ? helpPages.stream()
                        .filter(page -> page.use() == HelpPage.Use.SHOWN
                                && page.language().equals(language))
                        .toList()
                : List.of();
    }

    /** The answer cards of a door, those that come from topics with the topics' words. */
    public List<AnswerCard> cardsOf(FrontDoor door) {
        return door.cards().stream()
                .map(card -> card.topic() == null ? card : card.filledFrom(find(topics, card.topic())))
                .toList();
    }

    /** The queue that takes every chat no rule wanted: that of the last rule. */
    public Queue catchAllQueue() {
        return queue(rules.getLast().queue());
    }

    /** This plan as somebody sees it who need not know who its operators are. */
    public Plan asStrangersSee() {
        return edited(operators.stream()
                .<PlanEdit>map(operator -> new PlanEdit.Put(operator.asStrangersSee()))
                .toList());
    }

    /** Every element, kind by kind in the order of the document, the settings first. */
    public Stream<Element> elements() {
        return Stream.concat(
                Stream.of(settings),
                lists(skills, hours, departments, queues, operators, doors, rules, checks, topics, bots, helpPages)
                        .values()
                        .stream()
                        .flatMap(List::stream));
    }

    /** Whether the plan has an element of this id. */
    public boolean has(ElementId id) {
        return element(id).isPresent();
    }

    /** The element of this id. */
    public Optional<Element> element(ElementId id) {
        if (id instanceof SettingsId) {
            return Optional.of(settings);
        }
        return among(id).stream()
                .filter(element -> element.id().equals(id))
                .<Element>map(element -> element)
                .findFirst();
    }

    /** The element that comes after this one in its list; none after the last. */
    public Optional<ElementId> next(ElementId id) {
        var list = among(id);
        for (int i = 0; i + 1 < list.size(); i++) {
            if (list.get(i).id().equals(id)) {
                return Optional.of(list.get(i + 1).id());
            }
        }
        return Optional.empty();
    }

    /** Everything that refers to an element. */
    public List<Use> uses(ElementId id) {
        return elements()
                .flatMap(element -> References.of(element).stream()
                        .filter(reference -> reference.to().equals(id))
                        .map(reference -> new Use(element, reference.pointer(), reference.needed())))
                .toList();
    }

    /**
     * The edits that take an element out of the plan.
     *
     * @param replacement of the same kind, takes its place wherever it is used; null to drop the references to it, where
     *     those that refer can do without
     */
    public List<PlanEdit> removal(ElementId id, @Nullable ElementId replacement) {
        if (replacement != null && (replacement.getClass() != id.getClass() || replacement.equals(id))) {
            throw new PlanRefusal("", "\"" + replacement.value() + "\" cannot stand in for \"" + id.value() + "\"");
        }
        var edits = new ArrayList<PlanEdit>();
        elements()
                .filter(element -> !element.id().equals(id))
                .filter(element -> References.of(element).stream()
                        .anyMatch(reference -> reference.to().equals(id)))
                .forEach(element -> {
                    var redirected = References.redirected(element, id, replacement);
                    if (!redirected.equals(element)) {
                        edits.add(new PlanEdit.Put(redirected));
                    }
                });
        edits.add(new PlanEdit.Remove(id));
        return edits;
    }

    /**
     * This plan after some edits.
     *
     * @throws PlanRefusal if it would not be well-formed after the last of them
     */
    public Plan edited(List<PlanEdit> edits) {
        var lists = new PlanLists(this);
        edits.forEach(lists::apply);
        return lists.toPlan();
    }

    private static Map<String, List<? extends Element>> lists(
            List<Skill> skills,
            List<HoursSet> hours,
            List<Department> departments,
            List<Queue> queues,
            List<Operator> operators,
            List<FrontDoor> doors,
            List<Rule> rules,
            List<Check> checks,
            List<Topic> topics,
            List<Bot> bots,
            List<HelpPage> helpPages) {
        var lists = new LinkedHashMap<String, List<? extends Element>>();
        lists.put("skills", skills);
        lists.put("hours", hours);
        lists.put("departments", departments);
        lists.put("queues", queues);
        lists.put("operators", operators);
        lists.put("doors", doors);
        lists.put("rules", rules);
        lists.put("checks", checks);
        lists.put("topics", topics);
        lists.put("bots", bots);
        lists.put("helpPages", helpPages);
        return lists;
    }

    private List<? extends Element> among(ElementId id) {
        return switch (id) {
            case SettingsId _ -> List.of(settings);
            case SkillId _ -> skills;
            case HoursId _ -> hours;
            case DepartmentId _ -> departments;
            case QueueId _ -> queues;
            case OperatorId _ -> operators;
            case DoorId _ -> doors;
            case RuleId _ -> rules;
            case CheckId _ -> checks;
            case TopicId _ -> topics;
            case BotId _ -> bots;
            case HelpPageId _ -> helpPages;
            case QuestionId _ -> List.of();
        };
    }

    private static <E extends Element> E find(List<E> elements, ElementId id) {
        Optional<E> found =
                elements.stream().filter(element -> element.id().equals(id)).findFirst();
        return found.orElseThrow(() -> new IllegalArgumentException("the plan has no \"" + id.value() + "\""));
    }

    /** Refuses ids that stand twice and references that lead nowhere. */
    private record WellFormed(Map<String, List<? extends Element>> lists) {
        void check() {
            var known = new HashSet<ElementId>();
            lists.forEach((name, elements) -> {
                Checks.noneTwice(name, elements, Element::id, "/id");
                elements.forEach(element -> known.add(element.id()));
            });
            lists.forEach((name, elements) -> {
                for (int i = 0; i < elements.size(); i++) {
                    for (var reference : References.of(elements.get(i))) {
                        if (!known.contains(reference.to())) {
                            throw new PlanRefusal(
                                    "/" + name + "/" + i + reference.pointer(),
                                    "the plan has no " + reference.kind() + " \""
                                            + reference.to().value() + "\"");
                        }
                    }
                }
            });
        }
    }

    private static void accountsOfOne(List<Operator> operators) {
        var owners = new HashMap<String, Operator>();
        for (int i = 0; i < operators.size(); i++) {
            var account = operators.get(i).account();
            var owner = account == null ? null : owners.putIfAbsent(account, operators.get(i));
            if (owner != null) {
                throw new PlanRefusal(
                        "/operators/" + i + "/account",
                        "the account \"" + account + "\" is that of " + owner.name() + " ("
                                + owner.id().value() + ") already");
            }
        }
    }

    /** A question that a rule asks about must be asked somewhere, and its answers be of the sort that the rule looks at. */
    private static void questionsAreAsked(List<FrontDoor> doors, List<Rule> rules) {
        var kinds = new HashMap<QuestionId, Set<QuestionKind>>();
        doors.forEach(door -> door.questions()
                .forEach(question -> kinds.computeIfAbsent(question.id(), _ -> new HashSet<>())
                        .add(question.kind())));
        for (int i = 0; i < rules.size(); i++) {
            var conditions = rules.get(i).conditions();
            for (int k = 0; k < conditions.size(); k++) {
                var condition = conditions.get(k);
                String pointer =
                        "/rules/" + i + "/conditions/" + k + (condition instanceof Condition.Not ? "/condition" : "");
                condition
                        .asksAbout()
                        .ifPresent(question -> isAsked(question, asNumber(condition.asked()), kinds, pointer));
            }
        }
    }

    /** Whether a condition takes the answer for a number; null where it does not matter. */
    private static @Nullable Boolean asNumber(Condition condition) {
        return condition instanceof Condition.Answered ? null : condition instanceof Condition.AnswerNumber;
    }

    private static void isAsked(
            QuestionId question, @Nullable Boolean asNumber, Map<QuestionId, Set<QuestionKind>> kinds, String pointer) {
        var asked = kinds.get(question);
        if (asked == null) {
            throw new PlanRefusal(pointer + "/question", "no door asks the question \"" + question.value() + "\"");
        }
        if (asNumber == null) {
            return;
        }
        if (asNumber && !asked.equals(Set.of(QuestionKind.NUMBER))) {
            throw new PlanRefusal(
                    pointer + "/question",
                    "\"" + question.value()
                            + "\" is not asked for a number everywhere, so it cannot be compared as one");
        }
        if (!asNumber && asked.contains(QuestionKind.NUMBER)) {
            throw new PlanRefusal(
                    pointer + "/question",
                    "\"" + question.value()
                            + "\" is asked for a number; compare it as one, with \"exactly\" for one value");
        }
    }

    private static void lastRuleTakesTheRest(List<Rule> rules) {
        if (rules.isEmpty()) {
            throw new PlanRefusal("/rules", "the plan has no rule; it needs at least a last row without conditions");
        }
        int last = rules.size() - 1;
        if (!rules.get(last).conditions().isEmpty()) {
            throw new PlanRefusal(
                    "/rules/" + last + "/conditions",
                    "the last rule, \"" + rules.get(last).name()
                            + "\", must have no conditions, so that it takes every chat the others left");
        }
        for (int i = 0; i < last; i++) {
            if (rules.get(i).conditions().isEmpty()) {
                throw new PlanRefusal(
                        "/rules/" + i + "/conditions",
                        "only the last rule may have no conditions; \""
                                + rules.get(i).name() + "\" would take every chat from the rows below it");
            }
        }
    }
}
