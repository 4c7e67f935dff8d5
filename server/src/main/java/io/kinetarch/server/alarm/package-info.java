/** Alarms about a live plan: what raises them, who is told. */
@NullMarked
package io.kinetarch.server.alarm;

import org.jspecify.annotations.NullMarked;
