/** Now: the live plan as it stands this minute, for those who watch over it. */
@NullMarked
package io.kinetarch.server.now;

import org.jspecify.annotations.NullMarked;
