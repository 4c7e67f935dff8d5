package io.kinetarch.server.account;

import java.util.EnumSet;
import java.util.Set;

/** What an account may do. */
public enum Role {
    /** Everything, accounts included. */
    ADMINISTRATOR(EnumSet.allOf(Permission.class)),
    /** Designs plans, takes them live, imports volumes. */
    PLANNER(EnumSet.complementOf(EnumSet.of(Permission.ACCOUNTS, Permission.ERASE))),
    /** Answers chats; sees plans. */
    OPERATOR(EnumSet.of(Permission.READ, Permission.CALCULATE, Permission.PROFILE, Permission.ANSWER)),
    /** Sees plans. */
    VIEWER(EnumSet.of(Permission.READ, Permission.CALCULATE));

    @SuppressWarnings("ImmutableEnumChecker") // made by Set.copyOf
    private final Set<Permission> permissions;

    Role(Set<Permission> permissions) {
        this.permissions = Set.copyOf(permissions);
    }

    public Set<Permission> permissions() {
        return permissions;
    }
}
