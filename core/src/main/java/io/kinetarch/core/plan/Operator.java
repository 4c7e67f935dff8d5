package io.kinetarch.core.plan;

import io.kinetarch.core.hours.WeeklyWindow;
import java.util.EnumSet;
import java.util.List;
import java.util.Set;
import org.jspecify.annotations.Nullable;

/**
 * Someone who answers chats.
 *
 * @param name the public name; two operators may share one
 * @param realName null where it is not known
 * @param realNameShown whether visitors see the real name in place of the public one
 * @param account the name they sign in with; null without an account
 * @param picture SHA-256 of a stored picture, in hex; null without one
 * @param languages languages spoken, at least one
 * @param skills skills held
 * @param capacity how much weight of chats they take at once, 1 to 1,000
 * @param mostChats how many chats they hold at once at most, whatever their weight; null where capacity alone decides
 * @param departments those they answer for; none stands for all
 * @param greeting what they greet visitors with
 * @param presence when they are usually present, in the plan's time zone
 */
public record Operator(
        OperatorId id,
        String name,
        @Nullable String realName,
        boolean realNameShown,
        @Nullable String account,
        @Nullable String picture,
        List<SpokenLanguage> languages,
        List<HeldSkill> skills,
        int capacity,
        @Nullable Integer mostChats,
        List<DepartmentId> departments,
        LocalText greeting,
        NotificationWishes notifications,
        List<WeeklyWindow> presence)
        implements Element {
    private static final Set<Placeholder> GREETING = EnumSet.of(Placeholder.VISITOR, Placeholder.OPERATOR);

    public Operator {
        Checks.text("name", name);
        if (realName != null) {
            Checks.text("realName", realName);
        }
        if (realNameShown && realName == null) {
            throw new PlanRefusal("/realNameShown", "there is no real name to show; give one, or show the public name");
        }
        if (account != null) {
            Checks.text("account", account);
        }
        if (picture != null) {
            Checks.picture(picture);
        }
        languages = List.copyOf(languages);
        Checks.notEmpty("languages", languages);
        Checks.noneTwice("languages", languages, SpokenLanguage::language, "/language");
        skills = List.copyOf(skills);
        Checks.noneTwice("skills", skills, HeldSkill::skill, "/skill");
        Checks.between("capacity", capacity, 1, 1000);
        if (mostChats != null) {
            Checks.between("mostChats", mostChats, 1, 1000);
        }
        greeting.in()
                .forEach((language, text) -> Placeholder.refusal(text, GREETING).ifPresent(refusal -> {
                    throw new PlanRefusal("/greeting/" + language, refusal);
                }));
        departments = List.copyOf(departments);
        Checks.noneTwice("departments", departments, department -> department, "");
        presence = List.copyOf(presence);
    }

    /** The level at which they hold a skill; 0 if they do not. */
    public int level(SkillId skill) {
        for (HeldSkill held : skills) {
            if (held.skill().equals(skill)) {
                return held.level();
            }
        }
        return 0;
    }

    /** Whether they hold every skill at the level needed. */
    public boolean has(List<SkillNeed> needs) {
        return needs.stream().allMatch(need -> level(need.skill()) >= need.leastLevel());
    }

    /** Whether they answer for a department. */
    public boolean answersFor(DepartmentId department) {
        return departments.isEmpty() || departments.contains(department);
    }

    /** How well they speak a language, whatever its region: who speaks {@code de} answers {@code de-AT}; 0 if not at all. */
    public int languageLevel(String tag) {
        String wanted = SpokenLanguage.primary(tag);
        return languages.stream()
                .filter(spoken -> SpokenLanguage.primary(spoken.language()).equals(wanted))
                .mapToInt(SpokenLanguage::level)
                .max()
                .orElse(0);
    }

    /** This operator with other skills. */
    public Operator withSkills(List<HeldSkill> held) {
        return with(name, picture, languages, held, departments, greeting);
    }

    /** This operator answering for other departments. */
    public Operator withDepartments(List<DepartmentId> others) {
        return with(name, picture, languages, skills, others, greeting);
    }

    /** This operator with the profile they may change themselves. */
    public Operator withProfile(
            String publicName, @Nullable String otherPicture, List<SpokenLanguage> spoken, LocalText otherGreeting) {
        return with(publicName, otherPicture, spoken, skills, departments, otherGreeting);
    }

    /** This operator as somebody sees them who need not know who they are: the real name only where visitors see it too. */
    public Operator asStrangersSee() {
        return realNameShown || realName == null
                ? this
                : new Operator(
                        id,
                        name,
                        null,
                        false,
                        account,
                        picture,
                        languages,
                        skills,
                        capacity,
                        mostChats,
                        departments,
                        greeting,
                        notifications,
                        presence);
    }

    /** This operator with another capacity. */
    public Operator withCapacity(int other) {
        return withLimits(other, mostChats);
    }

    /** This operator holding at most so many chats; null where capacity alone decides. */
    public Operator withMostChats(@Nullable Integer most) {
        return withLimits(capacity, most);
    }

    private Operator withLimits(int otherCapacity, @Nullable Integer most) {
        return new Operator(
                id,
                name,
                realName,
                realNameShown,
                account,
                picture,
                languages,
                skills,
                otherCapacity,
                most,
                departments,
                greeting,
                notifications,
                presence);
    }

    private Operator with(
            String publicName,
            @Nullable String otherPicture,
            List<SpokenLanguage> spoken,
            List<HeldSkill> held,
            List<DepartmentId> answeredFor,
            LocalText greetings) {
        return new Operator(
                id,
                publicName,
                realName,
                realNameShown,
                account,
                otherPicture,
                spoken,
                held,
                capacity,
                mostChats,
                answeredFor,
                greetings,
                notifications,
                presence);
    }
}
