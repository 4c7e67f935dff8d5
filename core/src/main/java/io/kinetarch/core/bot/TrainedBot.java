package io.kinetarch.core.bot;

import io.kinetarch.core.plan.Bot;
import io.kinetarch.core.plan.Courtesy;
import io.kinetarch.core.plan.FollowUp;
import io.kinetarch.core.plan.Handoff;
import io.kinetarch.core.plan.LocalText;
import io.kinetarch.core.plan.Plan;
import io.kinetarch.core.plan.Topic;
import io.kinetarch.core.plan.TopicId;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Optional;
import java.util.stream.Stream;
import org.jspecify.annotations.Nullable;

/** A bot with what it has learned of the topics it knows. */
public final class TrainedBot {
    /** Whoever was asked something answers it more often than not. */
    private static final double SURE_OF_ANOTHER = 0.6;

    /** So much of a text says in which language it is. */
    private static final int LONG_ENOUGH = 25;

    private static final double SURE_OF_PERSON = 0.3;

    private final Bot bot;
    private final List<Topic> topics;
    private final Understanding understanding;
    private final Knowledge knowledge;
    private final Handoff handoff;

    private TrainedBot(Bot bot, List<Topic> topics, Understanding understanding, Knowledge knowledge, Handoff handoff) {
        this.bot = bot;
        this.topics = topics;
        this.understanding = understanding;
        this.knowledge = knowledge;
        this.handoff = handoff;
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
     * @param knowledge of the plan's help pages
     */
    public static TrainedBot of(Plan plan, Bot bot, Understanding understanding, Knowledge knowledge) {
        return new TrainedBot(bot, plan.topicsOf(bot), understanding, knowledge, bot.handoff());
    }

    /** The same bot at a door that hands over otherwise. */
    public TrainedBot handingOver(Handoff other) {
        return new TrainedBot(bot, topics, understanding, knowledge, other);
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

    /** What people call a topic that was understood; a courtesy's is its own. */
    public String nameOf(String understood) {
        return topic(understood).map(Topic::name).orElse(understood);
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
        if (Signs.areIn(text, handoff.signs())) {
            var understood = understood(talk, text);
            return Reply.sign(talk.in(understood.language()).asking(null).turned(0), understood);
        }
        var asked = talk.asked();
        if (asked != null) {
            var about = topic(asked.topic().value());
            if (about.isPresent() && asked.index() < about.get().collects().size()) {
                return answered(talk, about.get(), asked, text, limit);
            }
        }
        return heard(talk, text, understood(talk, text), limit);
    }

    /** Whether the visitor is to have a person at once: they ask for one, or write a sign of anger or danger. */
    public boolean wantsPerson(Talk talk, String text) {
        return Signs.areIn(text, handoff.signs()) || asksForPerson(text, understood(talk, text));
    }

    /** A talk stays in its language unless the visitor clearly goes over to another: a few letters are like any. */
    private Understood understood(Talk talk, String text) {
        var pressed = pressed(talk, text);
        return pressed.orElseGet(() -> read(talk, text));
    }

    /** Whoever presses a button says what stands on it, and that is what the button is for. */
    private Optional<Understood> pressed(Talk talk, String text) {
        String said = text.strip();
        return Stream.concat(Stream.ofNullable(talk.language()), bot.languages().stream())
                .flatMap(language -> topics.stream()
                        .filter(topic -> labelIn(topic, language).equalsIgnoreCase(said))
                        .map(topic -> Understood.surely(topic.id().value(), language)))
                .findFirst();
    }

    private Understood read(Talk talk, String text) {
        String before = talk.language();
        var written = understanding.written(text);
        if (before == null) {
            return understanding.understand(text, written.orElseGet(() -> understanding.language(text)));
        }
        if (written.isPresent()) {
            var other = understanding.understand(text, written.get());
            if (text.strip().length() >= LONG_ENOUGH || other.isAnswered(SURE_OF_ANOTHER)) {
                return other;
            }
        }
        return understanding.understand(text, before);
    }

    private Reply heard(Talk talk, String text, Understood understood, double limit) {
        var next = talk.in(understood.language());
        if (asksForPerson(text, understood)) {
            return Reply.person(next.turned(0), understood);
        }
        if (understood.isAnswered(limit)) {
            var courtesy = courtesy(understood.best());
            if (courtesy.isPresent()) {
                var own = bot.courtesies().get(courtesy.get());
                return Reply.courtesy(next.turned(0), understood, said(own, Courtesies.said(courtesy.get()), next));
            }
            var topic = topic(understood.best());
            if (topic.isPresent()) {
                return about(next.turned(0), topic.get(), 0, understood);
            }
        }
        return knowledge
                .best(text, understood.language())
                .map(found -> Reply.quote(next.turned(0), understood, found.passage()))
                .orElseGet(() -> notUnderstood(next, understood));
    }

    /** Whoever asks for a person gets one, however unsure that is: to be argued with is worse than to be handed over in vain. */
    private static boolean asksForPerson(String text, Understood understood) {
        return PersonWish.isOne(text, understood.language())
                || (Courtesies.isPerson(understood.best()) && understood.certainty() >= SURE_OF_PERSON);
    }

    /** What it says first, to whoever has not said anything. */
    public Reply greets(Talk talk) {
        var own = bot.courtesies().get(Courtesy.GREETING);
        return new Reply(
                talk,
                Reply.Kind.COURTESY,
                null,
                null,
                List.of(said(own, Courtesies.said(Courtesy.GREETING), talk)),
                null);
    }

    /** What it says when a chat comes back from people: it begins anew, knowing what it has collected. */
    public Reply back(Talk talk) {
        var next = talk.asking(null).turned(0);
        return new Reply(next, Reply.Kind.COURTESY, null, null, List.of(filled(Courtesies.back(), next)), null);
    }

    private Reply notUnderstood(Talk talk, Understood understood) {
        boolean again = talk.misses() > 0;
        var own = again ? bot.notUnderstoodAgain() : bot.notUnderstood();
        String words = said(own, Courtesies.notUnderstood(again), talk);
        return Reply.notUnderstood(talk.turned(talk.misses() + 1), understood, words);
    }

    /**
     * The answer that a visitor gave to what the bot asked. Where it is none, but something else that the bot knows, that is answered; else it
     * is asked again, twice at most.
     */
    private Reply answered(Talk talk, Topic topic, Talk.Asked asked, String text, double limit) {
        var followUp = topic.collects().get(asked.index());
        var value = FollowUpReading.of(followUp, text);
        var understood = understood(talk, text);
        if (PersonWish.isOne(text, understood.language())) {
            return Reply.person(talk.asking(null).turned(0), understood);
        }
        if (value.isEmpty()) {
            boolean another = topic(understood.best())
                    .filter(best -> !best.id().equals(topic.id()))
                    .isPresent();
            if (another && understood.isAnswered(Math.max(limit, SURE_OF_ANOTHER))) {
                return heard(talk.asking(null), text, understood, limit);
            }
            if (asked.again() < FollowUp.MOST_ASKED_AGAIN) {
                var words = followUp.again().isEmpty() ? followUp.ask() : followUp.again();
                var again = new Talk.Asked(topic.id(), asked.index(), asked.again() + 1);
                return Reply.asks(talk.asking(again), topic, null, filled(words, talk));
            }
        }
        var known = value.map(found -> talk.knowing(followUp.key(), found)).orElse(talk);
        return about(known.asking(null), topic, asked.index() + 1, null);
    }

    /** Asks what is to be asked from one on, else answers. */
    private Reply about(Talk talk, Topic topic, int from, @Nullable Understood understood) {
        for (int i = from; i < topic.collects().size(); i++) {
            var followUp = topic.collects().get(i);
            if (!talk.values().containsKey(followUp.key())) {
                var asked = new Talk.Asked(topic.id(), i, 0);
                return Reply.asks(talk.asking(asked), topic, understood, filled(followUp.ask(), talk));
            }
        }
        return topic.service() == null
                ? answer(talk, topic, understood)
                : Reply.looksUp(talk.asking(null), topic, understood);
    }

    private Reply answer(Talk talk, Topic topic, @Nullable Understood understood) {
        var said = new ArrayList<String>();
        if (!topic.answers().isEmpty()) {
            int turn = Math.floorMod(talk.turns() - 1, topic.answers().size());
            said.add(filled(topic.answers().get(turn), talk));
        }
        return Reply.answer(talk, topic, understood, said);
    }

    /**
     * Goes on after a service was asked.
     *
     * @param looksUp the reply that it was asked by
     * @param told what it answered, to stand in the topic's answer; null where it did not, or not in time
     */
    public Reply told(Reply looksUp, @Nullable Map<String, String> told) {
        var topic = Objects.requireNonNull(looksUp.topic());
        if (told == null) {
            var failed = Objects.requireNonNull(topic.service()).failed();
            return Reply.answer(looksUp.talk(), topic, looksUp.understood(), List.of(filled(failed, looksUp.talk())));
        }
        var talk = looksUp.talk();
        for (var value : told.entrySet()) {
            talk = talk.knowing(value.getKey(), value.getValue());
        }
        return answer(talk, topic, looksUp.understood());
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
                .map(topic -> labelIn(topic, language))
                .toList();
    }

    private static String labelIn(Topic topic, String language) {
        return topic.label().in(language).orElse(topic.name());
    }
}
