package io.kinetarch.core.plan;

import java.nio.charset.StandardCharsets;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;

/** Path and query of web addresses as the URL standard writes them out (WHATWG URL, "path state" and "query state"), for http and https. */
public final class WrittenAddress {
    private static final String IN_QUERIES = " \"#<>'";
    private static final String IN_PATHS = " \"#<>?^`{}";

    private WrittenAddress() {}

    /**
     * A path written out: backslashes are slashes, dot segments are resolved, repeated slashes stay.
     *
     * @param path as it was sent, from its first slash; empty for none
     * @return starts with a slash
     */
    public static String path(String path) {
        var segments = new ArrayList<String>();
        var sent = List.of(
                (path.isEmpty() ? "/" : path).replace('\\', '/').substring(1).split("/", -1));
        for (int i = 0; i < sent.size(); i++) {
            boolean last = i == sent.size() - 1;
            String dots = sent.get(i).toLowerCase(Locale.ROOT).replace("%2e", ".");
            if (dots.equals("..") && !segments.isEmpty()) {
                segments.removeLast();
            }
            if (!dots.equals(".") && !dots.equals("..")) {
                segments.add(encoded(sent.get(i), IN_PATHS));
            } else if (last) {
                segments.add("");
            }
        }
        return "/" + String.join("/", segments);
    }

    /**
     * A query written out.
     *
     * @param query as it was sent, without the question mark
     */
    public static String query(String query) {
        return encoded(query, IN_QUERIES);
    }

    private static String encoded(String text, String encoded) {
        var written = new StringBuilder(text.length());
        for (byte one : text.getBytes(StandardCharsets.UTF_8)) {
            if (one > ' ' && one < 0x7f && encoded.indexOf(one) < 0) {
                written.append((char) one);
            } else {
                written.append("%%%02X".formatted(one));
            }
        }
        return written.toString();
    }
}
