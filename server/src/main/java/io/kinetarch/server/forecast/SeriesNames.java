package io.kinetarch.server.forecast;

import io.kinetarch.core.plan.Element;
import io.kinetarch.core.plan.Plan;
import java.util.List;

/** What a series is called, by the names in a plan. */
final class SeriesNames {
    private SeriesNames() {}

    /** Door and topic in words. */
    static String of(Plan plan, SeriesKey key) {
        String place = key.doorId().isEmpty()
                ? name(plan.queues(), key.queueId()) + ", door not known"
                : name(plan.doors(), key.doorId());
        return key.topic().isEmpty() ? place : place + " · " + key.topic();
    }

    /** The name of an element; its id where the plan has it no more, nothing where it is not known. */
    static String name(List<? extends Element> elements, String id) {
        return elements.stream()
                .filter(element -> element.id().value().equals(id))
                .map(Element::name)
                .findFirst()
                .orElse(id);
    }
}
