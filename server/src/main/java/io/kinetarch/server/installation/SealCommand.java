package io.kinetarch.server.installation;

import java.io.BufferedReader;
import java.io.IOException;
import java.io.InputStreamReader;
import java.io.PrintStream;
import java.nio.charset.StandardCharsets;
import org.springframework.core.env.StandardEnvironment;

/** Seals a secret for the settings, without a server: reads it from the standard input, so that no list of processes shows it. */
public final class SealCommand {
    private static final int SEALED = 0;
    private static final int NOT_SEALED = 2;

    private final PrintStream out;

    public SealCommand(PrintStream out) {
        this.out = out;
    }

    /** Seals the first line that comes in; 0 where it did. */
    public int run() throws IOException {
        var seal = SealedSettings.seal(new StandardEnvironment());
        if (seal.isEmpty()) {
            out.println(
                    "Set KINETARCH_SEAL_KEY, or KINETARCH_SEAL_KEY_FILE, as the server has it. A new key: openssl rand -hex 32");
            return NOT_SEALED;
        }
        var in = new BufferedReader(new InputStreamReader(System.in, StandardCharsets.UTF_8));
        String secret = in.readLine();
        if (secret == null || secret.isEmpty()) {
            out.println("usage: ./kinetarch seal < secret.txt");
            return NOT_SEALED;
        }
        out.println(seal.get().close(secret));
        return SEALED;
    }
}
