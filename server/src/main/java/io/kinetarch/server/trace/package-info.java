/** What dispatchers do, and why, in words. */
@NullMarked
package io.kinetarch.server.trace;

import org.jspecify.annotations.NullMarked;
