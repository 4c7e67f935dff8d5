/** The chats of the coming week, from stored volumes. */
@NullMarked
package io.kinetarch.server.forecast;

import org.jspecify.annotations.NullMarked;
