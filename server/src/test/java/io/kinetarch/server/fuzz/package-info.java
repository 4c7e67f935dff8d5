/** Every call of the description, sent what nobody would send on purpose. */
@NullMarked
package io.kinetarch.server.fuzz;

import org.jspecify.annotations.NullMarked;
