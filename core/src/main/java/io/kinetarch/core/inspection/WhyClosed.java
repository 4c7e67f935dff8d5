package io.kinetarch.core.inspection;

import io.kinetarch.core.dispatch.CompiledPlan;
import io.kinetarch.core.dispatch.EffectSink;
import io.kinetarch.core.dispatch.Reason;
import io.kinetarch.core.dispatch.Standing;
import io.kinetarch.core.dispatch.Visit;
import io.kinetarch.core.inspection.ContentSecurityPolicy.Kind;
import io.kinetarch.core.plan.AllowedSite;
import io.kinetarch.core.plan.Department;
import io.kinetarch.core.plan.DoorOpens;
import io.kinetarch.core.plan.ElementId;
import io.kinetarch.core.plan.FrontDoor;
import io.kinetarch.core.plan.HoursId;
import io.kinetarch.core.plan.Operator;
import io.kinetarch.core.plan.Plan;
import io.kinetarch.core.plan.PlanEdit;
import io.kinetarch.core.plan.Queue;
import io.kinetarch.core.plan.QueueId;
import io.kinetarch.core.plan.Rule;
import io.kinetarch.core.routing.Arrival;
import io.kinetarch.core.routing.ChatNeeds;
import io.kinetarch.core.routing.RuleTable;
import java.net.URI;
import java.time.Instant;
import java.time.format.DateTimeFormatter;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.TreeMap;
import java.util.stream.Collectors;
import java.util.stream.Stream;
import org.jspecify.annotations.Nullable;

/**
 * Why a visitor on a site would not get a chat through a door now: every link between them and an operator in order, each passed
 * or not, and why. No link hides the ones after it.
 */
public final class WhyClosed {
    private static final DateTimeFormatter DAY_AND_TIME =
            DateTimeFormatter.ofPattern("d MMMM 'at' HH:mm", Locale.ENGLISH);

    private final Plan plan;
    private final FrontDoor door;
    private final Question asked;
    private final List<Link> links = new ArrayList<>();

    private WhyClosed(Plan plan, Question asked) {
        this.plan = plan;
        this.door = plan.door(asked.chat().door());
        this.asked = asked;
    }

    /**
     * What is asked.
     *
     * @param chat one that would start: at the door, from the page, at the moment
     * @param page address of the page that shows the door; null for the plain link
     * @param policy content security policies of that page
     * @param nonce that its script element carries; null for none
     * @param base where the application is, without a slash at the end
     * @param live whether the door is part of the plan that is live
     * @param paused whether somebody has paused it
     * @param waiting chats that wait already, by queue
     * @param onSite what is known of the door on the page's site; null where that is not looked at
     */
    public record Question(
            Arrival chat,
            @Nullable URI page,
            List<String> policy,
            @Nullable String nonce,
            URI base,
            boolean live,
            boolean paused,
            Presence presence,
            Map<QueueId, Integer> waiting,
            @Nullable OnSite onSite) {}

    /**
     * What is known of a door on a site.
     *
     * @param asked when a page of it asked for the door last; null for never
     * @param blocked when a browser told last that the site's policy stops the door; null for never
     * @param directive of the policy that did; null where none did
     */
    public record OnSite(
            @Nullable Instant asked,
            @Nullable Instant blocked,
            @Nullable String directive) {
        /** No page of the site has ever asked. */
        public static final OnSite NEVER = new OnSite(null, null, null);

        /** Whether the last that was heard from the site is that it stops the door. */
        boolean isBlocked() {
            return blocked != null && (asked == null || !asked.isAfter(blocked));
        }
    }

    /** What a link is about. */
    public enum Step {
        LIVE,
        /** Nobody has paused the door; only where somebody has. */
        PAUSED,
        SITE,
        /** Pages of the site ask for the door; only of the live plan. */
        EMBEDDED,
        /** Browsers told that the site's policy stops the door; only where they did. */
        REPORTED,
        SCRIPT,
        CONNECTION,
        IMAGES,
        FRAME,
        DOOR_HOURS,
        /** Somebody is present whom the door asks for; only where it asks for somebody. */
        DOOR_OPENS,

        DEPARTMENT,
        MEMBERS,
        /** Members who could take this very chat, with its language and what its rule asks; only where not all could. */
        ABLE,
        PRESENT,
        CAPACITY,
        WAITING_LIMIT,
        SEATS
    }

    /**
     * One link of the chain.
     *
     * @param about the element whose setting changes it; none where it is not in the plan
     * @param change what would change it; empty where it passes
     * @param mend a change that makes it pass; none where people have to choose
     */
    public record Link(
            Step step,
            boolean passed,
            String because,
            Optional<ElementId> about,
            String change,
            Optional<Finding.Mend> mend) {}

    /** The chain, in order. */
    public static List<Link> of(Plan plan, Question asked) {
        return new WhyClosed(plan, asked).chain();
    }

    /** The site of a page, as it is allowed: scheme, host and, where it is not the usual one, port. */
    public static String origin(URI page) {
        return ContentSecurityPolicy.origin(page);
    }

    private List<Link> chain() {
        live();
        paused();
        var page = asked.page();
        if (page != null) {
            site(page);
            embedded(page);
            policy(ContentSecurityPolicy.of(page, asked.policy()));
        }
        doorHours();
        presenceAtTheDoor();

        var rule = new RuleTable(plan).decide(asked.chat()).rule();
        var queue = plan.queue(rule.queue());
        department(plan.department(queue.department()));
        staff(queue, rule);
        waitingLimit(queue);
        seats();
        return List.copyOf(links);
    }

    private void live() {
        add(
                Step.LIVE,
                asked.live(),
                asked.live()
                        ? door.name() + " is part of the plan that is live."
                        : door.name() + " is not part of the plan that is live: visitors cannot reach it.",
                door.id(),
                "Let the plan go live.",
                null);
    }

    private void paused() {
        if (asked.paused()) {
            add(
                    Step.PAUSED,
                    false,
                    "Somebody has paused " + door.name() + ": it does what it does when it is closed.",
                    door.id(),
                    "Open it again under Doors; no revision is needed.",
                    null);
        }
    }

    private void site(URI page) {
        String origin = ContentSecurityPolicy.origin(page);
        boolean allowed = door.sites().stream().anyMatch(site -> site.allows(origin));
        add(
                Step.SITE,
                allowed,
                allowed
                        ? origin + " is among the sites that may show the door."
                        : origin + " may not show the door; "
                                + (door.sites().isEmpty()
                                        ? "no site may."
                                        : "allowed are "
                                                + door.sites().stream()
                                                        .map(AllowedSite::value)
                                                        .collect(Collectors.joining(", "))
                                                + "."),
                door.id(),
                "Add it to the allowed sites.",
                allowed ? null : allow(origin));
    }

    private void embedded(URI page) {
        var onSite = asked.onSite();
        if (onSite == null) {
            return;
        }
        String origin = ContentSecurityPolicy.origin(page);
        var last = onSite.asked();
        add(
                Step.EMBEDDED,
                last != null,
                last == null
                        ? "No page of " + origin + " has asked for the door yet."
                        : "A page of " + origin + " asked for the door last on " + clock(last) + ".",
                door.id(),
                "Put the door's script on the site's pages, as Embed shows it.",
                null);
        var blocked = onSite.blocked();
        if (blocked != null && onSite.isBlocked()) {
            add(
                    Step.REPORTED,
                    false,
                    "On " + clock(blocked) + " a browser told that the policy of " + origin + " stops the door ("
                            + onSite.directive() + ").",
                    door.id(),
                    "Add what Embed lists to the site's content security policy.",
                    null);
        }
    }

    private String clock(Instant at) {
        return DAY_AND_TIME.format(at.atZone(plan.timeZone()));
    }

    private Finding.Mend allow(String origin) {
        var sites = Stream.concat(door.sites().stream(), Stream.of(new AllowedSite(origin)))
                .toList();
        return new Finding.Mend("Allow " + origin, List.of(new PlanEdit.Put(door.withSites(sites))));
    }

    private void policy(ContentSecurityPolicy policy) {
        checked(Step.SCRIPT, policy.check(Kind.SCRIPT, asked.base().resolve("/widget/door.js"), asked.nonce()));
        checked(Step.CONNECTION, policy.check(Kind.CONNECTION, asked.base().resolve("/door"), null));
        checked(Step.IMAGES, policy.check(Kind.IMAGE, asked.base().resolve("/pictures"), null));
        var frame = policy.check(Kind.FRAME, asked.base().resolve("/door"), null);
        add(
                Step.FRAME,
                true,
                "The door draws itself into the page and needs no frame; the plain link in a frame would be "
                        + (frame.passes()
                                ? "let through."
                                : "held back by “" + frame.directive().orElse("") + "”."),
                null,
                "",
                null);
    }

    private void checked(Step step, ContentSecurityPolicy.Verdict verdict) {
        add(
                step,
                verdict.passes(),
                verdict.because(),
                null,
                verdict.toAdd()
                        .map(directive -> "In the site's content security policy, write: " + directive)
                        .orElse(""),
                null);
    }

    private void doorHours() {
        HoursId kept = door.hours();
        if (kept != null) {
            hours(Step.DOOR_HOURS, "The door", kept);
        }
    }

    /** Where the door asks for more than its hours: whether it is open to this visitor, as the dispatcher decides it. */
    private void presenceAtTheDoor() {
        if (door.opens() == DoorOpens.BY_HOURS) {
            return;
        }
        var dispatcher = asked.presence()
                .dispatcher(plan, EffectSink.DEAF, Map.of(), asked.chat().at());
        boolean nobody = dispatcher
                .whyClosed(asked.chat().at().toEpochMilli(), Visit.of(asked.chat()))
                .filter(Reason.NobodyServes.class::isInstance)
                .isPresent();
        String whom = door.opens() == DoorOpens.CATCH_ALL_PRESENT
                ? "who serves " + plan.catchAllQueue().name() + ", the catch-all queue"
                : "who could take this very visitor";
        add(
                Step.DOOR_OPENS,
                !nobody,
                door.name() + " opens while somebody is present " + whom + (nobody ? ", and nobody is." : "."),
                door.id(),
                "Change who is present then, or let the door open by its hours alone.",
                null);
    }

    private void department(Department department) {
        hours(Step.DEPARTMENT, department.name() + ", where its chats go,", department.hours());
    }

    private void hours(Step step, String who, HoursId kept) {
        var set = plan.hours(kept);
        var state = set.hours().at(asked.chat().at());
        add(
                step,
                state.open(),
                who + " keeps “" + set.name() + "”. " + state.because(),
                kept,
                "Change its hours, or say what holds on this date.",
                null);
    }

    /** Who is a member, who of them could take this very chat, who is present, who has room: asked of the compiled plan. */
    private void staff(Queue queue, Rule rule) {
        var compiled = CompiledPlan.of(plan);
        var wanted = compiled.wanted(
                new ChatNeeds(queue.id(), rule.needs(), asked.chat().language()));
        var members = compiled.members(queue.id()).stream().boxed().toList();
        add(
                Step.MEMBERS,
                !members.isEmpty(),
                members.isEmpty()
                        ? "Nobody is a member of " + queue.name() + "."
                        : people(members.size()) + " members of " + queue.name() + ".",
                queue.id(),
                "Give operators what it needs, or name members.",
                null);
        var able = members.stream()
                .filter(member -> compiled.obstacle(member, wanted).isEmpty())
                .toList();
        if (able.size() < members.size()) {
            String lacking = lacking(members.stream()
                    .flatMap(member -> compiled.obstacle(member, wanted).stream())
                    .toList());
            add(
                    Step.ABLE,
                    !able.isEmpty(),
                    able.isEmpty()
                            ? "None of them could take this chat: " + lacking + "."
                            : people(able.size()) + " able to take this very chat; of the other members " + lacking
                                    + ".",
                    queue.id(),
                    "Let members learn what it asks for, or ask for less.",
                    null);
        }
        var present = able.stream()
                .filter(member -> state(member) == Presence.State.PRESENT)
                .toList();
        add(
                Step.PRESENT,
                !present.isEmpty(),
                present.isEmpty()
                        ? "Of those who could take this chat nobody is present."
                        : people(present.size()) + " present: " + ending(names(present)),
                queue.id(),
                "Change who is present then, under People.",
                null);
        var free = present.stream()
                .filter(member -> {
                    var held = asked.presence().of().get(operator(member).id());
                    return held != null
                            && compiled.standing(member, wanted, true, held.capacityInUse(), held.chats())
                                    .isEligible();
                })
                .toList();
        add(
                Step.CAPACITY,
                !free.isEmpty(),
                free.isEmpty()
                        ? "Nobody present has room for a chat of weight " + queue.weight() + ": a visitor would wait."
                        : people(free.size()) + " free to take a chat.",
                queue.id(),
                "Raise capacities, or lower the weight.",
                null);
    }

    private Operator operator(int index) {
        return plan.operators().get(index);
    }

    private Presence.State state(int operator) {
        return asked.presence().state(operator(operator).id());
    }

    /** How many something stands against, most first: "3 not speaking fr, 1 with Fares below level 4". */
    private String lacking(List<Standing.Lasting> obstacles) {
        var counted =
                obstacles.stream().collect(Collectors.groupingBy(this::lack, TreeMap::new, Collectors.counting()));
        return counted.entrySet().stream()
                .sorted(Map.Entry.<String, Long>comparingByValue().reversed())
                .map(entry -> entry.getValue() + " " + entry.getKey())
                .collect(Collectors.joining(", "));
    }

    private String lack(Standing.Lasting obstacle) {
        return switch (obstacle) {
            case Standing.NotNamed _ -> "not named as members";
            case Standing.LeftForTheDay _ -> "gone from the queue for today";
            case Standing.OtherDepartment _ -> "answering for other departments";
            case Standing.LacksSkill(var skill, var _) ->
                "without " + plan.skill(skill).name();
            case Standing.LevelTooLow(var skill, var _, var least) ->
                "with " + plan.skill(skill).name() + " below level " + least;
            case Standing.LacksLanguage(var language) -> "not speaking " + language;
            case Standing.LanguageLevelTooLow(var language, var _, var least) ->
                "speaking " + language + " below level " + least;
            case Standing.ChatTooHeavy _ -> "with less capacity than one chat takes";
        };
    }

    private void waitingLimit(Queue queue) {
        var limit = queue.waiting().limit();
        int before = asked.waiting().getOrDefault(queue.id(), 0);
        boolean room = limit == null || before < limit.chats();
        add(
                Step.WAITING_LIMIT,
                room,
                limit == null
                        ? "Any number may wait in " + queue.name() + "."
                        : before + " wait in " + queue.name() + ", which takes " + limit.chats() + ".",
                queue.id(),
                "Let more wait, or send who comes beyond to another queue.",
                null);
    }

    private void seats() {
        Integer seats = plan.settings().seats();
        int used = plan.operators().size();
        boolean enough = seats == null || used <= seats;
        add(
                Step.SEATS,
                enough,
                seats == null
                        ? "Nobody counts seats."
                        : used + " of " + seats + " seats are used" + (enough ? "." : "; nobody is locked out for it."),
                plan.settings().id(),
                "License more, or take people out.",
                null);
    }

    private static String people(int count) {
        return count == 1 ? "One operator is" : count + " operators are";
    }

    /** The end of a sentence: names may end with a full stop of their own. */
    private static String ending(String words) {
        return words.endsWith(".") ? words : words + ".";
    }

    private String names(List<Integer> operators) {
        int most = 4;
        String named = operators.stream()
                .limit(most)
                .map(index -> operator(index).name())
                .collect(Collectors.joining(", "));
        return operators.size() <= most ? named : named + " and " + (operators.size() - most) + " more";
    }

    private void add(
            Step step,
            boolean passed,
            String because,
            @Nullable ElementId about,
            String change,
            Finding.@Nullable Mend mend) {
        links.add(new Link(
                step, passed, because, Optional.ofNullable(about), passed ? "" : change, Optional.ofNullable(mend)));
    }
}
