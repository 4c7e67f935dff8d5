/** People as a table: who is eligible for what, and files of people in and out. */
@NullMarked
package io.kinetarch.core.people;

import org.jspecify.annotations.NullMarked;
