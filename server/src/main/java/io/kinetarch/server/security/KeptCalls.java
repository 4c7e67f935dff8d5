package io.kinetarch.server.security;

import jakarta.servlet.http.HttpServletRequest;
import jakarta.servlet.http.HttpServletResponse;
import java.util.Map;
import java.util.TreeMap;
import org.jspecify.annotations.Nullable;
import org.springframework.http.HttpStatus;
import org.springframework.stereotype.Component;
import org.springframework.web.method.HandlerMethod;
import org.springframework.web.servlet.AsyncHandlerInterceptor;
import org.springframework.web.servlet.HandlerMapping;
import org.springframework.web.servlet.config.annotation.InterceptorRegistry;
import org.springframework.web.servlet.config.annotation.WebMvcConfigurer;

/** Tells the security log of calls that are {@link Kept}, once they were answered and not refused. */
@Component
class KeptCalls implements AsyncHandlerInterceptor, WebMvcConfigurer {
    private static final String BEFORE = KeptCalls.class.getName() + ".before";

    private final SecurityLog log;

    KeptCalls(SecurityLog log) {
        this.log = log;
    }

    @Override
    public void addInterceptors(InterceptorRegistry registry) {
        registry.addInterceptor(this);
    }

    /** Whoever signs out is nobody afterwards. */
    @Override
    public boolean preHandle(HttpServletRequest request, HttpServletResponse response, Object handler) {
        if (kept(handler) != null) {
            request.setAttribute(BEFORE, request.getRemoteUser());
        }
        return true;
    }

    @Override
    public void afterCompletion(
            HttpServletRequest request, HttpServletResponse response, Object handler, @Nullable Exception failure) {
        var kept = kept(handler);
        if (kept == null || response.getStatus() >= HttpStatus.BAD_REQUEST.value()) {
            return;
        }
        String now = request.getRemoteUser();
        String who = now == null ? (String) request.getAttribute(BEFORE) : now;
        log.keep(kept.value(), who == null ? "" : who, about(kept, request), request.getRemoteAddr());
    }

    private static @Nullable Kept kept(Object handler) {
        return handler instanceof HandlerMethod method ? method.getMethodAnnotation(Kept.class) : null;
    }

    private static @Nullable String about(Kept kept, HttpServletRequest request) {
        if (kept.value() == SecurityEvent.EXPORTED || kept.value() == SecurityEvent.IMPORTED) {
            return request.getRequestURI();
        }
        if (request.getAttribute(SecurityLog.ABOUT) instanceof String said) {
            return said;
        }
        var parts = request.getAttribute(HandlerMapping.URI_TEMPLATE_VARIABLES_ATTRIBUTE);
        return parts instanceof Map<?, ?> map && !map.isEmpty() ? words(map) : null;
    }

    private static String words(Map<?, ?> parts) {
        var sorted = new TreeMap<String, String>();
        parts.forEach((name, value) -> sorted.put(String.valueOf(name), String.valueOf(value)));
        if (sorted.size() == 1) {
            return sorted.firstEntry().getValue();
        }
        var words = new StringBuilder();
        sorted.forEach((name, value) -> words.append(words.isEmpty() ? "" : ", ")
                .append(name)
                .append(' ')
                .append(value));
        return words.toString();
    }
}
