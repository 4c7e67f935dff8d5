package io.kinetarch.server.account;

import java.lang.annotation.ElementType;
import java.lang.annotation.Retention;
import java.lang.annotation.RetentionPolicy;
import java.lang.annotation.Target;

/** Whoever calls this must have shown lately that it is them: a session that was left open is not enough. */
@Retention(RetentionPolicy.RUNTIME)
@Target(ElementType.METHOD)
@interface Fresh {}
