/** Whole plans as documents, in and out. */
@NullMarked
package io.kinetarch.server.exchange;

import org.jspecify.annotations.NullMarked;
