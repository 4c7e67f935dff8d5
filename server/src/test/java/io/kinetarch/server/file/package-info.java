/** Files in chats. */
@NullMarked
package io.kinetarch.server.file;

import org.jspecify.annotations.NullMarked;
