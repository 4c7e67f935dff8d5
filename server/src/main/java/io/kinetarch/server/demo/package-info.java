/** The demo: an invented ferry line with two years of chats. */
@NullMarked
package io.kinetarch.server.demo;

import org.jspecify.annotations.NullMarked;
