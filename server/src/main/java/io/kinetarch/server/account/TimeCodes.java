package io.kinetarch.server.account;

import com.eatthepath.otp.TimeBasedOneTimePasswordGenerator;
import java.security.InvalidKeyException;
import java.time.Instant;
import java.util.OptionalLong;
import java.util.stream.LongStream;
import javax.crypto.spec.SecretKeySpec;

/** Codes of six digits by the time (RFC 6238 with SHA-1 and steps of 30 s, as authenticator apps do). */
final class TimeCodes {
    /** Clocks differ, and typing takes time: one step before and one after count too (RFC 6238, 5.2). */
    private static final int STEPS_BESIDE = 1;

    private static final TimeBasedOneTimePasswordGenerator CODES = new TimeBasedOneTimePasswordGenerator();

    private TimeCodes() {}

    /** The code of a secret at an instant. */
    static String at(byte[] secret, Instant instant) {
        try {
            return CODES.generateOneTimePasswordString(new SecretKeySpec(secret, CODES.getAlgorithm()), instant);
        } catch (InvalidKeyException e) {
            throw new IllegalArgumentException("this secret makes no codes", e);
        }
    }

    /** The time step, around an instant, that a code is of; none where it is of no such step. */
    static OptionalLong step(byte[] secret, String code, Instant instant) {
        long seconds = CODES.getTimeStep().toSeconds();
        long step = Math.floorDiv(instant.getEpochSecond(), seconds);
        return LongStream.rangeClosed(step - STEPS_BESIDE, step + STEPS_BESIDE)
                .filter(one -> at(secret, Instant.ofEpochSecond(one * seconds)).equals(code))
                .findFirst();
    }
}
