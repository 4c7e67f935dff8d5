/** Shifts of people that cover what staffing requires. */
@NullMarked
package io.kinetarch.core.roster;

import org.jspecify.annotations.NullMarked;
