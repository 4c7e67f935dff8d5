package io.kinetarch.core.bot;

import io.kinetarch.core.plan.Bot;
import io.kinetarch.core.plan.Courtesy;
import io.kinetarch.core.plan.FollowUp;
import io.kinetarch.core.plan.LocalText;
import io.kinetarch.core.plan.Plan;
import io.kinetarch.core.plan.Topic;
import io.kinetarch.core.plan.TopicId;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.stream.Stream;
import org.jspecify.annotations.Nullable;

/** A bot with what it has learned of the topics it knows. */
public final class TrainedBot {
    private final Bot bot;
    private final List<Topic> topics;
    private final Understanding understanding;

    private TrainedBot(Bot bot, List<Topic> topics, Understanding understanding) {
        this.bot = bot;
        this.topics = topics;
        this.understanding = understanding;
    }

    /** What a bot of a plan learns, by language; with nothing else it learns the same. */
    public static Map<String, List<Phrase>> phrases(Plan plan, Bot bot) {
        var phrases = new LinkedHashMap<String, List<Phrase>>();
        for (String language : bot.languages()) {
            var learned = plan.topicsOf(bot).stream()
                    .flatMap(topic -> topic.phrases().in(language).stream()
                            .map(text -> new Phrase(topic.id().value(), text)))
                    .toList();
            // Courtesies alone are nothing to be understood.
            phrases.put(
                    language,
                    learned.isEmpty()
                            ? List.of()
                            : Stream.concat(learned.stream(), Courtesies.phrases(language))
                                    .toList());
        }
        return phrases;
    }

    /**
     * A bot of a plan.
     *
     * @param understanding of its {@link #phrases}
     */
    public static TrainedBot of(Plan plan, Bot bot, Understanding understanding) {
        return new TrainedBot(bot, plan.topicsOf(bot), understanding);
    }

    public Bot bot() {
        return bot;
    }

    /** The topics that it knows, in the order of the plan. */
    public List<Topic> topics() {
        return topics;
    }

    /** What it has learned; courtesies are told apart from topics by {@link #courtesy}. */
    public Understanding understanding() {
        return understanding;
    }

    /** The topic of a name that was understood; none for a courtesy. */
    public Optional<Topic> topic(@Nullable String understood) {
        return topics.stream()
                .filter(topic -> topic.id().value().equals(understood))
                .findFirst();
    }

    /** The courtesy of a name that was understood; none for a topic. */
    public static Optional<Courtesy> courtesy(@Nullable String understood) {
        return understood == null ? Optional.empty() : Courtesies.understood(understood);
    }

    /**
     * What it says to what a visitor writes.
     *
     * @param talk as it stood
     * @param limit the certainty from which it answers by itself, 0 to 1
     */
    public Reply reply(Talk talk, String text, double limit) {
        var asked = talk.asked();
        if (asked != null) {
            var about = topic(asked.topic().value());
            if (about.isPresent() && asked.index() < about.get().collects().size()) {
                return answered(talk, about.get(), asked, text);
            }
        }
        String language = understanding
                .written(text)
                .orElseGet(() -> talk.language() == null ? understanding.language(text) : talk.language());
        var understood = understanding.understand(text, language);
        var next = talk.in(understood.language());
        if (!understood.isAnswered(limit)) {
            return notUnderstood(next, understood);
        }
        var courtesy = courtesy(understood.best());
        if (courtesy.isPresent()) {
            return new Reply(
                    next.turned(0),
                    Reply.Kind.COURTESY,
                    null,
                    understood,
                    List.of(said(bot.courtesies().get(courtesy.get()), Courtesies.said(courtesy.get()), next)),
                    List.of(),
                    null);
        }
        return topic(understood.best())
                .map(topic -> about(next.turned(0), topic, 0, understood))
                .orElseGet(() -> notUnderstood(next, understood));
    }

    private Reply notUnderstood(Talk talk, Understood understood) {
        boolean again = talk.misses() > 0;
        String words = again
                ? said(bot.notUnderstoodAgain(), Courtesies.notUnderstood(true), talk)
                : said(bot.notUnderstood(), Courtesies.notUnderstood(false), talk);
        return new Reply(
                talk.turned(talk.misses() + 1),
                Reply.Kind.NOT_UNDERSTOOD,
                null,
                understood,
                List.of(words),
                List.of(),
                null);
    }

    /** The answer that a visitor gave to what the bot asked; where it is none, it is asked again, twice at most. */
    private Reply answered(Talk talk, Topic topic, Talk.Asked asked, String text) {
        var followUp = topic.collects().get(asked.index());
        var value = FollowUpReading.of(followUp, text);
        if (value.isEmpty() && asked.again() < FollowUp.MOST_ASKED_AGAIN) {
            var words = followUp.again().isEmpty() ? followUp.ask() : followUp.again();
            return new Reply(
                    talk.asking(new Talk.Asked(topic.id(), asked.index(), asked.again() + 1)),
                    Reply.Kind.ASKS,
                    topic.id(),
                    null,
                    List.of(filled(words, talk)),
                    List.of(),
                    null);
        }
        var known = value.map(found -> talk.knowing(followUp.key(), found)).orElse(talk);
        return about(known.asking(null), topic, asked.index() + 1, null);
    }

    /** Asks what is to be asked from one on, else answers. */
    private Reply about(Talk talk, Topic topic, int from, @Nullable Understood understood) {
        for (int i = from; i < topic.collects().size(); i++) {
            var followUp = topic.collects().get(i);
            if (!talk.values().containsKey(followUp.key())) {
                return new Reply(
                        talk.asking(new Talk.Asked(topic.id(), i, 0)),
                        Reply.Kind.ASKS,
                        topic.id(),
                        understood,
                        List.of(filled(followUp.ask(), talk)),
                        List.of(),
                        null);
            }
        }
        var said = new ArrayList<String>();
        if (!topic.answers().isEmpty()) {
            said.add(filled(
                    topic.answers()
                            .get(Math.floorMod(talk.turns() - 1, topic.answers().size())),
                    talk));
        }
        return new Reply(talk, Reply.Kind.ANSWER, topic.id(), understood, said, topic.offers(), topic.link());
    }

    private String said(@Nullable LocalText own, LocalText shipped, Talk talk) {
        return filled(own == null || own.isEmpty() ? shipped : own, talk);
    }

    /** In the visitor's language, else in the first of the bot's that has it, with what is known in its places. */
    private String filled(LocalText text, Talk talk) {
        String language = talk.language();
        String words = text.inFirstOf(Stream.concat(Stream.ofNullable(language), bot.languages().stream())
                .toList());
        for (var value : knownIn(talk).entrySet()) {
            words = words.replace("{" + value.getKey() + "}", value.getValue());
        }
        return words;
    }

    private Map<String, String> knownIn(Talk talk) {
        var known = new LinkedHashMap<String, String>(talk.values());
        known.put("bot", bot.name());
        return known;
    }

    /** The topics of these ids that it knows, as visitors read them. */
    public List<String> labels(List<TopicId> ids, String language) {
        return ids.stream()
                .flatMap(id -> topic(id.value()).stream())
                .map(topic -> topic.label().in(language).orElse(topic.name()))
                .toList();
    }
}
