/** When an alarm is raised, and when whoever wishes to know is told. */
@NullMarked
package io.kinetarch.core.alarm;

import org.jspecify.annotations.NullMarked;
