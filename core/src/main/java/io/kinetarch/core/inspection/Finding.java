package io.kinetarch.core.inspection;

import io.kinetarch.core.plan.Acceptance;
import io.kinetarch.core.plan.ElementId;
import io.kinetarch.core.plan.PlanEdit;
import java.util.Collection;
import java.util.List;
import java.util.Optional;
import java.util.stream.Stream;
import org.jspecify.annotations.Nullable;

/**
 * Something the plan check found.
 *
 * @param code what is wrong, whatever the facts
 * @param facts ids and figures that it says it of; with other facts it is another finding
 * @param about the element whose setting would change it
 * @param words what is wrong, with the facts
 * @param mend what would help
 * @param offered a mend that the plan check can make by itself; none where people have to choose
 * @param acceptedBecause why someone decided to live with it; null where nobody did
 */
public record Finding(
        Severity severity,
        FindingCode code,
        List<String> facts,
        ElementId about,
        String words,
        String mend,
        Optional<Mend> offered,
        @Nullable String acceptedBecause) {

    /** How much a finding matters. */
    public enum Severity {
        /** The plan cannot go live. */
        BLOCKS,
        /** The plan works, but not as its maker will want. */
        WARNS,
        /** Worth knowing. */
        NOTES
    }

    /**
     * A change of the plan that makes a finding go away.
     *
     * @param label what it does, as an order: "Remove it"
     */
    public record Mend(String label, List<PlanEdit> edits) {
        public Mend {
            edits = List.copyOf(edits);
        }
    }

    public Finding {
        facts = List.copyOf(facts);
    }

    static Finding of(
            Severity severity, FindingCode code, List<String> facts, ElementId about, String words, String mend) {
        return new Finding(severity, code, facts, about, words, mend, Optional.empty(), null);
    }

    /** Facts as they are kept: ids by their values, lists entry by entry. */
    static List<String> facts(Object... facts) {
        return Stream.of(facts)
                .flatMap(fact -> fact instanceof Collection<?> list ? list.stream() : Stream.of(fact))
                .map(fact -> fact instanceof ElementId id ? id.value() : fact.toString())
                .toList();
    }

    /** Whether someone decided to live with just this: by its code and facts, or in older plans by its words. */
    public boolean isMeantBy(Acceptance accepted) {
        return accepted.code() == null
                ? accepted.about().equals(about.value()) && words.equals(accepted.words())
                : accepted.code().equals(code.key())
                        && about.kind().equals(accepted.kind())
                        && accepted.about().equals(about.value())
                        && facts.equals(accepted.facts());
    }

    Finding offering(String label, PlanEdit... edits) {
        return offering(label, List.of(edits));
    }

    Finding offering(String label, List<PlanEdit> edits) {
        return new Finding(
                severity, code, facts, about, words, mend, Optional.of(new Mend(label, edits)), acceptedBecause);
    }

    /** Whether this is quiet: what blocks never is. */
    public boolean isAccepted() {
        return acceptedBecause != null && severity != Severity.BLOCKS;
    }

    Finding accepted(String because) {
        return new Finding(severity, code, facts, about, words, mend, offered, because);
    }
}
