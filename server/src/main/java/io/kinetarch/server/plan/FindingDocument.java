package io.kinetarch.server.plan;

import io.kinetarch.core.inspection.Finding;
import java.util.List;
import org.jspecify.annotations.Nullable;

/**
 * A finding of the plan check.
 *
 * @param code what is wrong, such as "queue-without-members"
 * @param facts ids and figures that it says it of; with its code and its element they are its name
 * @param kind of the element whose setting would change it
 * @param id of that element
 * @param offered what a mend would do that can be had with one call; null where people have to choose
 * @param acceptedBecause why someone decided to live with it; null where nobody did
 */
record FindingDocument(
        Finding.Severity severity,
        String code,
        List<String> facts,
        ElementKind kind,
        String id,
        String words,
        String mend,
        @Nullable String offered,
        @Nullable String acceptedBecause) {
    static FindingDocument of(Finding finding) {
        return new FindingDocument(
                finding.severity(),
                finding.code().key(),
                finding.facts(),
                ElementKind.of(finding.about()),
                finding.about().value(),
                finding.words(),
                finding.mend(),
                finding.offered().map(Finding.Mend::label).orElse(null),
                finding.isAccepted() ? finding.acceptedBecause() : null);
    }
}
