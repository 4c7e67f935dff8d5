package io.kinetarch.formats.table;

import java.nio.ByteBuffer;
import java.nio.CharBuffer;
import java.nio.charset.CoderResult;
import java.nio.charset.CodingErrorAction;
import java.nio.charset.StandardCharsets;

/** Takes UTF-8, with or without a byte order mark, and refuses everything else by name. */
final class TextEncoding {
    private static final int WINDOW = 1 << 14;

    private TextEncoding() {}

    static String decode(byte[] bytes) {
        if (bytes.length == 0) {
            throw new FileRefusal(1, "the file is empty (0 bytes)");
        }
        if (bytes.length >= 2 && (startsWith(bytes, 0xFE, 0xFF) || startsWith(bytes, 0xFF, 0xFE))) {
            throw new FileRefusal(1, "the file is in UTF-16; save it as UTF-8 (\"CSV UTF-8\" in most programs)");
        }
        int from = bytes.length >= 3 && startsWith(bytes, 0xEF, 0xBB) && (bytes[2] & 0xFF) == 0xBF ? 3 : 0;
        checkUtf8(ByteBuffer.wrap(bytes).position(from), bytes);
        String text = new String(bytes, from, bytes.length - from, StandardCharsets.UTF_8);
        if (text.indexOf('\0') >= 0) {
            throw new FileRefusal(1, "the file holds NUL characters, so it is no text file; export it as CSV");
        }
        return text;
    }

    /** Looks for the first byte that is none of UTF-8, through a window, so that a large file is not unpacked for it. */
    private static void checkUtf8(ByteBuffer in, byte[] bytes) {
        var window = CharBuffer.allocate(WINDOW);
        var decoder = StandardCharsets.UTF_8
                .newDecoder()
                .onMalformedInput(CodingErrorAction.REPORT)
                .onUnmappableCharacter(CodingErrorAction.REPORT);
        CoderResult result;
        do {
            result = decoder.decode(in, window.clear(), true);
        } while (result.isOverflow());
        if (result.isError()) {
            throw new FileRefusal(
                    lineOf(bytes, in.position()),
                    "byte " + (in.position() + 1) + " (0x" + Integer.toHexString(bytes[in.position()] & 0xFF)
                            + ") is not UTF-8; save the file as UTF-8, it is probably in a Windows or Latin encoding");
        }
    }

    private static boolean startsWith(byte[] bytes, int first, int second) {
        return (bytes[0] & 0xFF) == first && (bytes[1] & 0xFF) == second;
    }

    private static long lineOf(byte[] bytes, int position) {
        long line = 1;
        for (int i = 0; i < position; i++) {
            if (bytes[i] == '\n') {
                line++;
            }
        }
        return line;
    }
}
