package io.kinetarch.server.demo;

import io.kinetarch.core.plan.AllowedSite;
import io.kinetarch.core.plan.Invitation;
import io.kinetarch.core.plan.PagePattern;
import io.kinetarch.core.plan.Plan;
import io.kinetarch.core.plan.PlanEdit;
import io.kinetarch.core.staffing.WeekOfHalfHours;
import io.kinetarch.core.volume.ChatCount;
import io.kinetarch.server.account.Accounts;
import io.kinetarch.server.account.ApiTokens;
import io.kinetarch.server.account.Role;
import io.kinetarch.server.account.SignedIn;
import io.kinetarch.server.canned.CannedReplies;
import io.kinetarch.server.document.PlanDocument;
import io.kinetarch.server.forecast.WeekForecasts;
import io.kinetarch.server.plan.Plans;
import io.kinetarch.server.plan.Revisions;
import io.kinetarch.server.roster.Rosters;
import io.kinetarch.server.standin.StandInSite;
import io.kinetarch.server.volume.RecordedVolumes;
import io.kinetarch.server.volume.Volumes;
import java.io.IOException;
import java.io.InputStream;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.attribute.PosixFilePermissions;
import java.time.Clock;
import java.util.List;
import java.util.stream.Stream;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.beans.factory.ObjectProvider;
import org.springframework.beans.factory.annotation.Value;
import org.springframework.boot.ApplicationArguments;
import org.springframework.boot.ApplicationRunner;
import org.springframework.context.annotation.Profile;
import org.springframework.core.io.ClassPathResource;
import org.springframework.stereotype.Component;
import org.springframework.transaction.annotation.Transactional;
import tools.jackson.databind.json.JsonMapper;

/** Fills an empty installation with the demo; leaves one that has accounts as it is. */
@Component
@Profile("demo")
class DemoLoader implements ApplicationRunner {
    static final String PLAN_ID = "tarnwick";
    static final String BEFORE_ID = "tarnwick-before";
    /** The demo runs on loopback for whoever started it, so its password is no secret. */
    private static final int A_YEAR = 366;

    private static final String PASSWORD = "ferry-demo-2026";

    private static final Logger LOG = LoggerFactory.getLogger(DemoLoader.class);

    private final Accounts accounts;
    private final ApiTokens tokens;
    private final Plans plans;
    private final Revisions revisions;
    private final Volumes volumes;
    private final RecordedVolumes recorded;
    private final WeekForecasts forecasts;
    private final Rosters rosters;
    private final JsonMapper json;
    private final Clock clock;
    private final ObjectProvider<StandInSite> standIn;
    private final CannedReplies replies;
    private final DemoPast past;
    private final String tokenFile;

    DemoLoader(
            Accounts accounts,
            ApiTokens tokens,
            Plans plans,
            Revisions revisions,
            Volumes volumes,
            RecordedVolumes recorded,
            WeekForecasts forecasts,
            Rosters rosters,
            JsonMapper json,
            Clock clock,
            ObjectProvider<StandInSite> standIn,
            CannedReplies replies,
            DemoPast past,
            @Value("${kinetarch.demo.token-file:.kinetarch/demo-token}") String tokenFile) {
        this.accounts = accounts;
        this.tokens = tokens;
        this.plans = plans;
        this.revisions = revisions;
        this.volumes = volumes;
        this.recorded = recorded;
        this.forecasts = forecasts;
        this.rosters = rosters;
        this.json = json;
        this.clock = clock;
        this.standIn = standIn;
        this.replies = replies;
        this.past = past;
        this.tokenFile = tokenFile;
    }

    /** All or nothing: a start that is cut short leaves an empty installation, which the next one fills. */
    @Override
    @Transactional
    public void run(ApplicationArguments arguments) throws IOException {
        if (!accounts.none()) {
            bringUpToDate();
            return;
        }
        accounts.make("admin", "Ida Sorrel", Role.ADMINISTRATOR, PASSWORD);
        SignedIn planner = accounts.make("planner", "Mara L.", Role.PLANNER, PASSWORD);
        accounts.make("operator", "Ana R.", Role.OPERATOR, PASSWORD);
        accounts.make("viewer", "Tom Vale", Role.VIEWER, PASSWORD);
        accounts.make("colleague", "Ciara H.", Role.OPERATOR, PASSWORD);
        Plan plan = onStandInSite(plan());
        plans.make(PLAN_ID, plan);
        revisions.goLive(PLAN_ID, 0, "The plan the demo starts with", planner);
        plans.make(BEFORE_ID, DemoBefore.of(plan));
        var counted = DemoVolumes.until(clock.instant(), plan);
        volumes.store(PLAN_ID, counted);
        volumes.copy(PLAN_ID, BEFORE_ID);
        var nextWeek = WeekOfHalfHours.after(clock.instant(), plan.timeZone()).monday();
        rosters.put(PLAN_ID, plan, 0, DemoRoster.rules(plan, nextWeek));
        forecasts.prepare(plans.draftState(PLAN_ID), BEFORE_ID);
        writeToken(tokens.make(planner, "demo scripts", planner.role().permissions(), A_YEAR));
        replies.take(PLAN_ID, new ClassPathResource("demo/replies.csv").getContentAsByteArray(), planner);
        past.fill(plan, counted);
        recorded.want(PLAN_ID, false); // nobody goes on chatting here by day
        LOG.info("Loaded the demo: accounts admin, planner, operator and viewer, two years of chats");
    }

    /** What came since the demo was loaded, as a switchboard would report it; nothing if its plan is gone or changed much. */
    private void bringUpToDate() throws IOException {
        var now = clock.instant();
        var last = volumes.lastBefore(PLAN_ID, now);
        if (last.isPresent()) {
            var more = DemoVolumes.since(last.get().plus(ChatCount.INTERVAL), now, plan());
            if (!more.isEmpty()) {
                volumes.store(PLAN_ID, more);
            }
        }
    }

    /** The doors that stand on web pages stand on those of the stand-in site too, where it runs. */
    private Plan onStandInSite(Plan plan) {
        var site = standIn.getIfAvailable();
        if (site == null) {
            return plan;
        }
        return plan.edited(plan.doors().stream()
                .filter(door -> !door.sites().isEmpty())
                .<PlanEdit>map(door ->
                        new PlanEdit.Put(door.withSites(more(door.sites(), new AllowedSite(site.origin())))
                                .withPages(more(door.pages(), new PagePattern(site.origin() + "/*")))
                                .withInvitations(door.invitations().stream()
                                        .map(invitation -> onStandInSite(invitation, site.origin()))
                                        .toList())))
                .toList());
    }

    /** A page of the real site is the page of the same path on the stand-in. */
    private static Invitation onStandInSite(Invitation invitation, String origin) {
        var pages = invitation.pages().stream()
                .flatMap(page -> Stream.of(
                        page,
                        new PagePattern(page.value()
                                .replaceFirst("^https?://[^/]+", origin)
                                .replaceFirst("/\\*$", "*"))))
                .distinct()
                .toList();
        return invitation.at(pages);
    }

    private static <T> List<T> more(List<T> some, T another) {
        return Stream.concat(some.stream(), Stream.of(another)).toList();
    }

    private Plan plan() throws IOException {
        try (InputStream in = new ClassPathResource("demo/tarnwick-sound-ferries.json").getInputStream()) {
            return json.readValue(in, PlanDocument.class).toPlan();
        }
    }

    private void writeToken(String token) throws IOException {
        Path file = Path.of(tokenFile).toAbsolutePath();
        Files.createDirectories(file.getParent());
        var ownersOnly = PosixFilePermissions.fromString("rw-------");
        if (Files.exists(file)) {
            // whoever may write no other file here, as the server's own user, finds it made
            Files.setPosixFilePermissions(file, ownersOnly);
        } else {
            Files.createFile(file, PosixFilePermissions.asFileAttribute(ownersOnly));
        }
        Files.writeString(file, token + "\n");
    }
}
