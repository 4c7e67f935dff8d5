package io.kinetarch.server.account;

import org.springframework.context.annotation.Configuration;
import org.springframework.web.servlet.config.annotation.InterceptorRegistry;
import org.springframework.web.servlet.config.annotation.WebMvcConfigurer;

/** Looks at what must be {@link Fresh}. */
@Configuration(proxyBeanMethods = false)
class FreshConfigurer implements WebMvcConfigurer {
    private final FreshSessions sessions;

    FreshConfigurer(FreshSessions sessions) {
        this.sessions = sessions;
    }

    @Override
    public void addInterceptors(InterceptorRegistry registry) {
        registry.addInterceptor(sessions);
    }
}
