package io.kinetarch.server.visit;

import io.kinetarch.core.plan.FrontDoor;
import io.kinetarch.server.installation.Installation;
import io.kinetarch.server.installation.Signature;
import java.time.Clock;
import java.time.Duration;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.TreeMap;
import java.util.stream.Collectors;
import org.jspecify.annotations.Nullable;
import org.springframework.stereotype.Service;

/** What pages say of their visitors, believed only as the site's own server has signed it where a door asks for that. */
@Service
public class SignedFacts {
    /** A page may stand open for so long before its visitor writes. */
    private static final Duration VALID = Duration.ofHours(12);
    /** Clocks of servers differ by so much. */
    private static final Duration AHEAD = Duration.ofMinutes(5);

    private final Installation installation;
    private final Clock clock;

    SignedFacts(Installation installation, Clock clock) {
        this.installation = installation;
        this.clock = clock;
    }

    /**
     * A signature of facts.
     *
     * @param instant when they were signed, in seconds since 1970
     */
    public record FactSignature(long instant, String signature) {}

    /** Why facts are not believed; none where they are, or there are none. */
    Optional<String> doubt(
            String planId, FrontDoor door, Map<String, String> facts, @Nullable FactSignature signature) {
        if (!door.factsSigned() || facts.isEmpty()) {
            return Optional.empty();
        }
        if (signature == null) {
            return Optional.of("The door takes signed facts only, and these are not signed.");
        }
        String name = name(planId, door);
        var keys = installation.doorKeys().getOrDefault(name, List.of());
        if (keys.isEmpty()) {
            return Optional.of("The installation has no key for the door " + name + ".");
        }
        long now = clock.instant().getEpochSecond();
        if (signature.instant() < now - VALID.toSeconds() || signature.instant() > now + AHEAD.toSeconds()) {
            return Optional.of("The facts were signed too long ago, or in the future; the page has to be loaded anew.");
        }
        String body = signed(name, facts);
        return keys.stream().anyMatch(key -> Signature.isOf(key, signature.instant(), body, signature.signature()))
                ? Optional.empty()
                : Optional.of("The signature is none of these facts by a key of the door.");
    }

    /** Signs facts as a site would; none where the installation has no key for the door. */
    public Optional<FactSignature> sign(String planId, FrontDoor door, Map<String, String> facts) {
        String name = name(planId, door);
        long now = clock.instant().getEpochSecond();
        return installation.doorKeys().getOrDefault(name, List.of()).stream()
                .findFirst()
                .map(key -> new FactSignature(now, Signature.of(key, now, signed(name, facts))));
    }

    /** The door, and a line for each fact in the order of their keys. */
    private static String signed(String door, Map<String, String> facts) {
        return new TreeMap<>(facts)
                .entrySet().stream()
                        .map(fact -> "\n" + fact.getKey() + "=" + fact.getValue())
                        .collect(Collectors.joining("", door, ""));
    }

    private static String name(String planId, FrontDoor door) {
        return planId + "/" + door.id().value();
    }
}
