package io.kinetarch.server.live;

import io.kinetarch.server.plan.Plans;
import java.time.Instant;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Propagation;
import org.springframework.transaction.annotation.Transactional;
import tools.jackson.databind.json.JsonMapper;

/** Lets a plan have been live for a while, so that there is something to be looked at. */
@Service
public class PastLogs {
    private final LiveMapper mapper;
    private final RowStore rows;
    private final Plans plans;
    private final JsonMapper json;

    PastLogs(LiveMapper mapper, RowStore rows, Plans plans, JsonMapper json) {
        this.mapper = mapper;
        this.rows = rows;
        this.plans = plans;
        this.json = json;
    }

    /** The log of a plan whose first revision goes live in the transaction that is under way, as of an earlier instant. */
    @Transactional(propagation = Propagation.MANDATORY)
    public PastLog since(String planId, Instant since) {
        if (mapper.antedate(planId, since) == 0) {
            throw new IllegalStateException("the plan " + planId + " is live already, or not at all");
        }
        mapper.antedateRevision(planId, since);
        return new PastLog(planId, plans.revisionState(planId, 1).plan(), since, new PastLog.Parts(mapper, rows, json));
    }
}
