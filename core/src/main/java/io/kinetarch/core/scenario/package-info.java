/** Questions to a design: what if a week came otherwise, and which number serves best. */
@NullMarked
package io.kinetarch.core.scenario;

import org.jspecify.annotations.NullMarked;
