/** Plans: the draft and its edits, revisions, going live. */
@NullMarked
package io.kinetarch.server.plan;

import org.jspecify.annotations.NullMarked;
