/** What the rules of a plan do with the chats there can be. */
@NullMarked
package io.kinetarch.server.routing;

import org.jspecify.annotations.NullMarked;
