/** Files of people. */
@NullMarked
package io.kinetarch.formats.people;

import org.jspecify.annotations.NullMarked;
