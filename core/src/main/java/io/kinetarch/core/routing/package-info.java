/** The rule table: where an arriving chat goes, and why. */
@NullMarked
package io.kinetarch.core.routing;

import org.jspecify.annotations.NullMarked;
