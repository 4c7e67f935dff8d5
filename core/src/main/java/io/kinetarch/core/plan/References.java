package io.kinetarch.core.plan;

import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.stream.Stream;
import org.jspecify.annotations.Nullable;

/** Where the elements of a plan refer to each other. */
final class References {
    private References() {}

    /**
     * A reference.
     *
     * @param pointer where it stands, relative to the element that refers
     * @param kind what it refers to, in words
     * @param needed whether the element cannot do without it
     */
    record Reference(ElementId to, String pointer, String kind, boolean needed) {}

    /** All references of an element, in the order of its document. */
    static List<Reference> of(Element element) {
        var found = new ArrayList<Reference>();
        switch (element) {
            case Skill _, HoursSet _, Settings _, HelpPage _ -> {
                // refer to nothing
            }
            case Topic topic -> {
                var skill = topic.skill();
                if (skill != null) {
                    skill(skill, "", found);
                }
                topics(topic.offers(), "/offers/", found);
            }
            case Bot bot -> {
                for (int i = 0; i < bot.doors().size(); i++) {
                    found.add(new Reference(bot.doors().get(i), "/doors/" + i, "front door", false));
                }
                topics(bot.topics(), "/topics/", found);
            }
            case Department department -> found.add(new Reference(department.hours(), "/hours", "opening hours", true));
            case Queue queue -> ofQueue(queue, found);
            case Operator operator -> {
                for (int i = 0; i < operator.skills().size(); i++) {
                    skill(operator.skills().get(i).skill(), "/skills/" + i, found);
                }
                // Without any department an operator answers for all of them, so the last cannot just be dropped.
                boolean last = operator.departments().size() == 1;
                for (int i = 0; i < operator.departments().size(); i++) {
                    found.add(new Reference(operator.departments().get(i), "/departments/" + i, "department", last));
                }
            }
            case FrontDoor door -> {
                var hours = door.hours();
                if (hours != null) {
                    found.add(new Reference(hours, "/hours", "opening hours", false));
                }
                var department = door.department();
                if (department != null) {
                    found.add(new Reference(department, "/department", "department", false));
                }
                for (int i = 0; i < door.cards().size(); i++) {
                    var topic = door.cards().get(i).topic();
                    if (topic != null) {
                        found.add(new Reference(topic, "/cards/" + i + "/topic", "topic", false));
                    }
                }
            }
            case Rule rule -> {
                for (int i = 0; i < rule.conditions().size(); i++) {
                    var condition = rule.conditions().get(i);
                    ofCondition(
                            condition.asked(),
                            "/conditions/" + i + (condition instanceof Condition.Not ? "/condition" : ""),
                            found);
                }
                found.add(new Reference(rule.queue(), "/queue", "queue", true));
                needs(rule.needs(), found);
            }
            case Check _ -> {
                // What a check names leads nowhere by itself; it is found out when it is run.
            }
        }
        return found;
    }

    private static void ofCondition(Condition condition, String at, List<Reference> found) {
        switch (condition) {
            case Condition.DoorIs(var doors) -> oneOf(doors, at + "/doors/", "front door", found);
            case Condition.DepartmentIsOpen(var departments) ->
                oneOf(departments, at + "/departments/", "department", found);
            case Condition.ChatsWait(var queue, var _) -> found.add(new Reference(queue, at + "/queue", "queue", true));
            case Condition.LongestWaits(var queue, var _) ->
                found.add(new Reference(queue, at + "/queue", "queue", true));
            default -> {
                // asks for nothing that is an element
            }
        }
    }

    /** The last of several cannot be dropped: a condition without values means nothing. */
    private static void oneOf(List<? extends ElementId> ids, String at, String kind, List<Reference> found) {
        for (int i = 0; i < ids.size(); i++) {
            found.add(new Reference(ids.get(i), at + i, kind, ids.size() == 1));
        }
    }

    private static void ofQueue(Queue queue, List<Reference> found) {
        found.add(new Reference(queue.department(), "/department", "department", true));
        operators(queue.members().names(), "/members/operators", found);
        needs(queue.needs(), found);
        if (queue.choice() instanceof OperatorChoice.Tiers(var tiers)) {
            for (int t = 0; t < tiers.size(); t++) {
                operators(tiers.get(t), "/choice/tiers/" + t, found);
            }
        }
        var limit = queue.waiting().limit();
        if (limit != null && limit.beyond() instanceof WaitingRoom.Beyond.ToQueue(var other)) {
            found.add(new Reference(other, "/waiting/limit/beyond/queue", "queue", false));
        }
        for (int i = 0; i < queue.transfers().size(); i++) {
            found.add(new Reference(queue.transfers().get(i), "/transfers/" + i, "queue", false));
        }
        for (int i = 0; i < queue.ladder().size(); i++) {
            String at = "/ladder/" + i + "/action";
            switch (queue.ladder().get(i).action()) {
                case Rung.Action.LowerLevel(var skill, var _) -> skill(skill, at, found);
                case Rung.Action.AddOperators(var operators) -> operators(operators, at + "/operators", found);
                case Rung.Action.AddMembersOf(var other) ->
                    found.add(new Reference(other, at + "/queue", "queue", false));
                case Rung.Action.MoveTo(var other) -> found.add(new Reference(other, at + "/queue", "queue", false));
                default -> {
                    // leads to nothing that is an element
                }
            }
        }
    }

    private static void topics(List<TopicId> topics, String at, List<Reference> found) {
        for (int i = 0; i < topics.size(); i++) {
            found.add(new Reference(topics.get(i), at + i, "topic", false));
        }
    }

    private static void needs(List<SkillNeed> needs, List<Reference> found) {
        for (int i = 0; i < needs.size(); i++) {
            skill(needs.get(i).skill(), "/needs/" + i, found);
        }
    }

    private static void skill(SkillId skill, String at, List<Reference> found) {
        found.add(new Reference(skill, at + "/skill", "skill", false));
    }

    private static void operators(List<OperatorId> operators, String at, List<Reference> found) {
        for (int i = 0; i < operators.size(); i++) {
            found.add(new Reference(operators.get(i), at + "/" + i, "operator", false));
        }
    }

    /**
     * An element with every reference to one element turned into a reference to another.
     *
     * @param to null to drop the references; those that are needed stay
     */
    static Element redirected(Element element, ElementId from, @Nullable ElementId to) {
        var redirect = new Redirect(from, to);
        return switch (element) {
            case Skill _, HoursSet _, Settings _, HelpPage _ -> element;
            case Topic topic -> redirect.topic(topic);
            case Bot bot -> bot.with(redirect.all(bot.doors()), redirect.all(bot.topics()));
            case Department department ->
                new Department(
                        department.id(),
                        department.name(),
                        redirect.kept(department.hours()),
                        department.texts(),
                        department.questions());
            case Queue queue -> redirect.queue(queue);
            case Operator operator -> redirect.operator(operator);
            case FrontDoor door -> {
                var hours = door.hours();
                var department = door.department();
                yield door.with(
                                hours == null ? null : redirect.maybe(hours).orElse(null),
                                department == null
                                        ? null
                                        : redirect.maybe(department).orElse(null))
                        .withCards(redirect.cards(door.cards()));
            }
            case Check check -> check;
            case Rule rule ->
                new Rule(
                        rule.id(),
                        rule.name(),
                        rule.conditions().stream().map(redirect::condition).toList(),
                        redirect.kept(rule.queue()),
                        redirect.needs(rule.needs()),
                        rule.priority(),
                        rule.said());
        };
    }

    private record Redirect(ElementId from, @Nullable ElementId to) {

        /** The id to stand in an id's place; none if the reference is dropped. */
        @SuppressWarnings("unchecked") // an element is only ever replaced by one of its own kind, which Plan checks
        <I extends ElementId> Optional<I> maybe(I id) {
            return id.equals(from) ? Optional.ofNullable((I) to) : Optional.of(id);
        }

        <I extends ElementId> I kept(I id) {
            return maybe(id).orElse(id);
        }

        <I extends ElementId> List<I> all(List<I> ids) {
            return ids.stream()
                    .map(this::maybe)
                    .flatMap(Optional::stream)
                    .distinct()
                    .toList();
        }

        /** A need for a skill that is needed already keeps the higher level. */
        List<SkillNeed> needs(List<SkillNeed> needs) {
            var kept = new ArrayList<SkillNeed>();
            for (var need : needs) {
                maybe(need.skill()).ifPresent(skill -> {
                    var twin = kept.stream()
                            .filter(other -> other.skill().equals(skill))
                            .findFirst();
                    twin.ifPresent(kept::remove);
                    kept.add(new SkillNeed(
                            skill,
                            Math.max(
                                    need.leastLevel(),
                                    twin.map(SkillNeed::leastLevel).orElse(1))));
                });
            }
            return kept;
        }

        /** A card that has no words without its topic goes with it. */
        List<AnswerCard> cards(List<AnswerCard> cards) {
            return cards.stream()
                    .flatMap(card -> {
                        var topic = card.topic();
                        if (topic == null) {
                            return Stream.of(card);
                        }
                        var other = maybe(topic).orElse(null);
                        return other == null
                                        && (card.question().isEmpty()
                                                || card.answer().isEmpty())
                                ? Stream.empty()
                                : Stream.of(new AnswerCard(other, card.question(), card.answer()));
                    })
                    .toList();
        }

        Topic topic(Topic topic) {
            var skill = topic.skill();
            return topic.with(
                    skill == null ? null : maybe(skill).orElse(null),
                    all(topic.offers()).stream()
                            .filter(offer -> !offer.equals(topic.id()))
                            .toList());
        }

        Condition condition(Condition condition) {
            return switch (condition) {
                case Condition.DoorIs(var doors) -> new Condition.DoorIs(some(doors));
                case Condition.DepartmentIsOpen(var departments) -> new Condition.DepartmentIsOpen(some(departments));
                case Condition.ChatsWait(var queue, var chats) -> new Condition.ChatsWait(kept(queue), chats);
                case Condition.LongestWaits(var queue, var seconds) -> new Condition.LongestWaits(kept(queue), seconds);
                case Condition.Not(var turned) -> new Condition.Not(condition(turned));
                default -> condition;
            };
        }

        private <I extends ElementId> List<I> some(List<I> ids) {
            var kept = all(ids);
            return kept.isEmpty() ? ids : kept;
        }

        /** A rung without what it leads to goes. */
        private Optional<Rung> rung(Rung rung, QueueId self) {
            Optional<Rung.Action> action = switch (rung.action()) {
                case Rung.Action.LowerLevel(var skill, var by) ->
                    maybe(skill).map(kept -> new Rung.Action.LowerLevel(kept, by));
                case Rung.Action.AddOperators(var operators) ->
                    Optional.of(all(operators)).filter(kept -> !kept.isEmpty()).map(Rung.Action.AddOperators::new);
                case Rung.Action.AddMembersOf(var queue) -> maybe(queue).map(Rung.Action.AddMembersOf::new);
                case Rung.Action.MoveTo(var queue) ->
                    maybe(queue).filter(to -> !to.equals(self)).map(Rung.Action.MoveTo::new);
                case Rung.Action other -> Optional.of(other);
            };
            return action.map(kept -> new Rung(rung.seconds(), kept));
        }

        Operator operator(Operator operator) {
            var kept = new ArrayList<HeldSkill>();
            for (var held : operator.skills()) {
                maybe(held.skill()).ifPresent(skill -> {
                    if (skill.equals(held.skill()) || operator.level(skill) == 0) {
                        kept.add(new HeldSkill(skill, held.level()));
                    }
                });
            }
            var departments = all(operator.departments());
            return operator.withSkills(kept)
                    .withDepartments(departments.isEmpty() ? operator.departments() : departments);
        }

        Queue queue(Queue queue) {
            return new Queue(
                    queue.id(),
                    queue.name(),
                    kept(queue.department()),
                    switch (queue.members()) {
                        case Membership.BySkill same -> same;
                        case Membership.ByName(var operators) -> new Membership.ByName(all(operators));
                        case Membership.BySkillOrName(var operators) -> new Membership.BySkillOrName(all(operators));
                    },
                    needs(queue.needs()),
                    queue.leastLanguageLevel(),
                    queue.weight(),
                    queue.priority(),
                    choice(queue.choice()),
                    queue.handover(),
                    waiting(queue.waiting(), queue.id()),
                    queue.target(),
                    queue.workload(),
                    all(queue.transfers()).stream()
                            .filter(other -> !other.equals(queue.id()))
                            .toList(),
                    queue.ladder().stream()
                            .map(rung -> rung(rung, queue.id()))
                            .flatMap(Optional::stream)
                            .toList());
        }

        private OperatorChoice choice(OperatorChoice choice) {
            if (!(choice instanceof OperatorChoice.Tiers(var tiers))) {
                return choice;
            }
            var seen = new ArrayList<OperatorId>();
            var kept = new ArrayList<List<OperatorId>>();
            for (var tier : tiers) {
                var left = all(tier).stream().filter(id -> !seen.contains(id)).toList();
                seen.addAll(left);
                if (!left.isEmpty()) {
                    kept.add(left);
                }
            }
            return kept.isEmpty() ? new OperatorChoice.LongestFree() : new OperatorChoice.Tiers(kept);
        }

        private WaitingRoom waiting(WaitingRoom room, QueueId self) {
            var limit = room.limit();
            if (limit == null || !(limit.beyond() instanceof WaitingRoom.Beyond.ToQueue(var other))) {
                return room;
            }
            WaitingRoom.Beyond beyond = maybe(other)
                    .filter(queue -> !queue.equals(self))
                    .<WaitingRoom.Beyond>map(WaitingRoom.Beyond.ToQueue::new)
                    .orElseGet(WaitingRoom.Beyond.BusyText::new);
            return new WaitingRoom(
                    new WaitingRoom.Limit(limit.chats(), beyond), room.positionShown(), room.waitShown());
        }
    }
}
