package io.kinetarch.core.bot;

/** A sentence, and what it is about. */
public record Phrase(String topic, String text) {}
