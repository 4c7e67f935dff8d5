package io.kinetarch.server.standin;

import java.time.Clock;
import java.util.ArrayDeque;
import java.util.Deque;
import java.util.List;
import java.util.Map;
import java.util.concurrent.ConcurrentLinkedDeque;
import java.util.concurrent.atomic.AtomicInteger;
import org.springframework.web.util.HtmlUtils;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.json.JsonMapper;

/** Those of the demo who want to hear of chats: whatever they are told is read on a page of the stand-in site. */
final class Receivers {
    private static final int MOST_KEPT = 50;

    private final AtomicInteger tickets = new AtomicInteger(1000);
    private final Deque<Heard> heard = new ConcurrentLinkedDeque<>();

    private record Heard(String receiver, JsonNode told) {}

    /** One of them, which takes what is signed with its key. */
    SignedHandler receiver(String name, String key, Clock clock, JsonMapper json) {
        return new SignedHandler(key, clock, json) {
            @Override
            Answer answer(JsonNode told) {
                heard.addFirst(new Heard(name, told));
                while (heard.size() > MOST_KEPT) {
                    heard.pollLast();
                }
                return new Answer(
                        200,
                        told.path("news").asString("").equals("ticket")
                                ? Map.of("taken", true, "number", "TS-" + tickets.incrementAndGet())
                                : Map.of("taken", true));
            }
        };
    }

    /** What they were told, the newest first, as parts of a page. */
    String page() {
        var all = List.copyOf(new ArrayDeque<>(heard));
        if (all.isEmpty()) {
            return "<p>None yet.</p>";
        }
        var page = new StringBuilder();
        for (var one : all) {
            page.append("<article><h2>")
                    .append(HtmlUtils.htmlEscape(one.told().path("news").asString("") + ", chat "
                            + one.told().path("chat").asString("")))
                    .append("</h2><p>to ")
                    .append(HtmlUtils.htmlEscape(one.receiver()))
                    .append("</p><pre>")
                    .append(HtmlUtils.htmlEscape(one.told().toPrettyString()))
                    .append("</pre></article>");
        }
        return page.toString();
    }
}
