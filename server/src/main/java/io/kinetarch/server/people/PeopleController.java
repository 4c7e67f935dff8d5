package io.kinetarch.server.people;

import io.kinetarch.core.dispatch.ChatsAtOnce;
import io.kinetarch.core.people.PeopleTable;
import io.kinetarch.formats.people.PeopleFile;
import io.kinetarch.formats.table.Faults.Fault;
import io.kinetarch.server.account.Sight;
import io.kinetarch.server.account.SignedIn;
import io.kinetarch.server.document.SentFile;
import io.kinetarch.server.people.People.Preview;
import io.kinetarch.server.people.People.Profile;
import io.kinetarch.server.plan.ChangeEntry;
import io.kinetarch.server.plan.DraftEdits.Edited;
import io.kinetarch.server.plan.Plans;
import io.kinetarch.server.plan.Revisions;
import io.kinetarch.server.security.Kept;
import io.kinetarch.server.security.SecurityEvent;
import jakarta.servlet.http.HttpServletRequest;
import java.io.IOException;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import org.jspecify.annotations.Nullable;
import org.springframework.http.ContentDisposition;
import org.springframework.http.HttpHeaders;
import org.springframework.http.MediaType;
import org.springframework.http.ResponseEntity;
import org.springframework.security.core.annotation.AuthenticationPrincipal;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.PutMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.RestController;

/** People over HTTP. */
@RestController
@RequestMapping("/api/v1")
class PeopleController {
    private static final int MOST_MEGABYTES = 5;
    private static final String CSV = "text/csv";

    private final Plans plans;
    private final Revisions revisions;
    private final People people;

    PeopleController(Plans plans, Revisions revisions, People people) {
        this.plans = plans;
        this.revisions = revisions;
        this.people = people;
    }

    /**
     * What follows from the draft for its people.
     *
     * @param queuesOf by operator id, the queues they are members of, in the order in which they would take from them
     * @param atOnce how many chats of each of those they hold at once, and what sets that
     * @param heldAt by skill id, how many hold it at level 1, 2, …
     * @param seats licensed; null where nobody counts them
     */
    record PeopleView(
            Map<String, List<String>> queuesOf,
            Map<String, List<ChatsAtOnce>> atOnce,
            Map<String, List<Integer>> heldAt,
            @Nullable Integer seats,
            int used) {
        static PeopleView of(PeopleTable table) {
            var queuesOf = new LinkedHashMap<String, List<String>>();
            table.queuesOf()
                    .forEach((operator, queues) -> queuesOf.put(
                            operator.value(),
                            queues.stream().map(queue -> queue.value()).toList()));
            var atOnce = new LinkedHashMap<String, List<ChatsAtOnce>>();
            table.atOnce().forEach((operator, chats) -> atOnce.put(operator.value(), chats));
            var heldAt = new LinkedHashMap<String, List<Integer>>();
            table.heldAt().forEach((skill, counts) -> heldAt.put(skill.value(), counts));
            return new PeopleView(queuesOf, atOnce, heldAt, table.seats(), table.used());
        }
    }

    /** What a file of people would do to the draft. */
    record PreviewView(
            List<ChangeEntry> added,
            List<ChangeEntry> changed,
            int unchanged,
            int left,
            List<Fault> faults,
            List<String> notes) {
        static PreviewView of(Preview preview) {
            return new PreviewView(
                    preview.added().stream().map(ChangeEntry::of).toList(),
                    preview.changed().stream().map(ChangeEntry::of).toList(),
                    preview.unchanged(),
                    preview.left(),
                    preview.faults(),
                    preview.notes());
        }
    }

    /** The operator whose account asks. */
    record Self(String operator) {}

    /** The people of the draft: skills, languages, queues and presence. */
    @GetMapping("/plans/{plan}/people")
    PeopleView table(@PathVariable String plan) {
        return PeopleView.of(PeopleTable.of(plans.draftState(plan).plan()));
    }

    /** Operators of the draft to whom no live chat can come, and what stands in the way: accounts, their roles, queues. */
    @GetMapping("/plans/{plan}/people/unable")
    List<Unable> unable(@PathVariable String plan) {
        return people.unable(plan);
    }

    /** The people of a state of the plan, "draft", "live" or the number of a revision, as CSV. */
    @Kept(SecurityEvent.EXPORTED)
    @GetMapping(path = "/plans/{plan}/people.csv", produces = CSV)
    ResponseEntity<String> file(@PathVariable String plan, @RequestParam(defaultValue = "draft") String of) {
        var state = revisions.plan(plan, of);
        var name =
                ContentDisposition.attachment().filename(plan + "-people.csv").build();
        return ResponseEntity.ok()
                .header(HttpHeaders.CONTENT_DISPOSITION, name.toString())
                .contentType(MediaType.parseMediaType(CSV + ";charset=UTF-8"))
                .body(PeopleFile.write(Sight.ofPeople() ? state : state.asStrangersSee()));
    }

    /** What a CSV of people would do to the draft; nothing is stored. */
    @PostMapping(path = "/plans/{plan}/people.csv/preview", consumes = CSV)
    PreviewView preview(@PathVariable String plan, HttpServletRequest request) throws IOException {
        return PreviewView.of(people.preview(plan, people(request)));
    }

    /**
     * Takes a CSV of people into the draft.
     *
     * @param change the last change of the draft that its sender has seen
     */
    @Kept(SecurityEvent.IMPORTED)
    @PutMapping(path = "/plans/{plan}/people.csv", consumes = CSV)
    Edited take(
            @PathVariable String plan,
            @RequestParam long change,
            @AuthenticationPrincipal SignedIn by,
            HttpServletRequest request)
            throws IOException {
        return people.take(plan, people(request), change, by);
    }

    /** Which operator of the plan is one's own account. */
    @GetMapping("/plans/{plan}/profile")
    Self self(@PathVariable String plan, @AuthenticationPrincipal SignedIn account) {
        return new Self(people.self(plan, account).id().value());
    }

    /** Changes what an operator may change about themselves. */
    @PutMapping("/plans/{plan}/profile")
    Edited change(@PathVariable String plan, @RequestBody Profile profile, @AuthenticationPrincipal SignedIn account) {
        return people.change(plan, profile, account);
    }

    private static byte[] people(HttpServletRequest request) throws IOException {
        return SentFile.read(request, MOST_MEGABYTES, "Split it, and send the parts.");
    }
}
