/** What colleagues put beside chats. */
@NullMarked
package io.kinetarch.server.margin;

import org.jspecify.annotations.NullMarked;
