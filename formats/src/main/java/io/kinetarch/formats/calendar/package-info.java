/** Calendar files (RFC 5545). */
@NullMarked
package io.kinetarch.formats.calendar;

import org.jspecify.annotations.NullMarked;
