package io.kinetarch.server.shell;

import jakarta.servlet.http.HttpServletRequest;
import org.jspecify.annotations.Nullable;
import org.springframework.web.servlet.mvc.method.RequestMappingInfo;
import org.springframework.web.servlet.mvc.method.annotation.RequestMappingHandlerMapping;

/**
 * Finds who answers a request by its method and path before anything else is compared. An address with parts that vary is compared with
 * all of the interface's calls, and each was first asked what it reads and writes: a seventh of what a server did that passed chats'
 * messages on.
 */
final class PathFirst extends RequestMappingHandlerMapping {
    @Override
    protected @Nullable RequestMappingInfo getMatchingMapping(RequestMappingInfo info, HttpServletRequest request) {
        var patterns = info.getPathPatternsCondition();
        boolean isOther = info.getMethodsCondition().getMatchingCondition(request) == null
                || (patterns != null && patterns.getMatchingCondition(request) == null);
        return isOther ? null : super.getMatchingMapping(info, request);
    }
}
