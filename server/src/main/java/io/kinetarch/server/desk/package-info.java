/** The desk: where operators answer chats. */
@NullMarked
package io.kinetarch.server.desk;

import org.jspecify.annotations.NullMarked;
