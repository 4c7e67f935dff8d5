/** What is counted of finished chats, and how counts of two spans compare. */
@NullMarked
package io.kinetarch.core.report;

import org.jspecify.annotations.NullMarked;
