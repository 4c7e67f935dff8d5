package io.kinetarch.server.rehearsal;

import io.kinetarch.core.plan.CheckExpectation;
import io.kinetarch.core.plan.CheckStep;
import io.kinetarch.core.plan.ElementId;
import io.kinetarch.core.plan.Plan;
import io.kinetarch.core.rehearsal.Rehearsal;
import io.kinetarch.core.rehearsal.Script;
import io.kinetarch.server.document.PlanDocument;
import java.time.Duration;
import java.time.Instant;
import java.util.List;
import java.util.Locale;
import java.util.Objects;
import org.jspecify.annotations.Nullable;

/**
 * A script to run on a plan.
 *
 * @param until how long it lasts, counted from {@code from}
 * @param expect what must come of it
 */
record ScriptDocument(
        PlanDocument plan,
        Instant from,
        Duration until,
        List<CheckStep> steps,
        @Nullable List<CheckExpectation> expect) {

    /** What came of it. */
    record ResultDocument(List<TracedDocument> trace, List<ChatDocument> chats, List<VerdictDocument> expectations) {
        static ResultDocument of(Rehearsal.Result result, Instant from, ScriptWords words) {
            return new ResultDocument(
                    result.trace().stream()
                            .map(traced -> TracedDocument.of(traced, words))
                            .toList(),
                    result.chats().stream().map(ChatDocument::of).toList(),
                    result.verdicts().stream()
                            .map(verdict -> new VerdictDocument(verdict.held(), words.verdict(verdict, from)))
                            .toList());
        }
    }

    /**
     * One thing that happened.
     *
     * @param chat null where it is about an operator alone
     * @param outcome where it ended
     * @param setting the setting that would change it; null where somebody acted
     */
    record TracedDocument(
            Instant at,
            @Nullable String chat,
            String event,
            @Nullable String queue,
            @Nullable String operator,
            @Nullable String outcome,
            String because,
            @Nullable SettingDocument setting) {
        /** Whether the same happens, whatever the reason. */
        boolean isLike(TracedDocument other) {
            return at.equals(other.at)
                    && event.equals(other.event)
                    && Objects.equals(chat, other.chat)
                    && Objects.equals(queue, other.queue)
                    && Objects.equals(operator, other.operator)
                    && Objects.equals(outcome, other.outcome);
        }

        static TracedDocument of(Rehearsal.Traced traced, ScriptWords words) {
            return new TracedDocument(
                    traced.at(),
                    traced.chat().orElse(null),
                    traced.event().word(),
                    traced.queue().map(ElementId::value).orElse(null),
                    traced.operator().map(ElementId::value).orElse(null),
                    traced.outcome().map(ScriptDocument::word).orElse(null),
                    words.of(traced),
                    traced.reason()
                            .flatMap(reason -> reason.setting())
                            .map(setting -> new SettingDocument(
                                    kind(setting.element()), setting.element().value(), setting.pointer()))
                            .orElse(null));
        }
    }

    /**
     * A setting of the plan.
     *
     * @param pointer within the element
     */
    record SettingDocument(String kind, String id, String pointer) {}

    /**
     * How a chat stands at the end.
     *
     * @param holder bot, queue, operator or nobody
     */
    record ChatDocument(
            String chat,
            String holder,
            @Nullable String outcome,
            @Nullable String queue,
            @Nullable String operator,
            double waitedSeconds) {
        static ChatDocument of(Rehearsal.Chat chat) {
            return new ChatDocument(
                    chat.name(),
                    word(chat.holder()),
                    chat.outcome().map(ScriptDocument::word).orElse(null),
                    chat.queue().map(ElementId::value).orElse(null),
                    chat.operator().map(ElementId::value).orElse(null),
                    chat.waited().toMillis() / 1000.0);
        }
    }

    record VerdictDocument(boolean held, String because) {}

    /** The script that is meant. */
    Script toScript(Plan of) {
        return new ScriptReader(of).read(from, until, steps, expect == null ? List.of() : expect);
    }

    /** The element's kind as a setting names it: "queue". */
    static String kind(ElementId id) {
        String list = id.kind();
        return list.equals("settings") || list.equals("hours") ? list : list.substring(0, list.length() - 1);
    }

    static String word(Enum<?> value) {
        return value.name().toLowerCase(Locale.ROOT).replace('_', '-');
    }
}
