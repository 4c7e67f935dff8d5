/** Replies that operators keep ready. */
@NullMarked
package io.kinetarch.server.canned;

import org.jspecify.annotations.NullMarked;
