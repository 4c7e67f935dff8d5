/** Files that visitors and operators send each other: what they may be, where they are kept, and how they are handed out. */
@NullMarked
package io.kinetarch.server.file;

import org.jspecify.annotations.NullMarked;
