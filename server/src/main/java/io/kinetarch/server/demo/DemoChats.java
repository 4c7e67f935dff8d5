package io.kinetarch.server.demo;

import io.kinetarch.core.dispatch.Call.Because;
import io.kinetarch.core.dispatch.Way;
import io.kinetarch.core.plan.Operator;
import io.kinetarch.core.plan.Plan;
import io.kinetarch.core.plan.VisitorKind;
import io.kinetarch.core.volume.ChatCount;
import io.kinetarch.server.account.Sha256;
import io.kinetarch.server.bot.BotTurn;
import io.kinetarch.server.bot.BotTurns;
import io.kinetarch.server.live.CallKind;
import io.kinetarch.server.live.Given;
import io.kinetarch.server.live.PastLog;
import io.kinetarch.server.live.PastLog.Happened;
import io.kinetarch.server.live.Wish;
import io.kinetarch.server.margin.Margins.Labelled;
import java.nio.charset.StandardCharsets;
import java.time.Duration;
import java.time.Instant;
import java.time.LocalDate;
import java.time.temporal.ChronoUnit;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.HashMap;
import java.util.HexFormat;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.PriorityQueue;
import java.util.SplittableRandom;
import java.util.UUID;
import org.jspecify.annotations.Nullable;

/**
 * Lets stand-in visitors, the bots of the doors and stand-in operators talk through the dispatcher, so that the demo has finished chats to
 * be read. The chats come as the demo's volumes count them; the same days give the same chats.
 */
final class DemoChats {
    private static final long SEED = 20_261_118;
    private static final String WAITING = "WAITING";
    private static final String OFFERED = "OFFERED";
    private static final String BOT = "BOT";
    private static final String FORM = "FORM";
    private static final String OVER = "OVER";

    private static final double SHARE_ABSENT = 0.08;
    private static final double SHARE_MISSES_OFFER = 0.03;
    private static final double SHARE_FALLS_SILENT = 0.04;
    private static final double SHARE_SENT_ON = 0.04;
    private static final double SHARE_RATES = 0.3;
    private static final double SHARE_LABELLED = 0.15;
    private static final double SHARE_WRITES_BESIDE_RATING = 0.35;
    /** So long one question and its answer take. */
    private static final double EXCHANGE_SECONDS = 80;

    private static final double SPREAD_OF_HANDLING = 0.55;
    private static final double LONGEST_REPLY = 100;
    private static final double LONGEST_THOUGHT = 170;
    private static final Duration LUNCH = Duration.ofMinutes(30);
    private static final Duration WINDS_UP = Duration.ofMinutes(20);

    private final PastLog log;
    private final Plan plan;
    private final BotTurns bots;
    private final DemoTalks talks;
    private final SplittableRandom random = new SplittableRandom(SEED);
    private final PriorityQueue<Planned> agenda =
            new PriorityQueue<>(Comparator.comparing(Planned::at).thenComparingLong(Planned::order));
    private final Map<Long, DemoGuest> guests = new HashMap<>();
    private final Map<List<Object>, BotTurn> turns = new HashMap<>();
    private final List<Labelled> labelled = new ArrayList<>();
    private long planned;
    private Instant now = Instant.MIN;

    /** Something that somebody will do. */
    private record Planned(Instant at, long order, Runnable act) {}

    DemoChats(PastLog log, BotTurns bots, DemoTalks talks) {
        this.log = log;
        this.plan = log.plan();
        this.bots = bots;
        this.talks = talks;
    }

    /** Goes through the chats of some half-hours, to the end of the last of them; gives the labels that operators put on them. */
    List<Labelled> live(List<ChatCount> counts, Instant from, Instant until) {
        for (var day = date(from); !day.isAfter(date(until)); day = day.plusDays(1)) {
            for (var operator : plan.operators()) {
                beThere(operator, day, from, until);
            }
        }
        for (var count : counts) {
            for (int i = 0; i < count.chats(); i++) {
                var own = random.split();
                at(count.startsAt().plusMillis(own.nextLong(ChatCount.INTERVAL.toMillis())), () -> arrive(count, own));
            }
        }
        // What is still open when nobody does anything more ends by the plan's own clocks.
        while (!agenda.isEmpty() || (!guests.isEmpty() && log.nextTimer().isBefore(until))) {
            var timer = log.nextTimer();
            var next = agenda.peek();
            if (next == null || !timer.isAfter(next.at())) {
                now = timer.isBefore(now) ? now : timer;
                take(log.passTime(now));
            } else {
                agenda.remove();
                now = next.at();
                next.act().run();
            }
        }
        log.end();
        return labelled;
    }

    private LocalDate date(Instant instant) {
        return instant.atZone(plan.timeZone()).toLocalDate();
    }

    private void at(Instant when, Runnable act) {
        var at = when.truncatedTo(ChronoUnit.MILLIS);
        agenda.add(new Planned(at.isBefore(now) ? now : at, planned++, act));
    }

    private void in(double seconds, Runnable act) {
        at(now.plusMillis(Math.round(seconds * 1000)), act);
    }

    private boolean wish(Wish wish) {
        return take(log.take(now, wish));
    }

    /** What came of a call; whether it was taken. */
    private boolean take(PastLog.Step step) {
        for (var chat : step.chats()) {
            var guest = guests.get(chat.chat());
            if (guest != null) {
                guest.stage = chat.stage();
                guest.queue = chat.queueId();
                guest.operator = chat.operatorId();
                guest.ways = chat.ways();
            }
        }
        step.happened().forEach(this::react);
        step.chats().stream().filter(chat -> chat.stage().equals(OVER)).forEach(chat -> guests.remove(chat.chat()));
        return !step.isRefused();
    }

    // Operators

    private void beThere(Operator operator, LocalDate day, Instant from, Instant until) {
        String who = operator.id().value();
        for (var window : operator.presence()) {
            if (window.day() != day.getDayOfWeek() || random.nextDouble() < SHARE_ABSENT) {
                continue;
            }
            var begins = day.atTime(window.from())
                    .atZone(plan.timeZone())
                    .toInstant()
                    .plusSeconds(random.nextLong(-240, 180));
            var ends = begins.plus(window.length());
            if (begins.isBefore(from) || begins.plus(LUNCH).isAfter(until)) {
                continue;
            }
            if (ends.plus(WINDS_UP).isAfter(until)) {
                // Whoever would still be there when the demo begins leaves before it: nobody sits at their desks.
                ends = until.minus(WINDS_UP).minusSeconds(1);
            }
            var lunch = begins.plus(
                    window.length().multipliedBy(45 + random.nextLong(15)).dividedBy(100));
            at(begins, () -> wish(Wish.by(CallKind.PRESENT, who)));
            if (lunch.plus(LUNCH).isBefore(ends)) {
                at(lunch, () -> wish(Wish.by(CallKind.AWAY, who)));
                at(lunch.plus(LUNCH), () -> wish(Wish.by(CallKind.PRESENT, who)));
            }
            at(ends, () -> wish(Wish.by(CallKind.AWAY, who)));
            at(ends.plus(WINDS_UP), () -> wish(Wish.by(CallKind.GONE, who)));
        }
    }

    // Visitors

    private void arrive(ChatCount count, SplittableRandom own) {
        var door = plan.door(Optional.ofNullable(count.origin().door())
                .orElseGet(() -> plan.doors().getFirst().id()));
        String language = Optional.ofNullable(count.origin().language()).orElse("en");
        String topic = Optional.ofNullable(count.origin().topic()).orElse("Vehicles and freight");
        Double patience = Optional.ofNullable(count.origin().queue())
                .map(queue -> plan.queue(queue).workload().patienceSeconds())
                .orElse(null);
        double bears = (patience == null ? 300 : patience) * -Math.log(1 - own.nextDouble());
        var guest = new DemoGuest(door, language, topic, bears, now, own);
        var answers = new LinkedHashMap<String, String>();
        if (door.questions().stream().anyMatch(question -> question.id().value().equals("topic"))) {
            answers.put("topic", topic);
        }
        var facts = new LinkedHashMap<String, String>();
        boolean known = door.facts().size() > 1 && guest.chance(0.3);
        if (known) {
            facts.put(door.facts().getLast().key(), "TS-" + DemoTalks.number(own));
        }
        var key = UUID.nameUUIDFromBytes(("chat " + planned++).getBytes(StandardCharsets.UTF_8));
        var step = log.take(
                now,
                Wish.arrive(
                        new Wish.Start(
                                door.id().value(), language, key, HexFormat.of().formatHex(Sha256.of(key.toString()))),
                        new Given(
                                language,
                                page(guest),
                                null,
                                known ? VisitorKind.KNOWN : guest.chance(0.2) ? VisitorKind.RETURNING : VisitorKind.NEW,
                                answers,
                                facts,
                                List.of())));
        guest.chat = step.number();
        guests.put(guest.chat, guest);
        take(step);
        if (guest.is(WAITING) || guest.is(OFFERED) || guest.is("HELD")) {
            in(guest.seconds(2, 9), () -> say(guest, phrase(guest)));
        }
    }

    private static @Nullable String page(DemoGuest guest) {
        if (guest.door.pages().isEmpty()) {
            return null;
        }
        String page = guest.topic.startsWith("Change")
                ? "my-booking"
                : guest.topic.startsWith("Fares") && guest.chance(0.12) ? "groups/" : "";
        return guest.door.pages().getFirst().value().replace("*", page);
    }

    /** What somebody asks who comes about a topic: one of the phrases that the bot knows of it. */
    private String phrase(DemoGuest guest) {
        return plan.topics().stream()
                .filter(topic -> topic.name().equals(guest.topic))
                .findFirst()
                .map(topic -> topic.phrases().in(guest.language))
                .filter(phrases -> !phrases.isEmpty())
                .map(phrases -> DemoTalks.one(phrases, guest.random))
                .orElseGet(() ->
                        DemoTalks.one(talks.about(guest.topic, guest.language).asks(), guest.random));
    }

    private void say(DemoGuest guest, String text) {
        if (guests.containsKey(guest.chat) && !guest.is("WRAP_UP")) {
            wish(Wish.says(guest.chat, key(guest), text));
        }
    }

    private UUID key(DemoGuest guest) {
        return new UUID(guest.chat, planned++);
    }

    private void leave(DemoGuest guest) {
        if (guests.containsKey(guest.chat) && !guest.is("WRAP_UP")) {
            wish(Wish.byVisitor(guest.chat, CallKind.LEAVE, null, null));
        }
    }

    private void react(Happened happened) {
        var guest = guests.get(happened.chat());
        if (guest == null) {
            return;
        }
        switch (happened.event()) {
            case "to-bot" -> in(1, () -> botsTurn(guest));
            case "queued" -> waits(guest);
            case "offered" -> offered(guest, happened.operatorId());
            case "assigned" -> assigned(guest, happened.operatorId());
            case "way-offered" -> in(guest.seconds(10, 40), () -> chooses(guest));
            case "ended" -> ended(guest);
            default -> {
                // nothing that a stand-in minds
            }
        }
    }

    private void waits(DemoGuest guest) {
        if (!guest.waited) {
            guest.waited = true;
            in(guest.patienceSeconds, () -> {
                if (guest.is(WAITING) || guest.is(OFFERED)) {
                    leave(guest);
                }
            });
        }
    }

    private void chooses(DemoGuest guest) {
        boolean form = guest.is(FORM);
        if (!guests.containsKey(guest.chat) || guest.ways.isEmpty() || !(form || guest.is(WAITING))) {
            return;
        }
        if (!guest.chance(form ? 0.7 : 0.3)) {
            if (form) {
                leave(guest);
            }
            return;
        }
        var way = Way.valueOf(guest.ways.get(guest.random.nextInt(guest.ways.size())));
        var answers = new LinkedHashMap<String, String>();
        if (way != Way.BOT) {
            answers.put("message", DemoTalks.one(talks.in(guest.language).message(), guest.random));
            answers.put("reply-to", "guest" + guest.chat + "@hallow.example");
        }
        if (way == Way.CALL_BACK) {
            answers.put("call-back", "+353 1 555 0" + (100 + guest.random.nextInt(900)));
        }
        wish(Wish.byVisitor(guest.chat, CallKind.CHOOSE, way.name(), Given.answers(answers)));
    }

    private void ended(DemoGuest guest) {
        if (!guest.door.ending().rating() || guest.exchanges < 0 || !guest.chance(SHARE_RATES)) {
            return;
        }
        // Who came to nothing, or waited, is less pleased.
        double pleased = guest.exchanges == 0 ? 0.62 : 0.35;
        int mark =
                guest.chance(pleased) ? 5 : guest.chance(0.5) ? 4 : guest.chance(0.5) ? 3 : guest.chance(0.5) ? 2 : 1;
        String comment = guest.chance(SHARE_WRITES_BESIDE_RATING)
                ? DemoTalks.one(
                        talks.in(guest.language).comments().getOrDefault(Integer.toString(mark), List.of("…")),
                        guest.random)
                : null;
        in(guest.seconds(6, 40), () -> wish(Wish.rates(guest.chat, mark, comment)));
    }

    // Bots

    private void botsTurn(DemoGuest guest) {
        if (!guest.is(BOT)) {
            return;
        }
        var bot = plan.botAt(guest.door.id());
        if (bot.isEmpty()) {
            // Whoever chose a bot where there is none is with people again.
            wish(Wish.handsOver(guest.chat, key(guest), Because.GIVEN_UP));
            return;
        }
        var turn = turns.computeIfAbsent(
                List.of(guest.door.id(), guest.language, List.copyOf(guest.toBot)),
                _ -> bots.next(plan, bot.get(), guest.door, guest.language, guest.toBot));
        for (var act : turn.acts()) {
            if (!guest.is(BOT)) {
                return;
            }
            var understood = act.understood();
            var because = act.handsOver();
            String says = act.says();
            if (understood != null) {
                wish(Wish.understood(guest.chat, key(guest), understood.topic(), understood.certainty()));
            } else if (because != null) {
                wish(Wish.handsOver(guest.chat, key(guest), because));
            } else if (says != null) {
                wish(Wish.botSays(guest.chat, key(guest), says, act.beside()));
            }
        }
        if (guest.is(BOT)) {
            in(guest.seconds(6, 28), () -> answersBot(guest));
        }
    }

    private void answersBot(DemoGuest guest) {
        if (!guest.is(BOT)) {
            return;
        }
        if (guest.toBot.isEmpty()) {
            toBot(guest, phrase(guest));
        } else if (guest.chance(0.58)) {
            leave(guest);
        } else {
            toBot(
                    guest,
                    guest.toBot.size() < 3 && guest.chance(0.5)
                            ? phrase(guest)
                            : talks.in(guest.language).person());
        }
    }

    private void toBot(DemoGuest guest, String text) {
        guest.toBot.add(text);
        say(guest, text);
        in(1, () -> botsTurn(guest));
    }

    // Operators and their chats

    private void offered(DemoGuest guest, @Nullable String operator) {
        if (operator == null || guest.chance(SHARE_MISSES_OFFER)) {
            return;
        }
        in(guest.seconds(2, 13), () -> {
            if (guest.is(OFFERED) && operator.equals(guest.operator)) {
                wish(Wish.in(guest.chat, CallKind.ACCEPT, operator, null));
            }
        });
    }

    private void assigned(DemoGuest guest, @Nullable String operator) {
        if (operator == null) {
            return;
        }
        int atOnce = (int)
                guests.values().stream().filter(other -> other.isWith(operator)).count();
        if (guest.exchanges < 0) {
            var workload = plan.queues().stream()
                    .filter(queue -> queue.id().value().equals(guest.queue))
                    .findFirst()
                    .orElseGet(() -> plan.queues().getFirst())
                    .workload();
            var slowdown = workload.slowdown();
            double mean = workload.handlingSeconds() * slowdown.get(Math.clamp(atOnce, 1, slowdown.size()) - 1);
            double handling = mean
                    * Math.exp(SPREAD_OF_HANDLING * guest.random.nextGaussian()
                            - SPREAD_OF_HANDLING * SPREAD_OF_HANDLING / 2);
            // Nobody asks the same twice.
            int most = talks.about(guest.topic, guest.language).asks().size();
            guest.exchanges = Math.clamp(Math.round(handling / EXCHANGE_SECONDS), 1, most);
            guest.exchangeSeconds = handling / guest.exchanges;
        }
        replyLater(guest, operator);
    }

    private void replyLater(DemoGuest guest, String operator) {
        in(Math.min(LONGEST_REPLY, guest.exchangeSeconds * guest.seconds(0.25, 0.7)), () -> reply(guest, operator));
    }

    private void reply(DemoGuest guest, String operator) {
        if (!guest.isWith(operator)) {
            return;
        }
        var topic = talks.about(guest.topic, guest.language);
        var words = talks.in(guest.language);
        if (guest.exchanges > 1 && !guest.isSentOn && guest.chance(SHARE_SENT_ON / guest.exchanges)) {
            guest.isSentOn = true;
            sendOn(guest, operator);
            return;
        }
        boolean last = guest.exchanges == 0;
        wish(Wish.says(
                guest.chat,
                operator,
                key(guest),
                last
                        ? DemoTalks.one(words.close(), guest.random)
                        : topic.answers().get(guest.next % topic.answers().size())));
        if (last) {
            in(guest.seconds(4, 20), () -> end(guest, operator));
        } else if (!guest.chance(SHARE_FALLS_SILENT / guest.exchanges)) {
            in(
                    Math.min(LONGEST_THOUGHT, guest.exchangeSeconds * guest.seconds(0.25, 0.7)),
                    () -> goesOn(guest, operator));
        }
    }

    private void goesOn(DemoGuest guest, String operator) {
        if (!guest.isWith(operator)) {
            return;
        }
        guest.exchanges--;
        var topic = talks.about(guest.topic, guest.language);
        say(
                guest,
                guest.exchanges == 0
                        ? DemoTalks.one(talks.in(guest.language).thanks(), guest.random)
                        : topic.asks()
                                .get(guest.next++ % topic.asks().size())
                                .replace("{booking}", DemoTalks.number(guest.random)));
        if (guest.exchanges == 0 && guest.chance(0.35)) {
            in(guest.seconds(2, 8), () -> leave(guest));
        } else {
            replyLater(guest, operator);
        }
    }

    private void sendOn(DemoGuest guest, String operator) {
        var to = plan.queues().stream()
                .filter(queue -> queue.id().value().equals(guest.queue))
                .flatMap(queue -> queue.transfers().stream())
                .findFirst();
        if (to.isEmpty()) {
            replyLater(guest, operator);
            return;
        }
        wish(Wish.says(
                guest.chat, operator, key(guest), talks.in(guest.language).sendOn()));
        if (!wish(Wish.in(
                guest.chat, CallKind.TRANSFER_TO_QUEUE, operator, to.get().value()))) {
            replyLater(guest, operator);
        }
    }

    private void end(DemoGuest guest, String operator) {
        if (!guest.isWith(operator)) {
            return;
        }
        label(guest, operator);
        wish(Wish.in(guest.chat, CallKind.OPERATOR_ENDS, operator, null));
        if (guest.is("WRAP_UP")) {
            in(guest.seconds(5, 25), () -> wish(Wish.in(guest.chat, CallKind.WRAP_UP, operator, null)));
        }
    }

    /** By chance of its own, so that nothing else in the chat depends on it. */
    private void label(DemoGuest guest, String operator) {
        var chance = new SplittableRandom(SEED + guest.chat);
        var known = talks.labels().getOrDefault(guest.topic, List.of());
        if (!known.isEmpty() && chance.nextDouble() < SHARE_LABELLED) {
            plan.operators().stream()
                    .filter(one -> one.id().value().equals(operator))
                    .findFirst()
                    .ifPresent(
                            by -> labelled.add(new Labelled(guest.chat, DemoTalks.one(known, chance), by.name(), now)));
        }
    }
}
