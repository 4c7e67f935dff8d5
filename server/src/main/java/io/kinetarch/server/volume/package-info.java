/** Chat volumes: importing files, stored counts. */
@NullMarked
package io.kinetarch.server.volume;

import org.jspecify.annotations.NullMarked;
