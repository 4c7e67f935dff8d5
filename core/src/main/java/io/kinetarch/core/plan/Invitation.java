package io.kinetarch.core.plan;

import java.time.LocalDate;
import java.util.List;
import org.jspecify.annotations.Nullable;

/**
 * A message that a door shows by itself to open a chat.
 *
 * @param id under which it is counted, whatever it says: 1 to 63 small letters, digits and hyphens
 * @param text what it says, in at least one language
 * @param sender who is said to send it; null for nobody
 * @param pages where it shows; none stands for every page of the door
 * @param afterSeconds how long the visitor has been on the page, 0 to 3,600
 * @param from the first day on which it shows, by the door's time; null for no first
 * @param until the last day on which it shows; null for no last
 * @param onlyWhileOpen whether a closed door keeps it to itself
 * @param oncePerVisitor whether a visitor sees it once and never again
 */
public record Invitation(
        String id,
        LocalText text,
        @Nullable String sender,
        List<PagePattern> pages,
        int afterSeconds,
        @Nullable LocalDate from,
        @Nullable LocalDate until,
        boolean onlyWhileOpen,
        boolean oncePerVisitor) {
    private static final int LONGEST_SENDER = 80;

    public Invitation {
        Checks.id(id);
        if (text.isEmpty()) {
            throw new PlanRefusal("/text", "an invitation needs its text in at least one language");
        }
        if (sender != null && (sender.isBlank() || sender.length() > LONGEST_SENDER)) {
            throw new PlanRefusal(
                    "/sender", "a sender's name has 1 to " + LONGEST_SENDER + " characters; leave it out for nobody");
        }
        if (from != null && until != null && until.isBefore(from)) {
            throw new PlanRefusal("/until", "an invitation's last day, " + until + ", is before its first, " + from);
        }
        pages = List.copyOf(pages);
        Checks.noneTwice("pages", pages, PagePattern::value, "");
        Checks.between("afterSeconds", afterSeconds, 0, 3600);
    }

    /** The same on other pages. */
    public Invitation at(List<PagePattern> others) {
        return new Invitation(id, text, sender, others, afterSeconds, from, until, onlyWhileOpen, oncePerVisitor);
    }

    /** Whether it shows on a day at all. */
    public boolean isOn(LocalDate day) {
        return (from == null || !day.isBefore(from)) && (until == null || !day.isAfter(until));
    }
}
