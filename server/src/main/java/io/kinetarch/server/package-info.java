/** The application. */
@NullMarked
package io.kinetarch.server;

import org.jspecify.annotations.NullMarked;
