package io.kinetarch.server.security;

import java.lang.annotation.ElementType;
import java.lang.annotation.Retention;
import java.lang.annotation.RetentionPolicy;
import java.lang.annotation.Target;

/** The security log keeps that this call was answered: by whom, about which parts of its address, and from where. */
@Retention(RetentionPolicy.RUNTIME)
@Target(ElementType.METHOD)
public @interface Kept {
    SecurityEvent value();
}
