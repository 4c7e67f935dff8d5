/** Connections that stay open: STOMP over WebSockets, by which visitors and desks hear what comes. Nothing is sent through them. */
@NullMarked
package io.kinetarch.server.wire;

import org.jspecify.annotations.NullMarked;
