/** The visitor's side of live chats over HTTP: whatever comes here is hostile until it was checked. */
@NullMarked
package io.kinetarch.server.visit;

import org.jspecify.annotations.NullMarked;
