package io.kinetarch.server.door;

import io.kinetarch.core.plan.FrontDoor;
import io.kinetarch.core.plan.PageFact;
import java.util.List;
import java.util.stream.Collectors;
import org.springframework.web.util.HtmlUtils;

/**
 * How a web site shows a door, and how the door is reached without one.
 *
 * @param script to be put before the end of the page's body
 * @param link that opens the door by itself
 * @param directives to be added to the content security policy of a site that has one
 * @param sites that are allowed to show it
 */
public record Embedding(String script, String link, List<Directive> directives, List<String> sites) {

    /**
     * A directive of a content security policy (W3C CSP 3) and the source to be added to it.
     *
     * @param because what the door needs it for
     */
    public record Directive(String name, String source, String because) {}

    /**
     * The embedding of a door.
     *
     * @param base address of the application, without a slash at its end
     */
    public static Embedding of(String planId, FrontDoor door, String language, String base) {
        String id = planId + "/" + door.id().value();
        return new Embedding(
                "<script src=\"" + base + "/widget/door.js\" data-door=\"" + id + "\" data-language=\""
                        + HtmlUtils.htmlEscape(language) + "\" async></script>" + facts(door),
                base + "/door/" + id + "/" + language,
                List.of(
                        new Directive("script-src", base, "loads the door's script"),
                        new Directive("connect-src", base, "lets the door ask whether it is open, and chat"),
                        new Directive("connect-src", base.replaceFirst("^http", "ws"), "brings answers at once"),
                        new Directive("img-src", base, "shows the pictures of the door and of operators"),
                        new Directive(
                                "report-uri",
                                base + "/visit/" + id + "/policy-reports",
                                "tells when its policy stops the door after all, so that an alarm can be set on it")),
                door.sites().stream().map(site -> site.value()).toList());
    }

    /** A data block, which no content security policy forbids: it is no script that runs. */
    private static String facts(FrontDoor door) {
        return door.facts().isEmpty()
                ? ""
                : door.facts().stream()
                        .map(PageFact::key)
                        .map(key -> "  " + quoted(key) + ": \"\"")
                        .collect(Collectors.joining(
                                ",\n",
                                "\n<script type=\"application/json\" data-door-facts"
                                        + (door.factsSigned() ? " data-signed-at=\"\" data-signature=\"\"" : "")
                                        + ">\n{\n",
                                "\n}\n</script>"));
    }

    /** As JSON that may stand in HTML: nothing in it can end the block. */
    private static String quoted(String key) {
        return "\"" + key.replace("\\", "\\\\").replace("\"", "\\\"").replace("<", "\\u003c") + "\"";
    }
}
