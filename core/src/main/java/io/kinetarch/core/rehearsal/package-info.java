/** Trying a plan by a script: what visitors and operators do, and what must come of it. */
@NullMarked
package io.kinetarch.core.rehearsal;

import org.jspecify.annotations.NullMarked;
