package io.kinetarch.formats.bot;

import io.kinetarch.core.plan.LocalText;
import io.kinetarch.core.plan.Plan;
import io.kinetarch.core.plan.PlanRefusal;
import io.kinetarch.core.plan.Sentences;
import io.kinetarch.core.plan.Topic;
import io.kinetarch.core.plan.TopicId;
import io.kinetarch.formats.table.DelimitedFile;
import io.kinetarch.formats.table.Faults;
import io.kinetarch.formats.table.Faults.Fault;
import io.kinetarch.formats.table.FileRefusal;
import io.kinetarch.formats.table.FormulaGuard;
import io.kinetarch.formats.table.UnusableLine;
import java.io.IOException;
import java.io.UncheckedIOException;
import java.util.ArrayList;
import java.util.EnumMap;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.TreeMap;
import org.apache.commons.csv.CSVFormat;
import org.apache.commons.csv.CSVPrinter;
import org.apache.commons.csv.CSVRecord;
import org.jspecify.annotations.Nullable;

/**
 * Topics as a CSV (RFC 4180): a line for each phrase, test utterance, answer and label, with its topic and language. What a file
 * says is added to the topics; an answer takes the place of the one of the same number and language. Nothing is taken away.
 */
public final class TopicFile {
    private final Plan plan;
    private final Map<Column, Integer> position = new EnumMap<>(Column.class);
    private final Map<TopicId, Topic> topics = new LinkedHashMap<>();

    private TopicFile(Plan plan) {
        this.plan = plan;
    }

    /**
     * What a file holds.
     *
     * @param topics as they will be: those of the plan that it names, with what it adds, and new ones
     * @param faults lines that cannot be used
     */
    public record Reading(List<Topic> topics, List<Fault> faults) {}

    private enum Column {
        TOPIC("topic", "intent"),
        WHAT("what", "kind"),
        NUMBER("number", "variant"),
        LANGUAGE("language"),
        TEXT("text", "phrase", "utterance");

        @SuppressWarnings("ImmutableEnumChecker") // made by List.of
        private final List<String> names;

        Column(String... names) {
            this.names = List.of(names);
        }

        String title() {
            return names.getFirst();
        }

        static Optional<Column> named(String header) {
            String plain = header.toLowerCase(Locale.ROOT).strip();
            return List.of(values()).stream()
                    .filter(column -> column.names.contains(plain))
                    .findFirst();
        }
    }

    private enum What {
        PHRASE,
        TEST,
        ANSWER,
        LABEL;

        String word() {
            return name().toLowerCase(Locale.ROOT);
        }
    }

    /** Writes a plan's topics. A text that a spreadsheet would run as a formula gets an apostrophe before it. */
    public static String write(Plan plan) {
        var out = new StringBuilder();
        try (var printer = new CSVPrinter(out, CSVFormat.RFC4180)) {
            printer.printRecord(
                    List.of(Column.values()).stream().map(Column::title).toList());
            for (var topic : plan.topics()) {
                texts(printer, topic, What.LABEL, "", topic.label());
                sentences(printer, topic, What.PHRASE, topic.phrases());
                sentences(printer, topic, What.TEST, topic.trials());
                for (int i = 0; i < topic.answers().size(); i++) {
                    texts(
                            printer,
                            topic,
                            What.ANSWER,
                            Integer.toString(i + 1),
                            topic.answers().get(i));
                }
            }
        } catch (IOException e) {
            throw new UncheckedIOException("a string buffer does not fail", e);
        }
        return out.toString();
    }

    private static void sentences(CSVPrinter printer, Topic topic, What what, Sentences sentences) throws IOException {
        for (var entry : sentences.in().entrySet()) {
            for (String text : entry.getValue()) {
                line(printer, topic, what, "", entry.getKey(), text);
            }
        }
    }

    private static void texts(CSVPrinter printer, Topic topic, What what, String number, LocalText texts)
            throws IOException {
        for (var entry : texts.in().entrySet()) {
            line(printer, topic, what, number, entry.getKey(), entry.getValue());
        }
    }

    private static void line(CSVPrinter printer, Topic topic, What what, String number, String language, String text)
            throws IOException {
        printer.printRecord(
                FormulaGuard.guarded(topic.name()), what.word(), number, language, FormulaGuard.guarded(text));
    }

    /**
     * Reads a file for a plan. A line is matched to a topic by its name, letter case aside; a name that no topic has makes one.
     *
     * @throws FileRefusal if nothing in it can be used
     */
    public static Reading read(byte[] bytes, Plan plan) {
        var delimited = DelimitedFile.read(bytes);
        var file = new TopicFile(plan);
        file.columns(delimited.header());
        var faults = new Faults();
        for (CSVRecord line : (Iterable<CSVRecord>) delimited.body()::iterator) {
            try {
                file.take(line);
            } catch (UnusableLine | PlanRefusal e) {
                faults.add(line, String.valueOf(e.getMessage()));
            }
        }
        return new Reading(List.copyOf(file.topics.values()), faults.list());
    }

    private void columns(CSVRecord header) {
        for (int i = 0; i < header.size(); i++) {
            int at = i;
            Column.named(header.get(i)).ifPresent(column -> position.putIfAbsent(column, at));
        }
        for (var needed : List.of(Column.TOPIC, Column.TEXT)) {
            if (!position.containsKey(needed)) {
                throw new FileRefusal(
                        1,
                        "the header \"" + String.join(" | ", header.toList()) + "\" has no column \"" + needed.title()
                                + "\"; the columns are topic, what (phrase, test, answer or label), number, language, text");
            }
        }
    }

    private void take(CSVRecord line) throws UnusableLine {
        var topic = topic(line);
        String text = cell(line, Column.TEXT).orElseThrow(() -> new UnusableLine("the text is empty"));
        String language = cell(line, Column.LANGUAGE).orElseGet(this::usualLanguage);
        var changed = switch (what(line)) {
            case PHRASE -> topic.withSentences(with(topic.phrases(), language, text), topic.trials());
            case TEST -> topic.withSentences(topic.phrases(), with(topic.trials(), language, text));
            case ANSWER -> topic.withAnswers(answers(topic, line, language, text));
            case LABEL -> topic.withLabel(with(topic.label(), language, text));
        };
        topics.put(changed.id(), changed);
    }

    private Topic topic(CSVRecord line) throws UnusableLine {
        String name = cell(line, Column.TOPIC).orElseThrow(() -> new UnusableLine("no topic is named"));
        return topics.values().stream()
                .filter(topic -> topic.name().equalsIgnoreCase(name))
                .findFirst()
                .or(() -> plan.topics().stream()
                        .filter(topic -> topic.name().equalsIgnoreCase(name))
                        .findFirst())
                .orElseGet(() -> Topic.of(
                        TopicId.free(name, id -> plan.has(id) || topics.containsKey(id)),
                        name,
                        null,
                        Topic.After.NOTHING));
    }

    private What what(CSVRecord line) throws UnusableLine {
        String said = cell(line, Column.WHAT).orElse(What.PHRASE.word());
        for (var what : What.values()) {
            if (what.word().equalsIgnoreCase(said)) {
                return what;
            }
        }
        throw new UnusableLine("\"" + said + "\" is none of phrase, test, answer and label");
    }

    private String usualLanguage() {
        return plan.bots().isEmpty() ? "en" : plan.bots().getFirst().languages().getFirst();
    }

    private List<LocalText> answers(Topic topic, CSVRecord line, String language, String text) throws UnusableLine {
        var answers = new ArrayList<>(topic.answers());
        String said = cell(line, Column.NUMBER).orElse("1");
        int number = said.matches("[1-9][0-9]?") ? Integer.parseInt(said) : 0;
        if (number == 0 || number > answers.size() + 1) {
            throw new UnusableLine(
                    "\"" + said + "\" is no number of an answer; this topic's next one is " + (answers.size() + 1));
        }
        if (number > answers.size()) {
            answers.add(LocalText.of(language, text));
        } else {
            answers.set(number - 1, with(answers.get(number - 1), language, text));
        }
        return answers;
    }

    private static Sentences with(Sentences sentences, String language, String text) {
        var in = new TreeMap<>(sentences.in());
        var those = new ArrayList<>(sentences.in(language));
        if (those.stream().noneMatch(text::equalsIgnoreCase)) {
            those.add(text);
        }
        in.put(language, those);
        return new Sentences(in);
    }

    private static LocalText with(LocalText text, String language, String words) {
        var in = new TreeMap<>(text.in());
        in.put(language, words);
        return new LocalText(in);
    }

    private Optional<String> cell(CSVRecord line, Column column) {
        @Nullable Integer index = position.get(column);
        return index == null || index >= line.size() || line.get(index).isBlank()
                ? Optional.empty()
                : Optional.of(FormulaGuard.unguarded(line.get(index).strip()));
    }
}
