package io.kinetarch.server.document;

import io.kinetarch.server.problem.Refusal;
import io.kinetarch.server.problem.Refusal.Kind;
import jakarta.servlet.http.HttpServletRequest;
import java.io.IOException;

/** A file that is the body of its request, so that scripts can send one without a form. */
public final class SentFile {
    private SentFile() {}

    /**
     * Reads the file, never more of it than is allowed.
     *
     * @param advice what to do about a file that is too large
     */
    public static byte[] read(HttpServletRequest request, int mostMegabytes, String advice) throws IOException {
        int most = mostMegabytes * 1024 * 1024;
        byte[] bytes = request.getContentLengthLong() > most
                ? new byte[0]
                : request.getInputStream().readNBytes(most + 1);
        if (request.getContentLengthLong() > most || bytes.length > most) {
            throw new Refusal(Kind.FILE_TOO_LARGE, "The file is larger than " + mostMegabytes + " MB. " + advice);
        }
        return bytes;
    }
}
