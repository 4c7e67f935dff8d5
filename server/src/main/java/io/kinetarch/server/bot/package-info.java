/** Bots over HTTP: what they understand, how well, and what another phrase or limit would do. */
@NullMarked
package io.kinetarch.server.bot;

import org.jspecify.annotations.NullMarked;
