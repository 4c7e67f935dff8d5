@NullMarked
package io.kinetarch.server.letter;

import org.jspecify.annotations.NullMarked;
