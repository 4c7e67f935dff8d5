package io.kinetarch.server.account;

import org.springframework.security.core.context.SecurityContextHolder;

/** What whoever asks may see of people. */
public final class Sight {
    private Sight() {}

    /** Whether they plan for people, and so may know who they are; a token counts by what it is limited to. */
    public static boolean ofPeople() {
        var sender = SecurityContextHolder.getContext().getAuthentication();
        return sender != null && sender.getAuthorities().contains(Permission.DESIGN);
    }
}
