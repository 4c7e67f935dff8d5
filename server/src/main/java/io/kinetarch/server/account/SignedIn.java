package io.kinetarch.server.account;

import java.io.Serializable;
import org.springframework.security.core.AuthenticatedPrincipal;

/** Who sends a request. Kept in the session, so it is serializable. */
public record SignedIn(long accountId, String name, String displayName, Role role)
        implements Serializable, AuthenticatedPrincipal {
    /** By this name the stored sessions of an account are found. */
    @Override
    public String getName() {
        return name;
    }
}
