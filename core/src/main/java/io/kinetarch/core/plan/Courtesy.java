package io.kinetarch.core.plan;

/** What visitors say that is about nothing, and a bot answers kindly. */
public enum Courtesy {
    GREETING,
    THANKS,
    WHO_ARE_YOU,
    GOODBYE
}
