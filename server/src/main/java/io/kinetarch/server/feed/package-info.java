/** Tells open browsers that a plan has changed, whichever instance it was changed on. */
@NullMarked
package io.kinetarch.server.feed;

import org.jspecify.annotations.NullMarked;
