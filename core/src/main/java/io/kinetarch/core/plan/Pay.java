package io.kinetarch.core.plan;

import java.util.Currency;
import java.util.Set;
import java.util.stream.Collectors;

/**
 * What an hour of an operator costs.
 *
 * @param perHour a paid hour with all that comes with it, above 0 to 1,000,000
 * @param currency ISO 4217 code
 */
public record Pay(double perHour, String currency) {
    private static final Set<String> CURRENCIES = Currency.getAvailableCurrencies().stream()
            .map(Currency::getCurrencyCode)
            .collect(Collectors.toUnmodifiableSet());

    public Pay {
        Checks.between("perHour", perHour, 0.01, 1_000_000);
        if (!CURRENCIES.contains(currency)) {
            throw new PlanRefusal(
                    "/currency", "\"" + currency + "\" is no ISO 4217 code; write three capitals such as EUR");
        }
    }
}
