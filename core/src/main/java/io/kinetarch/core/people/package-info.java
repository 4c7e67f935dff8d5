/** People as a table: who is eligible for what. */
@NullMarked
package io.kinetarch.core.people;

import org.jspecify.annotations.NullMarked;
