/** The routes that chats take at a moment. */
@NullMarked
package io.kinetarch.server.passage;

import org.jspecify.annotations.NullMarked;
