/** Stand-ins: small simulated outside parties that ship with the product. */
@NullMarked
package io.kinetarch.server.standin;

import org.jspecify.annotations.NullMarked;
