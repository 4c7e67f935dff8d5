/** What goes out to others: news of chats for services of the installation, and transcripts by mail. */
@NullMarked
package io.kinetarch.server.outgoing;

import org.jspecify.annotations.NullMarked;
