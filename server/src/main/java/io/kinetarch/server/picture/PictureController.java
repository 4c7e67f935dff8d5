package io.kinetarch.server.picture;

import io.kinetarch.server.document.SentFile;
import jakarta.servlet.http.HttpServletRequest;
import java.io.IOException;
import java.time.Duration;
import org.springframework.http.CacheControl;
import org.springframework.http.HttpStatus;
import org.springframework.http.MediaType;
import org.springframework.http.ResponseEntity;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.ResponseStatus;
import org.springframework.web.bind.annotation.RestController;

/** Pictures over HTTP. */
@RestController
@RequestMapping("/api/v1/pictures")
class PictureController {
    private static final int MOST_MEGABYTES = 1;

    private final Pictures pictures;

    PictureController(Pictures pictures) {
        this.pictures = pictures;
    }

    /** A stored picture by its name. */
    record PictureName(String picture) {}

    /** Keeps a picture (JPEG, PNG, GIF or BMP of at most 1 MB), made small, and square where no shape is asked for. */
    @PostMapping
    @ResponseStatus(HttpStatus.CREATED)
    PictureName keep(@RequestParam(defaultValue = "PORTRAIT") PictureShape shape, HttpServletRequest request)
            throws IOException {
        return new PictureName(pictures.keep(
                SentFile.read(request, MOST_MEGABYTES, "Make it smaller; 800 × 800 pixels are plenty."), shape));
    }

    /** A picture by its name. */
    @GetMapping(path = "/{name}", produces = MediaType.IMAGE_JPEG_VALUE)
    ResponseEntity<byte[]> picture(@PathVariable String name) {
        return ResponseEntity.ok()
                .cacheControl(
                        CacheControl.maxAge(Duration.ofDays(365)).cachePrivate().immutable())
                .body(pictures.jpeg(name));
    }
}
