package io.kinetarch.server.outgoing;

import io.kinetarch.core.plan.Element;
import io.kinetarch.core.plan.Plan;
import io.kinetarch.server.door.ControlWords;
import io.kinetarch.server.letter.Letters;
import io.kinetarch.server.live.ChatReader;
import io.kinetarch.server.live.ChatReader.StoredChat;
import io.kinetarch.server.outgoing.OutgoingMapper.NewOutgoing;
import io.kinetarch.server.problem.Refusal;
import io.kinetarch.server.problem.Refusal.Kind;
import io.kinetarch.server.visit.LivePlans;
import java.time.Clock;
import java.time.format.DateTimeFormatter;
import java.time.format.FormatStyle;
import java.util.Locale;
import java.util.stream.Collectors;
import org.springframework.stereotype.Service;

/** Writes mails with what was said in a chat. */
@Service
public class Transcripts {
    private static final DateTimeFormatter FOR_COLLEAGUES =
            DateTimeFormatter.ofPattern("d MMM uuuu, HH:mm", Locale.ENGLISH);

    private final OutgoingMapper mapper;
    private final ChatReader chats;
    private final Letters letters;
    private final LivePlans plans;
    private final ControlWords words;
    private final Clock clock;

    Transcripts(
            OutgoingMapper mapper,
            ChatReader chats,
            Letters letters,
            LivePlans plans,
            ControlWords words,
            Clock clock) {
        this.mapper = mapper;
        this.chats = chats;
        this.letters = letters;
        this.plans = plans;
        this.words = words;
        this.clock = clock;
    }

    /**
     * Sends what was said to an address.
     *
     * @throws Refusal if the chat goes on, its door hands no transcripts out, it was sent before, or the address is none
     */
    void mail(String planId, StoredChat chat, String address) {
        var plan = plans.live(planId).plan();
        var door = Element.find(plan.doors(), chat.doorId())
                .filter(found -> found.ending().transcript())
                .orElseThrow(() -> new Refusal(Kind.NOT_POSSIBLE, "This door hands no transcripts out."));
        if (!chat.hasEnded()) {
            throw new Refusal(Kind.NOT_POSSIBLE, "The chat goes on. Its transcript is sent once it has ended.");
        }
        Letters.checkAddress(address);
        var said = words.in(chat.language());
        var zone = door.hours() == null
                ? plan.timeZone()
                : plan.hours(door.hours()).hours().timeZone();
        int made = mapper.insert(new NewOutgoing(
                planId,
                chat.id(),
                Outbox.Sort.transcript.name(),
                address,
                subject(plan, chat.language()),
                text(
                        planId,
                        chat,
                        DateTimeFormatter.ofLocalizedDateTime(FormatStyle.MEDIUM, FormatStyle.SHORT)
                                .withLocale(Locale.forLanguageTag(chat.language()))
                                .withZone(zone),
                        said.getOrDefault("you", ""),
                        door.name()),
                clock.instant()));
        if (made == 0) {
            // One mail a chat: nobody is to fill the letter box of somebody else.
            throw new Refusal(Kind.ALREADY_DONE, "The transcript of this chat was sent already.");
        }
    }

    /**
     * Sends what was said in a chat that has ended to a colleague or whoever asks for it, as often as it is wanted.
     *
     * @throws Refusal if the address is none
     */
    public void mailRecord(String planId, long chat, String address) {
        Letters.checkAddress(address);
        var found = chats.chat(planId, chat)
                .orElseThrow(() -> new Refusal(Kind.NOT_FOUND, "The plan has no chat " + chat + "."));
        mapper.insert(new NewOutgoing(
                planId,
                chat,
                Outbox.Sort.record.name(),
                address,
                subject(plans.live(planId).plan(), found.language()) + ", " + chat,
                text(planId, found),
                clock.instant()));
    }

    private String subject(Plan plan, String language) {
        return words.in(language)
                .getOrDefault("mailTranscript", "")
                .replace("{company}", plan.settings().name());
    }

    /** What was said in a chat so far, as colleagues of those who answer it read it. */
    String text(String planId, StoredChat chat) {
        var plan = plans.live(planId).plan();
        return text(
                planId,
                chat,
                FOR_COLLEAGUES.withZone(plan.timeZone()),
                "Visitor",
                Element.find(plan.doors(), chat.doorId()).map(Element::name).orElse(chat.doorId()));
    }

    private String text(String planId, StoredChat chat, DateTimeFormatter at, String visitor, String door) {
        return letters.conversation(planId, chat.id()).stream()
                .map(line -> at.format(line.at()) + "  "
                        + (line.from().equals("visitor") ? visitor : line.name() == null ? door : line.name()) + "\n"
                        + line.text())
                .collect(Collectors.joining("\n\n", "", "\n"));
    }
}
