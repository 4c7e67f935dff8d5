/** Opening hours: open or closed at an instant, why, and until when. */
@NullMarked
package io.kinetarch.core.hours;

import org.jspecify.annotations.NullMarked;
