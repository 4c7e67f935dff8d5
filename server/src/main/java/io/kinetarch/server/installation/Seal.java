package io.kinetarch.server.installation;

import java.nio.charset.StandardCharsets;
import java.util.Base64;
import org.springframework.security.crypto.encrypt.AesGcmBytesEncryptor;

/**
 * Keeps passwords and keys from being read where settings are kept: AES-256 with GCM by a key that stands elsewhere, as the framework
 * encrypts. What is sealed begins with {@value #PREFIX}.
 */
final class Seal {
    static final String PREFIX = "sealed:";

    /** The key is meant to be long and random, so the salt needs not be another for each secret; each has a vector of its own. */
    private static final String SALT = "6b696e6574617263";

    private static final int SHORTEST_KEY = 20;

    private final String key;

    /**
     * Seals by a key.
     *
     * @throws IllegalArgumentException if it is too short
     */
    Seal(String key) {
        if (key.length() < SHORTEST_KEY) {
            throw new IllegalArgumentException("the key that settings are sealed with has " + key.length()
                    + " characters; at least " + SHORTEST_KEY + " are needed, such as those of: openssl rand -hex 32");
        }
        this.key = key;
    }

    String close(String secret) {
        byte[] sealed =
                AesGcmBytesEncryptor.withPassword(key, SALT).build().encrypt(secret.getBytes(StandardCharsets.UTF_8));
        return PREFIX + Base64.getEncoder().encodeToString(sealed);
    }

    /**
     * What was sealed.
     *
     * @throws IllegalStateException if it was sealed with another key, or is damaged
     * @throws IllegalArgumentException if it is nothing that was sealed
     */
    String open(String sealed) {
        byte[] bytes = Base64.getDecoder().decode(sealed.substring(PREFIX.length()));
        return new String(AesGcmBytesEncryptor.withPassword(key, SALT).build().decrypt(bytes), StandardCharsets.UTF_8);
    }
}
