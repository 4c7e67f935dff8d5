package io.kinetarch.server.installation;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.nio.file.Files;
import java.nio.file.Path;
import java.util.Map;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.springframework.boot.SpringApplication;
import org.springframework.core.env.MapPropertySource;
import org.springframework.core.env.StandardEnvironment;

class SealedSettingsTest {
    private static final String KEY = "0123456789abcdef0123456789abcdef";
    private static final String NAME = "kinetarch.installation.services.wallboard.key";

    private static StandardEnvironment settings(Map<String, Object> values) {
        var environment = new StandardEnvironment();
        environment.getPropertySources().addFirst(new MapPropertySource("test", values));
        new SealedSettings().postProcessEnvironment(environment, new SpringApplication());
        return environment;
    }

    @Test
    void whatIsSealedIsReadAsItWas() {
        String sealed = new Seal(KEY).close("clé \u00fcber alles");
        assertThat(sealed).startsWith("sealed:").doesNotContain("alles");
        assertThat(new Seal(KEY).close("clé \u00fcber alles"))
                .as("never twice the same")
                .isNotEqualTo(sealed);

        var read = settings(Map.of("kinetarch.seal-key", KEY, NAME, sealed, "plain", "as it is"));
        assertThat(read.getProperty(NAME)).isEqualTo("clé \u00fcber alles");
        assertThat(read.getProperty("plain")).isEqualTo("as it is");
    }

    @Test
    void theKeyMayStandInAFile(@TempDir Path folder) throws Exception {
        Path file = folder.resolve("key");
        Files.writeString(file, KEY + "\n");
        var read = settings(Map.of("kinetarch.seal-key-file", file.toString(), NAME, new Seal(KEY).close("secret")));
        assertThat(read.getProperty(NAME)).isEqualTo("secret");
    }

    @Test
    void whatCannotBeOpenedKeepsTheServerFromStartingAndSaysWhich() {
        String sealed = new Seal(KEY).close("secret");
        assertThatThrownBy(() -> settings(Map.of(NAME, sealed)))
                .hasMessageContaining(NAME)
                .hasMessageContaining("no key");
        assertThatThrownBy(() -> settings(Map.of("kinetarch.seal-key", KEY + "x", NAME, sealed)))
                .hasMessageContaining(NAME)
                .hasMessageContaining("another key");
        assertThatThrownBy(() -> settings(Map.of("kinetarch.seal-key", KEY, NAME, "sealed:?")))
                .hasMessageContaining(NAME);
        assertThatThrownBy(() -> new Seal("short")).hasMessageContaining("openssl rand -hex 32");
    }
}
