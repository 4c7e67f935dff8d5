package io.kinetarch.server.live;

import io.kinetarch.server.feed.Notices;
import java.util.List;
import java.util.concurrent.CopyOnWriteArrayList;
import java.util.function.Consumer;
import org.jspecify.annotations.Nullable;
import org.springframework.stereotype.Component;
import tools.jackson.databind.json.JsonMapper;

/** What is passed on between instances and never stored: typing, marks of what was read, and who is looked for. */
@Component
public class Passing {
    private static final String CHANNEL = "live_passing";

    private final ChatReader chats;
    private final JsonMapper json;
    private final List<Consumer<Passed>> listeners = new CopyOnWriteArrayList<>();

    Passing(ChatReader chats, JsonMapper json, Notices notices) {
        this.chats = chats;
        this.json = json;
        notices.on(CHANNEL, said -> listeners.forEach(listener -> listener.accept(json.readValue(said, Passed.class))));
    }

    /** What happens. */
    public enum What {
        VISITOR_TYPES,
        OPERATOR_TYPES,
        /** Somebody got or read what was said. */
        MARKED,
        /** More is known of a chat: its page has told of the visitor, who has answered another question, or a bot has drafted a reply or was told that it was wrong. */
        KNOWN_MORE,
        /** A visitor or an operator was taken for lost: who has a connection of theirs says so. */
        LOST,
        /** Everybody was: the plan is run by another instance than before. */
        ALL_LOST
    }

    /**
     * Something passing.
     *
     * @param text that is being typed; null where it is about something else
     */
    public record Passed(
            What what,
            String plan,
            @Nullable Long chat,
            @Nullable String operator,
            @Nullable String text) {}

    /** Hears what passes, in every instance; to be asked for before the application runs. */
    public void on(Consumer<Passed> listener) {
        listeners.add(listener);
    }

    public void visitorTypes(String plan, long chat, String text) {
        pass(new Passed(What.VISITOR_TYPES, plan, chat, null, text));
    }

    public void operatorTypes(String plan, long chat, String operator) {
        pass(new Passed(What.OPERATOR_TYPES, plan, chat, operator, null));
    }

    public void marked(String plan, long chat) {
        pass(new Passed(What.MARKED, plan, chat, null, null));
    }

    public void knownMore(String plan, long chat) {
        pass(new Passed(What.KNOWN_MORE, plan, chat, null, null));
    }

    public void visitorLost(String plan, long chat) {
        pass(new Passed(What.LOST, plan, chat, null, null));
    }

    public void operatorLost(String plan, String operator) {
        pass(new Passed(What.LOST, plan, null, operator, null));
    }

    void allLost(String plan) {
        pass(new Passed(What.ALL_LOST, plan, null, null, null));
    }

    private void pass(Passed passed) {
        chats.pass(json.writeValueAsString(passed));
    }
}
