/** Delimited text files: their encoding, their separator, and what cannot be used of them. */
@NullMarked
package io.kinetarch.core.csv;

import org.jspecify.annotations.NullMarked;
