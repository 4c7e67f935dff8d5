/** Rehearsals over HTTP. */
@NullMarked
package io.kinetarch.server.rehearsal;

import org.jspecify.annotations.NullMarked;
