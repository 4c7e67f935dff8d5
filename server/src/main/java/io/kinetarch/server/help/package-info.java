/** Help pages: reading them from files and sites, and showing them to visitors. */
@NullMarked
package io.kinetarch.server.help;

import org.jspecify.annotations.NullMarked;
