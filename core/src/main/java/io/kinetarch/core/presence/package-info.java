/** When operators are present. */
@NullMarked
package io.kinetarch.core.presence;

import org.jspecify.annotations.NullMarked;
