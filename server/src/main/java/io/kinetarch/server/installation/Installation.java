package io.kinetarch.server.installation;

import java.net.URI;
import java.util.List;
import java.util.Map;
import org.springframework.boot.context.properties.ConfigurationProperties;
import org.springframework.boot.context.properties.bind.DefaultValue;

/**
 * Settings of the installation, which plans name and never hold.
 *
 * @param services that bots may ask, by their names
 * @param doorKeys by which sites sign what they say of their visitors, by plan and door; the newest first, and older ones while sites change over
 * @param meaning whether bots go by what sentences mean besides their words, which takes some 200 MB of memory
 * @param helpSites origins that help pages may be read from, such as https://help.ferry.example
 */
@ConfigurationProperties("kinetarch.installation")
public record Installation(
        @DefaultValue Map<String, Service> services,
        @DefaultValue List<String> helpSites,
        @DefaultValue Map<String, List<String>> doorKeys,
        @DefaultValue("true") boolean meaning) {
    public Installation {
        services = Map.copyOf(services);
        helpSites = List.copyOf(helpSites);
        doorKeys = Map.copyOf(doorKeys);
    }

    /**
     * A service.
     *
     * @param key that calls are signed with
     */
    public record Service(URI address, String key) {
        public Service {
            if (key.isBlank()) {
                throw new IllegalArgumentException(
                        "the service at " + address + " needs a key, which calls are signed with");
            }
        }
    }
}
