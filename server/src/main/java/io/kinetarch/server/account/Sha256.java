package io.kinetarch.server.account;

import java.nio.charset.StandardCharsets;
import java.security.MessageDigest;
import java.security.NoSuchAlgorithmException;

/** SHA-256 digests. */
public final class Sha256 {
    private Sha256() {}

    /** Of a text in UTF-8. */
    public static byte[] of(String text) {
        return of(text.getBytes(StandardCharsets.UTF_8));
    }

    public static byte[] of(byte[] bytes) {
        try {
            return MessageDigest.getInstance("SHA-256").digest(bytes);
        } catch (NoSuchAlgorithmException e) {
            throw new IllegalStateException("every Java platform has SHA-256", e);
        }
    }
}
