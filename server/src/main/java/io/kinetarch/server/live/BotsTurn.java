package io.kinetarch.server.live;

import java.util.List;

/**
 * Something happened in chats that are with a bot, or a visitor spoke to an operator; told in the instance that runs the plan, once it is
 * stored.
 *
 * @param chats by their ids
 */
public record BotsTurn(String planId, List<Long> chats) {}
