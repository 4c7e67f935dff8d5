package io.kinetarch.server.help;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import com.sun.net.httpserver.HttpServer;
import io.kinetarch.server.Api;
import io.kinetarch.server.TestServer;
import io.kinetarch.server.help.PageReader.Format;
import io.kinetarch.server.installation.Installation;
import io.kinetarch.server.problem.Refusal;
import java.io.IOException;
import java.net.InetAddress;
import java.net.InetSocketAddress;
import java.nio.charset.StandardCharsets;
import java.util.List;
import java.util.Map;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;

class HelpTest {
    private static final String PAGES = "/api/v1/plans/tarnwick/help-pages";
    private static final String HELP = "/door/tarnwick/booking-site/";
    private static final List<String> LANGUAGES = List.of("en", "de", "fr");
    private static final String SITE_PAGE = """
            <html><head><title>Pets | Ferry</title><style>p{}</style></head><body><nav>Home Book</nav>
            <main><h1>Pets on board</h1><p>Birds travel <b>free</b>.</p><h2>Horses</h2><p>In their <a href="/f">trailer</a>.</p>
            <script>alert(1)</script></main><footer>Imprint</footer></body></html>""";

    private final Api api = TestServer.running().planner();

    private static PageReader.ReadPage read(String text, Format format) {
        return PageReader.read(text.getBytes(StandardCharsets.UTF_8), format, "file.txt", LANGUAGES)
                .pages()
                .getFirst();
    }

    @Test
    void ofASitesPageOnlyItsWordsAreRead() {
        var page = read(SITE_PAGE, Format.HTML);

        assertThat(page.title()).isEqualTo("Pets on board");
        assertThat(page.text())
                .contains("Birds travel **free**.")
                .contains("## Horses")
                .contains("[trailer](/f)")
                .doesNotContain("Imprint", "alert", "Home Book", "# Pets");
        assertThat(page.language()).isEqualTo("en");
    }

    @Test
    void markdownKeepsItsTitleAndPlainTextTakesTheFiles() {
        assertThat(read("# Gepäck\n\nZwei Koffer reisen mit jedem Fußgast frei.", Format.MARKDOWN))
                .isEqualTo(new PageReader.ReadPage("Gepäck", "Zwei Koffer reisen mit jedem Fußgast frei.", "de"));
        assertThat(read("Two suitcases travel free.", Format.MARKDOWN).title()).isEqualTo("file");
    }

    @Test
    void aFileThatIsSentIsReadAndStoredNowhere() {
        var read = api.postText(PAGES + "/read?name=pets.html", SITE_PAGE, "text/html")
                .ok()
                .body();

        assertThat(read.toString()).contains("Pets on board", "Birds travel **free**.");
        assertThat(api.get("/api/v1/plans/tarnwick/document")
                        .ok()
                        .body()
                        .path("helpPages")
                        .toString())
                .doesNotContain("Birds travel");
    }

    /** The stand-in site's page, which the demo allows to be read. */
    @Test
    void aPageOfAnAllowedSiteIsRead() {
        String address = TestServer.running().site() + "/help/pets";
        var read = api.post(PAGES + "/read-address", "{\"address\":\"" + address + "\"}")
                .ok()
                .body();
        assertThat(read.path("pages").path(0).path("title").asString()).isEqualTo("Pets other than dogs and cats");
    }

    @Test
    void questionsBecomeAPageWithAHeadingEach() {
        var reading = PageReader.read(
                "question,answer\nMay my dog come?,Yes.\nNo answer,\n".getBytes(StandardCharsets.UTF_8),
                Format.QUESTIONS,
                "faq.csv",
                LANGUAGES);

        assertThat(reading.pages().getFirst().text()).isEqualTo("## May my dog come?\n\nYes.");
        assertThat(reading.faults()).hasSize(1);
    }

    @Test
    void whatIsNoPageIsRefused() {
        assertThatThrownBy(() -> read("word ".repeat(20_000), Format.MARKDOWN))
                .isInstanceOf(Refusal.class)
                .hasMessageContaining("Make several pages of it");
        assertThatThrownBy(() -> read("<body><script>x</script></body>", Format.HTML))
                .hasMessageContaining("nothing to read");
        assertThatThrownBy(() -> PageReader.read(new byte[] {(byte) 0xff, 0, 1}, Format.MARKDOWN, "x", LANGUAGES))
                .hasMessageContaining("UTF-8");
    }

    @Test
    void pagesOfTenMegabytesAreRefusedBeforeTheyAreRead() {
        api.postText(PAGES + "/read?name=big", "x".repeat(10_000_000), "text/markdown")
                .problem(413, "file-too-large", null);
    }

    @Test
    void onlyAllowedSitesAreRead() throws IOException {
        var server = HttpServer.create(new InetSocketAddress(InetAddress.getLoopbackAddress(), 0), 0);
        server.createContext("/pets", exchange -> {
            byte[] bytes = SITE_PAGE.getBytes(StandardCharsets.UTF_8);
            exchange.getResponseHeaders().set("Content-Type", "text/html; charset=utf-8");
            exchange.sendResponseHeaders(200, bytes.length);
            exchange.getResponseBody().write(bytes);
            exchange.close();
        });
        server.createContext("/elsewhere", exchange -> {
            exchange.getResponseHeaders().set("Location", "http://169.254.169.254/");
            exchange.sendResponseHeaders(302, -1);
            exchange.close();
        });
        server.start();
        try {
            String site = "http://127.0.0.1:" + server.getAddress().getPort();
            var sites = new SiteReader(new Installation(Map.of(), List.of(site), Map.of(), false));

            assertThat(new String(sites.fetch(site + "/pets").bytes(), StandardCharsets.UTF_8))
                    .isEqualTo(SITE_PAGE);
            assertThatThrownBy(() -> sites.fetch(site + "/elsewhere")).hasMessageContaining("status 302");
            assertThatThrownBy(() -> sites.fetch("http://127.0.0.1@" + site.substring(7) + "/pets"))
                    .hasMessageContaining("Pages are read from");
        } finally {
            server.stop(0);
        }
    }

    @ParameterizedTest
    @ValueSource(
            strings = {"http://169.254.169.254/latest", "file:///etc/passwd", "not an address", "http://localhost:5432/"
            })
    void otherAddressesAreRefusedWithTheSettingThatAllowsThem(String address) {
        api.post(PAGES + "/read-address", "{\"address\":\"" + address + "\"}")
                .problem(400, "invalid-document", "#/address");
    }

    @Test
    void whatWouldBeQuotedIsSaid() {
        var found = api.get(PAGES + "/found?language=en&question=what%20does%20a%20bicycle%20cost")
                .ok()
                .body();

        assertThat(found.path(0).path("heading").asString()).isEqualTo("Bicycles");
        assertThat(found.path(0).path("quoted").asBoolean()).isTrue();
        assertThat(api.get(PAGES + "/found?language=en&question=helicopter%20to%20Mars")
                        .ok()
                        .body()
                        .size())
                .isZero();
    }

    @Test
    void ternQuotesAPageWhereNoTopicFits() {
        var reply = api.post(
                        "/api/v1/plans/tarnwick/bots/tern/talk",
                        "{\"stands\":null,\"text\":\"combien coûte un vélo en juillet\"}")
                .ok()
                .body();

        assertThat(reply.path("kind").asString()).isEqualTo("QUOTE");
        assertThat(reply.path("quoted").path("heading").asString()).isEqualTo("Vélos");
        assertThat(reply.path("says").path(0).asString()).startsWith("Un vélo coûte 4");
    }

    @Test
    void visitorsReadThePagesOfADoor() {
        var list = TestServer.running().browser().get(HELP + "de/help").raw();
        assertThat(list.statusCode()).isEqualTo(200);
        assertThat(list.body()).contains("Hilfeseiten", "<h2>An Bord</h2>", "Mahlzeiten an Bord", HELP + "help.css");
        assertThat(TestServer.running().browser().get(HELP + "help.css").raw().body())
                .contains("body");
        assertThat(TestServer.running().browser().get(HELP + "de").raw().body())
                .as("the door alone, for a poster's code")
                .contains("<html lang=\"de\"");
        assertThat(list.headers().firstValue("Content-Security-Policy"))
                .hasValueSatisfying(policy -> assertThat(policy).contains("default-src 'none'"));

        var page = TestServer.running()
                .browser()
                .get(HELP + "en/help/luggage")
                .raw()
                .body();
        assertThat(page).contains("<h2>Bicycles</h2>").contains("<h1>Luggage and bicycles</h1>");

        var hits = TestServer.running()
                .browser()
                .get(HELP + "en/help?q=electric%20car%20%3Cscript%3E")
                .raw()
                .body();
        assertThat(hits).contains("Charging an electric car").doesNotContain("<script>");
    }

    @Test
    void draftsAndQuotedPagesAreNotShown() {
        assertThat(TestServer.running().browser().get(HELP + "en/help").raw().body())
                .doesNotContain("When it is rough", "Works at Gannet Rock");
        assertThat(TestServer.running()
                        .browser()
                        .get(HELP + "en/help/winter-works")
                        .status())
                .isEqualTo(404);
        assertThat(TestServer.running()
                        .browser()
                        .get("/door/tarnwick/freight-pages/en/help/luggage")
                        .status())
                .as("a door that shows none")
                .isEqualTo(404);
    }
}
