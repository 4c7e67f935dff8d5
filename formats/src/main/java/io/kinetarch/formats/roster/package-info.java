/** Files of rosters. */
@NullMarked
package io.kinetarch.formats.roster;

import org.jspecify.annotations.NullMarked;
