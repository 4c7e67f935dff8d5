package io.kinetarch.server.account;

import org.springframework.security.core.GrantedAuthority;

/** Something a role may do, and an API token may be limited to. */
public enum Permission implements GrantedAuthority {
    /** See plans, forecasts and results. */
    READ,
    /** Use the calculation calls and try chats. */
    CALCULATE,
    /** Change what the operator of one's own account may change about themselves. */
    PROFILE,
    /** Answer chats at the desk, as the operator of one's own account. */
    ANSWER,
    /** See who waits and who answers now, read along in running chats, move people between queues and take chats over. */
    WATCH,
    /** Read what is kept of finished chats. */
    RECORDS,
    /** Take what is kept of finished chats out of here. */
    EXPORT,
    /** Erase what was said in finished chats. */
    ERASE,
    /** Pause doors and open them again. */
    PAUSE,
    /** Change drafts. */
    DESIGN,
    /** Take drafts live. */
    GO_LIVE,
    /** Import chat volumes. */
    VOLUMES,
    /** Make accounts and change their roles. */
    ACCOUNTS;

    @Override
    public String getAuthority() {
        return name();
    }
}
