package io.kinetarch.server.bot;

import io.kinetarch.core.bot.Talk;
import io.kinetarch.core.bot.Trial;
import io.kinetarch.core.plan.Bot;
import io.kinetarch.core.plan.Element;
import io.kinetarch.core.plan.Plan;
import io.kinetarch.core.plan.PlanEdit;
import io.kinetarch.core.plan.Topic;
import io.kinetarch.server.bot.BotRecords.BotRecord;
import io.kinetarch.server.bot.LimitCosts.LimitHours;
import io.kinetarch.server.bot.QualityDocument.Utterance;
import io.kinetarch.server.bot.TalkDocuments.Replied;
import io.kinetarch.server.bot.TalkDocuments.TriedWords;
import io.kinetarch.server.plan.Plans;
import io.kinetarch.server.plan.Plans.Which;
import io.kinetarch.server.problem.Refusal;
import io.kinetarch.server.problem.Refusal.Kind;
import io.kinetarch.server.staffing.Outlooks;
import java.util.List;
import org.jspecify.annotations.Nullable;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.RestController;

/** How a bot does, what it says, and what another phrase or limit would do. */
@RestController
@RequestMapping("/api/v1/plans/{plan}/bots/{bot}")
class BotController {
    private static final int LONGEST_TEXT = 5_000;
    private static final int MOST_TOPICS = 500;
    private static final int MOST_DAYS = 400;

    private final Plans plans;
    private final TrainedBots trained;
    private final Outlooks outlooks;
    private final LimitCosts costs;
    private final Talks talks;
    private final Heard heard;
    private final BotRecords records;

    BotController(
            Plans plans,
            TrainedBots trained,
            Outlooks outlooks,
            LimitCosts costs,
            Talks talks,
            Heard heard,
            BotRecords records) {
        this.plans = plans;
        this.trained = trained;
        this.outlooks = outlooks;
        this.costs = costs;
        this.talks = talks;
        this.heard = heard;
        this.records = records;
    }

    /**
     * How it does.
     *
     * @param on TRIALS for its test utterances, PHRASES for its own phrases, each as if it had not been learned; null for the former where
     *     there are any
     */
    @GetMapping("/quality")
    QualityDocument quality(
            @PathVariable String plan,
            @PathVariable String bot,
            @RequestParam(defaultValue = "draft") Which of,
            @RequestParam(defaultValue = "0.02") double mostWrong,
            @RequestParam(required = false) QualityDocument.@Nullable Source on) {
        if (!(mostWrong >= 0 && mostWrong <= 1)) {
            throw new Refusal(
                    Kind.INVALID_PARAMETER, "/mostWrong", "mostWrong is a share from 0 to 1, not " + mostWrong + ".");
        }
        var document = state(plan, of);
        var asked = bot(document, bot);
        var learned = trained.of(document, asked);
        return QualityDocument.of(
                learned, trained.learning(document, asked).orElse(null), limit(document), mostWrong, on);
    }

    /** What limits take of people. */
    @GetMapping("/hours")
    List<LimitHours> hours(@PathVariable String plan, @PathVariable String bot) {
        var planned = outlooks.get(plan, Which.draft, null);
        var document = planned.state().plan();
        return costs.of(planned, trained.of(document, bot(document, bot)));
    }

    /** How it did in the live chats of its doors that began within the last days. */
    @GetMapping("/chats")
    BotRecord chats(@PathVariable String plan, @PathVariable String bot, @RequestParam(defaultValue = "28") int days) {
        if (days < 1 || days > MOST_DAYS) {
            throw new Refusal(
                    Kind.INVALID_PARAMETER, "/days", "Ask for 1 to " + MOST_DAYS + " days, not " + days + ".");
        }
        var document = state(plan, Which.draft);
        return records.of(plan, document, bot(document, bot), days);
    }

    /** What visitors of live chats wrote first, and nobody has said the topic of yet. */
    @GetMapping("/heard")
    Heard.HeardUtterances heard(@PathVariable String plan, @PathVariable String bot) {
        var document = state(plan, Which.draft);
        return heard.of(plan, document, bot(document, bot), limit(document));
    }

    /** What the bot of the draft says to it. */
    @PostMapping("/talk")
    Replied talk(@PathVariable String plan, @PathVariable String bot, @RequestBody TriedWords said) {
        if (said.text().isBlank() || said.text().length() > LONGEST_TEXT) {
            throw new Refusal(
                    Kind.INVALID_PARAMETER, "/text", "Write something of at most " + LONGEST_TEXT + " characters.");
        }
        var document = state(plan, Which.draft);
        var learned = trained.of(document, bot(document, bot));
        var stands = said.stands();
        var talk = stands == null ? Talk.begun(null) : stands.toTalk();
        return Replied.of(learned, talks.reply(learned, talk, said.text(), limit(document)));
    }

    /**
     * What is edited and not saved.
     *
     * @param topics as they would be; those of the draft that are not named stay
     */
    record Unsaved(List<Topic> topics) {}

    /** An utterance that flips, before and after. */
    record FlipDocument(Utterance before, Utterance after) {}

    /**
     * What an edit would do.
     *
     * @param tried how many test utterances there are
     */
    record Flips(int tried, Trial.Shares before, Trial.Shares after, List<FlipDocument> flips) {}

    /** Which test utterances flip if topics are as they are being edited. */
    @PostMapping("/flips")
    Flips flips(@PathVariable String plan, @PathVariable String bot, @RequestBody Unsaved unsaved) {
        if (unsaved.topics().size() > MOST_TOPICS) {
            throw new Refusal(
                    Kind.INVALID_PARAMETER, "/topics", "At most " + MOST_TOPICS + " topics are taken at once.");
        }
        var document = state(plan, Which.draft);
        var edited = document.edited(
                unsaved.topics().stream().<PlanEdit>map(PlanEdit.Put::new).toList());
        double limit = limit(document);
        var before = trained.of(document, bot(document, bot));
        var after = trained.of(edited, bot(edited, bot));
        // Tried with the same utterances on both sides: a new one is no flip.
        var tried = Trial.of(before);
        var then = tried.again(after);
        return new Flips(
                tried.tried().size(),
                tried.at(limit),
                then.at(limit),
                tried.flips(then, limit).stream()
                        .map(flip -> new FlipDocument(
                                Utterance.of(before, flip.before(), limit), Utterance.of(after, flip.after(), limit)))
                        .toList());
    }

    private Plan state(String plan, Which which) {
        return plans.state(plan, which)
                .orElseThrow(() -> new Refusal(Kind.NOT_FOUND, "The plan has not gone live yet."))
                .plan();
    }

    private static Bot bot(Plan plan, String id) {
        return Element.find(plan.bots(), id)
                .orElseThrow(() -> new Refusal(Kind.NOT_FOUND, "The plan has no bot \"" + id + "\"."));
    }

    private static double limit(Plan plan) {
        return plan.settings().timeouts().botCertainty();
    }
}
