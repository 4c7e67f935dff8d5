package io.kinetarch.server.margin;

import io.kinetarch.core.plan.Operator;
import io.kinetarch.core.plan.Plan;
import io.kinetarch.server.live.ChatReader;
import io.kinetarch.server.live.Passing;
import io.kinetarch.server.margin.MarginMapper.StoredLabel;
import io.kinetarch.server.margin.MarginMapper.StoredNote;
import io.kinetarch.server.problem.Refusal;
import io.kinetarch.server.problem.Refusal.Kind;
import io.kinetarch.server.visit.LivePlans;
import java.sql.Timestamp;
import java.time.Clock;
import java.time.Instant;
import java.util.Comparator;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.UUID;
import java.util.function.Function;
import java.util.regex.Pattern;
import java.util.stream.Collectors;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/** Keeps what colleagues put beside chats. */
@Service
public class Margins {
    private static final int LONGEST_LABEL = 40;
    private static final int MOST_LABELS = 20;
    private static final int LONGEST_NOTE = 4000;
    private static final int MOST_OFFERED = 200;
    private static final int MOST_MENTIONS = 50;
    private static final int MOST_NAMED = 12;
    private static final Pattern WORD_END = Pattern.compile("[^\\p{L}\\p{N}._-]");
    private static final Pattern SPACES = Pattern.compile("\\s+");
    /** An at sign within a word is none of somebody's: it belongs to an address. */
    private static final Pattern AT = Pattern.compile("(?<![\\p{L}\\p{N}._%+-])@(?=\\S)");

    private final MarginMapper mapper;
    private final LivePlans plans;
    private final ChatReader chats;
    private final Passing passing;
    private final Clock clock;

    Margins(MarginMapper mapper, LivePlans plans, ChatReader chats, Passing passing, Clock clock) {
        this.mapper = mapper;
        this.plans = plans;
        this.chats = chats;
        this.passing = passing;
        this.clock = clock;
    }

    /** What stands beside a chat. */
    public record Margin(List<String> labels, List<MarginNote> notes) {}

    /** Something that a colleague wrote for others. */
    public record MarginNote(long id, String by, Instant at, String words) {}

    /** A note for somebody who has not seen it yet. */
    public record Mention(long note, long chat, String by, Instant at, String words) {}

    /** A label to be put on a chat. */
    public record LabelWish(String label) {}

    /** A note, under a key made by its writer. Whoever is named in it by an at sign is told. */
    public record NoteWish(UUID key, String text) {}

    public Margin of(String planId, long chat) {
        return of(planId, List.of(chat)).getOrDefault(chat, new Margin(List.of(), List.of()));
    }

    /** What stands beside each of some chats. */
    public Map<Long, Margin> of(String planId, List<Long> chats) {
        var ids = chats.toArray(Long[]::new);
        var labels = mapper.labels(planId, ids).stream()
                .collect(Collectors.groupingBy(
                        StoredLabel::chat, Collectors.mapping(StoredLabel::label, Collectors.toList())));
        var notes = mapper.notes(planId, ids).stream()
                .collect(Collectors.groupingBy(
                        StoredNote::chat,
                        Collectors.mapping(
                                note -> new MarginNote(note.id(), note.byName(), note.at(), note.words()),
                                Collectors.toList())));
        return chats.stream()
                .collect(Collectors.toMap(
                        Function.identity(),
                        chat -> new Margin(labels.getOrDefault(chat, List.of()), notes.getOrDefault(chat, List.of()))));
    }

    /** The labels that chats of a plan have, the most used first. */
    public List<String> labels(String planId) {
        return mapper.used(planId, MOST_OFFERED);
    }

    /** Notes for an operator that they have not seen, the oldest first. */
    public List<Mention> mentions(String planId, Operator operator) {
        return mapper.mentions(planId, operator.id().value(), MOST_MENTIONS).stream()
                .map(one -> new Mention(one.note(), one.chat(), one.byName(), one.at(), one.words()))
                .toList();
    }

    public void seen(String planId, Operator operator, long note) {
        mapper.seen(planId, operator.id().value(), note, clock.instant());
    }

    /**
     * Puts a label on a chat, written as it is on others.
     *
     * @throws Refusal if it is none, or the chat has too many
     */
    @Transactional
    public void label(String planId, long chat, String label, String by) {
        exists(planId, chat);
        String words = SPACES.matcher(label.strip()).replaceAll(" ");
        if (words.isEmpty() || words.length() > LONGEST_LABEL) {
            throw new Refusal(Kind.INVALID_DOCUMENT, "/label", "A label has 1 to " + LONGEST_LABEL + " characters.");
        }
        if (of(planId, chat).labels().size() >= MOST_LABELS) {
            throw new Refusal(
                    Kind.NOT_POSSIBLE, "A chat has at most " + MOST_LABELS + " labels. Take one off it first.");
        }
        mapper.label(planId, chat, mapper.asWritten(planId, words).orElse(words), by, clock.instant());
        passing.knownMore(planId, chat);
    }

    /** A label as somebody put it on a chat. */
    public record Labelled(long chat, String label, String by, Instant at) {}

    /** Puts labels on chats that are over, as they were given. */
    @Transactional
    public void labelled(String planId, List<Labelled> labels) {
        mapper.labelled(
                planId,
                labels.stream().map(Labelled::chat).toArray(Long[]::new),
                labels.stream().map(Labelled::label).toArray(String[]::new),
                labels.stream().map(Labelled::by).toArray(String[]::new),
                labels.stream().map(one -> Timestamp.from(one.at())).toArray(Timestamp[]::new));
    }

    @Transactional
    public void unlabel(String planId, long chat, String label) {
        mapper.unlabel(planId, chat, label);
        passing.knownMore(planId, chat);
    }

    /**
     * Writes a note beside a chat, for those whom it names by an at sign; under the same key once.
     *
     * @throws Refusal if it says nothing, or names nobody of the live plan
     */
    @Transactional
    public void note(String planId, long chat, UUID key, String text, String by) {
        exists(planId, chat);
        String words = text.strip();
        if (words.isEmpty() || words.length() > LONGEST_NOTE) {
            throw new Refusal(Kind.INVALID_DOCUMENT, "/text", "A note has 1 to " + LONGEST_NOTE + " characters.");
        }
        var mentioned = mentioned(plans.live(planId).plan(), words);
        mapper.note(planId, chat, key.toString(), by, clock.instant(), words).ifPresent(note -> {
            mentioned.forEach(
                    operator -> mapper.mention(note, planId, operator.id().value()));
            mapper.find(planId, chat, words);
        });
        passing.knownMore(planId, chat);
    }

    private void exists(String planId, long chat) {
        if (chats.chat(planId, chat).isEmpty()) {
            throw new Refusal(Kind.NOT_FOUND, "There is no chat " + chat + ".");
        }
    }

    /** Those whose names follow at signs; of two names that fit, the longer counts. */
    private static Set<Operator> mentioned(Plan plan, String words) {
        var mentioned = new LinkedHashSet<Operator>();
        var at = AT.matcher(words);
        while (at.find()) {
            String rest = words.substring(at.end());
            mentioned.add(named(plan, rest)
                    .orElseThrow(() -> new Refusal(
                            Kind.INVALID_DOCUMENT,
                            "/text",
                            "“@" + WORD_END.split(rest, 2)[0] + "” is nobody of the live plan. " + names(plan)
                                    + " Leave a space after the sign if you mean nobody.")));
        }
        return mentioned;
    }

    private static String names(Plan plan) {
        var names = plan.operators().stream().map(Operator::name).sorted().toList();
        int more = names.size() - MOST_NAMED;
        return "Names are " + names.stream().limit(MOST_NAMED).collect(Collectors.joining(", "))
                + (more > 0 ? " and " + more + " more." : ".");
    }

    private static Optional<Operator> named(Plan plan, String rest) {
        String lower = rest.toLowerCase(Locale.ROOT);
        return plan.operators().stream()
                .filter(operator -> {
                    String name = operator.name().toLowerCase(Locale.ROOT);
                    return lower.startsWith(name)
                            && (lower.length() == name.length()
                                    || !Character.isLetterOrDigit(lower.codePointAt(name.length())));
                })
                .max(Comparator.comparingInt(operator -> operator.name().length()));
    }
}
