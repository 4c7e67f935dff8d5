/** Interval series of chats, and which half-hours of them are known. */
@NullMarked
package io.kinetarch.core.volume;

import org.jspecify.annotations.NullMarked;
