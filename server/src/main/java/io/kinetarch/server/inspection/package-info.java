/** Trying a chat over HTTP. */
@NullMarked
package io.kinetarch.server.inspection;

import org.jspecify.annotations.NullMarked;
