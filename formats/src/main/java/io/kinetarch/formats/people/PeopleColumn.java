package io.kinetarch.formats.people;

import io.kinetarch.formats.table.Headings;
import java.util.List;
import java.util.Optional;

/** The columns of a file of people; the first heading of each is the one written, others are read in English, German and French. */
enum PeopleColumn {
    ID("id", "operator id"),
    NAME("public name", "name", "display name", "öffentlicher name", "anzeigename", "nom", "nom public", "nom affiché"),
    REAL_NAME("real name", "full name", "voller name", "klarname", "nom complet", "vrai nom"),
    REAL_NAME_SHOWN("real name shown", "klarname gezeigt", "vrai nom montré"),
    ACCOUNT("account", "sign-in", "user name", "konto", "benutzername", "compte", "identifiant"),
    LANGUAGES("languages", "language", "sprachen", "sprache", "langues", "langue"),
    SKILLS("skills", "skill", "fähigkeiten", "fertigkeiten", "kenntnisse", "compétences", "compétence"),
    CAPACITY("capacity", "kapazität", "capacité"),
    MOST_CHATS("most chats", "chats at once", "chats gleichzeitig", "höchstens chats", "chats simultanés"),
    DEPARTMENTS(
            "departments",
            "department",
            "abteilungen",
            "abteilung",
            "départements",
            "département",
            "services",
            "service");

    @SuppressWarnings("ImmutableEnumChecker") // made by List.of
    private final List<String> names;

    PeopleColumn(String... names) {
        this.names = List.of(names);
    }

    String title() {
        return names.getFirst();
    }

    static Optional<PeopleColumn> named(String header) {
        String plain = Headings.plain(header);
        for (var column : values()) {
            if (column.names.contains(plain)) {
                return Optional.of(column);
            }
        }
        return Optional.empty();
    }
}
