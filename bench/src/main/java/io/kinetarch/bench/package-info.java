/** What the core costs. */
@NullMarked
package io.kinetarch.bench;

import org.jspecify.annotations.NullMarked;
