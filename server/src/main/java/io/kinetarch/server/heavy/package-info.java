/** Work that costs much of the processor, kept from starving everything else. */
@NullMarked
package io.kinetarch.server.heavy;

import org.jspecify.annotations.NullMarked;
