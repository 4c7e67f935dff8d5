package io.kinetarch.formats.bot;

import io.kinetarch.formats.table.DelimitedFile;
import io.kinetarch.formats.table.Faults;
import io.kinetarch.formats.table.Faults.Fault;
import io.kinetarch.formats.table.FileRefusal;
import io.kinetarch.formats.table.FormulaGuard;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import org.apache.commons.csv.CSVRecord;

/** Questions with their answers as a CSV (RFC 4180): a line for each, with a column for the question and one for the answer. */
public final class QuestionFile {
    private static final List<String> QUESTION = List.of("question", "frage", "q");
    private static final List<String> ANSWER = List.of("answer", "antwort", "réponse", "reponse", "a");

    private QuestionFile() {}

    /** A question and what is answered. */
    public record Pair(String question, String answer) {}

    /**
     * What a file holds.
     *
     * @param faults lines that cannot be used
     */
    public record Reading(List<Pair> pairs, List<Fault> faults) {}

    /**
     * Reads a file.
     *
     * @throws FileRefusal if nothing in it can be used
     */
    public static Reading read(byte[] bytes) {
        var delimited = DelimitedFile.read(bytes);
        int question = column(delimited.header(), QUESTION);
        int answer = column(delimited.header(), ANSWER);
        var pairs = new ArrayList<Pair>();
        var faults = new Faults();
        for (CSVRecord line : (Iterable<CSVRecord>) delimited.body()::iterator) {
            String asked = cell(line, question);
            String answered = cell(line, answer);
            if (asked.isEmpty() || answered.isEmpty()) {
                faults.add(line, asked.isEmpty() ? "the question is empty" : "the answer is empty");
            } else {
                pairs.add(new Pair(asked, answered));
            }
        }
        return new Reading(List.copyOf(pairs), faults.list());
    }

    private static int column(CSVRecord header, List<String> names) {
        for (int i = 0; i < header.size(); i++) {
            if (names.contains(header.get(i).toLowerCase(Locale.ROOT).strip())) {
                return i;
            }
        }
        throw new FileRefusal(
                1,
                "the header \"" + String.join(" | ", header.toList()) + "\" has no column \"" + names.getFirst()
                        + "\"; the columns are question and answer");
    }

    private static String cell(CSVRecord line, int index) {
        return index >= line.size()
                ? ""
                : FormulaGuard.unguarded(line.get(index).strip());
    }
}
