/** Replies that are kept ready, as files. */
@NullMarked
package io.kinetarch.formats.canned;

import org.jspecify.annotations.NullMarked;
