package io.kinetarch.server.visit;

import io.kinetarch.core.dispatch.Way;
import io.kinetarch.core.plan.FrontDoor;
import io.kinetarch.core.plan.SpokenLanguage;
import io.kinetarch.server.door.DoorDocument;
import io.kinetarch.server.door.DoorDocuments;
import io.kinetarch.server.file.ChatFiles;
import io.kinetarch.server.live.CallKind;
import io.kinetarch.server.live.Given;
import io.kinetarch.server.live.LiveCalls;
import io.kinetarch.server.live.LiveLog.Appended;
import io.kinetarch.server.live.Passing;
import io.kinetarch.server.live.Wish;
import io.kinetarch.server.picture.Pictures;
import io.kinetarch.server.problem.Refusal;
import io.kinetarch.server.problem.Refusal.Kind;
import io.kinetarch.server.visit.LivePlans.DoorNow;
import io.kinetarch.server.visit.SignedFacts.FactSignature;
import io.kinetarch.server.visit.Visits.VisitView;
import jakarta.servlet.http.HttpServletRequest;
import java.io.IOException;
import java.time.Clock;
import java.time.Duration;
import java.util.Arrays;
import java.util.List;
import java.util.Map;
import java.util.UUID;
import org.jspecify.annotations.Nullable;
import org.springframework.http.CacheControl;
import org.springframework.http.HttpStatus;
import org.springframework.http.MediaType;
import org.springframework.http.ResponseEntity;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestHeader;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.ResponseStatus;
import org.springframework.web.bind.annotation.RestController;

/** The visitor's side over HTTP. Calls need no account: a chat is opened by its token, which its visitor alone was told. */
@RestController
@RequestMapping("/visit")
class VisitController {
    private static final int LONGEST_WAIT_SECONDS = 25;

    private final LivePlans plans;
    private final Visits visits;
    private final LiveCalls calls;
    private final VisitLimits limits;
    private final Passing passing;
    private final Awaited awaited;
    private final DoorDocuments documents;
    private final Invitations invitations;
    private final SignedFacts signedFacts;
    private final Pictures pictures;
    private final ChatFiles files;
    private final Clock clock;

    VisitController(
            LivePlans plans,
            Visits visits,
            LiveCalls calls,
            VisitLimits limits,
            Passing passing,
            Awaited awaited,
            DoorDocuments documents,
            Invitations invitations,
            SignedFacts signedFacts,
            Pictures pictures,
            ChatFiles files,
            Clock clock) {
        this.plans = plans;
        this.visits = visits;
        this.calls = calls;
        this.limits = limits;
        this.passing = passing;
        this.awaited = awaited;
        this.documents = documents;
        this.invitations = invitations;
        this.signedFacts = signedFacts;
        this.clock = clock;
        this.pictures = pictures;
        this.files = files;
    }

    /** A door of the live plan and how it stands. */
    record DoorView(DoorDocument document, DoorNow now) {}

    /**
     * A chat to be started.
     *
     * @param key made by the sender: asking again under it starts no other chat
     * @param page address of the page; null for the plain link
     * @param referrer address of the page that led there; null for none
     * @param returning whether the visitor was here before
     * @param consents ids of what the visitor agreed to
     * @param facts what the page hands over
     * @param signature of the facts by the site's server; null where they are not signed
     */
    record ChatWish(
            UUID key,
            String language,
            @Nullable String page,
            @Nullable String referrer,
            boolean returning,
            List<String> consents,
            Map<String, String> answers,
            Map<String, String> facts,
            @Nullable FactSignature signature) {}

    /**
     * A chat that was started.
     *
     * @param token opens this chat and nothing else; it is told this once
     * @param doubt why what the page says of its visitor is not believed, and was left out; null where it is
     */
    record StartedChat(long chat, String token, @Nullable String doubt) {}

    record MessageWish(UUID key, String text) {}

    /** What the page knows of its visitor by now. */
    record FactsWish(Map<String, String> facts, @Nullable FactSignature signature) {}

    /**
     * Whether it was believed.
     *
     * @param doubt why not; null where it was
     */
    record Believed(@Nullable String doubt) {}

    record AnswersWish(Map<String, String> answers) {}

    /** What the visitor has typed so far; shown to the operator, never stored. */
    record Typing(String text) {}

    /**
     * A way out of waiting.
     *
     * @param way message, call-back or bot
     */
    record WayWish(String way, Map<String, String> answers) {}

    /**
     * How the visitor found the chat.
     *
     * @param mark from 1, poor, to 5, excellent
     */
    record RatingWish(int mark, @Nullable String comment) {}

    /** How far the visitor's side has got the chat, and how far they have read it. */
    record Marks(int got, int read) {}

    /** A message that was taken. */
    record Taken(long call) {
        static Taken of(Appended appended) {
            return new Taken(appended.number());
        }
    }

    /** A door in the language asked for, or the first of the browser's that it speaks. */
    @GetMapping("/{plan}/doors/{door}")
    DoorView door(
            @PathVariable String plan,
            @PathVariable String door,
            @RequestParam(required = false) @Nullable String language) {
        var found = plans.door(plan, door);
        String spoken = spoken(found, language);
        return new DoorView(
                documents.of(plans.live(plan).plan(), found, spoken, clock.instant()), plans.now(plan, door, spoken));
    }

    /** How a door stands. */
    @GetMapping("/{plan}/doors/{door}/now")
    ResponseEntity<DoorNow> now(@PathVariable String plan, @PathVariable String door, @RequestParam String language) {
        return ResponseEntity.ok()
                .cacheControl(CacheControl.noStore())
                .body(plans.now(plan, door, spoken(plans.door(plan, door), language)));
    }

    /** What became of an invitation on a page; counted, with nothing of the visitor. */
    @PostMapping("/{plan}/doors/{door}/invitations/{invitation}/{fate}")
    @ResponseStatus(HttpStatus.NO_CONTENT)
    void invited(
            @PathVariable String plan,
            @PathVariable String door,
            @PathVariable String invitation,
            @PathVariable Invitations.Fate fate,
            HttpServletRequest request) {
        limits.invited(request.getRemoteAddr());
        invitations.count(plan, plans.door(plan, door), invitation, fate);
    }

    /** Starts a chat at a door, as the visitor of a page; the answer has the token that the chat's other calls need. */
    @PostMapping("/{plan}/doors/{door}/chats")
    @ResponseStatus(HttpStatus.CREATED)
    StartedChat start(
            @PathVariable("plan") String planId,
            @PathVariable String door,
            @RequestBody ChatWish wish,
            HttpServletRequest request) {
        limits.start(request.getRemoteAddr());
        var found = plans.door(planId, door);
        VisitWords.check(wish.answers(), "/answers");
        VisitWords.check(wish.facts(), "/facts");
        String page = wish.page() == null ? null : VisitWords.page(wish.page());
        String language = spoken(found, wish.language());
        var handedOver = Visits.facts(found, wish.facts());
        var doubt = signedFacts.doubt(planId, found, handedOver, wish.signature());
        var facts = doubt.isEmpty() ? handedOver : Map.<String, String>of();
        var started = visits.start(
                planId,
                found,
                language,
                wish.key(),
                new Given(
                        language,
                        page,
                        VisitWords.referrer(wish.referrer()),
                        Visits.kind(facts, wish.returning()),
                        wish.answers(),
                        facts,
                        visits.consents(planId, found, language, wish.consents())));
        return new StartedChat(started.chat(), started.token(), doubt.orElse(null));
    }

    /**
     * A chat and what came in it after an entry.
     *
     * @param waitSeconds how long to wait for more where there is nothing yet: for whoever has no other connection
     */
    @GetMapping("/{plan}/chats/{chat}")
    VisitView chat(
            @PathVariable String plan,
            @PathVariable long chat,
            @RequestParam(defaultValue = "0") int after,
            @RequestParam(defaultValue = "0") int waitSeconds,
            @RequestHeader(name = VisitGate.TOKEN, required = false) @Nullable String token) {
        var found = visits.opened(plan, chat, token);
        if (waitSeconds > 0 && !found.hasEnded()) {
            visits.isThere(plan, chat);
        }
        if (waitSeconds > 0 && found.entries() <= after && !found.hasEnded()) {
            awaited.more(plan, chat, after, Duration.ofSeconds(Math.min(waitSeconds, LONGEST_WAIT_SECONDS)));
            found = visits.opened(plan, chat, token);
        }
        return visits.view(plan, found, after);
    }

    /** Says something in a chat, as its visitor. */
    @PostMapping("/{plan}/chats/{chat}/messages")
    @ResponseStatus(HttpStatus.CREATED)
    Taken say(
            @PathVariable String plan,
            @PathVariable long chat,
            @RequestBody MessageWish message,
            @RequestHeader(name = VisitGate.TOKEN, required = false) @Nullable String token) {
        checkRunning(plan, chat, token);
        limits.message(plan, chat);
        return Taken.of(calls.make(plan, Wish.says(chat, message.key(), VisitWords.message(message.text(), "/text"))));
    }

    /** Sends a file, which is the body of the request, under a key made by the sender. */
    @PostMapping("/{plan}/chats/{chat}/files")
    @ResponseStatus(HttpStatus.CREATED)
    Taken send(
            @PathVariable String plan,
            @PathVariable long chat,
            @RequestParam UUID key,
            @RequestParam String name,
            @RequestHeader(name = VisitGate.TOKEN, required = false) @Nullable String token,
            HttpServletRequest request)
            throws IOException {
        checkRunning(plan, chat, token);
        limits.file(plan, chat);
        String door = visits.opened(plan, chat, token).doorId();
        return Taken.of(files.send(
                plan,
                plans.live(plan).plan(),
                chat,
                door,
                name,
                request,
                kept -> calls.make(plan, Wish.sends(chat, key, kept.name(), kept.sent()))));
    }

    /** Answers one of the door's questions, as a chat's visitor. */
    @PostMapping("/{plan}/chats/{chat}/answers")
    Taken answer(
            @PathVariable String plan,
            @PathVariable long chat,
            @RequestBody AnswersWish wish,
            @RequestHeader(name = VisitGate.TOKEN, required = false) @Nullable String token) {
        checkRunning(plan, chat, token);
        VisitWords.check(wish.answers(), "/answers");
        var appended =
                calls.make(plan, Wish.byVisitor(chat, CallKind.VISITOR_SAYS, null, Given.answers(wish.answers())));
        passing.knownMore(plan, chat);
        return Taken.of(appended);
    }

    /** The page tells more of its visitor while they chat; what the door does not take is left out. */
    @PostMapping("/{plan}/chats/{chat}/facts")
    Believed tell(
            @PathVariable String plan,
            @PathVariable long chat,
            @RequestBody FactsWish wish,
            @RequestHeader(name = VisitGate.TOKEN, required = false) @Nullable String token) {
        checkRunning(plan, chat, token);
        VisitWords.check(wish.facts(), "/facts");
        var door = plans.door(plan, visits.opened(plan, chat, token).doorId());
        var facts = Visits.facts(door, wish.facts());
        var doubt = signedFacts.doubt(plan, door, facts, wish.signature());
        if (doubt.isEmpty() && !facts.isEmpty()) {
            calls.make(plan, Wish.byVisitor(chat, CallKind.TELL, null, Given.facts(facts)));
            passing.knownMore(plan, chat);
        }
        return new Believed(doubt.orElse(null));
    }

    /** Tells that a chat's visitor is typing; it is passed on and never kept. */
    @PostMapping("/{plan}/chats/{chat}/typing")
    @ResponseStatus(HttpStatus.NO_CONTENT)
    void type(
            @PathVariable String plan,
            @PathVariable long chat,
            @RequestBody Typing typing,
            @RequestHeader(name = VisitGate.TOKEN, required = false) @Nullable String token) {
        checkRunning(plan, chat, token);
        String typed = VisitWords.typed(typing.text());
        passing.visitorTypes(plan, chat, typed.isBlank() || visits.showsTyping(plan, chat) ? typed : VisitWords.TYPES);
    }

    /** Takes one of the ways that a chat offers while its visitor waits. */
    @PostMapping("/{plan}/chats/{chat}/choose")
    Taken choose(
            @PathVariable String plan,
            @PathVariable long chat,
            @RequestBody WayWish wish,
            @RequestHeader(name = VisitGate.TOKEN, required = false) @Nullable String token) {
        checkRunning(plan, chat, token);
        VisitWords.check(wish.answers(), "/answers");
        return Taken.of(calls.make(
                plan, Wish.byVisitor(chat, CallKind.CHOOSE, way(wish.way()).name(), Given.answers(wish.answers()))));
    }

    /** Ends a chat, as its visitor. */
    @PostMapping("/{plan}/chats/{chat}/leave")
    Taken leave(
            @PathVariable String plan,
            @PathVariable long chat,
            @RequestHeader(name = VisitGate.TOKEN, required = false) @Nullable String token) {
        checkRunning(plan, chat, token);
        return Taken.of(calls.make(plan, Wish.byVisitor(chat, CallKind.LEAVE, null, null)));
    }

    /** Rates a chat that has ended; the first rating counts. */
    @PostMapping("/{plan}/chats/{chat}/rating")
    Taken rate(
            @PathVariable String plan,
            @PathVariable long chat,
            @RequestBody RatingWish rating,
            @RequestHeader(name = VisitGate.TOKEN, required = false) @Nullable String token) {
        limits.other(plan, chat);
        return Taken.of(visits.rate(plan, visits.opened(plan, chat, token), rating.mark(), rating.comment()));
    }

    /** Tells up to which message a chat's visitor has read. */
    @PostMapping("/{plan}/chats/{chat}/marks")
    @ResponseStatus(HttpStatus.NO_CONTENT)
    void mark(
            @PathVariable String plan,
            @PathVariable long chat,
            @RequestBody Marks marks,
            @RequestHeader(name = VisitGate.TOKEN, required = false) @Nullable String token) {
        limits.other(plan, chat);
        var found = visits.opened(plan, chat, token);
        visits.mark(plan, found.id(), marks.got(), marks.read());
    }

    /** Pictures of doors and operators: visitors may see what is shown to them. */
    @GetMapping(path = "/pictures/{name}", produces = MediaType.IMAGE_JPEG_VALUE)
    ResponseEntity<byte[]> picture(@PathVariable String name) {
        return ResponseEntity.ok()
                .cacheControl(
                        CacheControl.maxAge(Duration.ofDays(365)).cachePublic().immutable())
                .header("Cross-Origin-Resource-Policy", "cross-origin")
                .body(pictures.jpeg(name));
    }

    private void checkRunning(String plan, long chat, @Nullable String token) {
        limits.other(plan, chat);
        visits.checkRunning(plan, chat, token);
    }

    private static Way way(String word) {
        return Arrays.stream(Way.values())
                .filter(way -> Visits.word(way.name()).equals(word))
                .findFirst()
                .orElseThrow(() -> new Refusal(
                        Kind.INVALID_DOCUMENT,
                        "/way",
                        "\"" + word + "\" is no way out; write message, call-back or bot."));
    }

    /** The language asked for, or one without its region, where the door speaks it; else the door's first. */
    private static String spoken(FrontDoor door, @Nullable String language) {
        if (language == null) {
            return door.languages().getFirst();
        }
        String primary = SpokenLanguage.primary(language);
        return door.languages().stream()
                .filter(tag -> tag.equalsIgnoreCase(language))
                .findFirst()
                .or(() -> door.languages().stream()
                        .filter(tag -> SpokenLanguage.primary(tag).equals(primary))
                        .findFirst())
                .orElse(door.languages().getFirst());
    }
}
