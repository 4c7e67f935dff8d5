package io.kinetarch.server.visit;

import static org.assertj.core.api.Assertions.assertThat;

import io.kinetarch.server.TestServer;
import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.concurrent.TimeUnit;
import org.junit.jupiter.api.Test;

/** The documented sample: a chat comes from another channel, and another tool answers it, both by calls of the API alone. */
class AnotherToolTest {
    private static final Path SAMPLE = Path.of("../docs/samples/another-tool/chat.py");

    private final TestServer server = TestServer.running();

    @Test
    void aChatFromAnotherChannelIsAnsweredByAnotherTool() throws Exception {
        String token = server.signedIn("operator")
                .postWithCsrf("/api/v1/tokens", "{\"label\":\"Another tool\",\"scopes\":[\"ANSWER\"]}")
                .ok()
                .body()
                .path("token")
                .asString();
        var answering = run(token, "answer", server.address(), "tarnwick", "From ten people on.");
        var bringing = run(
                "",
                "bring",
                server.address(),
                "tarnwick",
                "terminal-poster",
                "{\"topic\":\"Fares and booking\"}",
                "Are there fares for groups?");

        assertThat(said(answering)).startsWith("answered ");
        assertThat(said(bringing)).contains("Ana R.: From ten people on.", "ended: ended-by-operator");

        String refused = said(run(token.replace('k', 'K'), "answer", server.address(), "tarnwick", "Hello"), 1);
        assertThat(refused).contains("/desk");
    }

    private static Process run(String token, String... arguments) throws IOException {
        var command = new ArrayList<>(List.of("python3", SAMPLE.toString()));
        command.addAll(List.of(arguments));
        var builder = new ProcessBuilder(command).redirectErrorStream(true);
        builder.environment().put("KINETARCH_TOKEN", token);
        builder.environment().put("PYTHONUTF8", "1");
        return builder.start();
    }

    private static String said(Process process) throws IOException, InterruptedException {
        return said(process, 0);
    }

    private static String said(Process process, int status) throws IOException, InterruptedException {
        String said = new String(process.getInputStream().readAllBytes(), StandardCharsets.UTF_8);
        assertThat(process.waitFor(90, TimeUnit.SECONDS)).isTrue();
        assertThat(process.exitValue()).as(said).isEqualTo(status);
        return said;
    }
}
