/** The connections to the database, and who has which of them. */
@NullMarked
package io.kinetarch.server.database;

import org.jspecify.annotations.NullMarked;
