/** Front doors: what a visitor reads there, whether it is open, and whether its colours can be read. */
@NullMarked
package io.kinetarch.core.door;

import org.jspecify.annotations.NullMarked;
