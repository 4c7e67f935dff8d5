package io.kinetarch.server.security;

/** What the security log keeps. */
public enum SecurityEvent {
    SIGNED_IN,
    SIGN_IN_FAILED,
    SIGNED_OUT,
    /** Showed again, within a session, that it is them. */
    CONFIRMED,
    SESSION_ENDED,
    ACCOUNT_MADE,
    ACCOUNT_CHANGED,
    ACCOUNT_CLOSED_OR_OPENED,
    ACCOUNT_DELETED,
    PASSWORD_CHANGED,
    PASSWORD_SET,
    PASSWORD_LINK_MADE,
    PASSWORD_LINK_TAKEN,
    SECOND_FACTOR_ON,
    SECOND_FACTOR_OFF,
    SECOND_FACTOR_ASKED_FOR,
    TOKEN_MADE,
    TOKEN_REVOKED,
    WENT_LIVE,
    PLAN_REMOVED,
    EXPORTED,
    IMPORTED,
    READ,
    ERASED
}
