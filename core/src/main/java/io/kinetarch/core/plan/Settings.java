package io.kinetarch.core.plan;

import java.time.ZoneId;
import java.util.Comparator;
import java.util.List;
import java.util.Locale;
import java.util.Set;
import org.jspecify.annotations.Nullable;

/**
 * What holds for a plan as a whole.
 *
 * @param timeZone the local time of presence and staffing
 * @param country ISO 3166 code whose public holidays count; null for none
 * @param shrinkage paid time that is not spent answering (breaks, training, absence)
 * @param pay what an hour costs; null where nobody has said
 * @param botShares what a bot is assumed to finish by itself, by topic; of topics not named, nothing
 * @param seats how many operators are licensed, 1 to 100,000; null where nobody counts them
 * @param nextChat which of several queues an operator's next chat comes from
 * @param texts the texts of every department and door that has none of its own
 * @param timeouts what happens when one side of a chat waits in vain
 * @param whenAway what becomes of the chats of an operator who goes away
 * @param accepted findings that someone decided to live with
 * @param receivers services that are told what happens to chats
 */
public record Settings(
        String name,
        ZoneId timeZone,
        @Nullable String country,
        Shrinkage shrinkage,
        @Nullable Pay pay,
        List<BotShare> botShares,
        @Nullable Integer seats,
        NextChatFrom nextChat,
        Texts texts,
        Timeouts timeouts,
        WhenAway whenAway,
        List<Acceptance> accepted,
        List<Receiver> receivers)
        implements Element {
    private static final Set<String> COUNTRIES = Set.of(Locale.getISOCountries());

    public Settings {
        Checks.text("name", name);
        if (country != null && !COUNTRIES.contains(country)) {
            throw new PlanRefusal(
                    "/country",
                    "\"" + country + "\" is no ISO 3166 country code; write two capitals such as IE, or null");
        }
        botShares = List.copyOf(botShares);
        Checks.noneTwice("botShares", botShares, share -> share.topic() + " " + share.language(), "/topic");
        if (seats != null) {
            Checks.between("seats", seats, 1, 100_000);
        }
        accepted = List.copyOf(accepted);
        receivers = List.copyOf(receivers);
        Checks.noneTwice("receivers", receivers, Receiver::service, "/service");
    }

    /** Settings with nothing special about them. */
    public static Settings of(String name, ZoneId timeZone, Texts texts) {
        return new Settings(
                name,
                timeZone,
                null,
                Shrinkage.of(0.3),
                null,
                List.of(),
                null,
                NextChatFrom.PRIORITY,
                texts,
                Timeouts.COMMON,
                WhenAway.KEPT,
                List.of(),
                List.of());
    }

    /** These settings for a plan of another name. */
    public Settings named(String other) {
        return new Settings(
                other, timeZone, country, shrinkage, pay, botShares, seats, nextChat, texts, timeouts, whenAway,
                accepted, receivers);
    }

    /** These settings with other timeouts. */
    public Settings with(Timeouts other) {
        return with(nextChat, other, whenAway, accepted);
    }

    /** These settings with other accepted findings. */
    public Settings with(List<Acceptance> other) {
        return with(nextChat, timeouts, whenAway, other);
    }

    /** These settings with another order of chats. */
    public Settings with(NextChatFrom other) {
        return with(other, timeouts, whenAway, accepted);
    }

    /** These settings with something else for the chats of an operator who goes away. */
    public Settings with(WhenAway other) {
        return with(nextChat, timeouts, other, accepted);
    }

    /** These settings with a bot that finishes other shares. */
    public Settings withBotShares(List<BotShare> others) {
        return new Settings(
                name, timeZone, country, shrinkage, pay, others, seats, nextChat, texts, timeouts, whenAway, accepted,
                receivers);
    }

    private Settings with(
            NextChatFrom otherOrder, Timeouts otherTimeouts, WhenAway otherWhenAway, List<Acceptance> otherAccepted) {
        return new Settings(
                name,
                timeZone,
                country,
                shrinkage,
                pay,
                botShares,
                seats,
                otherOrder,
                texts,
                otherTimeouts,
                otherWhenAway,
                otherAccepted,
                receivers);
    }

    /**
     * The share of the chats about a topic in a language that a bot finishes by itself: what is said of the language, else of the topic
     * in all; of those about none that is known, nothing.
     */
    public double botShare(@Nullable String topic, @Nullable String language) {
        return botShares.stream()
                .filter(share -> share.topic().equals(topic))
                .filter(share -> share.language() == null || share.language().equals(language))
                .max(Comparator.comparing(share -> share.language() != null))
                .map(BotShare::share)
                .orElse(0.0);
    }

    @Override
    public SettingsId id() {
        return SettingsId.ONLY;
    }
}
