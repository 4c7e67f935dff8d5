package io.kinetarch.server.document;

import io.kinetarch.core.plan.FrontDoor;
import io.kinetarch.core.plan.Look;
import io.kinetarch.core.plan.TopicId;
import java.util.HashSet;
import java.util.List;
import tools.jackson.databind.node.JsonNodeFactory;
import tools.jackson.databind.node.ObjectNode;

/** Brings plan documents of older schema versions up to the newest, a version at a time. */
final class PlanMigration {
    private static final int FIRST_LANGUAGE = 5;
    private static final JsonNodeFactory NODES = JsonNodeFactory.instance;

    private PlanMigration() {}

    /**
     * Migrates a document in place.
     *
     * @param document valid by the schema of its version
     */
    static void toNewest(ObjectNode document) {
        if (document.path("schemaVersion").asInt() == 1) {
            toVersion2(document);
        }
        if (document.path("schemaVersion").asInt() == 2) {
            settingsToVersion3((ObjectNode) document.path("settings"));
            document.put("schemaVersion", 3);
        }
        if (document.path("schemaVersion").asInt() == 3) {
            settingsToVersion4((ObjectNode) document.path("settings"));
            document.put("schemaVersion", 4);
        }
        fromVersion4(document);
    }

    /** Brings a document of version 4 or 5 up to date, whatever else may be wrong with it; others stay as they are. */
    static void fromVersion4(ObjectNode document) {
        if (document.path("schemaVersion").asInt() == 4) {
            settingsToVersion5(part(document, "settings"));
            objects(document, "hours").forEach(PlanMigration::hoursToVersion5);
            objects(document, "departments").forEach(PlanMigration::departmentToVersion5);
            objects(document, "queues").forEach(PlanMigration::queueToVersion5);
            objects(document, "doors").forEach(PlanMigration::doorToVersion5);
            document.put("schemaVersion", 5);
        }
        if (document.path("schemaVersion").asInt() == 5) {
            document.putArray("checks"); // version 6 keeps rehearsals with what must happen in them
            document.put("schemaVersion", 6);
        }
        if (document.path("schemaVersion").asInt() == 6) {
            topicsToVersion7(document);
            settingsToVersion7(part(document, "settings"));
            document.putArray("bots");
            document.put("schemaVersion", 7);
        }
        if (document.path("schemaVersion").asInt() == 7) {
            objects(document, "topics").forEach(PlanMigration::topicToVersion8);
            objects(document, "doors").forEach(PlanMigration::doorToVersion8);
            document.putArray("helpPages");
            document.put("schemaVersion", 8);
        }
        if (document.path("schemaVersion").asInt() == 8) {
            objects(document, "bots").forEach(PlanMigration::botToVersion9);
            objects(document, "doors").forEach(PlanMigration::doorToVersion9);
            document.put("schemaVersion", 9);
        }
        if (document.path("schemaVersion").asInt() == 9) {
            objects(document, "doors").forEach(PlanMigration::doorToVersion10);
            document.put("schemaVersion", 10);
        }
        if (document.path("schemaVersion").asInt() == 10) {
            settingsToVersion11(part(document, "settings"));
            objects(document, "doors").forEach(PlanMigration::doorToVersion11);
            document.put("schemaVersion", 11);
        }
        if (document.path("schemaVersion").asInt() == 11) {
            // Version 12 says of each door whether operators see what is being typed; before, they did.
            objects(document, "doors").forEach(door -> door.put("typingShown", true));
            document.put("schemaVersion", 12);
        }
        if (document.path("schemaVersion").asInt() == 12) {
            // Version 13 has exceptions that come every year; before, each was of one date.
            objects(document, "hours").stream()
                    .flatMap(set -> objects(part(set, "hours"), "exceptions").stream())
                    .forEach(exception -> exception.put("yearly", false));
            document.put("schemaVersion", 13);
        }
    }

    /** Version 7 has topics as elements of their own, with all that a bot knows of them. */
    private static void topicsToVersion7(ObjectNode document) {
        var taken = new HashSet<TopicId>();
        var topics = document.putArray("topics");
        objects(part(document, "settings"), "topics").forEach(topic -> {
            var id = TopicId.free(topic.path("name").asString(""), taken::contains);
            taken.add(id);
            var element = topics.addObject();
            element.put("id", id.value()).set("name", topic.path("name"));
            element.putObject("label");
            element.set("skill", topic.path("skill"));
            element.putObject("phrases");
            element.putObject("trials");
            element.putArray("collects");
            element.putArray("answers");
            element.putNull("link");
            element.putArray("offers");
            element.put("after", topic.path("handsOver").asBoolean(false) ? "HAND_OVER" : "NOTHING");
        });
    }

    /** Version 11 tells services of the installation what happens to chats. */
    static void settingsToVersion11(ObjectNode settings) {
        settings.putArray("receivers");
    }

    /** Version 11 has doors that ask to agree to several things, and that take files. */
    static void doorToVersion11(ObjectNode door) {
        boolean asks = door.path("consent").asBoolean(false);
        door.remove("consent");
        var consents = door.putArray("consents");
        if (asks) {
            var consent = consents.addObject();
            consent.put("id", "consent").put("required", true).putObject("text");
        }
        door.putNull("files");
    }

    /** Version 10 has invitations that are counted, doors at any distance from the edges, and conversations that go on by mail. */
    static void doorToVersion10(ObjectNode door) {
        int number = 0;
        for (var invitation : objects(door, "invitations")) {
            invitation.put("id", "invitation-" + ++number);
            invitation.putNull("sender").putNull("from").putNull("until");
        }
        door.put("goOnDays", FrontDoor.USUAL_GO_ON_DAYS);
        door.put("factsSigned", false);
        part(door, "look").put("inset", Look.USUAL.inset()).put("rise", Look.USUAL.rise());
    }

    /** Version 9 says when a bot hands over, and whether it is somebody else's. */
    static void botToVersion9(ObjectNode bot) {
        var handoff = bot.putObject("handoff");
        handoff.putNull("misses").putNull("turns").putNull("seconds").putNull("backAfterSeconds");
        handoff.putArray("straight");
        handoff.putObject("signs");
        bot.putNull("outside");
    }

    /** Version 9 has doors at which it hands over otherwise. */
    static void doorToVersion9(ObjectNode door) {
        door.putNull("handoff");
    }

    /** Version 8 has answers with a picture, and with what a service says. */
    static void topicToVersion8(ObjectNode topic) {
        topic.putNull("service").putNull("picture");
    }

    /** Version 8 has doors that show help pages, and cards that come from topics. */
    static void doorToVersion8(ObjectNode door) {
        door.put("help", false);
        objects(door, "cards").forEach(card -> card.putNull("topic"));
    }

    /** Version 7 says of a bot's shares in which language, and where they were measured. */
    static void settingsToVersion7(ObjectNode settings) {
        settings.remove("topics");
        objects(settings, "botShares")
                .forEach(share -> share.putNull("language").putNull("source"));
    }

    /** Version 5 knows topics, what becomes of the chats of whoever goes away, and more of timeouts. */
    static void settingsToVersion5(ObjectNode settings) {
        settings.putArray("topics");
        settings.put("whenAway", "KEPT");
        var timeouts = part(settings, "timeouts");
        part(timeouts, "accept").put("pauseSeconds", 30);
        part(timeouts, "reply").put("offers", "NOTHING");
        timeouts.put("botCertainty", 0.5);
        timeouts.putObject("lost").put("operatorSeconds", 60).put("visitorSeconds", 120);
        timeouts.putObject("rungs")
                .put("afterChoice", "GO_ON")
                .put("afterMove", "START_ANEW")
                .put("afterReturn", "GO_ON");
    }

    /** Version 5 says what becomes of chats at the end of opening hours. */
    static void hoursToVersion5(ObjectNode set) {
        set.putObject("closing").put("waiting", "SERVED_OUT").put("inHand", "SERVED_OUT");
    }

    /** Version 5 says how chats are handed over and what each leaves to do. */
    static void queueToVersion5(ObjectNode queue) {
        queue.putObject("handover").put("by", "OFFER").put("wrapUpSeconds", 0);
    }

    /** Version 5 says when each question is asked. */
    static void departmentToVersion5(ObjectNode department) {
        objects(department, "questions").forEach(question -> question.put("asked", "BEFORE"));
    }

    /** Version 5 says what a door asks for besides its hours, and who answers first. */
    static void doorToVersion5(ObjectNode door) {
        door.put("opens", "BY_HOURS");
        door.putObject("first").put("open", "PEOPLE").put("closed", "PEOPLE");
        objects(door, "questions").forEach(question -> question.put("asked", "BEFORE"));
        objects(door, "message").forEach(question -> question.put("asked", "BEFORE"));
    }

    /** Version 4 knows which parts of the shrinkage rosters plan themselves, and findings by their code and facts. */
    static void settingsToVersion4(ObjectNode settings) {
        objects((ObjectNode) settings.path("shrinkage"), "parts").forEach(part -> part.put("byRoster", false));
        objects(settings, "accepted").forEach(accepted -> {
            accepted.putNull("kind").putNull("code");
            accepted.putArray("facts");
        });
    }

    /** Version 3 has the shrinkage part by part, and knows what an hour costs and a bot is to finish. */
    static void settingsToVersion3(ObjectNode settings) {
        double share = settings.path("shrinkage").asDouble();
        var parts = settings.putObject("shrinkage").putArray("parts");
        if (share > 0) {
            parts.addObject().put("name", "Shrinkage").put("share", share).putNull("days");
        }
        settings.putNull("pay").putArray("botShares");
    }

    /** Version 2 gathers the settings, and knows more of hours, departments, queues, operators and doors. */
    private static void toVersion2(ObjectNode document) {
        var settings = NODES.objectNode();
        for (String field : List.of("name", "timeZone", "country", "shrinkage")) {
            settings.set(field, document.remove(field));
        }
        settings.putNull("seats").put("nextChat", "PRIORITY").putObject("texts");
        timeouts(settings.putObject("timeouts"));
        settings.putArray("accepted");
        document.put("schemaVersion", 2).set("settings", settings);
        objects(document, "departments").forEach(department -> {
            department.putObject("texts");
            department.putArray("questions");
        });
        objects(document, "queues").forEach(queue -> {
            queue.putObject("members").put("kind", "skill");
            queue.put("leastLanguageLevel", 1).put("priority", 0);
            queue.putObject("choice").put("kind", "longest-free");
            queue.putObject("waiting")
                    .putNull("limit")
                    .put("positionShown", true)
                    .put("waitShown", false);
            queue.putArray("transfers");
            queue.putArray("ladder");
        });
        objects(document, "hours").forEach(set -> {
            var hours = (ObjectNode) set.path("hours");
            hours.putArray("seasons");
            hours.putArray("exceptions");
            hours.putNull("holidays");
        });
        objects(document, "rules").forEach(rule -> rule.putNull("priority").putObject("said"));
        objects(document, "doors").forEach(PlanMigration::door);
        objects(document, "operators").forEach(operator -> {
            operator.putNull("realName").put("realNameShown", false);
            operator.putNull("account").putNull("picture").putNull("mostChats");
            var tags = operator.withArray("languages").deepCopy();
            var spoken = operator.putArray("languages");
            tags.forEach(
                    tag -> spoken.addObject().put("language", tag.asString()).put("level", FIRST_LANGUAGE));
            operator.putArray("departments");
            operator.putObject("greeting");
            operator.putObject("notifications")
                    .put("newChat", true)
                    .put("waiting", false)
                    .put("transfer", true)
                    .put("sound", true);
        });
    }

    private static void timeouts(ObjectNode timeouts) {
        timeouts.putObject("accept").put("seconds", 30).put("awayAfter", 3);
        timeouts.putObject("reply")
                .put("seconds", 120)
                .put("then", "ANOTHER_OPERATOR")
                .putObject("text");
        var silence = timeouts.putObject("silence");
        silence.put("reminderSeconds", 180).put("closeSeconds", 300);
        silence.putObject("reminder");
        silence.putObject("close");
        timeouts.put("botMisses", 2);
    }

    /** A question of version 1 has one text, in no language that it says; it is taken for the first of its door. */
    private static void door(ObjectNode door) {
        String language = door.path("languages").path(0).asString();
        objects(door, "questions").forEach(question -> {
            String text = question.path("text").asString();
            var choices = question.path("choices").deepCopy();
            question.putObject("text").put(language, text);
            question.put("kind", choices.isEmpty() ? "TEXT" : "CHOICE").putObject("help");
            var labelled = question.putArray("choices");
            choices.forEach(choice ->
                    labelled.addObject().put("value", choice.asString()).putObject("label"));
        });
        door.putNull("department")
                .put("consent", false)
                .put("whenClosed", "TEXT")
                .putNull("replyHours");
        door.putObject("texts");
        door.putObject("ending").put("rating", false).put("comment", false).put("transcript", false);
        door.put("callBack", false);
        door.putObject("look")
                .put("accent", "#1D5560")
                .put("onAccent", "#FFFFFF")
                .put("ground", "#FFFFFF")
                .put("ink", "#1E2A32")
                .put("corner", "END")
                .putNull("picture");
        for (String list : List.of("message", "cards", "invitations", "pages", "sites", "facts")) {
            door.putArray(list);
        }
    }

    private static List<ObjectNode> objects(ObjectNode document, String list) {
        return document.path(list)
                .valueStream()
                .filter(ObjectNode.class::isInstance)
                .map(ObjectNode.class::cast)
                .toList();
    }

    /** A part of a document; one that leads nowhere where it is not there, which the reader refuses afterwards. */
    private static ObjectNode part(ObjectNode of, String field) {
        return of.path(field) instanceof ObjectNode part ? part : NODES.objectNode();
    }
}
