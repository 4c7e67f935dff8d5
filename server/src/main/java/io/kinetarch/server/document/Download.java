package io.kinetarch.server.document;

import jakarta.servlet.http.HttpServletResponse;
import java.io.IOException;
import java.io.OutputStream;
import java.nio.file.Files;
import java.nio.file.Path;
import org.springframework.http.ContentDisposition;
import org.springframework.http.HttpHeaders;
import org.springframework.http.MediaType;

/** A file that is answered as it is written, however long it is. */
public final class Download {
    private Download() {}

    /** Starts to answer with a file. */
    public static OutputStream start(HttpServletResponse response, String fileName, MediaType type) throws IOException {
        response.setContentType(type.toString());
        response.setHeader(
                HttpHeaders.CONTENT_DISPOSITION,
                ContentDisposition.attachment().filename(fileName).build().toString());
        return response.getOutputStream();
    }

    /** What writes a file. */
    @FunctionalInterface
    public interface Content {
        void writeTo(OutputStream out) throws IOException;
    }

    /** Answers with a file that is written whole before any of it is sent: a slow reader holds nothing but the file. */
    public static void prepared(HttpServletResponse response, String fileName, MediaType type, Content content)
            throws IOException {
        Path file = Files.createTempFile("kinetarch-", ".download");
        try {
            try (var out = Files.newOutputStream(file)) {
                content.writeTo(out);
            }
            response.setContentLengthLong(Files.size(file));
            Files.copy(file, start(response, fileName, type));
        } finally {
            Files.deleteIfExists(file);
        }
    }
}
