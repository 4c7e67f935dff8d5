/** Required against present over HTTP. */
@NullMarked
package io.kinetarch.server.staffing;

import org.jspecify.annotations.NullMarked;
