/** People: their table, their pictures, their own profiles, and files of them. */
@NullMarked
package io.kinetarch.server.people;

import org.jspecify.annotations.NullMarked;
