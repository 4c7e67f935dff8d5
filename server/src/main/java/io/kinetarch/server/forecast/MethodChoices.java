package io.kinetarch.server.forecast;

import io.kinetarch.core.forecast.Forecaster.Choice;
import io.kinetarch.core.forecast.Method;
import io.kinetarch.server.forecast.ForecastMapper.StoredChoice;
import io.kinetarch.server.plan.CopiedAlong;
import io.kinetarch.server.plan.PlanChanges;
import java.time.LocalDate;
import java.util.EnumMap;
import java.util.Map;
import java.util.stream.Collectors;
import org.jspecify.annotations.Nullable;
import org.springframework.stereotype.Component;
import tools.jackson.core.type.TypeReference;
import tools.jackson.databind.json.JsonMapper;

/** Which method each series of a plan is forecast by: as trials found, or as a planner wants. */
@Component
class MethodChoices implements CopiedAlong {
    private final ForecastMapper mapper;
    private final PlanChanges changes;
    private final JsonMapper json;

    MethodChoices(ForecastMapper mapper, PlanChanges changes, JsonMapper json) {
        this.mapper = mapper;
        this.changes = changes;
        this.json = json;
    }

    /** A choice and the day whose trials made it. */
    record Dated(Chosen chosen, LocalDate triedOn) {}

    Map<SeriesKey, Dated> of(String planId) {
        return mapper.choices(planId).stream()
                .collect(Collectors.toMap(
                        stored -> new SeriesKey(stored.doorId(), stored.topic(), stored.queueId()),
                        stored -> new Dated(chosen(stored), stored.triedOn())));
    }

    private Chosen chosen(StoredChoice stored) {
        return new Chosen(
                Method.valueOf(stored.method()),
                stored.wanted() == null ? null : Method.valueOf(stored.wanted()),
                weights(stored.weights()),
                stored.together());
    }

    private Map<Method, Double> weights(String stored) {
        var weights = new EnumMap<Method, Double>(Method.class);
        weights.putAll(json.readValue(stored, new TypeReference<Map<Method, Double>>() {}));
        return weights;
    }

    void put(String planId, SeriesKey key, Choice choice, LocalDate triedOn) {
        mapper.putChoice(
                planId,
                key,
                choice.method().name(),
                json.writeValueAsString(choice.weights()),
                choice.together(),
                triedOn);
    }

    /** The planner's wish for a series; null for what trials find. */
    void want(String planId, SeriesKey key, @Nullable Method wanted) {
        mapper.want(planId, key, Choice.UNTRIED.method().name(), wanted == null ? null : wanted.name());
        changes.volumesChanged(planId);
    }

    /** Has the trials of all series made anew. */
    void forgetTrials(String planId) {
        mapper.forgetTrials(planId);
        mapper.forgetSums(planId);
        changes.volumesChanged(planId);
    }

    /** Gives one plan the choices of another that has the same volumes. */
    @Override
    public void copy(String fromPlan, String toPlan) {
        mapper.copyChoices(fromPlan, toPlan);
        mapper.copySums(fromPlan, toPlan);
    }
}
