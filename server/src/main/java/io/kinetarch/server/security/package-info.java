/** What touches who may do what, kept for administrators. */
@NullMarked
package io.kinetarch.server.security;

import org.jspecify.annotations.NullMarked;
