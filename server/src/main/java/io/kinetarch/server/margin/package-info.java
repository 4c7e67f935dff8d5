/** What colleagues put beside chats and no visitor sees: labels, and notes for each other. */
@NullMarked
package io.kinetarch.server.margin;

import org.jspecify.annotations.NullMarked;
