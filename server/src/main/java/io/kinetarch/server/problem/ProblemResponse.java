package io.kinetarch.server.problem;

import jakarta.servlet.http.HttpServletResponse;
import java.io.IOException;
import java.nio.charset.StandardCharsets;
import org.springframework.http.HttpHeaders;
import org.springframework.http.MediaType;
import org.springframework.stereotype.Component;
import tools.jackson.databind.json.JsonMapper;

/** Writes a refusal where no controller could. */
@Component
public class ProblemResponse {
    private final JsonMapper json;

    ProblemResponse(JsonMapper json) {
        this.json = json;
    }

    public void write(HttpServletResponse response, Refusal refusal) throws IOException {
        var problem = Problems.of(refusal);
        response.setStatus(problem.getStatus());
        response.setContentType(MediaType.APPLICATION_PROBLEM_JSON_VALUE);
        refusal.retryAfter()
                .ifPresent(wait -> response.setHeader(HttpHeaders.RETRY_AFTER, Problems.wholeSeconds(wait)));
        response.getOutputStream().write(json.writeValueAsString(problem).getBytes(StandardCharsets.UTF_8));
    }
}
