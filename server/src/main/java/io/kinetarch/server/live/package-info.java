/**
 * Live chats: the log of a plan's calls, and the one instance that runs the dispatcher from it. Any instance appends; what came of a
 * call is stored before anybody sees it.
 */
@NullMarked
package io.kinetarch.server.live;

import org.jspecify.annotations.NullMarked;
