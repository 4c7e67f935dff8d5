/** What a bot understands of what visitors write, how sure it is of that, and what it says to it. */
@NullMarked
package io.kinetarch.core.bot;

import org.jspecify.annotations.NullMarked;
