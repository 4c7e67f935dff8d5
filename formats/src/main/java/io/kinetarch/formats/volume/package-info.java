/** Files of chat volumes. */
@NullMarked
package io.kinetarch.formats.volume;

import org.jspecify.annotations.NullMarked;
