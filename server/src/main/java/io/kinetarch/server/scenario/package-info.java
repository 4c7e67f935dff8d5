/** Questions to a plan: weeks that come otherwise, side by side, and numbers turned from one end to the other. */
@NullMarked
package io.kinetarch.server.scenario;

import org.jspecify.annotations.NullMarked;
