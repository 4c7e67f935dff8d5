/** What bots learn and quote, as tables. */
@NullMarked
package io.kinetarch.formats.bot;

import org.jspecify.annotations.NullMarked;
