package io.kinetarch.core.hours;

import java.time.Instant;
import java.util.Optional;

/**
 * Open or closed at an instant.
 *
 * @param because the window that makes it so, in plain words
 * @param nextChange when it will be otherwise; none if never
 */
public record OpenState(boolean open, String because, Optional<Instant> nextChange) {}
