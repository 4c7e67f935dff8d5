package io.kinetarch.server.visit;

import com.github.benmanes.caffeine.cache.Cache;
import com.github.benmanes.caffeine.cache.Caffeine;
import io.kinetarch.core.inspection.WhyClosed.OnSite;
import io.kinetarch.server.visit.DoorSiteMapper.StoredSite;
import java.time.Clock;
import java.time.Duration;
import java.time.Instant;
import java.util.List;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.dao.DataAccessException;
import org.springframework.stereotype.Service;

/** Remembers on which sites doors stand, as their pages ask, and where a site's own policy stops them, as browsers report. */
@Service
public class DoorSites {
    private static final Logger LOG = LoggerFactory.getLogger(DoorSites.class);
    private static final Duration ONCE = Duration.ofMinutes(1);
    private static final int MOST_KEPT = 10_000;

    private final DoorSiteMapper mapper;
    private final Clock clock;
    /** Every page asks again and again; it is written down once a minute. */
    private final Cache<List<String>, Boolean> lately =
            Caffeine.newBuilder().expireAfterWrite(ONCE).maximumSize(MOST_KEPT).build();

    DoorSites(DoorSiteMapper mapper, Clock clock) {
        this.mapper = mapper;
        this.clock = clock;
    }

    /** A site's policy that stops a door. */
    public record Blocked(String door, String site, String directive) {}

    /** A page of a site that may show a door has asked for it. */
    void asked(String planId, String door, String site) {
        var key = List.of(planId, door, site);
        if (lately.asMap().putIfAbsent(key, true) == null) {
            try {
                mapper.asked(planId, door, site, clock.instant());
            } catch (DataAccessException e) {
                // The page is answered all the same; the next that asks is written down.
                lately.invalidate(key);
                LOG.warn("That {} asks for {} could not be written down: {}", site, door, e.getMessage());
            }
        }
    }

    /** A browser tells that a site's policy has stopped something of a door. */
    void blocked(String planId, String door, String site, String directive) {
        if (lately.asMap().putIfAbsent(List.of(planId, door, site, directive), true) == null) {
            mapper.blocked(planId, door, site, directive, clock.instant());
        }
    }

    /** What is known of a door on a site. */
    public OnSite of(String planId, String door, String site) {
        return mapper.all(planId).stream()
                .filter(one -> one.doorId().equals(door) && one.site().equals(site))
                .findFirst()
                .map(one -> new OnSite(one.askedAt(), one.blockedAt(), one.directive()))
                .orElse(OnSite.NEVER);
    }

    /** Where doors of a plan were stopped since an instant. */
    public List<Blocked> blockedSince(String planId, Instant since) {
        return mapper.all(planId).stream()
                .filter(one -> isSince(one, since))
                .map(one -> new Blocked(one.doorId(), one.site(), String.valueOf(one.directive())))
                .toList();
    }

    private static boolean isSince(StoredSite site, Instant since) {
        var blocked = site.blockedAt();
        return blocked != null && !blocked.isBefore(since);
    }
}
