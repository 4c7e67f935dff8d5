package io.kinetarch.server.help;

import io.kinetarch.core.plan.Element;
import io.kinetarch.core.plan.HelpPage;
import io.kinetarch.server.door.DoorDocument;
import io.kinetarch.server.door.DoorDocuments;
import io.kinetarch.server.problem.Refusal;
import io.kinetarch.server.problem.Refusal.Kind;
import io.kinetarch.server.visit.LivePlans;
import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.util.List;
import java.util.Map;
import java.util.TreeMap;
import java.util.stream.Collectors;
import org.commonmark.parser.Parser;
import org.commonmark.renderer.html.HtmlRenderer;
import org.jspecify.annotations.Nullable;
import org.springframework.core.io.ClassPathResource;
import org.springframework.http.MediaType;
import org.springframework.http.ResponseEntity;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.RestController;
import org.springframework.web.util.HtmlUtils;

/** The help pages of a door of the live plan, for anybody to read. Nothing on them runs. */
@RestController
class HelpSiteController {
    private static final int LONGEST_QUESTION = 200;
    private static final int MOST_FOUND = 10;

    private static final Parser PARSER = Parser.builder().build();
    /** Mark-up within a page is shown as it is written, and links lead to web addresses only. */
    private static final HtmlRenderer HTML =
            HtmlRenderer.builder().escapeHtml(true).sanitizeUrls(true).build();

    private final LivePlans plans;
    private final DoorDocuments documents;
    private final HelpIndex index;
    private final String style;

    HelpSiteController(LivePlans plans, DoorDocuments documents, HelpIndex index) throws IOException {
        this.plans = plans;
        this.documents = documents;
        this.index = index;
        style = new ClassPathResource("help/help.css").getContentAsString(StandardCharsets.UTF_8);
    }

    /** All pages by category, or those that a question is answered on. */
    @GetMapping("/door/{plan}/{door}/{language}/help")
    ResponseEntity<String> list(
            @PathVariable String plan,
            @PathVariable String door,
            @PathVariable String language,
            @RequestParam(defaultValue = "") String q) {
        var found = document(plan, door, language);
        var pages = pages(plan, door, language);
        var said = found.words();
        String question =
                q.strip().substring(0, Math.min(LONGEST_QUESTION, q.strip().length()));
        String body = "<h1>" + escaped(said.get("helpPages")) + "</h1>" + search(said, question)
                + (question.isEmpty() ? byCategory(pages) : hits(pages, question, language, said));
        return page(plan, found, said.get("helpPages"), body);
    }

    /** One page. */
    @GetMapping("/door/{plan}/{door}/{language}/help/{page}")
    ResponseEntity<String> one(
            @PathVariable String plan,
            @PathVariable String door,
            @PathVariable String language,
            @PathVariable("page") String id) {
        var found = document(plan, door, language);
        var page = Element.find(pages(plan, door, language), id)
                .orElseThrow(() -> new Refusal(Kind.NOT_FOUND, "There is no help page \"" + id + "\" at this door."));
        return page(
                plan,
                found,
                page.name(),
                "<p><a href=\"../help\">‹ " + escaped(found.words().get("helpPages")) + "</a></p><article><h1>"
                        + escaped(page.name()) + "</h1>" + HTML.render(PARSER.parse(page.text())) + "</article>");
    }

    /** The colours of a door's help pages are the door's. */
    @GetMapping("/door/{plan}/{door}/help.css")
    ResponseEntity<String> style(@PathVariable String plan, @PathVariable String door) {
        var look = plans.door(plan, door).look();
        return ResponseEntity.ok()
                .contentType(new MediaType("text", "css", StandardCharsets.UTF_8))
                .body(":root{--accent:" + look.accent().value() + ";--ground:"
                        + look.ground().value() + ";--ink:" + look.ink().value() + "}\n" + style);
    }

    private DoorDocument document(String plan, String door, String language) {
        return documents.of(plans.live(plan).plan(), plans.door(plan, door), language);
    }

    private List<HelpPage> pages(String plan, String door, String language) {
        return plans.live(plan).plan().helpPagesOf(plans.door(plan, door), language);
    }

    private static String search(Map<String, String> said, String question) {
        return "<form role=\"search\"><label for=\"q\">" + escaped(said.get("helpSearch"))
                + "</label><input id=\"q\" name=\"q\" type=\"search\" value=\"" + escaped(question) + "\"><button>"
                + escaped(said.get("helpFind")) + "</button></form>";
    }

    private static String byCategory(List<HelpPage> pages) {
        return pages.stream()
                .collect(Collectors.groupingBy(HelpPage::category, TreeMap::new, Collectors.toList()))
                .entrySet()
                .stream()
                .map(category -> (category.getKey().isEmpty() ? "" : "<h2>" + escaped(category.getKey()) + "</h2>")
                        + "<ul>"
                        + category.getValue().stream()
                                .map(page -> "<li>" + link(page, page.name()) + "</li>")
                                .collect(Collectors.joining())
                        + "</ul>")
                .collect(Collectors.joining());
    }

    private String hits(List<HelpPage> pages, String question, String language, Map<String, String> said) {
        var found = index.of(pages).find(question, language, MOST_FOUND);
        return found.isEmpty()
                ? "<p role=\"status\">" + escaped(said.get("helpNone")) + "</p>"
                : found.stream()
                        .map(hit -> "<section><h2>"
                                + link(hit.passage().page(), hit.passage().heading()) + "</h2><p>"
                                + escaped(hit.passage().text()) + "</p></section>")
                        .collect(Collectors.joining());
    }

    private static String link(HelpPage page, String words) {
        return "<a href=\"help/" + page.id().value() + "\">" + escaped(words) + "</a>";
    }

    private static ResponseEntity<String> page(String plan, DoorDocument door, @Nullable String title, String body) {
        return ResponseEntity.ok()
                .contentType(new MediaType(MediaType.TEXT_HTML, StandardCharsets.UTF_8))
                .header(
                        "Content-Security-Policy",
                        "default-src 'none'; style-src 'self'; img-src 'self'; base-uri 'none'; form-action 'self'; frame-ancestors 'self'")
                .header("X-Content-Type-Options", "nosniff")
                .body("<!doctype html><html lang=\"" + escaped(door.language()) + "\" dir=\""
                        + door.direction()
                        + "\"><head><meta charset=\"utf-8\"><meta name=\"viewport\" content=\"width=device-width,"
                        + " initial-scale=1\"><link rel=\"icon\" href=\"/icon.svg\"><link rel=\"stylesheet\" href=\"/door/"
                        + escaped(plan + "/" + door.door()) + "/help.css\"><title>"
                        + escaped(title) + " · " + escaped(door.name()) + "</title></head><body><main>" + body
                        + "</main></body></html>");
    }

    private static String escaped(@Nullable String text) {
        return text == null ? "" : HtmlUtils.htmlEscape(text);
    }
}
