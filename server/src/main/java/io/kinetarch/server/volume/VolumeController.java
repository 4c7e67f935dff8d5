package io.kinetarch.server.volume;

import io.kinetarch.server.account.SignedIn;
import io.kinetarch.server.document.SentFile;
import io.kinetarch.server.volume.Volumes.Accepted;
import io.kinetarch.server.volume.Volumes.Preview;
import io.kinetarch.server.volume.Volumes.Stored;
import jakarta.servlet.http.HttpServletRequest;
import java.io.IOException;
import java.time.ZoneId;
import org.springframework.http.HttpStatus;
import org.springframework.security.core.annotation.AuthenticationPrincipal;
import org.springframework.web.bind.annotation.DeleteMapping;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.ResponseStatus;
import org.springframework.web.bind.annotation.RestController;

/** Chat volumes over HTTP. */
@RestController
@RequestMapping("/api/v1/plans/{plan}/volumes")
class VolumeController {
    private static final int MOST_MEGABYTES = 50;

    private final Volumes volumes;

    VolumeController(Volumes volumes) {
        this.volumes = volumes;
    }

    @GetMapping
    Stored stored(@PathVariable String plan) {
        return volumes.stored(plan);
    }

    @PostMapping("/imports")
    @ResponseStatus(HttpStatus.CREATED)
    Preview read(
            @PathVariable String plan,
            @RequestParam ZoneId timeZone,
            @RequestParam(defaultValue = "volumes.csv") String fileName,
            @AuthenticationPrincipal SignedIn by,
            HttpServletRequest request)
            throws IOException {
        return volumes.read(
                plan,
                fileName,
                SentFile.read(request, MOST_MEGABYTES, "Split it, for example by year, and send the parts."),
                timeZone,
                by);
    }

    @PostMapping("/imports/{id}/acceptance")
    Accepted accept(@PathVariable String plan, @PathVariable long id) {
        return volumes.accept(plan, id);
    }

    @DeleteMapping("/imports/{id}")
    @ResponseStatus(HttpStatus.NO_CONTENT)
    void discard(@PathVariable String plan, @PathVariable long id) {
        volumes.discard(plan, id);
    }
}
