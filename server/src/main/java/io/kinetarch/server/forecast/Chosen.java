package io.kinetarch.server.forecast;

import io.kinetarch.core.forecast.Forecaster.Choice;
import io.kinetarch.core.forecast.Method;
import java.util.Map;
import org.jspecify.annotations.Nullable;

/**
 * How a series is forecast.
 *
 * @param tried the method that trials found
 * @param wanted the method a planner wants instead; null for none
 */
record Chosen(Method tried, @Nullable Method wanted, Map<Method, Double> weights, double together) {
    static final Chosen UNTRIED = new Chosen(Choice.UNTRIED.method(), null, Map.of(), Choice.UNTRIED.together());

    Choice choice() {
        return new Choice(wanted == null ? tried : wanted, weights, together);
    }
}
