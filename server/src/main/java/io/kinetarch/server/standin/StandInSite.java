package io.kinetarch.server.standin;

import com.icegreen.greenmail.util.GreenMail;
import com.sun.net.httpserver.HttpExchange;
import com.sun.net.httpserver.HttpServer;
import io.kinetarch.core.plan.FrontDoor;
import io.kinetarch.server.door.Embedding;
import io.kinetarch.server.installation.Installation;
import io.kinetarch.server.problem.Refusal;
import io.kinetarch.server.shell.PublicAddress;
import io.kinetarch.server.visit.LivePlans;
import io.kinetarch.server.visit.SignedFacts;
import io.kinetarch.server.visit.SignedFacts.FactSignature;
import java.io.IOException;
import java.io.UncheckedIOException;
import java.net.InetAddress;
import java.net.InetSocketAddress;
import java.net.URLDecoder;
import java.nio.charset.StandardCharsets;
import java.time.Clock;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.concurrent.Executors;
import java.util.stream.Collectors;
import org.jspecify.annotations.Nullable;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.beans.factory.DisposableBean;
import org.springframework.beans.factory.ObjectProvider;
import org.springframework.beans.factory.annotation.Value;
import org.springframework.boot.autoconfigure.condition.ConditionalOnProperty;
import org.springframework.core.io.ClassPathResource;
import org.springframework.stereotype.Component;
import org.springframework.web.util.HtmlUtils;
import tools.jackson.databind.json.JsonMapper;

/**
 * A web site of the demo's ferry line, on a port and so an origin of its own: pages that show the live plan's doors as a real site
 * would, with a choice of what the site's content security policy says, and of whether a page sits in a frame.
 */
@Component
@ConditionalOnProperty("kinetarch.stand-in.port")
public class StandInSite implements DisposableBean {
    private static final Logger LOG = LoggerFactory.getLogger(StandInSite.class);
    private static final String PLAN = "tarnwick";
    private static final String STYLE = "/site.css";
    private static final String FRAME = "/framed";
    /** A help page of the site, for bots to quote from. */
    private static final String HELP = "/help/pets";
    /** What the stand-in mail server took. */
    private static final String MAILS = "/mails";

    private static final String HEARD = "/heard";

    private static final Map<String, String> ROBIN = Map.of("name", "Robin Vale");

    private final LivePlans plans;
    private final PublicAddress address;
    private final SignedFacts signedFacts;
    private final @Nullable GreenMail mail;
    private final HttpServer server;
    private final Receivers receivers = new Receivers();
    private final String template = read("page.html");
    private final String style = read("site.css");
    private final String help = read("help-pets.html");

    StandInSite(
            LivePlans plans,
            PublicAddress address,
            SignedFacts signedFacts,
            Installation installation,
            Clock clock,
            JsonMapper json,
            ObjectProvider<GreenMail> mail,
            @Value("${kinetarch.stand-in.port}") int port)
            throws IOException {
        this.plans = plans;
        this.address = address;
        this.signedFacts = signedFacts;
        this.mail = mail.getIfAvailable();
        server = HttpServer.create(new InetSocketAddress(InetAddress.getLoopbackAddress(), port), 0);
        server.createContext("/", this::answer);
        var bookings = installation.services().get("bookings");
        if (bookings != null) {
            server.createContext(bookings.address().getPath(), new BookingOffice(bookings.key(), clock, json));
        }
        var tides = installation.services().get("tides");
        if (tides != null) {
            server.createContext(tides.address().getPath(), new TideBot(tides.key(), clock, json));
        }
        for (String name : List.of("travel-desk", "wallboard")) {
            var receiver = installation.services().get(name);
            if (receiver != null) {
                server.createContext(
                        receiver.address().getPath(), receivers.receiver(name, receiver.key(), clock, json));
            }
        }
        var scanner = installation.services().get("scanner");
        if (scanner != null) {
            server.createContext(scanner.address().getPath(), new Scanner(scanner.key(), clock, json));
        }
        server.setExecutor(Executors.newVirtualThreadPerTaskExecutor());
        server.start();
        LOG.info("The stand-in site is at {}", origin());
    }

    /** A page of the site. */
    private enum Page {
        HOME("/", "Home", "booking-site", "Between the islands, every day of the year."),
        BOOKING("/booking", "Book", "booking-site", "Port Ennick – Hallow Isle from 18 € for a foot passenger."),
        GROUPS("/groups", "Groups", "booking-site", "Ten people or more travel for less."),
        SAILINGS("/sailings", "Is it sailing?", "sailing-status", "All sailings of today are expected to run."),
        FREIGHT("/freight", "Freight", "freight-pages", "Lorries, trailers and unaccompanied units.");

        final String path;
        final String title;
        final String door;
        final String text;

        Page(String path, String title, String door, String text) {
            this.path = path;
            this.title = title;
            this.door = door;
            this.text = text;
        }

        static Page at(String path) {
            return List.of(values()).stream()
                    .filter(page -> page.path.equals(path))
                    .findFirst()
                    .orElse(HOME);
        }
    }

    /** What a site's content security policy says about doors. */
    private enum Policy {
        open("has none"),
        blocks("blocks doors"),
        allows("allows doors");

        final String words;

        Policy(String words) {
            this.words = words;
        }
    }

    /** How a page is looked at: what its address says after the question mark. */
    private record Look(Policy policy, String language, boolean known) {
        static Look of(Map<String, String> query) {
            var policy = List.of(Policy.values()).stream()
                    .filter(candidate -> candidate.name().equals(query.get("policy")))
                    .findFirst()
                    .orElse(Policy.open);
            String language = query.getOrDefault("language", "en");
            return new Look(policy, language.matches("[a-z]{2}") ? language : "en", query.containsKey("known"));
        }

        String query() {
            return "?policy=" + policy + "&amp;language=" + language + (known ? "&amp;known" : "");
        }

        Look with(Policy other) {
            return new Look(other, language, known);
        }

        Look in(String other) {
            return new Look(policy, other, known);
        }

        Look of(boolean customer) {
            return new Look(policy, language, customer);
        }
    }

    /** Its origin, as browsers send it. */
    public String origin() {
        return "http://127.0.0.1:" + server.getAddress().getPort();
    }

    @Override
    public void destroy() {
        server.stop(0);
    }

    private void answer(HttpExchange exchange) throws IOException {
        try (exchange) {
            String path = exchange.getRequestURI().getPath();
            if (path.equals(HELP)) {
                send(exchange, "text/html", help);
                return;
            }
            if (path.equals(MAILS)) {
                send(
                        exchange,
                        "text/html",
                        plainPage(
                                "Mails",
                                "What the stand-in mail server took; it delivers nothing.",
                                mail == null ? "<p>It does not run.</p>" : StandInMail.page(mail)));
                return;
            }
            if (path.equals(HEARD)) {
                send(
                        exchange,
                        "text/html",
                        plainPage(
                                "Heard of chats",
                                "What the travel desk and the wallboard of the ferry line were told, signed.",
                                receivers.page()));
                return;
            }
            if (path.equals(STYLE)) {
                send(exchange, "text/css", style);
                return;
            }
            var query = query(exchange.getRequestURI().getRawQuery());
            var look = Look.of(query);
            if (path.equals(FRAME)) {
                send(exchange, "text/html", frame(Page.at(query.getOrDefault("page", "/")), look));
                return;
            }
            var page = Page.at(path);
            var embedding = embedding(page, look.language());
            if (look.policy() != Policy.open) {
                exchange.getResponseHeaders().set("Content-Security-Policy", policy(look.policy(), embedding));
            }
            send(exchange, "text/html", page(page, look, embedding));
        }
    }

    private Embedding embedding(Page page, String language) {
        FrontDoor door;
        try {
            door = plans.door(PLAN, page.door);
        } catch (Refusal notLive) {
            return new Embedding(
                    "<!-- " + HtmlUtils.htmlEscape(String.valueOf(notLive.getMessage())) + " -->",
                    "",
                    List.of(),
                    List.of());
        }
        return Embedding.of(PLAN, door, language, address.base());
    }

    private static String policy(Policy policy, Embedding embedding) {
        String own = "default-src 'self'";
        if (policy == Policy.blocks) {
            return own;
        }
        return own + "; "
                + embedding.directives().stream()
                        .collect(Collectors.groupingBy(
                                Embedding.Directive::name,
                                Collectors.mapping(Embedding.Directive::source, Collectors.joining(" "))))
                        .entrySet()
                        .stream()
                        .map(directive -> directive.getKey() + " 'self' " + directive.getValue())
                        .collect(Collectors.joining("; "));
    }

    private String page(Page page, Look look, Embedding embedding) {
        String script = look.known()
                ? known(page, embedding.script())
                : embedding.script().replaceAll("(?s)\\n<script type=\"application/json\".*", "");
        return template.replace("{language}", look.language())
                .replace("{title}", page.title)
                .replace("{text}", page.text)
                .replace(
                        "{pages}",
                        List.of(Page.values()).stream()
                                .map(other -> link(other.path + look.query(), other.title, other == page))
                                .collect(Collectors.joining()))
                .replace(
                        "{policies}",
                        List.of(Policy.values()).stream()
                                .map(other ->
                                        link(page.path + look.with(other).query(), other.words, other == look.policy()))
                                .collect(Collectors.joining()))
                .replace(
                        "{languages}",
                        List.of("en", "de", "fr").stream()
                                .map(other ->
                                        link(page.path + look.in(other).query(), other, other.equals(look.language())))
                                .collect(Collectors.joining()))
                .replace(
                        "{visitors}",
                        link(page.path + look.of(false).query(), "a stranger", !look.known())
                                + link(page.path + look.of(true).query(), "Robin, signed in", look.known()))
                .replace("{frame}", FRAME + look.query() + "&amp;page=" + page.path)
                .replace("{script}", script);
    }

    /** What the site knows of Robin, signed as its server would; the keys without a value are left out of the signature as of the facts. */
    private String known(Page page, String script) {
        var signature = signedFacts.sign(PLAN, plans.door(PLAN, page.door), ROBIN);
        return script.replace("\"name\": \"\"", "\"name\": \"" + ROBIN.get("name") + "\"")
                .replace(
                        "data-signed-at=\"\"",
                        "data-signed-at=\""
                                + signature.map(FactSignature::instant).orElse(0L) + "\"")
                .replace(
                        "data-signature=\"\"",
                        "data-signature=\""
                                + signature.map(FactSignature::signature).orElse("") + "\"");
    }

    private static String frame(Page page, Look look) {
        return "<!doctype html><html lang=\"" + look.language()
                + "\"><title>Framed</title><link rel=\"stylesheet\" href=\""
                + STYLE + "\"><body class=\"framing\"><p>Another page, which shows the ferry line's in a frame.</p>"
                + "<iframe title=\"The ferry line\" src=\"" + page.path + look.query() + "\"></iframe></body></html>";
    }

    private static String plainPage(String title, String about, String parts) {
        return "<!doctype html><html lang=\"en\"><meta charset=\"utf-8\"><title>" + title
                + "</title><link rel=\"stylesheet\" href=\"" + STYLE + "\"><body><main><h1>" + title + "</h1><p>"
                + about
                + "</p>" + parts + "</main></body></html>";
    }

    private static String link(String address, String words, boolean here) {
        return "<a href=\"" + address + "\"" + (here ? " aria-current=\"page\"" : "") + ">" + words + "</a>";
    }

    private static Map<String, String> query(String raw) {
        var query = new HashMap<String, String>();
        for (String part : raw == null ? List.<String>of() : List.of(raw.split("&", -1))) {
            int at = part.indexOf('=');
            query.put(
                    at < 0 ? part : part.substring(0, at),
                    at < 0 ? "" : URLDecoder.decode(part.substring(at + 1), StandardCharsets.UTF_8));
        }
        return query;
    }

    private static void send(HttpExchange exchange, String type, String text) throws IOException {
        byte[] bytes = text.getBytes(StandardCharsets.UTF_8);
        exchange.getResponseHeaders().set("Content-Type", type + "; charset=utf-8");
        exchange.getResponseHeaders().set("Cache-Control", "no-store");
        exchange.sendResponseHeaders(200, bytes.length);
        exchange.getResponseBody().write(bytes);
    }

    private static String read(String name) {
        try {
            return new ClassPathResource("stand-in/" + name).getContentAsString(StandardCharsets.UTF_8);
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        }
    }
}
