/** Reports: what became of the chats of some days, added up. */
@NullMarked
package io.kinetarch.server.report;

import org.jspecify.annotations.NullMarked;
