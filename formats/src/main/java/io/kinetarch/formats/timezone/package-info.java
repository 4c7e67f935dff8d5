/** Rules of time zones, as operating systems ship them compiled (RFC 9636). */
@NullMarked
package io.kinetarch.formats.timezone;

import org.jspecify.annotations.NullMarked;
