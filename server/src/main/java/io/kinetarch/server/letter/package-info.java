/** Visitors who left: what they left behind, and the mails that answer it. */
@NullMarked
package io.kinetarch.server.letter;

import org.jspecify.annotations.NullMarked;
