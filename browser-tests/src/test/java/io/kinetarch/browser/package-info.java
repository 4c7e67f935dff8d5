/** Journeys through the packaged application in a real browser. */
@NullMarked
package io.kinetarch.browser;

import org.jspecify.annotations.NullMarked;
