/** Tables as text and as spreadsheets: reading lines with what is wrong with them, writing without formulas. */
@NullMarked
package io.kinetarch.formats.table;

import org.jspecify.annotations.NullMarked;
