package io.kinetarch.server.plan;

import io.kinetarch.core.hours.OpeningHours;
import io.kinetarch.core.hours.WeeklyWindow;
import io.kinetarch.core.plan.Condition;
import io.kinetarch.core.plan.Department;
import io.kinetarch.core.plan.DepartmentId;
import io.kinetarch.core.plan.DoorId;
import io.kinetarch.core.plan.FrontDoor;
import io.kinetarch.core.plan.HoursId;
import io.kinetarch.core.plan.HoursSet;
import io.kinetarch.core.plan.LocalText;
import io.kinetarch.core.plan.Plan;
import io.kinetarch.core.plan.Queue;
import io.kinetarch.core.plan.QueueId;
import io.kinetarch.core.plan.QueueTarget;
import io.kinetarch.core.plan.Rule;
import io.kinetarch.core.plan.RuleId;
import io.kinetarch.core.plan.Rung;
import io.kinetarch.core.plan.Settings;
import io.kinetarch.core.plan.Skill;
import io.kinetarch.core.plan.SkillId;
import io.kinetarch.core.plan.SkillNeed;
import io.kinetarch.core.plan.TextKind;
import io.kinetarch.core.plan.Texts;
import io.kinetarch.core.plan.Workload;
import io.kinetarch.server.problem.Refusal;
import io.kinetarch.server.problem.Refusal.Kind;
import java.time.DateTimeException;
import java.time.DayOfWeek;
import java.time.LocalTime;
import java.time.ZoneId;
import java.util.List;
import java.util.Map;
import java.util.stream.Collectors;
import java.util.stream.Stream;

/** What a plan can begin as. People, whom no template knows, are still to come. */
enum PlanTemplate {
    /** The smallest plan that works: one door, one department, one queue, one rule, office hours. */
    ONE_TEAM {
        @Override
        Parts parts(ZoneId zone) {
            return new Parts(
                    ENGLISH,
                    List.of(),
                    List.of(department("service", "Service")),
                    List.of(queue("catch-all", "Catch-all queue", "service", List.of())),
                    List.of(rule("rest", "Everything else", "catch-all")),
                    office(zone));
        }
    },
    /** A first team answers everybody and passes on what it cannot solve; who waits long there is answered by the second too. */
    FIRST_LINE {
        @Override
        Parts parts(ZoneId zone) {
            var specialist = new SkillId("specialist");
            var specialists = queue("specialists", "Specialists", "second-line", List.of(new SkillNeed(specialist, 1)));
            var first = queue("first-line", "First line", "first-line", List.of())
                    .withTransfers(List.of(specialists.id()))
                    .withLadder(List.of(
                            new Rung(90, new Rung.Action.AddMembersOf(specialists.id())),
                            new Rung(240, new Rung.Action.OfferMessage())));
            return new Parts(
                    ENGLISH,
                    List.of(new Skill(specialist, "Specialist")),
                    List.of(department("first-line", "First line"), department("second-line", "Second line")),
                    List.of(first, specialists.withLadder(List.of(new Rung(300, new Rung.Action.OfferMessage())))),
                    List.of(rule("rest", "Everybody begins at the first line", "first-line")),
                    office(zone));
        }
    },
    /** A queue for each language; whoever speaks another one is answered in the first. */
    BY_LANGUAGE {
        @Override
        Parts parts(ZoneId zone) {
            return new Parts(
                    List.of("en", "de", "fr"),
                    List.of(),
                    List.of(department("service", "Service")),
                    List.of(
                            queue("english", "English", "service", List.of()),
                            queue("german", "German", "service", List.of()),
                            queue("french", "French", "service", List.of())),
                    List.of(
                            rule("german", "Who speaks German", "german", new Condition.LanguageIs(List.of("de"))),
                            rule("french", "Who speaks French", "french", new Condition.LanguageIs(List.of("fr"))),
                            rule("rest", "Everybody else", "english")),
                    office(zone));
        }
    },
    /** Always open; at night there is a team of its own, which by day may be asked too. */
    ROUND_THE_CLOCK {
        @Override
        Parts parts(ZoneId zone) {
            var nights = Stream.of(DayOfWeek.values())
                    .map(day -> new WeeklyWindow(day, LocalTime.of(22, 0), LocalTime.of(6, 0)))
                    .toList();
            return new Parts(
                    ENGLISH,
                    List.of(),
                    List.of(department("day", "By day"), department("night", "By night")),
                    List.of(
                            queue("day", "By day", "day", List.of())
                                    .withLadder(
                                            List.of(new Rung(120, new Rung.Action.AddMembersOf(new QueueId("night"))))),
                            queue("night", "By night", "night", List.of())),
                    List.of(
                            rule("night", "At night", "night", new Condition.ArrivesWithin(nights)),
                            rule("rest", "Everything else", "day")),
                    HoursSet.of(HOURS, "Always open", OpeningHours.aroundTheClock(zone)));
        }
    };

    private static final List<String> ENGLISH = List.of("en");
    private static final HoursId HOURS = new HoursId("office");

    /** What templates differ in. */
    record Parts(
            List<String> languages,
            List<Skill> skills,
            List<Department> departments,
            List<Queue> queues,
            List<Rule> rules,
            HoursSet hours) {}

    abstract Parts parts(ZoneId zone);

    /** A plan as the template has it; a time zone that is none is refused. */
    Plan plan(String name, String timeZone) {
        var zone = zone(timeZone);
        var parts = parts(zone);
        return new Plan(
                Settings.of(name, zone, texts(parts.languages)),
                parts.skills,
                List.of(parts.hours),
                parts.departments,
                parts.queues,
                List.of(),
                List.of(FrontDoor.plain(new DoorId("site"), "Web site", parts.languages, List.of())),
                parts.rules);
    }

    private static Department department(String id, String name) {
        return new Department(new DepartmentId(id), name, HOURS, Texts.NONE, List.of());
    }

    private static Queue queue(String id, String name, String department, List<SkillNeed> needs) {
        return Queue.plain(
                new QueueId(id),
                name,
                new DepartmentId(department),
                needs,
                1,
                QueueTarget.of(0.8, 30),
                Workload.of(420, 180.0, List.of(1.0, 1.12, 1.3)));
    }

    private static Rule rule(String id, String name, String queue, Condition... conditions) {
        return Rule.plain(new RuleId(id), name, List.of(conditions), new QueueId(queue), List.of());
    }

    private static HoursSet office(ZoneId zone) {
        var weekdays = Stream.of(DayOfWeek.values())
                .filter(day -> day.getValue() <= DayOfWeek.FRIDAY.getValue())
                .map(day -> new WeeklyWindow(day, LocalTime.of(9, 0), LocalTime.of(17, 0)))
                .toList();
        return HoursSet.of(HOURS, "Office hours", OpeningHours.weekly(zone, weekdays));
    }

    /** What visitors read before anybody has written it better, in these languages. */
    private static Texts texts(List<String> languages) {
        return new Texts(Map.ofEntries(
                text(languages, TextKind.LABEL, "Chat with us", "Chatten Sie mit uns", "Discutez avec nous"),
                text(
                        languages,
                        TextKind.OPEN,
                        "We are here to help.",
                        "Wir sind für Sie da.",
                        "Nous sommes là pour vous aider."),
                text(
                        languages,
                        TextKind.GREETING,
                        "Hello. How can we help?",
                        "Guten Tag. Wie können wir helfen?",
                        "Bonjour. Comment pouvons-nous vous aider ?"),
                text(
                        languages,
                        TextKind.RETURNING,
                        "Welcome back, {visitor}. How can we help?",
                        "Willkommen zurück, {visitor}. Wie können wir helfen?",
                        "Heureux de vous revoir, {visitor}. Comment pouvons-nous vous aider ?"),
                text(
                        languages,
                        TextKind.CONSENT,
                        "I agree that what I write is kept to answer me.",
                        "Ich bin einverstanden, dass meine Worte aufbewahrt werden, um mir zu antworten.",
                        "J’accepte que mes messages soient conservés pour me répondre."),
                text(
                        languages,
                        TextKind.WAITING,
                        "Somebody will be with you shortly.",
                        "Gleich ist jemand für Sie da.",
                        "Quelqu’un va bientôt vous répondre."),
                text(
                        languages,
                        TextKind.BUSY,
                        "Everybody is in a chat just now. Please try again in a few minutes.",
                        "Gerade sind alle im Gespräch. Bitte versuchen Sie es in ein paar Minuten noch einmal.",
                        "Tout le monde est en conversation. Veuillez réessayer dans quelques minutes."),
                text(
                        languages,
                        TextKind.CLOSED,
                        "We are closed now and open again {opens}.",
                        "Wir haben geschlossen und öffnen wieder {opens}.",
                        "Nous sommes fermés et rouvrons {opens}."),
                text(
                        languages,
                        TextKind.NO_REPLY,
                        "You are not forgotten; it takes a little longer.",
                        "Wir haben Sie nicht vergessen; es dauert noch etwas.",
                        "Nous ne vous oublions pas ; cela prend un peu plus de temps."),
                text(
                        languages,
                        TextKind.MESSAGE,
                        "Leave us a message, and we will reply.",
                        "Hinterlassen Sie uns eine Nachricht, wir antworten.",
                        "Laissez-nous un message, nous vous répondrons."),
                text(
                        languages,
                        TextKind.THANKS,
                        "Thank you. Your message has reached us.",
                        "Vielen Dank. Ihre Nachricht ist angekommen.",
                        "Merci. Votre message nous est parvenu."),
                text(
                        languages,
                        TextKind.ENDED,
                        "This chat has ended. Thank you for writing.",
                        "Dieser Chat ist beendet. Danke, dass Sie geschrieben haben.",
                        "Cette discussion est terminée. Merci de nous avoir écrit."),
                text(
                        languages,
                        TextKind.RATING,
                        "How was this chat?",
                        "Wie war dieser Chat?",
                        "Comment s’est passée cette discussion ?")));
    }

    private static Map.Entry<TextKind, LocalText> text(
            List<String> languages, TextKind kind, String english, String german, String french) {
        var all = Map.of("en", english, "de", german, "fr", french);
        return Map.entry(
                kind,
                LocalText.of(languages.stream()
                        .collect(Collectors.toMap(
                                language -> language, language -> all.getOrDefault(language, english)))));
    }

    private static ZoneId zone(String timeZone) {
        try {
            return ZoneId.of(timeZone);
        } catch (DateTimeException e) {
            throw new Refusal(
                    Kind.INVALID_DOCUMENT,
                    "/timeZone",
                    "There is no time zone \"" + timeZone + "\"; write one such as Europe/Dublin.");
        }
    }
}
