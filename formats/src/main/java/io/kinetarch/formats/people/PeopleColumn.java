package io.kinetarch.formats.people;

import io.kinetarch.formats.table.Headings;
import java.time.DayOfWeek;
import java.util.EnumSet;
import java.util.List;
import java.util.Optional;
import java.util.Set;

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
            "service"),
    MONDAY("monday", "mon", "montag", "mo", "lundi", "lun"),
    TUESDAY("tuesday", "tue", "dienstag", "di", "mardi", "mar"),
    WEDNESDAY("wednesday", "wed", "mittwoch", "mi", "mercredi", "mer"),
    THURSDAY("thursday", "thu", "donnerstag", "do", "jeudi", "jeu"),
    FRIDAY("friday", "fri", "freitag", "fr", "vendredi", "ven"),
    SATURDAY("saturday", "sat", "samstag", "sa", "samedi", "sam"),
    SUNDAY("sunday", "sun", "sonntag", "so", "dimanche", "dim");

    /** When people are usually there, a column for each day of the week. */
    @SuppressWarnings("ImmutableEnumChecker") // never changed
    static final Set<PeopleColumn> DAYS = EnumSet.range(MONDAY, SUNDAY);

    @SuppressWarnings("ImmutableEnumChecker") // made by List.of
    private final List<String> names;

    PeopleColumn(String... names) {
        this.names = List.of(names);
    }

    String title() {
        return names.getFirst();
    }

    /** Of one of {@link #DAYS}. */
    DayOfWeek day() {
        return DayOfWeek.valueOf(name());
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
