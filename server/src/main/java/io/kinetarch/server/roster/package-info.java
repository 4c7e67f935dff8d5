/** Rosters over HTTP: rules, search, hand changes and files. */
@NullMarked
package io.kinetarch.server.roster;

import org.jspecify.annotations.NullMarked;
