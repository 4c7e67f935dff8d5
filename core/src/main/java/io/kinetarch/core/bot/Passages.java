package io.kinetarch.core.bot;

import io.kinetarch.core.plan.HelpPage;
import java.text.BreakIterator;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import org.commonmark.node.Heading;
import org.commonmark.node.HtmlBlock;
import org.commonmark.node.Node;
import org.commonmark.node.ThematicBreak;
import org.commonmark.parser.Parser;
import org.commonmark.renderer.text.LineBreakRendering;
import org.commonmark.renderer.text.TextContentRenderer;

/** Cuts help pages into passages: at headings, then between blocks, then between sentences. Whatever they say is text and nothing else. */
final class Passages {
    /** What a visitor reads in a chat window without scrolling. */
    private static final int LONGEST = 600;

    private static final Parser PARSER = Parser.builder().build();
    private static final TextContentRenderer TEXT = TextContentRenderer.builder()
            .lineBreakRendering(LineBreakRendering.COMPACT)
            .build();

    private final HelpPage page;
    private final List<Passage> passages = new ArrayList<>();
    private final StringBuilder under = new StringBuilder();
    private String heading;

    private Passages(HelpPage page) {
        this.page = page;
        heading = page.name();
    }

    static List<Passage> of(HelpPage page) {
        var cut = new Passages(page);
        for (Node block = PARSER.parse(page.text()).getFirstChild(); block != null; block = block.getNext()) {
            cut.take(block);
        }
        cut.end();
        return cut.passages;
    }

    private void take(Node block) {
        if (block instanceof Heading) {
            end();
            String words = TEXT.render(block).strip();
            heading = words.isEmpty() ? page.name() : words;
        } else if (!(block instanceof HtmlBlock) && !(block instanceof ThematicBreak)) {
            sentences(TEXT.render(block).strip());
        }
    }

    private void sentences(String text) {
        if (text.length() <= LONGEST) {
            add(text, "\n");
            return;
        }
        var breaks = BreakIterator.getSentenceInstance(Locale.forLanguageTag(page.language()));
        breaks.setText(text);
        int from = breaks.first();
        for (int to = breaks.next(); to != BreakIterator.DONE; to = breaks.next()) {
            add(text.substring(from, to).strip(), " ");
            from = to;
        }
    }

    private void add(String text, String between) {
        if (!under.isEmpty() && under.length() + between.length() + text.length() > LONGEST) {
            end();
        }
        if (!text.isEmpty()) {
            under.append(under.isEmpty() ? "" : between).append(text);
        }
    }

    private void end() {
        if (!under.isEmpty()) {
            passages.add(new Passage(page, heading, under.toString()));
            under.setLength(0);
        }
    }
}
