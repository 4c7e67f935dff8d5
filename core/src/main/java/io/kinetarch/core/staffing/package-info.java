/** From the chats to come to the operators needed. */
@NullMarked
package io.kinetarch.core.staffing;

import org.jspecify.annotations.NullMarked;
