package io.kinetarch.server.help;

import io.kinetarch.core.bot.Knowledge;
import io.kinetarch.core.plan.HelpPage;
import io.kinetarch.core.plan.HelpPageId;
import io.kinetarch.core.plan.Plan;
import io.kinetarch.formats.table.Faults.Fault;
import io.kinetarch.server.document.SentFile;
import io.kinetarch.server.help.PageReader.Format;
import io.kinetarch.server.help.PageReader.ReadPage;
import io.kinetarch.server.installation.Installation;
import io.kinetarch.server.installation.MailServer;
import io.kinetarch.server.installation.Services;
import io.kinetarch.server.plan.Plans;
import io.kinetarch.server.problem.Refusal;
import io.kinetarch.server.problem.Refusal.Kind;
import jakarta.servlet.http.HttpServletRequest;
import java.io.IOException;
import java.util.HashSet;
import java.util.List;
import java.util.Set;
import java.util.stream.Stream;
import org.jspecify.annotations.Nullable;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.RestController;

/** Help pages over HTTP: read from files and sites, and what of them a bot would quote. They are stored like all other elements. */
@RestController
@RequestMapping("/api/v1")
class HelpController {
    private static final int MOST_MEGABYTES = 5;
    private static final int MOST_FOUND = 5;
    private static final int LONGEST_QUESTION = 5_000;

    private final Plans plans;
    private final SiteReader sites;
    private final Installation installation;
    private final Services services;
    private final MailServer mail;
    private final HelpIndex index;

    HelpController(
            Plans plans,
            SiteReader sites,
            Installation installation,
            Services services,
            MailServer mail,
            HelpIndex index) {
        this.plans = plans;
        this.sites = sites;
        this.installation = installation;
        this.services = services;
        this.mail = mail;
        this.index = index;
    }

    /**
     * A page that was read and is not stored yet.
     *
     * @param id that the plan has free
     * @param language found out among those of the plan; the first of them where it does not say
     * @param source the address it was read from; null for a file
     * @param passages into how many it is cut
     */
    record PageDraft(
            String id,
            String title,
            String language,
            String text,
            @Nullable String source,
            int passages) {}

    /** What was read. */
    record ReadPages(List<PageDraft> pages, List<Fault> faults) {}

    record PageAddress(String address) {}

    /**
     * A passage that fits a question.
     *
     * @param fit which share of the question's weight stands in it
     * @param quoted whether a bot would quote it
     */
    record FoundPassage(String page, String heading, String text, double fit, boolean quoted) {}

    /**
     * What the installation lets plans name.
     *
     * @param mail whether it sends mail
     */
    record Outside(List<String> services, List<String> helpSites, boolean mail) {}

    /** The services that topics may ask, the sites that pages may be read from, and whether mail is sent. */
    @GetMapping("/installation/outside")
    Outside outside() {
        return new Outside(services.names(), installation.helpSites(), mail.isSet());
    }

    /** Reads what was pasted or uploaded. Nothing is stored. */
    @PostMapping(
            path = "/plans/{plan}/help-pages/read",
            consumes = {"text/html", "text/markdown", "text/plain", "text/csv"})
    ReadPages read(
            @PathVariable String plan, @RequestParam(defaultValue = "Page") String name, HttpServletRequest request)
            throws IOException {
        byte[] bytes = SentFile.read(request, MOST_MEGABYTES, "Make several pages of it.");
        String type = String.valueOf(request.getContentType());
        var format = type.startsWith("text/html")
                ? Format.HTML
                : type.startsWith("text/csv") ? Format.QUESTIONS : Format.MARKDOWN;
        return drafts(plans.draftState(plan).plan(), bytes, format, name, null);
    }

    /** Reads a page of a site that the installation allows. Nothing is stored. */
    @PostMapping("/plans/{plan}/help-pages/read-address")
    ReadPages readAddress(@PathVariable String plan, @RequestBody PageAddress asked) {
        var fetched = sites.fetch(asked.address());
        String address = asked.address().strip();
        return drafts(plans.draftState(plan).plan(), fetched.bytes(), fetched.format(), address, address);
    }

    /** The passages that fit a question best, whether or not a bot would quote them. */
    @GetMapping("/plans/{plan}/help-pages/found")
    List<FoundPassage> found(@PathVariable String plan, @RequestParam String question, @RequestParam String language) {
        if (question.length() > LONGEST_QUESTION) {
            throw new Refusal(
                    Kind.INVALID_PARAMETER, "/question", "Ask with at most " + LONGEST_QUESTION + " characters.");
        }
        return index.of(plans.draftState(plan).plan().helpPages()).find(question, language, MOST_FOUND).stream()
                .map(found -> new FoundPassage(
                        found.passage().page().id().value(),
                        found.passage().heading(),
                        found.passage().text(),
                        found.fit(),
                        found.isQuoted()))
                .toList();
    }

    private static ReadPages drafts(Plan plan, byte[] bytes, Format format, String name, @Nullable String source) {
        var languages = languages(plan);
        var reading = PageReader.read(bytes, format, name, languages);
        Set<HelpPageId> taken = new HashSet<>();
        return new ReadPages(
                reading.pages().stream()
                        .map(page -> draft(plan, page, languages.getFirst(), source, taken))
                        .toList(),
                reading.faults());
    }

    private static PageDraft draft(
            Plan plan, ReadPage page, String usual, @Nullable String source, Set<HelpPageId> taken) {
        var id = HelpPageId.free(page.title(), other -> plan.has(other) || taken.contains(other));
        taken.add(id);
        String language = page.language() == null ? usual : page.language();
        return new PageDraft(
                id.value(),
                page.title(),
                language,
                page.text(),
                source,
                Knowledge.of(List.of(
                                new HelpPage(id, page.title(), language, "", page.text(), source, HelpPage.Use.QUOTED)))
                        .passages(language));
    }

    private static List<String> languages(Plan plan) {
        var spoken = Stream.concat(
                        plan.bots().stream().flatMap(bot -> bot.languages().stream()),
                        plan.doors().stream().flatMap(door -> door.languages().stream()))
                .distinct()
                .toList();
        return spoken.isEmpty() ? List.of("en") : spoken;
    }
}
