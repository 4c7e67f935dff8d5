package io.kinetarch.server.installation;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.HashMap;
import java.util.Map;
import java.util.Optional;
import org.jspecify.annotations.Nullable;
import org.springframework.boot.EnvironmentPostProcessor;
import org.springframework.boot.SpringApplication;
import org.springframework.core.Ordered;
import org.springframework.core.env.ConfigurableEnvironment;
import org.springframework.core.env.EnumerablePropertySource;
import org.springframework.core.env.MapPropertySource;
import org.springframework.core.env.PropertyResolver;

/** Opens every setting that is sealed, wherever it stands, before anything reads it. */
final class SealedSettings implements EnvironmentPostProcessor, Ordered {
    /** The key itself. */
    static final String KEY = "kinetarch.seal-key";
    /** A file with the key in it, for those that hand secrets over as files. */
    static final String KEY_FILE = "kinetarch.seal-key-file";

    @Override
    public int getOrder() {
        return LOWEST_PRECEDENCE; // after all files of settings were read
    }

    @Override
    public void postProcessEnvironment(ConfigurableEnvironment environment, SpringApplication application) {
        var sealed = new HashMap<String, String>();
        for (var source : environment.getPropertySources()) {
            if (source instanceof EnumerablePropertySource<?> named) {
                for (String name : named.getPropertyNames()) {
                    if (named.getProperty(name) instanceof CharSequence value
                            && value.toString().startsWith(Seal.PREFIX)) {
                        sealed.putIfAbsent(name, value.toString());
                    }
                }
            }
        }
        if (sealed.isEmpty()) {
            return;
        }
        var seal = seal(environment)
                .orElseThrow(
                        () -> new IllegalStateException("These settings are sealed, and there is no key to open them: "
                                + String.join(", ", sealed.keySet())
                                + ". Set KINETARCH_SEAL_KEY, or KINETARCH_SEAL_KEY_FILE."));
        Map<String, Object> open = new HashMap<>();
        sealed.forEach((name, value) -> {
            try {
                open.put(name, seal.open(value));
            } catch (IllegalStateException | IllegalArgumentException e) {
                throw new IllegalStateException(
                        "The setting " + name + " cannot be opened: it was sealed with another key, or is damaged."
                                + " Seal it again: ./kinetarch seal",
                        e);
            }
        });
        environment.getPropertySources().addFirst(new MapPropertySource("opened settings", open));
    }

    /** By the key of these settings; none where they have none. */
    static Optional<Seal> seal(PropertyResolver settings) {
        String key = settings.getProperty(KEY, fromFile(settings.getProperty(KEY_FILE)));
        return key.isBlank() ? Optional.empty() : Optional.of(new Seal(key.strip()));
    }

    private static String fromFile(@Nullable String file) {
        if (file == null || file.isBlank()) {
            return "";
        }
        try {
            return Files.readString(Path.of(file));
        } catch (IOException e) {
            throw new IllegalStateException(
                    "The file with the key that settings are sealed with cannot be read: " + file, e);
        }
    }
}
