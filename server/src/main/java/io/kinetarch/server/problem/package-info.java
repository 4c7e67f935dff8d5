/** Refusals as RFC 9457 problem details. */
@NullMarked
package io.kinetarch.server.problem;

import org.jspecify.annotations.NullMarked;
