/** Opening hours over HTTP. */
@NullMarked
package io.kinetarch.server.hours;

import org.jspecify.annotations.NullMarked;
