/** Alarms about a live plan. */
@NullMarked
package io.kinetarch.server.alarm;

import org.jspecify.annotations.NullMarked;
