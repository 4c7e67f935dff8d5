@NullMarked
package io.kinetarch.server.record;

import org.jspecify.annotations.NullMarked;
