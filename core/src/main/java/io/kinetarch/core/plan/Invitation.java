package io.kinetarch.core.plan;

import java.util.List;

/**
 * A message that a door shows by itself to open a chat.
 *
 * @param text what it says, in at least one language
 * @param pages where it shows; none stands for every page of the door
 * @param afterSeconds how long the visitor has been on the page, 0 to 3,600
 * @param onlyWhileOpen whether a closed door keeps it to itself
 * @param oncePerVisitor whether a visitor sees it once and never again
 */
public record Invitation(
        LocalText text, List<PagePattern> pages, int afterSeconds, boolean onlyWhileOpen, boolean oncePerVisitor) {
    public Invitation {
        if (text.isEmpty()) {
            throw new PlanRefusal("/text", "an invitation needs its text in at least one language");
        }
        pages = List.copyOf(pages);
        Checks.noneTwice("pages", pages, PagePattern::value, "");
        Checks.between("afterSeconds", afterSeconds, 0, 3600);
    }
}
