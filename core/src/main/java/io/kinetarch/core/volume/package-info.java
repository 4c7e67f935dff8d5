/** Interval series of chats: reading them from files, and the calendar around them. */
@NullMarked
package io.kinetarch.core.volume;

import org.jspecify.annotations.NullMarked;
