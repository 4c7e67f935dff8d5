/** Long work: rows that any instance takes, with progress and cancelling. */
@NullMarked
package io.kinetarch.server.job;

import org.jspecify.annotations.NullMarked;
