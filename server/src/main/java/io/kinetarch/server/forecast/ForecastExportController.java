package io.kinetarch.server.forecast;

import io.kinetarch.server.document.Download;
import io.kinetarch.server.document.Sheet;
import io.kinetarch.server.forecast.ForecastSheets.Table;
import io.kinetarch.server.plan.Plans;
import jakarta.servlet.http.HttpServletResponse;
import java.io.IOException;
import java.util.Arrays;
import java.util.Locale;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.RestController;

/** The forecast as files. */
@RestController
@RequestMapping("/api/v1/plans/{plan}/forecast")
class ForecastExportController {
    private final ForecastSheets sheets;
    private final Plans plans;

    ForecastExportController(ForecastSheets sheets, Plans plans) {
        this.sheets = sheets;
        this.plans = plans;
    }

    /** One table of the weeks to come as a CSV. */
    @GetMapping(path = "/export.csv", produces = "text/csv")
    void csv(
            @PathVariable("plan") String planId,
            @RequestParam(defaultValue = "HALF_HOURS") Table table,
            HttpServletResponse response)
            throws IOException {
        var sheet = sheets.sheet(plans.draftState(planId), table);
        String name =
                planId + "-forecast-" + table.name().toLowerCase(Locale.ROOT).replace('_', '-') + ".csv";
        sheet.csv(Download.start(response, name, Sheet.CSV));
    }

    /** All tables of the weeks to come as the sheets of one spreadsheet. */
    @GetMapping(path = "/export.xlsx", produces = "application/vnd.openxmlformats-officedocument.spreadsheetml.sheet")
    void xlsx(@PathVariable("plan") String planId, HttpServletResponse response) throws IOException {
        var state = plans.draftState(planId);
        var all = Arrays.stream(Table.values())
                .map(table -> sheets.sheet(state, table))
                .toList();
        Sheet.xlsx(all, Download.start(response, planId + "-forecast.xlsx", Sheet.XLSX));
    }
}
