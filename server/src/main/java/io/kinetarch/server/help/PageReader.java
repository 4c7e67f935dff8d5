package io.kinetarch.server.help;

import com.vladsch.flexmark.html2md.converter.FlexmarkHtmlConverter;
import com.vladsch.flexmark.util.data.MutableDataSet;
import io.kinetarch.core.bot.Knowledge;
import io.kinetarch.core.plan.HelpPage;
import io.kinetarch.formats.bot.QuestionFile;
import io.kinetarch.formats.table.Faults.Fault;
import io.kinetarch.formats.table.FileRefusal;
import io.kinetarch.server.problem.Refusal;
import io.kinetarch.server.problem.Refusal.Kind;
import java.nio.ByteBuffer;
import java.nio.charset.CharacterCodingException;
import java.nio.charset.StandardCharsets;
import java.util.ArrayList;
import java.util.List;
import java.util.Objects;
import java.util.stream.Stream;
import org.jsoup.Jsoup;
import org.jsoup.nodes.Document;
import org.jsoup.nodes.Element;
import org.jspecify.annotations.Nullable;

/** Makes help pages of what is pasted, uploaded or read from a site: Markdown, plain text, HTML, or questions and answers. */
final class PageReader {
    /** Of a page of a site: what surrounds its words, and what runs. */
    private static final String BESIDE_THE_WORDS =
            "script, style, noscript, template, iframe, object, embed, svg, img, form, input, button, nav, header, footer, aside";

    private static final int LONGEST_TITLE = 200;

    private PageReader() {}

    /** What is read. */
    enum Format {
        MARKDOWN,
        HTML,
        QUESTIONS
    }

    /**
     * A page that was read; whoever reads it says what it is used for.
     *
     * @param language found out; null where it does not say
     */
    record ReadPage(String title, String text, @Nullable String language) {}

    /**
     * What was read.
     *
     * @param faults lines of questions and answers that cannot be used
     */
    record Reading(List<ReadPage> pages, List<Fault> faults) {}

    /**
     * Reads pages.
     *
     * @param name of the file, for a page without a title
     * @param languages among which the language is found out
     */
    static Reading read(byte[] bytes, Format format, String name, List<String> languages) {
        if (format == Format.QUESTIONS) {
            return questions(bytes, name, languages);
        }
        String text = decoded(bytes);
        var page = format == Format.HTML ? html(text, name) : markdown(text, name);
        if (page.text().isBlank()) {
            throw new Refusal(Kind.UNREADABLE_FILE, "There is nothing to read in " + name + ".");
        }
        if (page.text().length() > HelpPage.LONGEST) {
            throw new Refusal(
                    Kind.FILE_TOO_LARGE,
                    name + " has " + page.text().length() + " characters of text, a page has at most "
                            + HelpPage.LONGEST + ". Make several pages of it.");
        }
        return new Reading(List.of(known(page, languages)), List.of());
    }

    private static ReadPage known(ReadPage page, List<String> languages) {
        return new ReadPage(
                page.title(),
                page.text(),
                Knowledge.languageOf(page.title() + "\n" + page.text(), languages)
                        .orElse(null));
    }

    private static String decoded(byte[] bytes) {
        try {
            return StandardCharsets.UTF_8
                    .newDecoder()
                    .decode(ByteBuffer.wrap(bytes))
                    .toString();
        } catch (CharacterCodingException e) {
            throw new Refusal(Kind.UNREADABLE_FILE, "The text is not in UTF-8. Save it as UTF-8 and send it again.");
        }
    }

    private static ReadPage markdown(String text, String name) {
        var lines = text.strip().lines().toList();
        boolean titled = !lines.isEmpty() && lines.getFirst().startsWith("# ");
        return titled
                ? new ReadPage(
                        title(lines.getFirst().substring(2), name),
                        String.join("\n", lines.subList(1, lines.size())).strip(),
                        null)
                : new ReadPage(title("", name), String.join("\n", lines), null);
    }

    private static ReadPage html(String text, String name) {
        Document document = Jsoup.parse(text);
        document.select(BESIDE_THE_WORDS).remove();
        Element words = Stream.of("main", "article", "body")
                .map(document::selectFirst)
                .filter(Objects::nonNull)
                .findFirst()
                .orElse(document.body());
        Element heading = words.selectFirst("h1");
        String title = title(heading == null ? document.title() : heading.text(), name);
        if (heading != null) {
            heading.remove();
        }
        var options = new MutableDataSet()
                .set(FlexmarkHtmlConverter.SETEXT_HEADINGS, false)
                .set(FlexmarkHtmlConverter.OUTPUT_ATTRIBUTES_ID, false);
        String markdown = FlexmarkHtmlConverter.builder(options).build().convert(words.html());
        return new ReadPage(title, markdown.strip(), null);
    }

    /** As many pages as the questions need. */
    private static Reading questions(byte[] bytes, String name, List<String> languages) {
        QuestionFile.Reading reading;
        try {
            reading = QuestionFile.read(bytes);
        } catch (FileRefusal refusal) {
            throw new Refusal(Kind.UNREADABLE_FILE, "Line " + refusal.line() + ": " + refusal.getMessage() + ".")
                    .with("line", refusal.line());
        }
        var pages = new ArrayList<ReadPage>();
        var text = new StringBuilder();
        for (var pair : reading.pairs()) {
            String section = "## " + pair.question().replaceAll("\\s+", " ") + "\n\n" + pair.answer() + "\n\n";
            if (text.length() + section.length() > HelpPage.LONGEST && !text.isEmpty()) {
                pages.add(questionPage(text, name, pages.size(), languages));
                text.setLength(0);
            }
            text.append(section, 0, Math.min(section.length(), HelpPage.LONGEST));
        }
        if (!text.isEmpty()) {
            pages.add(questionPage(text, name, pages.size(), languages));
        }
        return new Reading(List.copyOf(pages), reading.faults());
    }

    private static ReadPage questionPage(StringBuilder text, String name, int before, List<String> languages) {
        String title = title("", name) + (before == 0 ? "" : " " + (before + 1));
        return known(new ReadPage(title, text.toString().strip(), null), languages);
    }

    private static String title(String found, String name) {
        String plain = found.strip().isEmpty() ? name.replaceFirst("\\.[A-Za-z]{1,8}$", "") : found.strip();
        return plain.length() > LONGEST_TITLE
                ? plain.substring(0, LONGEST_TITLE).strip()
                : plain;
    }
}
