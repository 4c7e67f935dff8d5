package io.kinetarch.core.change;

import io.kinetarch.core.change.PlanDiff.ElementChange;
import io.kinetarch.core.hours.DatedHours;
import io.kinetarch.core.hours.DayWindow;
import io.kinetarch.core.hours.OpeningHours;
import io.kinetarch.core.hours.Season;
import io.kinetarch.core.hours.WeeklyWindow;
import io.kinetarch.core.plan.AllowedSite;
import io.kinetarch.core.plan.Bot;
import io.kinetarch.core.plan.Check;
import io.kinetarch.core.plan.CheckExpectation;
import io.kinetarch.core.plan.Choice;
import io.kinetarch.core.plan.Courtesy;
import io.kinetarch.core.plan.Department;
import io.kinetarch.core.plan.Element;
import io.kinetarch.core.plan.ElementId;
import io.kinetarch.core.plan.FrontDoor;
import io.kinetarch.core.plan.HeldSkill;
import io.kinetarch.core.plan.HelpPage;
import io.kinetarch.core.plan.HoursId;
import io.kinetarch.core.plan.HoursSet;
import io.kinetarch.core.plan.KnownLanguages;
import io.kinetarch.core.plan.LocalText;
import io.kinetarch.core.plan.Look;
import io.kinetarch.core.plan.Membership;
import io.kinetarch.core.plan.Operator;
import io.kinetarch.core.plan.OperatorChoice;
import io.kinetarch.core.plan.PageFact;
import io.kinetarch.core.plan.PagePattern;
import io.kinetarch.core.plan.Pay;
import io.kinetarch.core.plan.Plan;
import io.kinetarch.core.plan.Question;
import io.kinetarch.core.plan.QuestionId;
import io.kinetarch.core.plan.Queue;
import io.kinetarch.core.plan.QueueTarget;
import io.kinetarch.core.plan.Rule;
import io.kinetarch.core.plan.RuleId;
import io.kinetarch.core.plan.Rung;
import io.kinetarch.core.plan.Sentences;
import io.kinetarch.core.plan.ServiceQuestion;
import io.kinetarch.core.plan.Settings;
import io.kinetarch.core.plan.Shrinkage;
import io.kinetarch.core.plan.Skill;
import io.kinetarch.core.plan.SkillNeed;
import io.kinetarch.core.plan.Source;
import io.kinetarch.core.plan.SpokenLanguage;
import io.kinetarch.core.plan.TextKind;
import io.kinetarch.core.plan.Texts;
import io.kinetarch.core.plan.Timeouts;
import io.kinetarch.core.plan.Topic;
import io.kinetarch.core.plan.WaitingRoom;
import io.kinetarch.core.plan.Workload;
import io.kinetarch.core.routing.ConditionWords;
import java.time.DayOfWeek;
import java.time.LocalDate;
import java.time.format.TextStyle;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Objects;
import java.util.function.Function;
import java.util.function.ToIntFunction;
import java.util.stream.Collectors;
import java.util.stream.Stream;
import org.jspecify.annotations.Nullable;

/** Puts the differences between two states of an element into words. */
final class ChangeWords {
    private static final int LONGEST_QUOTE = 60;

    private final Plan to;
    private final Map<ElementId, String> names = new HashMap<>();
    private final ConditionWords words = new ConditionWords(this::name);
    private final Map<ElementId, Integer> oldRow = new HashMap<>();
    private final Map<ElementId, Integer> newRow = new HashMap<>();

    ChangeWords(Plan from, Plan to) {
        this.to = to;
        from.elements().forEach(element -> names.put(element.id(), element.name()));
        to.elements().forEach(element -> names.put(element.id(), element.name()));
        number(from.rules(), oldRow);
        number(to.rules(), newRow);
    }

    /** What the element is called. */
    String title(ElementChange change) {
        var element = change.either();
        return switch (element) {
            case Settings _ -> "The plan";
            case Rule rule ->
                "Rule " + (change.after().isPresent() ? newRow : oldRow).get(rule.id()) + ", " + rule.name();
            default -> element.name();
        };
    }

    /** What is different about it. */
    List<String> of(ElementChange change) {
        var before = change.before().orElse(null);
        var after = change.after().orElse(null);
        if (before == null) {
            return List.of(arrives(Objects.requireNonNull(after)));
        }
        if (after == null) {
            return List.of(leaves(before));
        }
        var words = new ArrayList<String>();
        if (change.moved()) {
            words.add(moved(change));
        }
        words.addAll(differing(before, after));
        return words;
    }

    private static String arrives(Element element) {
        return switch (element) {
            case Operator _ -> "joins";
            case Rule rule -> "new rule" + counted(rule.conditions().size());
            default -> "new " + kind(element);
        };
    }

    private static String counted(int conditions) {
        return switch (conditions) {
            case 0 -> "";
            case 1 -> ", one condition";
            default -> ", " + conditions + " conditions";
        };
    }

    private static String leaves(Element element) {
        return element instanceof Operator ? "leaves" : kind(element) + " removed";
    }

    /** Rows are told by the numbers they had, which is how their reader knows them. */
    private String moved(ElementChange change) {
        boolean rule = change.id() instanceof RuleId;
        String was = rule ? "rule " + oldRow.get(change.id()) + " " : "";
        return to.next(change.id())
                .map(next -> was + "moved before " + (oldRow.containsKey(next) ? "rule " + oldRow.get(next) + ", " : "")
                        + names.get(next))
                .orElse(was + "moved to the end");
    }

    private List<String> differing(Element before, Element after) {
        var said = new Said();
        switch (before) {
            case Settings a when after instanceof Settings b -> settings(a, b, said);
            case Skill a when after instanceof Skill b -> said.value("name", a.name(), b.name());
            case HoursSet a when after instanceof HoursSet b -> hours(a, b, said);
            case Department a when after instanceof Department b -> department(a, b, said);
            case Queue a when after instanceof Queue b -> queue(a, b, said);
            case Operator a when after instanceof Operator b -> operator(a, b, said);
            case FrontDoor a when after instanceof FrontDoor b -> door(a, b, said);
            case Rule a when after instanceof Rule b -> rule(a, b, said);
            case Check a when after instanceof Check b -> check(a, b, said);
            case Topic a when after instanceof Topic b -> topic(a, b, said);
            case Bot a when after instanceof Bot b -> bot(a, b, said);
            case HelpPage a when after instanceof HelpPage b -> helpPage(a, b, said);
            default -> throw new IllegalArgumentException(before.id() + " changed its kind");
        }
        return said.words;
    }

    private void settings(Settings a, Settings b, Said said) {
        said.value("name", a.name(), b.name());
        said.value("time zone", a.timeZone(), b.timeZone());
        said.value("public holidays of", a.country(), b.country());
        said.list("shrinkage", a.shrinkage().parts(), b.shrinkage().parts(), ChangeWords::part);
        said.value("an hour costs", cost(a.pay()), cost(b.pay()));
        said.list(
                "finished by the bot",
                a.botShares(),
                b.botShares(),
                share -> percent(share.share()) + " of " + quoted(share.topic())
                        + (share.language() == null ? "" : " in " + KnownLanguages.name(share.language()))
                        + (share.source() == null
                                ? ""
                                : ", measured " + share.source().asOf()));
        said.value("seats", a.seats(), b.seats());
        said.value("next chat by", lower(a.nextChat()), lower(b.nextChat()));
        texts(a.texts(), b.texts(), said);
        timeouts(a.timeouts(), b.timeouts(), said);
        said.value("chats of who goes away", lower(a.whenAway()), lower(b.whenAway()));
        said.list(
                "receivers",
                a.receivers(),
                b.receivers(),
                receiver -> receiver.service() + " ("
                        + receiver.hears().stream().map(ChangeWords::lower).collect(Collectors.joining(", ")) + ")");
        said.list("accepted findings", a.accepted(), b.accepted(), accepted -> quoted(accepted.words()));
    }

    private void topic(Topic a, Topic b, Said said) {
        said.value("name", a.name(), b.name());
        said.texts("label", a.label(), b.label());
        said.value("skill it needs", nameOf(a.skill()), nameOf(b.skill()));
        sentences("phrases", a.phrases(), b.phrases(), said);
        sentences("test utterances", a.trials(), b.trials(), said);
        said.list("collects", a.collects(), b.collects(), asked -> quoted(asked.key()));
        said.list("answers", a.answers(), b.answers(), text -> quoted(text.inFirstOf(List.of())));
        said.value("asks the service", service(a.service()), service(b.service()));
        said.value("link", a.link(), b.link());
        said.value("picture", a.picture(), b.picture());
        said.list("offers", a.offers(), b.offers(), this::name);
        said.value("after the answer", lower(a.after()), lower(b.after()));
    }

    private static @Nullable String service(@Nullable ServiceQuestion asked) {
        return asked == null
                ? null
                : asked.service() + " for " + seconds(asked.seconds()) + ", else "
                        + quoted(asked.failed().inFirstOf(List.of()));
    }

    private static void helpPage(HelpPage a, HelpPage b, Said said) {
        said.value("title", a.name(), b.name());
        said.value("language", KnownLanguages.name(a.language()), KnownLanguages.name(b.language()));
        said.value("category", quoted(a.category()), quoted(b.category()));
        said.list("text", a.text().lines().toList(), b.text().lines().toList(), ChangeWords::quoted);
        said.value("read from", a.source(), b.source());
        said.value("used", lower(a.use()), lower(b.use()));
    }

    private void bot(Bot a, Bot b, Said said) {
        said.value("name", a.name(), b.name());
        said.value("picture", a.picture(), b.picture());
        said.list("languages", a.languages(), b.languages(), KnownLanguages::name);
        said.list("doors", a.doors(), b.doors(), this::name);
        said.list("topics", a.topics(), b.topics(), this::name);
        for (var courtesy : Courtesy.values()) {
            said.texts(
                    lower(courtesy),
                    a.courtesies().getOrDefault(courtesy, LocalText.NONE),
                    b.courtesies().getOrDefault(courtesy, LocalText.NONE));
        }
        said.texts("not understood", a.notUnderstood(), b.notUnderstood());
        said.texts("not understood again", a.notUnderstoodAgain(), b.notUnderstoodAgain());
        sentences("utterances of no topic", a.strangers(), b.strangers(), said);
    }

    /** Language by language, so that a phrase is not looked for among those of another. */
    private static void sentences(String what, Sentences a, Sentences b, Said said) {
        Stream.concat(a.in().keySet().stream(), b.in().keySet().stream())
                .distinct()
                .sorted()
                .forEach(language -> said.list(
                        what + " (" + KnownLanguages.name(language) + ")",
                        a.in(language),
                        b.in(language),
                        ChangeWords::quoted));
    }

    private static String part(Shrinkage.Part part) {
        var days = part.days();
        return part.name() + " " + percent(part.share())
                + (days == null
                        ? ""
                        : " on "
                                + days.stream()
                                        .map(day -> day.getDisplayName(TextStyle.SHORT, Locale.ENGLISH))
                                        .collect(Collectors.joining(", ")))
                + (part.byRoster() ? ", planned by rosters" : "");
    }

    private static @Nullable String cost(@Nullable Pay pay) {
        return pay == null ? null : String.format(Locale.ROOT, "%.2f %s", pay.perHour(), pay.currency());
    }

    private static @Nullable String source(@Nullable Source source) {
        return source == null ? null : source.said() + ", " + source.asOf();
    }

    private static void timeouts(Timeouts a, Timeouts b, Said said) {
        said.value(
                "accept within",
                seconds(a.accept().seconds()),
                seconds(b.accept().seconds()));
        said.value("away after missed chats", a.accept().awayAfter(), b.accept().awayAfter());
        said.value(
                "no reply after",
                seconds(a.reply().seconds()),
                seconds(b.reply().seconds()));
        said.value("no reply, then", lower(a.reply().then()), lower(b.reply().then()));
        said.texts("no-reply text", a.reply().text(), b.reply().text());
        said.value(
                "reminder after",
                seconds(a.silence().reminderSeconds()),
                seconds(b.silence().reminderSeconds()));
        said.texts("reminder", a.silence().reminder(), b.silence().reminder());
        said.value(
                "silent visitor closed after",
                seconds(a.silence().closeSeconds()),
                seconds(b.silence().closeSeconds()));
        said.texts("closing text", a.silence().close(), b.silence().close());
        said.value(
                "pause before asking again",
                seconds(a.accept().pauseSeconds()),
                seconds(b.accept().pauseSeconds()));
        said.value(
                "no reply, the visitor may choose",
                lower(a.reply().offers()),
                lower(b.reply().offers()));
        said.value("bot hands over after misses", a.botMisses(), b.botMisses());
        said.value("bot understands from", percent(a.botCertainty()), percent(b.botCertainty()));
        said.value(
                "lost operators give chats back after",
                seconds(a.lost().operatorSeconds()),
                seconds(b.lost().operatorSeconds()));
        said.value(
                "lost visitors are gone after",
                seconds(a.lost().visitorSeconds()),
                seconds(b.lost().visitorSeconds()));
        said.value(
                "seconds after the bot",
                lower(a.rungs().afterChoice()),
                lower(b.rungs().afterChoice()));
        said.value(
                "seconds after a move",
                lower(a.rungs().afterMove()),
                lower(b.rungs().afterMove()));
        said.value(
                "seconds after coming back",
                lower(a.rungs().afterReturn()),
                lower(b.rungs().afterReturn()));
    }

    private static void hours(HoursSet a, HoursSet b, Said said) {
        said.value("name", a.name(), b.name());
        said.value("time zone", a.hours().timeZone(), b.hours().timeZone());
        if (a.hours().roundTheClock() != b.hours().roundTheClock()) {
            said.words.add(b.hours().roundTheClock() ? "open round the clock" : "no longer round the clock");
        }
        windows(a.hours().weekly(), b.hours().weekly(), "closed", said);
        said.list("seasons", a.hours().seasons(), b.hours().seasons(), ChangeWords::season);
        said.list("exceptions", a.hours().exceptions(), b.hours().exceptions(), ChangeWords::exception);
        said.value("holidays of", calendar(a.hours()), calendar(b.hours()));
        said.value(
                "waiting at closing",
                lower(a.closing().waiting()),
                lower(b.closing().waiting()));
        said.value(
                "in hand at closing",
                lower(a.closing().inHand()),
                lower(b.closing().inHand()));
        said.list("declined holidays", declined(a.hours()), declined(b.hours()), LocalDate::toString);
    }

    private static String season(Season season) {
        return season.name() + " " + season.from() + " to " + season.to();
    }

    private static String exception(DatedHours exception) {
        return (exception.yearly() ? "every year from " : "") + exception.date() + " " + exception.name() + " "
                + (exception.windows().isEmpty()
                        ? "closed"
                        : exception.windows().stream().map(DayWindow::toString).collect(Collectors.joining(", ")));
    }

    private static @Nullable String calendar(OpeningHours hours) {
        var holidays = hours.holidays();
        if (holidays == null) {
            return null;
        }
        return holidays.region() == null ? holidays.country() : holidays.country() + ", " + holidays.region();
    }

    private static List<LocalDate> declined(OpeningHours hours) {
        var holidays = hours.holidays();
        return holidays == null ? List.of() : holidays.declined();
    }

    /** Days whose windows differ; days that changed alike are said together. */
    private static void windows(List<WeeklyWindow> a, List<WeeklyWindow> b, String none, Said said) {
        var alike = new LinkedHashMap<String, List<String>>();
        for (var day : DayOfWeek.values()) {
            String was = onDay(a, day, none);
            String is = onDay(b, day, none);
            if (!was.equals(is)) {
                alike.computeIfAbsent(was + " → " + is, _ -> new ArrayList<>())
                        .add(day.getDisplayName(TextStyle.SHORT, Locale.ENGLISH));
            }
        }
        alike.forEach((change, days) -> said.words.add(String.join(", ", days) + " " + change));
    }

    private static String onDay(List<WeeklyWindow> windows, DayOfWeek day, String none) {
        String all = windows.stream()
                .filter(window -> window.day() == day)
                .map(WeeklyWindow::times)
                .sorted()
                .collect(Collectors.joining(", "));
        return all.isEmpty() ? none : all;
    }

    private void department(Department a, Department b, Said said) {
        said.value("name", a.name(), b.name());
        said.value("hours", name(a.hours()), name(b.hours()));
        texts(a.texts(), b.texts(), said);
        questions("question", a.questions(), b.questions(), said);
    }

    private void queue(Queue a, Queue b, Said said) {
        said.value("name", a.name(), b.name());
        said.value("department", name(a.department()), name(b.department()));
        said.value("members", membersBy(a.members()), membersBy(b.members()));
        said.list("members", a.members().names(), b.members().names(), this::name);
        needs(a.needs(), b.needs(), said);
        said.value("least language level", a.leastLanguageLevel(), b.leastLanguageLevel());
        said.value("weight", a.weight(), b.weight());
        said.value("priority", a.priority(), b.priority());
        said.value("next operator", choice(a.choice()), choice(b.choice()));
        said.value(
                "handed over by", lower(a.handover().by()), lower(b.handover().by()));
        said.value(
                "wrap-up",
                seconds(a.handover().wrapUpSeconds()),
                seconds(b.handover().wrapUpSeconds()));
        said.value("waiting limit", limit(a.waiting()), limit(b.waiting()));
        said.flag("shows the position", a.waiting().positionShown(), b.waiting().positionShown());
        said.flag(
                "shows the expected wait", a.waiting().waitShown(), b.waiting().waitShown());
        said.value("target", target(a.target()), target(b.target()));
        said.value(
                "handling",
                seconds(a.workload().handlingSeconds()),
                seconds(b.workload().handlingSeconds()));
        said.value("patience", patience(a.workload()), patience(b.workload()));
        said.value("slowdown", a.workload().slowdown(), b.workload().slowdown());
        said.value(
                "handling from",
                source(a.workload().handlingFrom()),
                source(b.workload().handlingFrom()));
        said.value(
                "patience from",
                source(a.workload().patienceFrom()),
                source(b.workload().patienceFrom()));
        said.value(
                "slowdown from",
                source(a.workload().slowdownFrom()),
                source(b.workload().slowdownFrom()));
        said.list("transfers to", a.transfers(), b.transfers(), this::name);
        said.list("rungs", a.ladder(), b.ladder(), this::rung);
    }

    private void operator(Operator a, Operator b, Said said) {
        said.value("public name", a.name(), b.name());
        said.withheld("real name", a.realName(), b.realName());
        said.flag("shows the real name", a.realNameShown(), b.realNameShown());
        said.value("account", a.account(), b.account());
        said.picture(a.picture(), b.picture());
        said.levels(
                "language",
                levels(a.languages(), spoken -> KnownLanguages.name(spoken.language()), SpokenLanguage::level),
                levels(b.languages(), spoken -> KnownLanguages.name(spoken.language()), SpokenLanguage::level));
        said.levels(
                "skill",
                levels(a.skills(), held -> name(held.skill()), HeldSkill::level),
                levels(b.skills(), held -> name(held.skill()), HeldSkill::level));
        said.value("capacity", a.capacity(), b.capacity());
        said.value("chats at once, at most", a.mostChats(), b.mostChats());
        said.list("departments", a.departments(), b.departments(), this::name);
        said.texts("greeting", a.greeting(), b.greeting());
        if (!a.notifications().equals(b.notifications())) {
            said.words.add("other notification wishes");
        }
        windows(a.presence(), b.presence(), "off", said);
    }

    private void door(FrontDoor a, FrontDoor b, Said said) {
        said.value("name", a.name(), b.name());
        said.value("hours", kept(a.hours()), kept(b.hours()));
        said.value("texts of", textsOf(a), textsOf(b));
        said.list("languages", a.languages(), b.languages(), KnownLanguages::name);
        texts(a.texts(), b.texts(), said);
        questions("question", a.questions(), b.questions(), said);
        said.value("opens", lower(a.opens()), lower(b.opens()));
        said.value("first while open", lower(a.first().open()), lower(b.first().open()));
        said.value(
                "first while closed", lower(a.first().closed()), lower(b.first().closed()));
        said.list(
                "asks to agree to",
                a.consents(),
                b.consents(),
                consent -> (consent.text().isEmpty() ? "the consent text" : quoted(shown(consent.text())))
                        + (consent.required() ? "" : " if they like"));
        said.value("when closed", lower(a.whenClosed()), lower(b.whenClosed()));
        said.value("hours to a reply", a.replyHours(), b.replyHours());
        said.value("days to go on with a conversation", a.goOnDays(), b.goOnDays());
        questions("message form", a.message(), b.message(), said);
        said.flag("asks for a rating", a.ending().rating(), b.ending().rating());
        said.flag("asks for a comment", a.ending().comment(), b.ending().comment());
        said.flag(
                "hands out the transcript", a.ending().transcript(), b.ending().transcript());
        said.flag("offers to call back", a.callBack(), b.callBack());
        said.list(
                "answer cards",
                a.cards(),
                b.cards(),
                card -> card.topic() != null && card.question().isEmpty()
                        ? name(card.topic())
                        : quoted(shown(card.question())));
        said.flag("shows help pages", a.help(), b.help());
        said.list("invitations", a.invitations(), b.invitations(), invitation -> quoted(shown(invitation.text())));
        look(a.look(), b.look(), said);
        said.list("pages", a.pages(), b.pages(), PagePattern::value);
        said.list("allowed sites", a.sites(), b.sites(), AllowedSite::value);
        said.list("facts", a.facts(), b.facts(), PageFact::key);
        said.flag("takes signed facts only", a.factsSigned(), b.factsSigned());
        said.value("files", files(a), files(b));
        said.flag("shows operators what is being typed", a.typingShown(), b.typingShown());
    }

    private static void look(Look a, Look b, Said said) {
        said.value("accent", a.accent().value(), b.accent().value());
        said.value("words on the accent", a.onAccent().value(), b.onAccent().value());
        said.value("ground", a.ground().value(), b.ground().value());
        said.value("ink", a.ink().value(), b.ink().value());
        said.value("corner", lower(a.corner()), lower(b.corner()));
        said.value("pixels from the side", a.inset(), b.inset());
        said.value("pixels from the lower edge", a.rise(), b.rise());
        said.picture(a.picture(), b.picture());
    }

    private static @Nullable String files(FrontDoor door) {
        var files = door.files();
        return files == null
                ? null
                : files.kinds().stream().map(ChangeWords::lower).collect(Collectors.joining(", ")) + " up to "
                        + files.megabytes() + " MB";
    }

    private String textsOf(FrontDoor door) {
        var department = door.department();
        return department == null ? "the plan" : name(department);
    }

    private static String shown(LocalText text) {
        return text.inFirstOf(List.of());
    }

    private void rule(Rule a, Rule b, Said said) {
        said.value("name", a.name(), b.name());
        said.list("conditions", a.conditions(), b.conditions(), words::condition);
        said.value("queue", name(a.queue()), name(b.queue()));
        needs(a.needs(), b.needs(), said);
        said.value("starting priority", a.priority(), b.priority());
        said.texts("text", a.said(), b.said());
    }

    private static void check(Check a, Check b, Said said) {
        said.value("name", a.name(), b.name());
        said.flag("blocks going live", a.blocks(), b.blocks());
        said.value("starts", a.from(), b.from());
        said.value("lasts", a.until(), b.until());
        said.list("steps", a.steps(), b.steps(), step -> step.act() + " at " + step.at());
        said.list("expected", a.expect(), b.expect(), ChangeWords::expected);
    }

    private static String expected(CheckExpectation expectation) {
        String what = Stream.of(expectation.event(), expectation.outcome())
                .filter(Objects::nonNull)
                .findFirst()
                .orElse("not " + expectation.not());
        return what + " by " + expectation.by();
    }

    private void needs(List<SkillNeed> a, List<SkillNeed> b, Said said) {
        said.levels(
                "need",
                levels(a, need -> name(need.skill()), SkillNeed::leastLevel),
                levels(b, need -> name(need.skill()), SkillNeed::leastLevel));
    }

    private static void questions(String what, List<Question> a, List<Question> b, Said said) {
        var was = byId(a);
        var is = byId(b);
        is.forEach((id, question) -> {
            var earlier = was.get(id);
            if (earlier == null) {
                said.words.add(what + " + " + quoted(shown(question.text())));
            } else {
                question(earlier, question, said);
            }
        });
        was.forEach((id, question) -> {
            if (!is.containsKey(id)) {
                said.words.add(what + " − " + quoted(shown(question.text())));
            }
        });
        if (was.keySet().equals(is.keySet()) && !List.copyOf(was.keySet()).equals(List.copyOf(is.keySet()))) {
            said.words.add(what + " in another order");
        }
    }

    private static void question(Question a, Question b, Said said) {
        String about = quoted(shown(a.text())) + " ";
        said.texts(about + "asks", a.text(), b.text());
        said.texts(about + "help", a.help(), b.help());
        said.value(about + "kind", lower(a.kind()), lower(b.kind()));
        said.flag(about + "must be answered", a.required(), b.required());
        said.value(about + "is asked", lower(a.asked()), lower(b.asked()));
        said.list(about + "choices", a.choices(), b.choices(), Choice::value);
    }

    private static Map<QuestionId, Question> byId(List<Question> questions) {
        var byId = new LinkedHashMap<QuestionId, Question>();
        questions.forEach(question -> byId.put(question.id(), question));
        return byId;
    }

    private static void texts(Texts a, Texts b, Said said) {
        for (TextKind kind : TextKind.values()) {
            said.texts(lower(kind) + " text", a.of(kind), b.of(kind));
        }
    }

    private String rung(Rung rung) {
        return "after " + seconds(rung.seconds()) + " "
                + switch (rung.action()) {
                    case Rung.Action.LowerLevel(var skill, var by) -> name(skill) + " " + by + " lower";
                    case Rung.Action.AddOperators(var operators) ->
                        "also " + operators.stream().map(this::name).collect(Collectors.joining(", "));
                    case Rung.Action.AddMembersOf(var queue) -> "also members of " + name(queue);
                    case Rung.Action.RaisePriority(var by) -> "priority " + by + " higher";
                    case Rung.Action.Say(var text) -> "say " + quoted(shown(text));
                    case Rung.Action.MoveTo(var queue) -> "move to " + name(queue);
                    case Rung.Action.OfferBot _ -> "offer the bot";
                    case Rung.Action.OfferCallBack _ -> "offer a call back";
                    case Rung.Action.OfferMessage _ -> "offer the form";
                    case Rung.Action.End _ -> "end";
                };
    }

    private String choice(OperatorChoice choice) {
        return switch (choice) {
            case OperatorChoice.LongestFree _ -> "longest free";
            case OperatorChoice.LightestLoad _ -> "lightest load";
            case OperatorChoice.BestAtSkill _ -> "best at the skill";
            case OperatorChoice.Tiers(var tiers) ->
                "in tiers "
                        + tiers.stream()
                                .map(tier -> tier.stream().map(this::name).collect(Collectors.joining(", ")))
                                .collect(Collectors.joining(" | "));
        };
    }

    private String limit(WaitingRoom room) {
        var limit = room.limit();
        return limit == null
                ? "none"
                : limit.chats() + ", then "
                        + switch (limit.beyond()) {
                            case WaitingRoom.Beyond.BusyText _ -> "the busy text";
                            case WaitingRoom.Beyond.MessageForm _ -> "the form";
                            case WaitingRoom.Beyond.ToQueue(var queue) -> name(queue);
                        };
    }

    private static String membersBy(Membership membership) {
        return switch (membership) {
            case Membership.BySkill _ -> "by skill";
            case Membership.ByName _ -> "by name";
            case Membership.BySkillOrName _ -> "by skill or name";
        };
    }

    private String kept(@Nullable HoursId hours) {
        return hours == null ? "those of the department" : name(hours);
    }

    private @Nullable String nameOf(@Nullable ElementId id) {
        return id == null ? null : name(id);
    }

    private String name(ElementId id) {
        return names.getOrDefault(id, id.value());
    }

    private static String kind(Element element) {
        return switch (element) {
            case Settings _ -> "settings";
            case Skill _ -> "skill";
            case HoursSet _ -> "opening hours";
            case Department _ -> "department";
            case Queue _ -> "queue";
            case Operator _ -> "operator";
            case FrontDoor _ -> "front door";
            case Rule _ -> "rule";
            case Check _ -> "check";
            case Topic _ -> "topic";
            case Bot _ -> "bot";
            case HelpPage _ -> "help page";
        };
    }

    private static <T> Map<String, Integer> levels(List<T> list, Function<T, String> name, ToIntFunction<T> level) {
        var levels = new LinkedHashMap<String, Integer>();
        list.forEach(item -> levels.put(name.apply(item), level.applyAsInt(item)));
        return levels;
    }

    private static void number(List<Rule> rules, Map<ElementId, Integer> rows) {
        for (int i = 0; i < rules.size(); i++) {
            rows.put(rules.get(i).id(), i + 1);
        }
    }

    private static String target(QueueTarget target) {
        var words = new StringBuilder(percent(target.share()) + " in " + seconds(target.withinSeconds()));
        if (target.meanWaitSeconds() != null) {
            words.append(", mean wait ").append(seconds(target.meanWaitSeconds()));
        }
        if (target.abandonment() != null) {
            words.append(", give up ").append(percent(target.abandonment()));
        }
        if (target.occupancy() != null) {
            words.append(", busy ").append(percent(target.occupancy()));
        }
        if (target.leastOperators() != null) {
            words.append(", at least ").append(target.leastOperators()).append(" operators");
        }
        return words.toString();
    }

    private static String patience(Workload workload) {
        var patience = workload.patienceSeconds();
        return patience == null ? "without end" : seconds(patience);
    }

    private static String seconds(double seconds) {
        return number(seconds) + " s";
    }

    private static String percent(double share) {
        return number(Math.round(share * 1000) / 10.0) + " %";
    }

    private static String number(double value) {
        return value == Math.rint(value) ? Long.toString((long) value) : Double.toString(value);
    }

    private static String lower(Enum<?> value) {
        return value.name().toLowerCase(Locale.ROOT).replace('_', ' ');
    }

    private static String quoted(String text) {
        return "“" + (text.length() <= LONGEST_QUOTE ? text : text.substring(0, LONGEST_QUOTE) + "…") + "”";
    }

    /** The differences of one element, collected field by field. */
    private static final class Said {
        private final List<String> words = new ArrayList<>();

        void value(String field, @Nullable Object was, @Nullable Object is) {
            if (!Objects.equals(was, is)) {
                words.add(field + " " + (was == null ? "none" : was) + " → " + (is == null ? "none" : is));
            }
        }

        void flag(String what, boolean was, boolean is) {
            if (was != is) {
                words.add(is ? what : "no longer " + what);
            }
        }

        /** Of what not everybody need know who reads of changes. */
        void withheld(String field, @Nullable Object was, @Nullable Object is) {
            if (!Objects.equals(was, is)) {
                words.add(is == null ? field + " removed" : "another " + field);
            }
        }

        void picture(@Nullable String was, @Nullable String is) {
            if (!Objects.equals(was, is)) {
                words.add(is == null ? "picture removed" : "new picture");
            }
        }

        <T> void list(String field, List<T> was, List<T> is, Function<T, String> name) {
            var added =
                    is.stream().filter(item -> !was.contains(item)).map(name).toList();
            var gone = was.stream().filter(item -> !is.contains(item)).map(name).toList();
            if (!added.isEmpty()) {
                words.add(field + " + " + String.join(", ", added));
            }
            if (!gone.isEmpty()) {
                words.add(field + " − " + String.join(", ", gone));
            }
            if (added.isEmpty() && gone.isEmpty() && !was.equals(is)) {
                words.add(field + " in another order");
            }
        }

        void levels(String field, Map<String, Integer> was, Map<String, Integer> is) {
            is.forEach((name, level) -> {
                var earlier = was.get(name);
                if (earlier == null) {
                    words.add(field + " + " + name + " " + level);
                } else if (!earlier.equals(level)) {
                    words.add(name + " " + earlier + " → " + level);
                }
            });
            was.keySet().stream()
                    .filter(name -> !is.containsKey(name))
                    .forEach(name -> words.add(field + " − " + name));
            if (was.equals(is) && !List.copyOf(was.keySet()).equals(List.copyOf(is.keySet()))) {
                words.add(field + "s in another order");
            }
        }

        void texts(String field, LocalText was, LocalText is) {
            is.in().forEach((language, text) -> {
                if (!text.equals(was.in().get(language))) {
                    words.add(field + " in " + KnownLanguages.name(language) + " " + quoted(text));
                }
            });
            was.in().keySet().stream()
                    .filter(language -> !is.in().containsKey(language))
                    .forEach(language -> words.add("no " + field + " in " + KnownLanguages.name(language)));
        }
    }
}
