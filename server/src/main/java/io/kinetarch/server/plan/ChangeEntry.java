package io.kinetarch.server.plan;

import io.kinetarch.core.change.ChangeList;
import java.util.List;

/** One element that differs between two states of a plan. */
public record ChangeEntry(ElementKind kind, String id, String name, ChangeList.Sort sort, List<String> words) {
    public static ChangeEntry of(ChangeList.Entry entry) {
        return new ChangeEntry(
                ElementKind.of(entry.id()), entry.id().value(), entry.name(), entry.sort(), entry.words());
    }
}
