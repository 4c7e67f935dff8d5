/** What a plan does to one chat, step by step, with the reason of each step in plain words. */
@NullMarked
package io.kinetarch.core.inspection;

import org.jspecify.annotations.NullMarked;
