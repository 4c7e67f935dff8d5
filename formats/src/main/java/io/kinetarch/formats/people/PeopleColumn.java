package io.kinetarch.formats.people;

import java.util.List;
import java.util.Locale;
import java.util.Optional;

/** The columns of a file of people; the first name of each is the one written. */
enum PeopleColumn {
    ID("id", "operator id"),
    NAME("public name", "name", "display name"),
    REAL_NAME("real name", "full name"),
    REAL_NAME_SHOWN("real name shown"),
    ACCOUNT("account", "sign-in", "user name"),
    LANGUAGES("languages", "language"),
    SKILLS("skills", "skill"),
    CAPACITY("capacity"),
    MOST_CHATS("most chats", "chats at once"),
    DEPARTMENTS("departments", "department");

    @SuppressWarnings("ImmutableEnumChecker") // made by List.of
    private final List<String> names;

    PeopleColumn(String... names) {
        this.names = List.of(names);
    }

    String title() {
        return names.getFirst();
    }

    static Optional<PeopleColumn> named(String header) {
        String plain = header.toLowerCase(Locale.ROOT).replace('_', ' ').strip();
        for (var column : values()) {
            if (column.names.contains(plain)) {
                return Optional.of(column);
            }
        }
        return Optional.empty();
    }
}
