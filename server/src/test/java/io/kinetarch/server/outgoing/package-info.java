/** What goes out to others. */
@NullMarked
package io.kinetarch.server.outgoing;

import org.jspecify.annotations.NullMarked;
