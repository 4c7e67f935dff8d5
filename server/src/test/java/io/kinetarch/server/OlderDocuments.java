package io.kinetarch.server;

import java.util.List;
import java.util.Map;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.node.ArrayNode;
import tools.jackson.databind.node.ObjectNode;

/** Takes out of plan documents what older versions of them do not know. */
public final class OlderDocuments {
    private OlderDocuments() {}

    /** The document as version 7 wrote it. */
    public static void toVersion7(ObjectNode plan) {
        plan.put("schemaVersion", 7);
        ((ObjectNode) plan.path("settings")).remove("receivers");
        plan.path("hours").forEach(set -> without(set.path("hours").path("exceptions"), "yearly"));
        without(plan.path("bots"), "handoff");
        without(plan.path("bots"), "outside");
        without(plan.path("doors"), "handoff");
        plan.path("checks").forEach(check -> without(check.path("expect"), "topic"));
        plan.remove("helpPages");
        without(plan.path("topics"), "service");
        without(plan.path("topics"), "picture");
        plan.path("doors").forEach(door -> {
            List.of("id", "sender", "from", "until").forEach(field -> without(door.path("invitations"), field));
            ((ObjectNode) door).remove(List.of("goOnDays", "factsSigned", "files", "typingShown"));
            ((ObjectNode) door).put("consent", !door.path("consents").isEmpty()).remove("consents");
            ((ObjectNode) door.path("look")).remove(List.of("inset", "rise"));
            ((ObjectNode) door).remove("help");
            var first = (ObjectNode) door.path("first");
            first.properties().stream()
                    .filter(side -> side.getValue().asString().equals("DRAFTS"))
                    .map(Map.Entry::getKey)
                    .toList()
                    .forEach(side -> first.put(side, "PEOPLE"));
            var cards = (ArrayNode) door.path("cards");
            cards.removeIf(card -> !card.path("topic").isNull());
            without(cards, "topic");
        });
    }

    /** The document as version 4 wrote it. */
    public static void toVersion4(ObjectNode plan) {
        toVersion7(plan);
        plan.put("schemaVersion", 4);
        plan.remove(List.of("checks", "topics", "bots"));
        var settings = (ObjectNode) plan.path("settings");
        settings.remove(List.of("whenAway"));
        without(settings.path("botShares"), "language");
        without(settings.path("botShares"), "source");
        var timeouts = (ObjectNode) settings.path("timeouts");
        timeouts.remove(List.of("botCertainty", "lost", "rungs"));
        ((ObjectNode) timeouts.path("accept")).remove("pauseSeconds");
        ((ObjectNode) timeouts.path("reply")).remove("offers");
        without(plan.path("hours"), "closing");
        without(plan.path("queues"), "handover");
        without(plan.path("doors"), "opens");
        without(plan.path("doors"), "first");
        plan.path("doors").forEach(door -> {
            without(door.path("questions"), "asked");
            without(door.path("message"), "asked");
        });
        plan.path("departments").forEach(department -> without(department.path("questions"), "asked"));
    }

    private static void without(JsonNode list, String field) {
        list.forEach(element -> ((ObjectNode) element).remove(field));
    }
}
