/** Who takes a waiting chat. The same code decides live, in rehearsal and in simulation. */
@NullMarked
package io.kinetarch.core.dispatch;

import org.jspecify.annotations.NullMarked;
