/** Front doors: published for those who show them to visitors, and looked at while they are being edited. */
@NullMarked
package io.kinetarch.server.door;

import org.jspecify.annotations.NullMarked;
