package io.kinetarch.server.file;

import io.kinetarch.server.file.FileMapper.StoredFile;
import io.kinetarch.server.problem.Refusal;
import io.kinetarch.server.problem.Refusal.Kind;
import io.swagger.v3.oas.annotations.Parameter;
import io.swagger.v3.oas.annotations.enums.ParameterIn;
import io.swagger.v3.oas.annotations.media.Schema;
import java.nio.charset.StandardCharsets;
import java.time.Duration;
import java.util.UUID;
import org.springframework.http.CacheControl;
import org.springframework.http.ContentDisposition;
import org.springframework.http.HttpHeaders;
import org.springframework.http.MediaType;
import org.springframework.http.ResponseEntity;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RestController;

/**
 * Hands out files of chats to whoever was told their address. They are saved, never opened in a page of ours; and if they were, nothing
 * in them would run.
 */
@RestController
@RequestMapping("/visit/files/{id}")
class FileController {
    private final ChatFiles files;

    FileController(ChatFiles files) {
        this.files = files;
    }

    /** A picture made small, for a page that shows it beside a message. */
    @GetMapping("/preview")
    ResponseEntity<byte[]> preview(@PathVariable UUID id) {
        byte[] preview = files.find(id).preview();
        if (preview == null) {
            throw new Refusal(Kind.NOT_FOUND, "The file is no picture.");
        }
        return answer().contentType(MediaType.IMAGE_JPEG).body(preview);
    }

    /** A file; its name in the address is only for those who read it. */
    @Parameter(name = "name", in = ParameterIn.PATH, required = true, schema = @Schema(type = "string"))
    @GetMapping("/{name}")
    ResponseEntity<byte[]> file(@PathVariable UUID id) {
        StoredFile file = files.find(id);
        return answer().contentType(MediaType.APPLICATION_OCTET_STREAM)
                .header(
                        HttpHeaders.CONTENT_DISPOSITION,
                        ContentDisposition.attachment()
                                .filename(file.name(), StandardCharsets.UTF_8)
                                .build()
                                .toString())
                .body(file.bytes());
    }

    private static ResponseEntity.BodyBuilder answer() {
        return ResponseEntity.ok()
                .cacheControl(CacheControl.maxAge(Duration.ofHours(1)).cachePrivate())
                .header("Content-Security-Policy", "default-src 'none'; sandbox")
                .header("X-Content-Type-Options", "nosniff")
                .header("Cross-Origin-Resource-Policy", "cross-origin");
    }
}
