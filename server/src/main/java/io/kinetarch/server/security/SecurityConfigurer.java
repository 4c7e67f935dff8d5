package io.kinetarch.server.security;

import org.springframework.context.annotation.Configuration;
import org.springframework.web.servlet.config.annotation.InterceptorRegistry;
import org.springframework.web.servlet.config.annotation.WebMvcConfigurer;

/** Lets the security log hear of calls. */
@Configuration(proxyBeanMethods = false)
class SecurityConfigurer implements WebMvcConfigurer {
    private final KeptCalls kept;

    SecurityConfigurer(KeptCalls kept) {
        this.kept = kept;
    }

    @Override
    public void addInterceptors(InterceptorRegistry registry) {
        registry.addInterceptor(kept);
    }
}
