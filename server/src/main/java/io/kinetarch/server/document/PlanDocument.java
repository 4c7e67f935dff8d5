package io.kinetarch.server.document;

import com.fasterxml.jackson.annotation.JsonInclude;
import io.kinetarch.core.plan.Bot;
import io.kinetarch.core.plan.Check;
import io.kinetarch.core.plan.Department;
import io.kinetarch.core.plan.FrontDoor;
import io.kinetarch.core.plan.HelpPage;
import io.kinetarch.core.plan.HoursSet;
import io.kinetarch.core.plan.Operator;
import io.kinetarch.core.plan.Plan;
import io.kinetarch.core.plan.PlanRefusal;
import io.kinetarch.core.plan.Queue;
import io.kinetarch.core.plan.Rule;
import io.kinetarch.core.plan.Settings;
import io.kinetarch.core.plan.Skill;
import io.kinetarch.core.plan.Topic;
import java.util.List;
import java.util.SortedMap;
import org.jspecify.annotations.Nullable;

/**
 * A plan as a document. One that was read is well-formed.
 *
 * @param schemaVersion {@value #SCHEMA_VERSION}; {@link PlanReader} reads older documents too
 * @param pictures of the operators, in base 64 by SHA-256, where the document travels to another installation
 */
public record PlanDocument(
        int schemaVersion,
        Settings settings,
        List<Skill> skills,
        List<HoursSet> hours,
        List<Department> departments,
        List<Queue> queues,
        List<Operator> operators,
        List<FrontDoor> doors,
        List<Rule> rules,
        List<Check> checks,
        List<Topic> topics,
        List<Bot> bots,
        List<HelpPage> helpPages,
        @JsonInclude(JsonInclude.Include.NON_NULL) @Nullable SortedMap<String, String> pictures) {
    /** The version of the plan document that this program writes. */
    public static final int SCHEMA_VERSION = 13;

    public PlanDocument {
        if (schemaVersion != SCHEMA_VERSION) {
            throw new PlanRefusal(
                    "/schemaVersion",
                    "only plan documents of schema version " + SCHEMA_VERSION + " are taken here, not " + schemaVersion
                            + "; importing an older one and exporting it brings it up to date");
        }
        var _ = new Plan(
                settings, skills, hours, departments, queues, operators, doors, rules, checks, topics, bots, helpPages);
    }

    /** The document of a plan, without pictures. */
    public static PlanDocument of(Plan plan) {
        return new PlanDocument(
                SCHEMA_VERSION,
                plan.settings(),
                plan.skills(),
                plan.hours(),
                plan.departments(),
                plan.queues(),
                plan.operators(),
                plan.doors(),
                plan.rules(),
                plan.checks(),
                plan.topics(),
                plan.bots(),
                plan.helpPages(),
                null);
    }

    /** This document with pictures. */
    public PlanDocument with(SortedMap<String, String> otherPictures) {
        return new PlanDocument(
                schemaVersion,
                settings,
                skills,
                hours,
                departments,
                queues,
                operators,
                doors,
                rules,
                checks,
                topics,
                bots,
                helpPages,
                otherPictures.isEmpty() ? null : otherPictures);
    }

    /** The plan of this document. */
    public Plan toPlan() {
        return new Plan(
                settings, skills, hours, departments, queues, operators, doors, rules, checks, topics, bots, helpPages);
    }
}
