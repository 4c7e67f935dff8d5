package io.kinetarch.server.installation;

import java.nio.charset.StandardCharsets;
import java.security.InvalidKeyException;
import java.security.MessageDigest;
import java.security.NoSuchAlgorithmException;
import java.util.HexFormat;
import javax.crypto.Mac;
import javax.crypto.spec.SecretKeySpec;

/**
 * How calls to services outside are signed: HMAC-SHA-256 (RFC 2104) of the instant in seconds, a full stop and the body, in hexadecimal
 * digits. {@code printf '%s.%s' "$instant" "$body" | openssl dgst -sha256 -hmac "$key"} says the same.
 */
public final class Signature {
    public static final String HEADER = "Kinetarch-Signature";
    public static final String INSTANT_HEADER = "Kinetarch-Instant";

    private static final String ALGORITHM = "HmacSHA256";

    private Signature() {}

    /**
     * The signature of a body.
     *
     * @param instant seconds since 1970
     */
    public static String of(String key, long instant, String body) {
        try {
            var mac = Mac.getInstance(ALGORITHM);
            mac.init(new SecretKeySpec(key.getBytes(StandardCharsets.UTF_8), ALGORITHM));
            return HexFormat.of().formatHex(mac.doFinal((instant + "." + body).getBytes(StandardCharsets.UTF_8)));
        } catch (NoSuchAlgorithmException | InvalidKeyException e) {
            throw new IllegalStateException(e); // every Java has it, and takes any key that is not empty
        }
    }

    /** Whether a body was signed with a key; takes equally long however wrong it is. */
    public static boolean isOf(String key, long instant, String body, String signature) {
        return MessageDigest.isEqual(
                of(key, instant, body).getBytes(StandardCharsets.US_ASCII),
                signature.getBytes(StandardCharsets.US_ASCII));
    }
}
