package io.kinetarch.core.bot;

import io.kinetarch.core.plan.HelpPage;

/**
 * A stretch of a help page that stands under one heading, short enough to be said.
 *
 * @param heading the last one before it; the page's title where it has none
 * @param text without marks
 */
public record Passage(HelpPage page, String heading, String text) {}
