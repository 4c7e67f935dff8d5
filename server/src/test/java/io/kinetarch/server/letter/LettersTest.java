package io.kinetarch.server.letter;

import static org.assertj.core.api.Assertions.assertThat;
import static org.awaitility.Awaitility.await;

import com.icegreen.greenmail.util.GreenMail;
import io.kinetarch.server.Api;
import io.kinetarch.server.TestServer;
import io.kinetarch.server.live.VisitorClient;
import jakarta.mail.internet.MimeMessage;
import java.net.URI;
import java.net.http.HttpClient;
import java.net.http.HttpRequest;
import java.net.http.HttpResponse;
import java.net.http.HttpResponse.BodyHandlers;
import java.time.Duration;
import java.util.List;
import java.util.UUID;
import java.util.regex.Pattern;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.springframework.jdbc.core.JdbcTemplate;
import tools.jackson.databind.JsonNode;

/** A message left at a closed door, its answer by mail, and the way back by the link; mails are read by Jakarta Mail. */
class LettersTest {
    private static final String SITE = "https://tarnwick-sound.example";
    private static final String LEFT = "/api/v1/plans/tarnwick/desk/left-behind";
    private static final Pattern LINK = Pattern.compile("http\\S+/door/tarnwick/(\\S+)/de#letter=(\\d+)\\.(\\S+)");
    private static final Duration SOON = Duration.ofSeconds(10);

    private final TestServer server = TestServer.running();
    private final Api operator = server.signedIn("operator");

    @BeforeEach
    void doorCloses() {
        pause(true);
    }

    @AfterEach
    void doorOpens() {
        pause(false);
    }

    private void pause(boolean paused) {
        server.planner()
                .post("/api/v1/plans/tarnwick/doors/freight-pages/pause", "{\"paused\":" + paused + "}")
                .ok();
    }

    private VisitorClient leaves(String text, String address) {
        var visitor = new VisitorClient(server.address(), "tarnwick", SITE.replace("//", "//freight."));
        assertThat(visitor.start("freight-pages", "de", "{}").statusCode()).isEqualTo(201);
        var chosen = visitor.does("choose", """
                {"way":"message","answers":{"message":%s,"reply-to":"%s"}}""".formatted(Api.quoted(text), address));
        assertThat(chosen.statusCode()).as(chosen.body()).isEqualTo(200);
        return visitor;
    }

    private List<JsonNode> waiting(long chat) {
        return operator.get(LEFT)
                .ok()
                .body()
                .path("waiting")
                .valueStream()
                .filter(one -> one.path("chat").asLong() == chat)
                .toList();
    }

    private Api.Answer answer(VisitorClient visitor, UUID key, String text) {
        return operator.postWithCsrf(
                LEFT + "/" + visitor.chat() + "/answer", "{\"key\":\"" + key + "\",\"text\":" + Api.quoted(text) + "}");
    }

    private List<MimeMessage> mails(String to) {
        return List.of(server.bean(GreenMail.class).getReceivedMessagesForDomain(to));
    }

    @Test
    void aMessageIsAnsweredByMailAndTheConversationGoesOn() throws Exception {
        var visitor = leaves("Nehmen Sie Schüttgut?", "spedition@hallow.example");
        var left = waiting(visitor.chat());
        assertThat(left).hasSize(1);
        assertThat(left.getFirst().path("outcome").asString()).isEqualTo("left-message");
        assertThat(left.getFirst().path("email").asString()).isEqualTo("spedition@hallow.example");
        assertThat(Duration.between(
                        java.time.Instant.parse(left.getFirst().path("leftAt").asString()),
                        java.time.Instant.parse(left.getFirst().path("until").asString())))
                .as("as the door promises")
                .isEqualTo(Duration.ofHours(8));

        var key = UUID.randomUUID();
        answer(visitor, key, "Ja, in geschlossenen Behältern.").ok();
        answer(visitor, key, "Ja, in geschlossenen Behältern.").ok();
        answer(visitor, UUID.randomUUID(), "Noch einmal").problem(409, "already-done", null);
        assertThat(waiting(visitor.chat())).isEmpty();

        await().atMost(SOON).until(() -> !mails("spedition@hallow.example").isEmpty());
        var mail = mails("spedition@hallow.example").getFirst();
        String text = String.valueOf(mail.getContent());
        assertThat(mail.getSubject()).isEqualTo("Ihre Nachricht an Tarnwick Sound Ferries");
        assertThat(mail.getHeader("Content-Language")).containsExactly("de");
        assertThat(text).contains("Ja, in geschlossenen Behältern.", "Ana R.", "> Nehmen Sie Schüttgut?");
        assertThat(mails("spedition@hallow.example")).as("once").hasSize(1);

        var link = LINK.matcher(text);
        assertThat(link.find()).as(text).isTrue();
        String letter = "/visit/tarnwick/letters/" + link.group(2);
        var opened = visit("GET", letter, link.group(3), "");
        assertThat(opened.statusCode()).as(opened.body()).isEqualTo(200);
        assertThat(Api.json(opened.body())
                        .path("lines")
                        .valueStream()
                        .map(line -> line.path("text").asString()))
                .containsExactly("Nehmen Sie Schüttgut?", "Ja, in geschlossenen Behältern.");
        assertThat(visit("GET", letter, "forged", "").statusCode()).isEqualTo(404);

        goesOn(letter, link.group(3));
        server.bean(JdbcTemplate.class)
                .update(
                        "update letter set valid_until = now() - interval '1 year' where id = ?",
                        Long.valueOf(link.group(2)));
        assertThat(visit("GET", letter, link.group(3), "").statusCode())
                .as("too old")
                .isEqualTo(410);
    }

    /** Who has the next chat reads what was said before. */
    private void goesOn(String letter, String token) throws Exception {
        pause(false);
        String desk = "/api/v1/plans/tarnwick/desk";
        var again = new VisitorClient(server.address(), "tarnwick", SITE);
        again.start("booking-site", "de", "{\"topic\":\"Fares and booking\"}");
        assertThat(visit("POST", letter + "/chats/" + again.chat(), token, "{\"token\":\"forged\"}")
                        .statusCode())
                .isEqualTo(404);
        assertThat(visit("POST", letter + "/chats/" + again.chat(), token, "{\"token\":\"" + again.token() + "\"}")
                        .statusCode())
                .isEqualTo(204);
        operator.postWithCsrf(desk + "/presence", "{\"state\":\"present\"}").ok();
        try {
            await().atMost(SOON)
                    .until(() -> operator.postWithCsrf(desk + "/chats/" + again.chat() + "/accept", "")
                                    .status()
                            < 300);
            assertThat(operator.get(desk)
                            .ok()
                            .body()
                            .path("places")
                            .valueStream()
                            .filter(place -> place.path("chat").asLong() == again.chat())
                            .flatMap(place -> place.path("earlier").valueStream())
                            .map(line -> line.path("from").asString()))
                    .containsExactly("visitor", "operator");
        } finally {
            operator.postWithCsrf(desk + "/chats/" + again.chat() + "/end", "");
            operator.postWithCsrf(desk + "/presence", "{\"state\":\"gone\"}");
        }
    }

    @Test
    void whatNeedsNoAnswerGoesAndWhatHasNoAddressIsTold() {
        var visitor = leaves("Danke, erledigt.", "no address at all");
        answer(visitor, UUID.randomUUID(), "Gern.").problem(409, "not-possible", null);
        operator.postWithCsrf(LEFT + "/" + visitor.chat() + "/close", "").ok();
        operator.postWithCsrf(LEFT + "/" + visitor.chat() + "/close", "").problem(409, "already-done", null);
        answer(visitor, UUID.randomUUID(), "Doch.").problem(409, "not-possible", null);
        assertThat(waiting(visitor.chat())).isEmpty();
    }

    /** A mail server that is down loses nothing: the letter is kept, tried again, and the desk is told. */
    @Test
    void whatIsNotTakenIsTriedAgain() {
        var mail = server.bean(GreenMail.class);
        var visitor = leaves("Wann?", "later@hallow.example");
        mail.stop();
        try {
            answer(visitor, UUID.randomUUID(), "Morgen.").ok();
            await().atMost(SOON)
                    .until(() -> operator.get(LEFT)
                            .ok()
                            .body()
                            .path("unsent")
                            .valueStream()
                            .anyMatch(letter -> letter.path("chat").asLong() == visitor.chat()));
        } finally {
            mail.start();
        }
        server.bean(JdbcTemplate.class).update("update letter set next_try = written_at where sent_at is null");
        await().atMost(SOON).until(() -> mails("later@hallow.example").size() == 1);
        assertThat(operator.get(LEFT).ok().body().path("unsent")).isEmpty();
    }

    private HttpResponse<String> visit(String method, String path, String token, String body) throws Exception {
        return HttpClient.newHttpClient()
                .send(
                        HttpRequest.newBuilder(URI.create(server.address() + path))
                                .header("X-Chat-Token", token)
                                .header("Content-Type", "application/json")
                                .method(method, HttpRequest.BodyPublishers.ofString(body))
                                .build(),
                        BodyHandlers.ofString());
    }

    /** What was said in a record goes to whoever is named, as often as is wished; only those who may take records out may do it. */
    @Test
    void aRecordGoesOutByMail() throws Exception {
        var planner = server.signedIn("planner");
        String records = "/api/v1/plans/tarnwick/records";
        long chat = planner.get(records + "?words=F%C3%A4hre&outcome=ended-by-operator&language=de")
                .ok()
                .body()
                .path("lines")
                .path(0)
                .path("chat")
                .asLong();
        String to = "quality@hallow.example";
        planner.withCsrf("POST", records + "/" + chat + "/mail", "{\"email\":\"" + to + "\"}")
                .ok();
        await().atMost(SOON).until(() -> !mails(to).isEmpty());
        assertThat(mails(to).getFirst().getSubject()).endsWith(", " + chat);
        var said = planner.get(records + "/" + chat)
                .ok()
                .body()
                .path("entries")
                .valueStream()
                .map(entry -> entry.path("text").asString(""))
                .filter(text -> !text.isEmpty())
                .findFirst()
                .orElseThrow();
        assertThat(String.valueOf(mails(to).getFirst().getContent()).replaceAll("\\s+", " "))
                .contains(said.replaceAll("\\s+", " "));
        assertThat(planner.get(records + "/readings?chat=" + chat)
                        .ok()
                        .body()
                        .valueStream()
                        .map(one -> one.path("what").asString()))
                .contains("exported");
        planner.withCsrf("POST", records + "/" + chat + "/mail", "{\"email\":\"nobody\"}")
                .problem(400, "invalid-document", null);
        server.signedIn("viewer")
                .withCsrf("POST", records + "/" + chat + "/mail", "{\"email\":\"" + to + "\"}")
                .problem(403, "not-allowed", null);
    }
}
