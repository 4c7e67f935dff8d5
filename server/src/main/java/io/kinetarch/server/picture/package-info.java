/** Pictures of operators: made small and plain on arrival, kept by their digest. */
@NullMarked
package io.kinetarch.server.picture;

import org.jspecify.annotations.NullMarked;
