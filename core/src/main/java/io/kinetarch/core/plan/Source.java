package io.kinetarch.core.plan;

import java.time.LocalDate;

/**
 * Where an assumption comes from.
 *
 * @param said who or what said so
 * @param asOf when it held
 */
public record Source(String said, LocalDate asOf) {
    public Source {
        Checks.text("said", said);
    }
}
