package io.kinetarch.server.canned;

import io.kinetarch.core.plan.Element;
import io.kinetarch.core.plan.LocalText;
import io.kinetarch.core.plan.Plan;
import io.kinetarch.formats.canned.CannedFile;
import io.kinetarch.formats.table.Faults.Fault;
import io.kinetarch.formats.table.FileRefusal;
import io.kinetarch.server.account.Permission;
import io.kinetarch.server.account.SignedIn;
import io.kinetarch.server.canned.CannedMapper.NewReply;
import io.kinetarch.server.canned.CannedMapper.StoredReply;
import io.kinetarch.server.plan.Plans;
import io.kinetarch.server.problem.Refusal;
import io.kinetarch.server.problem.Refusal.Kind;
import java.time.Clock;
import java.time.Instant;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.TreeMap;
import java.util.regex.Pattern;
import java.util.stream.Collectors;
import java.util.stream.Stream;
import org.jspecify.annotations.Nullable;
import org.springframework.dao.DuplicateKeyException;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;
import tools.jackson.core.type.TypeReference;
import tools.jackson.databind.json.JsonMapper;

/** Replies that operators keep ready: whose they are, what may stand in them, and how often they are used. */
@Service
public class CannedReplies {
    private static final Pattern SHORTCUT = Pattern.compile("[\\p{L}\\p{N}][\\p{L}\\p{N}_-]{0,29}");
    private static final Pattern PLACEHOLDER = Pattern.compile("\\{([^{}\\s]{1,60})}");
    /** What a chat always has, beside what its page told and its visitor answered. */
    private static final List<String> ALWAYS = List.of("visitor", "operator", "company", "queue", "door");

    private static final int LONGEST = 4000;

    private final CannedMapper mapper;
    private final Plans plans;
    private final JsonMapper json;
    private final Clock clock;

    CannedReplies(CannedMapper mapper, Plans plans, JsonMapper json, Clock clock) {
        this.mapper = mapper;
        this.plans = plans;
        this.json = json;
        this.clock = clock;
    }

    /**
     * A reply that is kept ready.
     *
     * @param department whose it is, by its id; null with {@code own} false for all
     * @param own whether it is of the one who asks, alone
     * @param texts by language
     * @param usedAt when it was used last; null for never
     * @param changes whether the one who asks may change it
     */
    public record CannedReply(
            long id,
            int version,
            String shortcut,
            @Nullable String department,
            boolean own,
            Map<String, String> texts,
            int uses,
            @Nullable Instant usedAt,
            boolean changes) {}

    /**
     * All that somebody has at hand.
     *
     * @param placeholders that may stand in them
     * @param shares whether they may change those of departments and of all
     * @param keeps whether they may have some of their own
     */
    public record CannedAtHand(
            List<CannedReply> replies,
            List<String> placeholders,
            List<String> languages,
            List<CannedDepartment> departments,
            boolean shares,
            boolean keeps) {}

    public record CannedDepartment(String id, String name) {}

    /**
     * A reply as somebody wants it.
     *
     * @param department whose it is to be; null with {@code own} false for all
     */
    public record CannedWish(String shortcut, @Nullable String department, boolean own, Map<String, String> texts) {}

    /** What of a file was taken, and its lines that were not. */
    public record CannedTaken(int taken, List<Fault> faults) {}

    CannedAtHand all(String planId, SignedIn account) {
        var plan = plan(planId);
        return new CannedAtHand(
                mapper.all(planId, own(plan, account)).stream()
                        .map(reply -> of(reply, account))
                        .toList(),
                placeholders(plan),
                languages(plan),
                plan.departments().stream()
                        .map(department -> new CannedDepartment(department.id().value(), department.name()))
                        .toList(),
                shares(account),
                own(plan, account) != null);
    }

    CannedReply make(String planId, CannedWish wish, SignedIn account) {
        var reply = checked(planId, wish, account);
        long id = mapper.insert(reply).orElseThrow(() -> taken(wish));
        return find(planId, id, account);
    }

    CannedReply change(String planId, long id, int version, CannedWish wish, SignedIn account) {
        mayChange(planId, id, account);
        try {
            if (mapper.update(id, version, checked(planId, wish, account)) == 0) {
                throw new Refusal(
                        Kind.STALE_EDIT,
                        "Somebody changed this reply meanwhile. Look at it again; what you wrote is kept here.");
            }
        } catch (DuplicateKeyException e) {
            throw taken(wish);
        }
        return find(planId, id, account);
    }

    void remove(String planId, long id, SignedIn account) {
        mayChange(planId, id, account);
        mapper.delete(planId, id);
    }

    /** A reply was sent. */
    public void used(String planId, long id) {
        mapper.used(planId, id, clock.instant());
    }

    String file(String planId) {
        var plan = plan(planId);
        return CannedFile.write(mapper.all(planId, null).stream()
                .map(reply -> new CannedFile.Reply(
                        reply.shortcut(),
                        Element.find(plan.departments(), reply.departmentId())
                                .map(Element::name)
                                .orElse(""),
                        texts(reply)))
                .toList());
    }

    /** Takes those of a file that can be used: for all, or for departments by their names. */
    @Transactional
    public CannedTaken take(String planId, byte[] file, SignedIn account) {
        var plan = plan(planId);
        CannedFile.Reading reading;
        try {
            reading = CannedFile.read(file);
        } catch (FileRefusal refusal) {
            throw new Refusal(Kind.UNREADABLE_FILE, "Line " + refusal.line() + ": " + refusal.getMessage() + ".")
                    .with("line", refusal.line());
        }
        var faults = new ArrayList<>(reading.faults());
        int taken = 0;
        for (var reply : reading.replies()) {
            var department = plan.departments().stream()
                    .filter(one -> one.name().equalsIgnoreCase(reply.whose()))
                    .findFirst();
            try {
                if (department.isEmpty() && !reply.whose().isEmpty()) {
                    throw new Refusal(
                            Kind.INVALID_DOCUMENT,
                            "There is no department \"" + reply.whose() + "\"; there are "
                                    + plan.departments().stream()
                                            .map(Element::name)
                                            .collect(Collectors.joining(", "))
                                    + ".");
                }
                mapper.put(checked(
                        planId,
                        new CannedWish(
                                reply.shortcut(),
                                department.map(one -> one.id().value()).orElse(null),
                                false,
                                reply.texts()),
                        account));
                taken++;
            } catch (Refusal refusal) {
                faults.add(Fault.single(0, reply.shortcut() + ": " + refusal.getMessage(), ""));
            }
        }
        return new CannedTaken(taken, faults);
    }

    private Plan plan(String planId) {
        return plans.draftState(planId).plan();
    }

    private CannedReply find(String planId, long id, SignedIn account) {
        return mapper.find(planId, id)
                .map(reply -> of(reply, account))
                .orElseThrow(() -> new Refusal(Kind.NOT_FOUND, "There is no such reply, or no longer."));
    }

    private void mayChange(String planId, long id, SignedIn account) {
        var reply = mapper.find(planId, id)
                .orElseThrow(() -> new Refusal(Kind.NOT_FOUND, "There is no such reply, or no longer."));
        String operator = reply.operatorId();
        if (operator == null ? !shares(account) : !operator.equals(own(plan(planId), account))) {
            throw notAllowed();
        }
    }

    private static Refusal notAllowed() {
        return new Refusal(
                Kind.NOT_ALLOWED,
                "What all or a department has is changed by those who may change the plan. You may keep replies of your own.");
    }

    private NewReply checked(String planId, CannedWish wish, SignedIn account) {
        var plan = plan(planId);
        String own = own(plan, account);
        if (wish.own() ? own == null : !shares(account)) {
            throw notAllowed();
        }
        String department = wish.department();
        if (department != null
                && (wish.own() || Element.find(plan.departments(), department).isEmpty())) {
            throw new Refusal(
                    Kind.INVALID_DOCUMENT,
                    "/department",
                    wish.own()
                            ? "A reply of your own is of no department."
                            : "The plan has no department \"" + department + "\".");
        }
        if (!SHORTCUT.matcher(wish.shortcut()).matches()) {
            throw new Refusal(
                    Kind.INVALID_DOCUMENT,
                    "/shortcut",
                    "A shortcut is 1 to 30 letters, digits, - and _, and begins with a letter or a digit.");
        }
        var texts = new TreeMap<>(wish.texts());
        texts.values().removeIf(String::isBlank);
        if (texts.isEmpty()) {
            throw new Refusal(Kind.INVALID_DOCUMENT, "/texts", "Write the reply in one language at least.");
        }
        var _ = new LocalText(texts); // refuses what is no language
        var known = placeholders(plan);
        texts.forEach((language, text) -> {
            if (text.length() > LONGEST) {
                throw new Refusal(Kind.INVALID_DOCUMENT, "/texts/" + language, "A reply has 4,000 characters at most.");
            }
            PLACEHOLDER
                    .matcher(text)
                    .results()
                    .map(found -> found.group(1))
                    .filter(name -> !known.contains(name))
                    .findFirst()
                    .ifPresent(name -> {
                        throw new Refusal(
                                Kind.INVALID_DOCUMENT,
                                "/texts/" + language,
                                "Nothing is known as {" + name + "}. There are "
                                        + known.stream()
                                                .map(one -> "{" + one + "}")
                                                .collect(Collectors.joining(", "))
                                        + ".");
                    });
        });
        return new NewReply(
                planId, wish.shortcut(), department, wish.own() ? own : null, json.writeValueAsString(texts));
    }

    private static Refusal taken(CannedWish wish) {
        return new Refusal(
                Kind.ALREADY_DONE,
                "There is a reply with the shortcut \"" + wish.shortcut() + "\" for the same people already.");
    }

    private CannedReply of(StoredReply reply, SignedIn account) {
        boolean own = reply.operatorId() != null;
        return new CannedReply(
                reply.id(),
                reply.version(),
                reply.shortcut(),
                reply.departmentId(),
                own,
                texts(reply),
                reply.uses(),
                reply.usedAt(),
                own || shares(account));
    }

    private Map<String, String> texts(StoredReply reply) {
        return json.readValue(reply.texts(), new TypeReference<>() {});
    }

    private static boolean shares(SignedIn account) {
        return account.role().permissions().contains(Permission.DESIGN);
    }

    /** The operator that an account is; null where it is none. */
    private static @Nullable String own(Plan plan, SignedIn account) {
        return plan.operatorOf(account.name())
                .map(operator -> operator.id().value())
                .orElse(null);
    }

    private static List<String> placeholders(Plan plan) {
        var told = plan.doors().stream()
                .flatMap(door -> Stream.concat(
                        door.facts().stream().map(fact -> fact.key()),
                        door.questions().stream().map(question -> question.id().value())));
        return Stream.concat(ALWAYS.stream(), told).distinct().toList();
    }

    private static List<String> languages(Plan plan) {
        return plan.doors().stream()
                .flatMap(door -> door.languages().stream())
                .distinct()
                .toList();
    }
}
