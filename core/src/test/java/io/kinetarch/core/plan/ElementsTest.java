package io.kinetarch.core.plan;

import static io.kinetarch.core.plan.SamplePlan.BOOKING;
import static io.kinetarch.core.plan.SamplePlan.CARGO;
import static io.kinetarch.core.plan.SamplePlan.DUBLIN;
import static io.kinetarch.core.plan.SamplePlan.FARES;
import static io.kinetarch.core.plan.SamplePlan.SALES;
import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatExceptionOfType;

import java.util.List;
import java.util.Map;
import java.util.Set;
import org.assertj.core.api.ThrowableAssert.ThrowingCallable;
import org.jspecify.annotations.Nullable;
import org.junit.jupiter.api.Test;

/** What the elements of a plan take and refuse. */
class ElementsTest {
    private static final OperatorId ANA = new OperatorId("ana");
    private static final OperatorId BEN = new OperatorId("ben");

    @Test
    void settingsRefuseWhatCannotBe() {
        refused(() -> settings("XX", null), "/country", "no ISO 3166");
        refused(() -> settings("IE", 0), "/seats", "from 1 to 100000, was 0");
        refused(() -> new SettingsId("other"), "", "one set of settings");
        assertThat(settings(null, 100_000).seats()).isEqualTo(100_000);
    }

    @Test
    void textsStandInTheOrderOfTheirKindsAndLanguages() {
        var texts = new Texts(Map.of(
                TextKind.ENDED, LocalText.of("en", "Bye."),
                TextKind.GREETING, LocalText.of(Map.of("fr", "Bonjour.", "de", "Hallo.")),
                TextKind.BUSY, LocalText.NONE));

        assertThat(texts.of().keySet()).containsExactly(TextKind.GREETING, TextKind.ENDED);
        assertThat(texts.of(TextKind.GREETING).in()).containsOnlyKeys("de", "fr");
        refused(() -> LocalText.of("en", " "), "/en", "must not be blank");
        refused(() -> LocalText.of("english!", "Hi"), "/english!", "BCP 47");
        refused(() -> LocalText.of("en", "x".repeat(10_000)), "/en", "has 10000 characters, at most 2000");
    }

    /** The tags are examples of RFC 5646, appendix A. */
    @Test
    void languagesAreNamedByBcp47Tags() {
        for (String tag :
                List.of("de", "fr", "zh-Hant", "zh-cmn-Hans-CN", "sr-Latn-RS", "sl-rozaj", "de-CH-1901", "es-419")) {
            assertThat(new SpokenLanguage(tag, 3).language()).isEqualTo(tag);
        }
        for (String tag : List.of("de-419-DE", "a-DE", "en_GB", "", "-", "deutsch-")) {
            assertThatExceptionOfType(PlanRefusal.class).as(tag).isThrownBy(() -> new SpokenLanguage(tag, 3));
        }
        assertThat(SpokenLanguage.primary("zh-Hant-TW")).isEqualTo("zh");
    }

    @Test
    void queuesRefuseWhatCannotBe() {
        refused(() -> queue(10, List.of(), 1), "/priority", "from 0 to 9");
        refused(() -> queue(0, List.of(BOOKING), 1), "/transfers/0", "cannot be transferred to itself");
        refused(() -> queue(0, List.of(CARGO, CARGO), 1), "/transfers/1", "stands twice");
        refused(() -> queue(0, List.of(), 6), "/leastLanguageLevel", "from 1 to 5");
        refused(
                () -> new WaitingRoom.Limit(-1, new WaitingRoom.Beyond.BusyText()),
                "/chats",
                "from 0 to 10000, was -1");
        refused(() -> new Membership.ByName(List.of(ANA, ANA)), "/operators/1", "stands twice");
        refused(() -> new OperatorChoice.Tiers(List.of()), "/tiers", "at least one");
        refused(() -> new OperatorChoice.Tiers(List.of(List.of(ANA), List.of())), "/tiers/1", "at least one");
        refused(() -> new OperatorChoice.Tiers(List.of(List.of(ANA), List.of(BEN, ANA))), "/tiers/1/1", "stands twice");
    }

    @Test
    void operatorsRefuseWhatCannotBe() {
        refused(() -> operator(null, true, null, null, null), "/realNameShown", "no real name to show");
        refused(() -> operator(" ", false, null, null, null), "/realName", "blank");
        refused(() -> operator(null, false, " ", null, null), "/account", "blank");
        refused(() -> operator(null, false, null, "portrait.png", null), "/picture", "64 hexadecimal digits");
        refused(() -> operator(null, false, null, null, 0), "/mostChats", "from 1 to 1000");
    }

    @Test
    void anAccountBelongsToOneOperator() {
        var ana = operator(null, false, "ana", null, null);
        var twin = SamplePlan.operator("twin", 1, List.of("en"));
        var withAccount = new Operator(
                twin.id(),
                twin.name(),
                null,
                false,
                "ana",
                null,
                twin.languages(),
                List.of(),
                1,
                null,
                List.of(),
                twin.greeting(),
                twin.notifications(),
                List.of());

        refused(() -> SamplePlan.edited(ana, withAccount), "/operators/4/account", "is that of Ana (ana) already");
    }

    @Test
    void membersAreFoundBySkillDepartmentAndName() {
        var plan = SamplePlan.plan();
        var ana = plan.operators().get(0);
        var ben = plan.operators().get(1);
        var bySkill = plan.queue(BOOKING);
        assertThat(bySkill.hasMember(ana)).isTrue();
        assertThat(bySkill.hasMember(ben)).isFalse();
        assertThat(bySkill.hasMember(ana.withDepartments(List.of(new DepartmentId("other")))))
                .isFalse();
        assertThat(bySkill.hasMember(ana.withDepartments(List.of(SALES)))).isTrue();

        var byName = members(new Membership.ByName(List.of(BEN)));
        assertThat(byName.hasMember(ben.withDepartments(List.of(new DepartmentId("other")))))
                .as("who is named need not answer for the department")
                .isTrue();
        assertThat(byName.hasMember(ana)).isFalse();
        var either = members(new Membership.BySkillOrName(List.of(BEN)));
        assertThat(List.of(either.hasMember(ana), either.hasMember(ben))).containsExactly(true, true);
    }

    @Test
    void idsAreMadeFromNames() {
        assertThat(OperatorId.free("Ana Müller", _ -> false).value()).isEqualTo("ana-muller");
        assertThat(OperatorId.free("  O'Neill, Seán (Cork) ", _ -> false).value())
                .isEqualTo("o-neill-sean-cork");
        assertThat(OperatorId.free("日本", _ -> false).value()).isEqualTo("operator");
        assertThat(OperatorId.free("x".repeat(200), _ -> false).value()).hasSize(50);
        var taken = Set.of("ana", "ana-2");
        assertThat(OperatorId.free("Ana", id -> taken.contains(id.value())).value())
                .isEqualTo("ana-3");
    }

    @Test
    void theCatchAllQueueIsThatOfTheLastRule() {
        assertThat(SamplePlan.plan().catchAllQueue().id()).isEqualTo(BOOKING);
    }

    private static Settings settings(@Nullable String country, @Nullable Integer seats) {
        return new Settings(
                "S",
                DUBLIN,
                country,
                Shrinkage.NONE,
                null,
                List.of(),
                seats,
                NextChatFrom.PRIORITY,
                Texts.NONE,
                Timeouts.COMMON,
                WhenAway.KEPT,
                List.of(),
                List.of());
    }

    private static Queue members(Membership members) {
        return SamplePlan.booking(members, new OperatorChoice.LongestFree(), WaitingRoom.OPEN);
    }

    private static Queue queue(int priority, List<QueueId> transfers, int leastLanguageLevel) {
        return new Queue(
                BOOKING,
                "Booking",
                SALES,
                new Membership.BySkill(),
                List.of(new SkillNeed(FARES, 1)),
                leastLanguageLevel,
                1,
                priority,
                new OperatorChoice.LongestFree(),
                Handover.OFFERED,
                WaitingRoom.OPEN,
                QueueTarget.of(0.8, 30),
                Workload.of(60, null, List.of(1.0)),
                transfers,
                List.of());
    }

    private static Operator operator(
            @Nullable String realName,
            boolean shown,
            @Nullable String account,
            @Nullable String picture,
            @Nullable Integer mostChats) {
        return new Operator(
                ANA,
                "Ana",
                realName,
                shown,
                account,
                picture,
                List.of(new SpokenLanguage("en", 5)),
                List.of(),
                6,
                mostChats,
                List.of(),
                LocalText.NONE,
                NotificationWishes.USUAL,
                List.of());
    }

    private static void refused(ThrowingCallable act, String pointer, String message) {
        assertThatExceptionOfType(PlanRefusal.class)
                .isThrownBy(act)
                .withMessageContaining(message)
                .satisfies(refusal -> assertThat(refusal.pointer()).isEqualTo(pointer));
    }
}
