package io.kinetarch.formats.volume;

import io.kinetarch.formats.table.Headings;
import java.util.List;
import java.util.Locale;

/** What a column of a file of volumes may hold, with the headings that say so in English, German and French. */
public enum VolumeColumn {
    TIME(
            "date-time",
            "datetime",
            "date time",
            "start",
            "starts at",
            "interval",
            "interval start",
            "timestamp",
            "zeitpunkt",
            "beginn",
            "intervall",
            "intervallbeginn",
            "zeitstempel",
            "date et heure",
            "début",
            "intervalle",
            "début d'intervalle",
            "horodatage"),
    DATE("date", "day", "datum", "tag", "jour"),
    TIME_OF_DAY("time of day", "hour", "half-hour", "slot", "uhrzeit", "stunde", "halbe stunde", "heure", "demi-heure"),
    QUEUE("queue", "queue name", "queue id", "warteschlange", "schlange", "file", "file d'attente"),
    CHATS(
            "chats",
            "offered",
            "arrivals",
            "volume",
            "count",
            "anzahl",
            "anzahl chats",
            "eingang",
            "eingegangen",
            "volumen",
            "nombre",
            "nombre de chats",
            "reçus",
            "offerts"),
    ANSWERED(
            "answered",
            "handled",
            "accepted",
            "beantwortet",
            "angenommen",
            "bearbeitet",
            "répondus",
            "traités",
            "acceptés"),
    LEFT(
            "left",
            "abandoned",
            "lost",
            "gave up",
            "verlassen",
            "abgebrochen",
            "verloren",
            "aufgegeben",
            "abandonnés",
            "perdus",
            "partis"),
    HANDLING(
            "handling seconds",
            "handling",
            "handling time",
            "mean handling seconds",
            "aht",
            "aht seconds",
            "duration",
            "bearbeitungszeit",
            "mittlere bearbeitungszeit",
            "bearbeitung sekunden",
            "dauer",
            "durée",
            "durée de traitement",
            "temps de traitement",
            "dmt"),
    WAIT(
            "wait seconds",
            "wait",
            "mean wait",
            "mean wait seconds",
            "waiting time",
            "asa",
            "asa seconds",
            "wartezeit",
            "mittlere wartezeit",
            "wartezeit sekunden",
            "attente",
            "attente moyenne",
            "temps d'attente"),
    CHATS_AT_ONCE(
            "chats at once",
            "concurrency",
            "mean chats at once",
            "gleichzeitige chats",
            "chats gleichzeitig",
            "chats simultanés",
            "chats à la fois"),
    DOOR("door", "front door", "door id", "tür", "eingangstür", "porte", "porte d'entrée"),
    LANGUAGE("language", "lang", "locale", "sprache", "langue"),
    TOPIC("topic", "subject", "intent", "reason", "thema", "anliegen", "grund", "sujet", "motif");

    @SuppressWarnings("ImmutableEnumChecker") // made by List.of
    private final List<String> names;

    VolumeColumn(String... names) {
        this.names = List.of(names);
    }

    /** Whether a header is one of the column's names, whatever its case. */
    boolean named(String header) {
        return names.contains(Headings.plain(header));
    }

    /** The column as one says it: "time of day". */
    String words() {
        return name().toLowerCase(Locale.ROOT).replace('_', ' ');
    }

    /** Headers that are known to stand for it. */
    List<String> names() {
        return names;
    }
}
