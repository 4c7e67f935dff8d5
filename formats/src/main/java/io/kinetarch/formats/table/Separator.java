package io.kinetarch.formats.table;

import java.util.List;

/** Finds what separates the columns: the candidate that cuts the first lines into the same, greatest number of columns. */
final class Separator {
    private static final char[] CANDIDATES = {';', '\t', '|', ','};
    private static final int LINES_LOOKED_AT = 20;

    private Separator() {}

    static char of(String text) {
        List<String> lines = text.lines()
                .filter(line -> !line.isBlank())
                .limit(LINES_LOOKED_AT)
                .toList();
        char best = ',';
        long most = 0;
        for (char candidate : CANDIDATES) {
            long inHeader = lines.isEmpty() ? 0 : count(lines.getFirst(), candidate);
            boolean throughout = lines.stream().allMatch(line -> count(line, candidate) >= inHeader);
            if (throughout && inHeader > most) {
                best = candidate;
                most = inHeader;
            }
        }
        return best;
    }

    private static long count(String line, char separator) {
        return line.chars().filter(c -> c == separator).count();
    }
}
