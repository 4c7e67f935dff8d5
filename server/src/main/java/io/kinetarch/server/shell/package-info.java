/** What serves the interface: static files, their headers, the API description. */
@NullMarked
package io.kinetarch.server.shell;

import org.jspecify.annotations.NullMarked;
