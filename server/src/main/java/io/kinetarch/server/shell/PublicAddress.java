package io.kinetarch.server.shell;

import java.net.URI;
import java.util.List;
import org.springframework.beans.factory.annotation.Value;
import org.springframework.boot.web.server.context.WebServerInitializedEvent;
import org.springframework.context.event.EventListener;
import org.springframework.stereotype.Component;

/** Where visitors and their browsers reach this installation: a setting, since a request's host says only what its sender wrote. */
@Component
public class PublicAddress {
    private final String set;
    private volatile int port;

    PublicAddress(@Value("${kinetarch.public-address:}") String set) {
        this.set = set.endsWith("/") ? set.substring(0, set.length() - 1) : set;
        if (!this.set.isEmpty() && !this.set.matches("https?://[^/?#\\s]+(/[^?#\\s]*)?")) {
            throw new IllegalArgumentException("kinetarch.public-address is \"" + set
                    + "\"; write the address that browsers use, such as https://chat.ferry.example");
        }
    }

    @EventListener
    void started(WebServerInitializedEvent event) {
        if (!"management".equals(event.getApplicationContext().getServerNamespace())) {
            port = event.getWebServer().getPort();
        }
    }

    /** Without a slash at its end. */
    public String base() {
        return set.isEmpty() ? "http://127.0.0.1:" + port : set;
    }

    /** Its origin, as browsers send it. */
    public String origin() {
        var address = URI.create(base());
        return address.getScheme() + "://" + address.getAuthority();
    }

    /** Origins of this installation's own pages that a request may name, though it came to another host or port: a proxy's. */
    public List<String> proxiedOrigins() {
        return set.isEmpty() ? List.of() : List.of(origin());
    }
}
