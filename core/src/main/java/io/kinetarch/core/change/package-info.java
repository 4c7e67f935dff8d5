/** What differs between two plans, and how that is said. */
@NullMarked
package io.kinetarch.core.change;

import org.jspecify.annotations.NullMarked;
