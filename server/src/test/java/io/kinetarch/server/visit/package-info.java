@NullMarked
package io.kinetarch.server.visit;

import org.jspecify.annotations.NullMarked;
