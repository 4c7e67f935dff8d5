package io.kinetarch.core.simulation;

import io.kinetarch.core.plan.OperatorId;

/**
 * What an operator does in the counted span, in the mean.
 *
 * @param chats how many they took
 * @param hoursThere how long they were there, what they did besides answering aside
 * @param hoursHolding how long they had a chat, also after they were to go
 * @param chatsAtOnce how many they had meanwhile, in the mean
 */
public record Work(
        OperatorId operator, Estimate chats, Estimate hoursThere, Estimate hoursHolding, Estimate chatsAtOnce) {}
