/**
 * Visitors and operators by chance over the dispatcher: what a plan does in a span of time, how sure that is, and whether two plans
 * differ.
 */
@NullMarked
package io.kinetarch.core.simulation;

import org.jspecify.annotations.NullMarked;
