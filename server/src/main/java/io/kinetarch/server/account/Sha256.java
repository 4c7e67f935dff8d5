package io.kinetarch.server.account;

import java.security.MessageDigest;
import java.security.NoSuchAlgorithmException;

/** SHA-256 digests. */
public final class Sha256 {
    private Sha256() {}

    public static byte[] of(byte[] bytes) {
        try {
            return MessageDigest.getInstance("SHA-256").digest(bytes);
        } catch (NoSuchAlgorithmException e) {
            throw new IllegalStateException("every Java platform has SHA-256", e);
        }
    }
}
