package io.kinetarch.server.plan;

import io.kinetarch.core.inspection.Finding;
import io.kinetarch.core.plan.Plan;
import java.util.List;

/** Finds something in plans besides what the plan check does. */
@FunctionalInterface
public interface FindingSource {
    List<Finding> findings(Plan plan);
}
