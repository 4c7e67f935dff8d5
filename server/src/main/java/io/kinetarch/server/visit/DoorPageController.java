package io.kinetarch.server.visit;

import io.kinetarch.core.plan.AllowedSite;
import io.kinetarch.server.shell.PublicAddress;
import java.util.stream.Collectors;
import java.util.stream.Stream;
import org.springframework.http.MediaType;
import org.springframework.http.ResponseEntity;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.RestController;
import org.springframework.web.util.HtmlUtils;

/** The plain link to a door: a page with nothing else on it. */
@RestController
class DoorPageController {
    private final LivePlans plans;
    private final PublicAddress address;

    DoorPageController(LivePlans plans, PublicAddress address) {
        this.plans = plans;
        this.address = address;
    }

    /** The page of a door; sites that may show the door may show it in a frame. */
    @GetMapping("/door/{plan}/{door}/{language}")
    ResponseEntity<String> page(@PathVariable String plan, @PathVariable String door, @PathVariable String language) {
        var found = plans.door(plan, door);
        String frames = Stream.concat(
                        Stream.of("'self'"), found.sites().stream().map(AllowedSite::value))
                .collect(Collectors.joining(" "));
        return ResponseEntity.ok()
                .contentType(MediaType.TEXT_HTML)
                .header(
                        "Content-Security-Policy",
                        "default-src 'self'; connect-src 'self' "
                                + address.base().replaceFirst("^http", "ws")
                                + "; img-src 'self'; style-src 'self'; base-uri 'none'; form-action 'none'; frame-ancestors "
                                + frames)
                .header("X-Content-Type-Options", "nosniff")
                .body("<!doctype html><html lang=\"" + HtmlUtils.htmlEscape(language)
                        + "\"><head><meta charset=\"utf-8\"><meta name=\"viewport\" content=\"width=device-width,"
                        + " initial-scale=1\"><link rel=\"icon\" href=\"/icon.svg\"><title>"
                        + HtmlUtils.htmlEscape(found.name())
                        + "</title></head><body><script src=\"/widget/door.js\" data-door=\""
                        + HtmlUtils.htmlEscape(plan + "/" + door) + "\" data-language=\""
                        + HtmlUtils.htmlEscape(language) + "\" data-alone></script></body></html>");
    }
}
