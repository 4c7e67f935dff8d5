package io.kinetarch.core.inspection;

import static io.kinetarch.core.inspection.Finding.facts;

import io.kinetarch.core.bot.Signs;
import io.kinetarch.core.inspection.Finding.Severity;
import io.kinetarch.core.plan.Bot;
import io.kinetarch.core.plan.Condition;
import io.kinetarch.core.plan.DoorId;
import io.kinetarch.core.plan.FirstToAnswer;
import io.kinetarch.core.plan.FrontDoor;
import io.kinetarch.core.plan.KnownLanguages;
import io.kinetarch.core.plan.Plan;
import io.kinetarch.core.plan.Queue;
import io.kinetarch.core.plan.Rung;
import io.kinetarch.core.plan.Timeouts.RungClock.Seconds;
import io.kinetarch.core.plan.Topic;
import io.kinetarch.core.plan.WhenClosed;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Locale;
import java.util.stream.Stream;

/** Looks for what a bot cannot learn, cannot say, or was never tried with. */
final class BotCheck {
    /** Fewer phrases tell a topic from no other; common practice, no source. */
    private static final int FEW_PHRASES = 5;

    private final Plan plan;
    private final List<Finding> findings = new ArrayList<>();

    private BotCheck(Plan plan) {
        this.plan = plan;
    }

    static List<Finding> of(Plan plan) {
        var check = new BotCheck(plan);
        plan.bots().forEach(check::bot);
        plan.doors().forEach(check::door);
        if (!plan.bots().isEmpty()) {
            plan.queues().forEach(check::circle);
        }
        return check.findings;
    }

    private void bot(Bot bot) {
        signs(bot);
        if (bot.outside() != null) {
            return;
        }
        var topics = plan.topicsOf(bot);
        if (topics.isEmpty()) {
            findings.add(Finding.of(
                    Severity.WARNS,
                    FindingCode.BOT_WITHOUT_TOPICS,
                    facts(),
                    bot.id(),
                    bot.name() + " knows no topic, so it understands nothing.",
                    "Write topics with phrases, or take it off its doors."));
            return;
        }
        for (var topic : topics) {
            for (String language : bot.languages()) {
                inLanguage(bot, topic, language);
            }
            ledNowhere(topic);
        }
        for (String language : bot.languages()) {
            sharedPhrases(topics, language);
        }
        if (topics.stream().allMatch(topic -> topic.trials().count() == 0)) {
            findings.add(Finding.of(
                    Severity.NOTES,
                    FindingCode.BOT_UNTRIED,
                    facts(),
                    bot.id(),
                    "The limit of " + bot.name() + " was never tested: no topic has a test utterance.",
                    "Write down what visitors really say, a few for each topic, and look at what becomes of them."));
        }
    }

    /** A policy that no test utterance ever meets may be one that no visitor does. */
    private void signs(Bot bot) {
        var signs = bot.handoff().signs();
        var tried = Stream.concat(
                        plan.topicsOf(bot).stream()
                                .flatMap(topic -> topic.trials().all()),
                        bot.strangers().all())
                .toList();
        if (signs.count() > 0 && !tried.isEmpty() && tried.stream().noneMatch(text -> Signs.areIn(text, signs))) {
            findings.add(Finding.of(
                    Severity.NOTES,
                    FindingCode.SIGNS_UNTRIED,
                    facts(),
                    bot.id(),
                    "No test utterance has any of the signs of anger or danger at which " + bot.name()
                            + " hands over: nobody knows whether visitors write so.",
                    "Write a test utterance as an angry visitor would, or other signs."));
        }
    }

    /** Whoever goes from the queue to the bot and back begins at the bottom of the ladder, and is sent round again. */
    private void circle(Queue queue) {
        boolean offers = queue.ladder().stream().anyMatch(rung -> rung.action() instanceof Rung.Action.OfferBot);
        if (offers && plan.settings().timeouts().rungs().afterChoice() == Seconds.START_ANEW) {
            findings.add(Finding.of(
                    Severity.WARNS,
                    FindingCode.BOT_CIRCLE,
                    facts(),
                    queue.id(),
                    "Who leaves " + queue.name() + " for the bot and comes back begins its ladder anew, and is offered "
                            + "the bot again instead of what comes after it: a circle.",
                    "Let the ladder go on when a chat comes back from the bot."));
        }
    }

    private void inLanguage(Bot bot, Topic topic, String language) {
        int phrases = topic.phrases().in(language).size();
        if (phrases == 0) {
            findings.add(Finding.of(
                    Severity.WARNS,
                    FindingCode.TOPIC_LANGUAGE_MISSING,
                    facts(bot.id(), language),
                    topic.id(),
                    topic.name() + " has no phrases in " + KnownLanguages.name(language) + ", in which " + bot.name()
                            + " answers: nobody who asks in it is understood.",
                    "Write at least " + FEW_PHRASES + ", or let the bot not answer in it."));
        } else if (phrases < FEW_PHRASES) {
            findings.add(Finding.of(
                    Severity.NOTES,
                    FindingCode.TOPIC_PHRASES_FEW,
                    facts(language, phrases),
                    topic.id(),
                    topic.name() + " has " + (phrases == 1 ? "one phrase" : phrases + " phrases") + " in "
                            + KnownLanguages.name(language) + ", too few to tell it from others.",
                    "Write at least " + FEW_PHRASES + ", each in other words."));
        }
        boolean says =
                topic.answers().stream().anyMatch(answer -> answer.in(language).isPresent());
        if (!says && topic.after() != Topic.After.HAND_OVER) {
            findings.add(Finding.of(
                    Severity.WARNS,
                    FindingCode.TOPIC_ANSWER_MISSING,
                    facts(bot.id(), language),
                    topic.id(),
                    bot.name() + " has nothing to say about " + topic.name() + " in " + KnownLanguages.name(language)
                            + ".",
                    "Write an answer, or have such chats handed over."));
        }
    }

    /** Whoever takes such a chat is anybody of the catch-all queue. */
    private void ledNowhere(Topic topic) {
        boolean named = topic.skill() != null
                || plan.rules().stream()
                        .flatMap(rule -> rule.conditions().stream())
                        .anyMatch(condition -> names(condition.asked(), topic));
        if (topic.handsOver() && !named) {
            findings.add(Finding.of(
                    Severity.NOTES,
                    FindingCode.TOPIC_LED_NOWHERE,
                    facts(),
                    topic.id(),
                    topic.name() + " is handed over, but no rule and no skill leads it anywhere: it goes to "
                            + plan.catchAllQueue().name() + ".",
                    "Say which skill it needs in a person, or write a rule about it."));
        }
    }

    private static boolean names(Condition condition, Topic topic) {
        return switch (condition) {
            case Condition.TopicIs(var topics) -> contains(topics, topic);
            case Condition.AnswerIs(var _, var answers) -> contains(answers, topic);
            default -> false;
        };
    }

    private static boolean contains(List<String> names, Topic topic) {
        return names.stream().anyMatch(name -> name.equalsIgnoreCase(topic.name()));
    }

    private void sharedPhrases(List<Topic> topics, String language) {
        var owners = new HashMap<String, Topic>();
        for (var topic : topics) {
            for (String phrase : topic.phrases().in(language)) {
                var owner = owners.putIfAbsent(phrase.toLowerCase(Locale.ROOT), topic);
                if (owner != null && !owner.equals(topic)) {
                    findings.add(Finding.of(
                            Severity.WARNS,
                            FindingCode.PHRASE_IN_TWO_TOPICS,
                            facts(owner.id(), language, phrase),
                            topic.id(),
                            "“" + phrase + "” stands in " + owner.name() + " and in " + topic.name()
                                    + ": it tells neither from the other.",
                            "Take it out of one of them."));
                }
            }
        }
    }

    private void door(FrontDoor door) {
        var bots = plan.bots().stream()
                .filter(bot -> bot.doors().contains(door.id()))
                .toList();
        boolean answers =
                Stream.of(door.first().open(), door.first().closed()).anyMatch(side -> side == FirstToAnswer.Side.BOT);
        if (bots.size() > 1) {
            findings.add(Finding.of(
                    Severity.BLOCKS,
                    FindingCode.TWO_BOTS_AT_DOOR,
                    facts(ids(bots)),
                    door.id(),
                    bots.get(0).name() + " and " + bots.get(1).name() + " both answer at " + door.name()
                            + "; only one side writes at any time.",
                    "Take the door from one of them."));
        }
        if (door.first().closed() == FirstToAnswer.Side.BOT && door.whenClosed() != WhenClosed.MESSAGE_FORM) {
            findings.add(Finding.of(
                    Severity.NOTES,
                    FindingCode.HANDED_TO_CLOSED,
                    facts(),
                    door.id(),
                    "Whoever wants a person while " + door.name() + " is closed is turned away by its bot.",
                    "Let the form to leave a message be what is met there while it is closed."));
        }
        // Plans from before bots had topics let a nameless one answer: that is theirs to decide.
        if (answers && bots.isEmpty() && !plan.bots().isEmpty()) {
            findings.add(noBot(door.id(), door.name()));
        }
    }

    private static Object[] ids(List<Bot> bots) {
        return bots.stream().map(Bot::id).toArray();
    }

    private static Finding noBot(DoorId door, String name) {
        return Finding.of(
                Severity.WARNS,
                FindingCode.BOT_MISSING_AT_DOOR,
                facts(),
                door,
                "A bot answers first at " + name + ", but none is at this door.",
                "Put one there, or let people answer first.");
    }
}
