/** The plan: immutable records, and what makes one well-formed. */
@NullMarked
package io.kinetarch.core.plan;

import org.jspecify.annotations.NullMarked;
