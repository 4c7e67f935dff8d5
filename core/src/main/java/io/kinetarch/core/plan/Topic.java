package io.kinetarch.core.plan;

import java.util.List;
import org.jspecify.annotations.Nullable;

/**
 * What a chat can be about, in the words of doors, rules, volumes and bots alike.
 *
 * @param name as volumes, rules and the bot say it; no other topic has it
 * @param label what visitors read on buttons; empty for the name
 * @param skill that whoever takes a chat about it must hold; null for none
 * @param phrases that a bot learns it by
 * @param trials what a bot is tried with: no bot learns them
 * @param collects asked before the answer, in their order
 * @param answers what a bot says, said in turn
 * @param service asked before the answer, with what was collected; null for none
 * @param link a web address under the answer; null for none
 * @param picture under the answer, named by its digest; null for none
 * @param offers topics that are offered as buttons under the answer
 * @param after what follows the answer
 */
public record Topic(
        TopicId id,
        String name,
        LocalText label,
        @Nullable SkillId skill,
        Sentences phrases,
        Sentences trials,
        List<FollowUp> collects,
        List<LocalText> answers,
        @Nullable ServiceQuestion service,
        @Nullable String link,
        @Nullable String picture,
        List<TopicId> offers,
        After after)
        implements Element {
    private static final int MOST_COLLECTED = 10;
    private static final int MOST_ANSWERS = 10;
    private static final int MOST_OFFERS = 8;

    /** What follows a bot's answer. */
    public enum After {
        /** The visitor writes on, or goes. */
        NOTHING,
        /** A person takes over. */
        HAND_OVER,
        /** The form to leave a message with. */
        MESSAGE_FORM
    }

    public Topic {
        Checks.text("name", name);
        collects = List.copyOf(collects);
        answers = List.copyOf(answers);
        offers = List.copyOf(offers);
        Checks.noneTwice("collects", collects, FollowUp::key, "/key");
        Checks.noneTwice("offers", offers, offer -> offer, "");
        atMost("collects", collects, MOST_COLLECTED);
        atMost("answers", answers, MOST_ANSWERS);
        atMost("offers", offers, MOST_OFFERS);
        for (int i = 0; i < answers.size(); i++) {
            if (answers.get(i).isEmpty()) {
                throw new PlanRefusal("/answers/" + i, "an answer needs words in at least one language");
            }
        }
        if (link != null) {
            Checks.webAddress("link", link);
        }
        if (picture != null) {
            Checks.picture(picture);
        }
    }

    /** A topic of which only its name is known, what skill it needs, and whether it is handed over. */
    public static Topic of(TopicId id, String name, @Nullable SkillId skill, After after) {
        return new Topic(
                id,
                name,
                LocalText.NONE,
                skill,
                Sentences.NONE,
                Sentences.NONE,
                List.of(),
                List.of(),
                null,
                null,
                null,
                List.of(),
                after);
    }

    private static void atMost(String field, List<?> list, int most) {
        if (list.size() > most) {
            throw new PlanRefusal("/" + field, "a topic has at most " + most + " of them, not " + list.size());
        }
    }

    /** Whether a bot hands such a chat over as soon as it has understood. */
    public boolean handsOver() {
        return after == After.HAND_OVER;
    }

    /** This topic with another skill, and other topics under its answer. */
    Topic with(@Nullable SkillId otherSkill, List<TopicId> otherOffers) {
        return with(label, otherSkill, phrases, trials, answers, otherOffers);
    }

    /** This topic learned and tried by other sentences. */
    public Topic withSentences(Sentences otherPhrases, Sentences otherTrials) {
        return with(label, skill, otherPhrases, otherTrials, answers, offers);
    }

    /** This topic with other answers. */
    public Topic withAnswers(List<LocalText> others) {
        return with(label, skill, phrases, trials, others, offers);
    }

    /** This topic with another label. */
    public Topic withLabel(LocalText other) {
        return with(other, skill, phrases, trials, answers, offers);
    }

    private Topic with(
            LocalText otherLabel,
            @Nullable SkillId otherSkill,
            Sentences otherPhrases,
            Sentences otherTrials,
            List<LocalText> otherAnswers,
            List<TopicId> otherOffers) {
        return new Topic(
                id,
                name,
                otherLabel,
                otherSkill,
                otherPhrases,
                otherTrials,
                collects,
                otherAnswers,
                service,
                link,
                picture,
                otherOffers,
                after);
    }
}
