package io.kinetarch.server.account;

import io.kinetarch.server.account.AccountMapper.Account;
import io.kinetarch.server.problem.Refusal;
import io.kinetarch.server.problem.Refusal.Kind;
import java.net.URLEncoder;
import java.nio.charset.StandardCharsets;
import java.security.SecureRandom;
import java.time.Clock;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import org.apache.commons.codec.binary.Base32;
import org.springframework.beans.factory.annotation.Qualifier;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/** The second thing, besides the password, that an account is opened with: codes of a device, or recovery codes, each once. */
@Service
class SecondFactors {
    private static final int SECRET_BYTES = 20; // RFC 4226, section 4: 160 bits
    private static final int RECOVERIES = 8;
    private static final int RECOVERY_BYTES = 10;
    private static final Base32 BASE32 = Base32.builder().get();

    private final SecondFactorMapper factors;
    private final Clock clock;
    private final SecureRandom random = new SecureRandom();

    /** @param clock the machine's, which agrees with those of devices */
    SecondFactors(SecondFactorMapper factors, @Qualifier("machineClock") Clock clock) {
        this.factors = factors;
        this.clock = clock;
    }

    /**
     * What a device is told.
     *
     * @param secret in base 32, to be typed
     * @param uri the same with whose and what for, to be shown as a picture
     */
    record DeviceOffer(String secret, String uri) {}

    /** A new secret, which counts once a code of it was shown. */
    byte[] newSecret() {
        byte[] secret = new byte[SECRET_BYTES];
        random.nextBytes(secret);
        return secret;
    }

    /** What a device is told of a secret. */
    static DeviceOffer offer(SignedIn owner, byte[] secret) {
        String typed = BASE32.encodeAsString(secret).replace("=", "");
        String label = URLEncoder.encode(owner.name(), StandardCharsets.UTF_8);
        return new DeviceOffer(typed, "otpauth://totp/Kinetarch:" + label + "?secret=" + typed + "&issuer=Kinetarch");
    }

    /** Begins to ask an account for codes of a secret, and gives it recovery codes, told this once. */
    @Transactional
    public List<String> begin(SignedIn owner, byte[] secret, String code) {
        long step = TimeCodes.step(secret, plain(code), clock.instant())
                .orElseThrow(() -> new Refusal(
                        Kind.INVALID_DOCUMENT,
                        "/code",
                        "This is not the code that the device shows now. Type the newest one; if it is never right, the device's"
                                + " clock is off."));
        factors.set(owner.accountId(), secret, step);
        factors.removeRecoveries(owner.name());
        var codes = new ArrayList<String>();
        for (int i = 0; i < RECOVERIES; i++) {
            byte[] recovery = new byte[RECOVERY_BYTES];
            random.nextBytes(recovery);
            String typed = BASE32.encodeAsString(recovery).toLowerCase(Locale.ROOT);
            factors.insertRecovery(owner.accountId(), digest(typed));
            codes.add(typed.replaceAll("(.{4})(?!$)", "$1-"));
        }
        return codes;
    }

    int recoveriesLeft(SignedIn owner) {
        return factors.recoveriesLeft(owner.accountId());
    }

    /** Ends it for an account; whether it had one. */
    @Transactional
    public boolean end(String name) {
        factors.removeRecoveries(name);
        return factors.remove(name) > 0;
    }

    /** Whether a code opens an account that has a second factor; no code does twice. */
    boolean opens(Account account, byte[] secret, String code) {
        String plain = plain(code);
        var step = TimeCodes.step(secret, plain, clock.instant());
        return step.isPresent()
                ? factors.takeStep(account.id(), step.getAsLong()) > 0
                : factors.takeRecovery(account.id(), digest(plain)) > 0;
    }

    /** As it is typed, with gaps and capitals. */
    private static String plain(String code) {
        return code.replaceAll("[\\s-]", "").toLowerCase(Locale.ROOT);
    }

    /** A recovery code is 80 random bits, so a plain hash is enough. */
    private static byte[] digest(String recovery) {
        return Sha256.of(recovery);
    }
}
