package io.kinetarch.server.forecast;

/**
 * Arrivals that are forecast together.
 *
 * @param doorId empty where the door is not known
 * @param topic empty where it is not known
 * @param queueId the queue that was recorded, where the door is not known; else empty
 */
public record SeriesKey(String doorId, String topic, String queueId) {}
