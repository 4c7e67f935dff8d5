package io.kinetarch.server.installation;

import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.util.List;
import java.util.stream.Stream;
import org.jspecify.annotations.Nullable;
import org.springframework.core.io.ClassPathResource;
import org.springframework.stereotype.Component;
import tools.jackson.databind.json.JsonMapper;

/** What runs here, and what it is made of; the lists of libraries are written by the build. */
@Component
class About {
    private static final int PARTS_OF_A_LINE = 3;
    private static final String SERVER = "licences/server.txt";
    private static final String INTERFACE = "static/licences.json";

    private final JsonMapper json;

    About(JsonMapper json) {
        this.json = json;
    }

    /** A library that ships. */
    record Library(String name, String version, String licence) {}

    /**
     * What runs.
     *
     * @param version of Kinetarch
     * @param java of the machine it runs on
     * @param timeZoneData release of the IANA database that instants are worked out by
     * @param server libraries of the server
     * @param web libraries of the interface
     */
    record AboutFacts(String version, String java, String timeZoneData, List<Library> server, List<Library> web) {}

    AboutFacts facts() throws IOException {
        String version = About.class.getPackage().getImplementationVersion();
        return new AboutFacts(
                version == null ? "as it is developed" : version,
                Runtime.version().toString(),
                TimeZoneData.version(),
                server(),
                web());
    }

    private static List<Library> server() throws IOException {
        try (var lines = new ClassPathResource(SERVER)
                .getContentAsString(StandardCharsets.UTF_8)
                .lines()) {
            return lines.map(line -> line.split("\t", PARTS_OF_A_LINE))
                    .filter(parts -> parts.length == PARTS_OF_A_LINE)
                    .map(parts -> new Library(parts[0].strip(), parts[1], parts[2].strip()))
                    .sorted((one, other) -> one.name().compareTo(other.name()))
                    .toList();
        }
    }

    private List<Library> web() throws IOException {
        var built = new ClassPathResource(INTERFACE);
        return built.exists()
                ? Stream.of(json.readValue(built.getContentAsByteArray(), Built[].class))
                        .map(Built::library)
                        .toList()
                : List.of();
    }

    /** As the interface's build writes it. */
    private record Built(
            String name,
            String version,
            @Nullable String identifier,
            @Nullable String text) {
        Library library() {
            return new Library(name, version, identifier == null ? "" : identifier);
        }
    }
}
