package io.kinetarch.core.forecast;

import java.time.LocalDate;
import java.util.List;
import java.util.Map;

/**
 * What is to come of a series, how sure that is, and how it was found.
 *
 * @param method by which it was made
 * @param best the method that did best in the trials
 * @param mean by step
 * @param lower80 with a chance of one in ten, less comes
 * @param trials how many points of the past each method was tried from
 * @param trialSteps how many steps ahead it was tried; fewer than were asked for where the history is short
 * @param weights shares of the methods in the combination
 * @param scores by method
 * @param byHorizon by method, scores for quarters of the horizon; how often ranges held only of the method used
 * @param effects what the calendar makes of each day of history and future
 * @param findings what the reader should know of it
 */
@SuppressWarnings("ArrayRecordComponent") // a result is handed on, never compared
public record Forecast(
        Method method,
        Method best,
        double[] mean,
        double[] lower80,
        double[] upper80,
        double[] lower95,
        double[] upper95,
        int trials,
        int trialSteps,
        Map<Method, Double> weights,
        Map<Method, Scores> scores,
        Map<Method, List<PartScores>> byHorizon,
        List<DayEffects> effects,
        List<String> findings) {
    /**
     * Scores over part of the horizon.
     *
     * @param fromStep the first step, from 0
     * @param untilStep the one after the last
     */
    public record PartScores(int fromStep, int untilStep, Scores scores) {}

    /**
     * A day as a product: level × week × year × special.
     *
     * @param level chats of a day like any other
     * @param week factor of its weekday
     * @param year factor of its time of year
     * @param special factor of public holidays and events on it or beside it
     */
    public record DayEffects(LocalDate day, double level, double week, double year, double special) {}
}
