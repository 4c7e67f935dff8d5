package io.kinetarch.server.plan;

import io.kinetarch.server.account.SignedIn;
import jakarta.servlet.http.HttpServletRequest;
import jakarta.servlet.http.HttpServletResponse;
import java.time.Clock;
import java.time.Duration;
import java.time.Instant;
import java.util.Map;
import org.jspecify.annotations.Nullable;
import org.springframework.context.annotation.Configuration;
import org.springframework.http.HttpMethod;
import org.springframework.security.core.context.SecurityContextHolder;
import org.springframework.web.context.request.ServletWebRequest;
import org.springframework.web.servlet.HandlerInterceptor;
import org.springframework.web.servlet.HandlerMapping;
import org.springframework.web.servlet.config.annotation.InterceptorRegistry;
import org.springframework.web.servlet.config.annotation.WebMvcConfigurer;

/**
 * Tags what is read of a plan with the state it follows from: plan, volumes, rosters, who reads, and the half-hour it is. Who
 * has it already is told so, before anything is computed.
 */
@Configuration(proxyBeanMethods = false)
class PlanTags implements HandlerInterceptor, WebMvcConfigurer {
    /** What is worked out from the time of day changes with the half-hour. */
    private static final long SECONDS = Duration.ofMinutes(30).toSeconds();

    private final PlanMapper plans;
    private final Clock clock;
    /** Another release may answer in another shape. */
    private final Instant started;

    PlanTags(PlanMapper plans, Clock clock) {
        this.plans = plans;
        this.clock = clock;
        started = clock.instant();
    }

    @Override
    public void addInterceptors(InterceptorRegistry registry) {
        registry.addInterceptor(this)
                .addPathPatterns("/api/v1/plans/*/**")
                .excludePathPatterns(
                        "/api/v1/plans/*/feed",
                        "/api/v1/plans/*/desk/**",
                        "/api/v1/plans/*/records/**",
                        "/api/v1/plans/*/reports/**",
                        "/api/v1/plans/*/now/**",
                        "/api/v1/plans/*/canned/**",
                        "/api/v1/plans/*/outbox/**",
                        "/api/v1/plans/*/ticket-addresses",
                        "/api/v1/plans/*/alarms/**",
                        "/api/v1/plans/*/rehearsals/**",
                        // known better each time
                        "/api/v1/plans/*/simulated/**",
                        "/api/v1/plans/*/questions/**",
                        "/api/v1/plans/*/least-people",
                        // they go on learning, and hear live chats
                        "/api/v1/plans/*/bots/**",
                        "/api/v1/plans/*/doors/pauses",
                        "/api/v1/plans/*/jobs/**",
                        "/api/v1/plans/*/volumes/imports/**",
                        "/api/v1/plans/*/volumes/recording",
                        // they name accounts, whose names may change
                        "/api/v1/plans/*/people/unable",
                        "/api/v1/plans/*/history",
                        "/api/v1/plans/*/revisions",
                        // what comes is counted meanwhile
                        "/api/v1/plans/*/revisions/*/foretold");
    }

    @Override
    public boolean preHandle(HttpServletRequest request, HttpServletResponse response, Object handler) {
        String tag = HttpMethod.GET.matches(request.getMethod()) ? tag(request) : null;
        return tag == null || !new ServletWebRequest(request, response).checkNotModified(tag);
    }

    private @Nullable String tag(HttpServletRequest request) {
        var variables = (Map<?, ?>) request.getAttribute(HandlerMapping.URI_TEMPLATE_VARIABLES_ATTRIBUTE);
        var authentication = SecurityContextHolder.getContext().getAuthentication();
        if (variables == null
                || !(variables.get("plan") instanceof String plan)
                || authentication == null
                || !(authentication.getPrincipal() instanceof SignedIn reader)) {
            return null;
        }
        return plans.stamp(plan)
                .map(stamp -> "W/\""
                        + String.join(
                                "-",
                                Long.toString(started.toEpochMilli(), Character.MAX_RADIX),
                                Long.toString(stamp.draftChange()),
                                Integer.toString(stamp.live()),
                                Long.toString(stamp.volumeChange()),
                                Long.toString(stamp.adjustmentChange()),
                                Long.toString(stamp.rosterChange()),
                                Long.toString(reader.accountId()),
                                Long.toString(clock.instant().getEpochSecond() / SECONDS))
                        + "\"")
                .orElse(null);
    }
}
