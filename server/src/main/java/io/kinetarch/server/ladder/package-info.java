/** What happens to chats as they wait. */
@NullMarked
package io.kinetarch.server.ladder;

import org.jspecify.annotations.NullMarked;
