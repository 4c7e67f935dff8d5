package io.kinetarch.server.document;

import jakarta.servlet.http.HttpServletResponse;
import java.io.IOException;
import java.io.OutputStream;
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
}
