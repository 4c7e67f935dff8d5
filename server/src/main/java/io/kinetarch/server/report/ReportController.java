package io.kinetarch.server.report;

import io.kinetarch.server.document.Download;
import io.kinetarch.server.document.Sheet;
import io.kinetarch.server.report.Reports.Asked;
import io.kinetarch.server.report.Reports.Report;
import io.kinetarch.server.report.Reports.ReportWay;
import io.kinetarch.server.security.Kept;
import io.kinetarch.server.security.SecurityEvent;
import jakarta.servlet.http.HttpServletResponse;
import java.io.IOException;
import java.util.List;
import org.springdoc.core.annotations.ParameterObject;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PutMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RestController;

/** Reports over HTTP. */
@RestController
@RequestMapping("/api/v1/plans/{plan}/reports")
class ReportController {
    private final Reports reports;

    ReportController(Reports reports) {
        this.reports = reports;
    }

    /** What became of the chats of some days, beside others if asked for. */
    @GetMapping
    Report report(@PathVariable String plan, @ParameterObject Asked asked) {
        return reports.report(plan, asked);
    }

    /** The same as a CSV. */
    @Kept(SecurityEvent.EXPORTED)
    @GetMapping(path = "/report.csv", produces = "text/csv")
    void csv(@PathVariable String plan, @ParameterObject Asked asked, HttpServletResponse response) throws IOException {
        var sheet = reports.sheet(reports.report(plan, asked));
        sheet.csv(Download.start(response, plan + "-report.csv", Sheet.CSV));
    }

    /** The same as a spreadsheet. */
    @Kept(SecurityEvent.EXPORTED)
    @GetMapping(path = "/report.xlsx", produces = "application/vnd.openxmlformats-officedocument.spreadsheetml.sheet")
    void xlsx(@PathVariable String plan, @ParameterObject Asked asked, HttpServletResponse response)
            throws IOException {
        var sheet = reports.sheet(reports.report(plan, asked));
        Sheet.xlsx(List.of(sheet), Download.start(response, plan + "-report.xlsx", Sheet.XLSX));
    }

    /** How chats are counted. */
    @GetMapping("/way")
    ReportWay way(@PathVariable String plan) {
        return reports.way(plan);
    }

    /** Sets how reports count, for everybody who reads them. */
    @PutMapping("/way")
    ReportWay choose(@PathVariable String plan, @RequestBody ReportWay way) {
        return reports.choose(plan, way);
    }
}
