/** Records: what is kept of finished chats. */
@NullMarked
package io.kinetarch.server.record;

import org.jspecify.annotations.NullMarked;
