package io.kinetarch.server.installation;

import io.kinetarch.server.installation.About.AboutFacts;
import java.io.IOException;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.RestController;

/** What runs here, over HTTP. */
@RestController
class AboutController {
    private final About about;

    AboutController(About about) {
        this.about = about;
    }

    /** The version, the release of the time zone data, and the libraries that ship with their licences. */
    @GetMapping("/api/v1/about")
    AboutFacts about() throws IOException {
        return about.facts();
    }
}
