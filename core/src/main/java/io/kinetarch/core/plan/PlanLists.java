package io.kinetarch.core.plan;

import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.function.Predicate;

/** The lists of a plan under edit: only the whole has to be well-formed, so that edits may come in any order. */
final class PlanLists {
    private Settings settings;
    private final Map<Class<? extends Element>, List<Element>> lists = new HashMap<>();

    PlanLists(Plan plan) {
        settings = plan.settings();
        lists.put(Skill.class, new ArrayList<>(plan.skills()));
        lists.put(HoursSet.class, new ArrayList<>(plan.hours()));
        lists.put(Department.class, new ArrayList<>(plan.departments()));
        lists.put(Queue.class, new ArrayList<>(plan.queues()));
        lists.put(Operator.class, new ArrayList<>(plan.operators()));
        lists.put(FrontDoor.class, new ArrayList<>(plan.doors()));
        lists.put(Rule.class, new ArrayList<>(plan.rules()));
        lists.put(Check.class, new ArrayList<>(plan.checks()));
        lists.put(Topic.class, new ArrayList<>(plan.topics()));
        lists.put(Bot.class, new ArrayList<>(plan.bots()));
        lists.put(HelpPage.class, new ArrayList<>(plan.helpPages()));
    }

    Plan toPlan() {
        return new Plan(
                settings,
                all(Skill.class),
                all(HoursSet.class),
                all(Department.class),
                all(Queue.class),
                all(Operator.class),
                all(FrontDoor.class),
                all(Rule.class),
                all(Check.class),
                all(Topic.class),
                all(Bot.class),
                all(HelpPage.class));
    }

    void apply(PlanEdit edit) {
        switch (edit) {
            case PlanEdit.Put(Settings changed) -> settings = changed;
            case PlanEdit.Place(Settings changed, var _) -> settings = changed;
            case PlanEdit.Put(var element) -> put(element);
            case PlanEdit.Place(var element, var next) -> place(element, next);
            case PlanEdit.Remove(var id) -> lists.values().forEach(list -> list.removeIf(isOf(id)));
        }
    }

    private void put(Element element) {
        var list = of(element);
        int at = indexOf(list, element.id());
        if (at >= 0) {
            list.set(at, element);
        } else if (element instanceof Rule && !list.isEmpty()) {
            list.add(list.size() - 1, element);
        } else {
            list.add(element);
        }
    }

    private void place(Element element, Optional<ElementId> next) {
        var list = of(element);
        list.removeIf(isOf(element.id()));
        int at = next.map(id -> indexOf(list, id)).orElse(-1);
        list.add(at < 0 ? list.size() : at, element);
    }

    private List<Element> of(Element element) {
        return list(element.getClass());
    }

    private List<Element> list(Class<? extends Element> kind) {
        var list = lists.get(kind);
        if (list == null) {
            throw new IllegalArgumentException("a plan has no list of " + kind.getSimpleName());
        }
        return list;
    }

    private <E extends Element> List<E> all(Class<E> kind) {
        return list(kind).stream().map(kind::cast).toList();
    }

    private static Predicate<Element> isOf(ElementId id) {
        return element -> element.id().equals(id);
    }

    private static int indexOf(List<Element> list, ElementId id) {
        for (int i = 0; i < list.size(); i++) {
            if (list.get(i).id().equals(id)) {
                return i;
            }
        }
        return -1;
    }
}
