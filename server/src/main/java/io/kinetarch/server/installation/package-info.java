/** What an installation knows that no plan says: its services with their keys, and the sites that pages may be read from. */
@NullMarked
package io.kinetarch.server.installation;

import org.jspecify.annotations.NullMarked;
