package io.kinetarch.server.file;

import io.kinetarch.core.plan.FilesTaken;
import io.kinetarch.server.problem.Refusal;
import io.kinetarch.server.problem.Refusal.Kind;
import java.util.Arrays;
import java.util.Locale;
import java.util.Map;
import java.util.Set;
import java.util.stream.Collectors;
import org.apache.tika.Tika;

/** What a file is, by its content; its name has to say the same. */
record FileType(String media, FilesTaken.Kind kind) {
    private static final Tika TIKA = new Tika();

    /** Media types of content, and the endings that names of such files have. */
    private static final Map<FilesTaken.Kind, Map<String, Set<String>>> KNOWN = Map.of(
            FilesTaken.Kind.PICTURE,
            Map.of(
                    "image/jpeg", Set.of("jpg", "jpeg"),
                    "image/png", Set.of("png"),
                    "image/gif", Set.of("gif"),
                    "image/bmp", Set.of("bmp")),
            FilesTaken.Kind.PDF,
            Map.of("application/pdf", Set.of("pdf")),
            FilesTaken.Kind.TEXT,
            Map.of("text/plain", Set.of("txt", "csv", "log")),
            FilesTaken.Kind.DOCUMENT,
            Map.of(
                    "application/vnd.oasis.opendocument.text", Set.of("odt"),
                    "application/vnd.oasis.opendocument.spreadsheet", Set.of("ods"),
                    "application/x-tika-ooxml", Set.of("docx", "xlsx")));

    /**
     * What a file is.
     *
     * @throws Refusal if it is of no kind that is taken, or its name says something else than its content
     */
    static FileType of(String name, byte[] bytes, FilesTaken taken) {
        String media = TIKA.detect(bytes);
        String ending = name.substring(name.lastIndexOf('.') + 1).toLowerCase(Locale.ROOT);
        var found = taken.kinds().stream()
                .filter(kind -> KNOWN.getOrDefault(kind, Map.of()).containsKey(media))
                .map(kind -> new FileType(media, kind))
                .findFirst()
                .orElseThrow(() -> new Refusal(
                        Kind.UNREADABLE_FILE,
                        "“" + name + "” is of a kind that is not taken here: by its content it is " + media + ". Send "
                                + endings(taken) + "."));
        var endings = KNOWN.getOrDefault(found.kind(), Map.of()).getOrDefault(media, Set.of());
        if (!endings.contains(ending)) {
            throw new Refusal(
                    Kind.UNREADABLE_FILE,
                    "“" + name + "” says by its name that it is something else than its content is, " + media
                            + ". Give it the ending "
                            + endings.stream().sorted().collect(Collectors.joining(" or "))
                            + ".");
        }
        return found;
    }

    /** Endings of all names that are taken. */
    private static String endings(FilesTaken taken) {
        return Arrays.stream(FilesTaken.Kind.values())
                .filter(taken.kinds()::contains)
                .flatMap(kind ->
                        KNOWN.getOrDefault(kind, Map.of()).values().stream().flatMap(Set::stream))
                .sorted()
                .collect(Collectors.joining(", "));
    }
}
