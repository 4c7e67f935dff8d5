/** From past chats to the chats to come. */
@NullMarked
package io.kinetarch.core.forecast;

import org.jspecify.annotations.NullMarked;
