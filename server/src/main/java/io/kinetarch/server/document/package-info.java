/** JSON in and out: strict reading, and the core's values as documents. */
@NullMarked
package io.kinetarch.server.document;

import org.jspecify.annotations.NullMarked;
