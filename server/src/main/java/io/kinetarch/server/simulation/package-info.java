/** What a plan will do, by simulation. */
@NullMarked
package io.kinetarch.server.simulation;

import org.jspecify.annotations.NullMarked;
