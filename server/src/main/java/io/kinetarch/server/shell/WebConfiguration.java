package io.kinetarch.server.shell;

import io.kinetarch.server.document.Years;
import jakarta.servlet.http.HttpServletRequest;
import jakarta.servlet.http.HttpServletResponse;
import java.time.Duration;
import java.time.Instant;
import java.time.LocalDate;
import org.jspecify.annotations.Nullable;
import org.springframework.boot.webmvc.autoconfigure.WebMvcRegistrations;
import org.springframework.context.annotation.Bean;
import org.springframework.context.annotation.Configuration;
import org.springframework.format.FormatterRegistry;
import org.springframework.http.CacheControl;
import org.springframework.web.servlet.FlashMap;
import org.springframework.web.servlet.FlashMapManager;
import org.springframework.web.servlet.config.annotation.ResourceHandlerRegistry;
import org.springframework.web.servlet.config.annotation.ViewControllerRegistry;
import org.springframework.web.servlet.config.annotation.WebMvcConfigurer;
import org.springframework.web.servlet.mvc.method.annotation.RequestMappingHandlerMapping;

/** Serves the interface. */
@Configuration(proxyBeanMethods = false)
class WebConfiguration implements WebMvcConfigurer {
    /** The names of built files carry a hash of their contents, so a browser may keep them. */
    @Override
    public void addResourceHandlers(ResourceHandlerRegistry registry) {
        registry.addResourceHandler("/assets/**")
                .addResourceLocations("classpath:/static/assets/")
                .setCacheControl(CacheControl.maxAge(Duration.ofDays(365)).immutable());
    }

    /** Days and instants in addresses are bounded as those in documents are. */
    @Override
    public void addFormatters(FormatterRegistry registry) {
        registry.addConverter(String.class, LocalDate.class, text -> Years.checked(LocalDate.parse(text)));
        registry.addConverter(String.class, Instant.class, text -> Years.checked(Instant.parse(text)));
    }

    @Bean
    WebMvcRegistrations pathFirst() {
        return new WebMvcRegistrations() {
            @Override
            public RequestMappingHandlerMapping getRequestMappingHandlerMapping() {
                return new PathFirst();
            }
        };
    }

    /** Nothing is handed from one page to the next; looking for it would ask for the session, and so for the database. */
    @Bean
    FlashMapManager flashMapManager() {
        return new FlashMapManager() {
            @Override
            public @Nullable FlashMap retrieveAndUpdate(HttpServletRequest request, HttpServletResponse response) {
                return null;
            }

            @Override
            public void saveOutputFlashMap(
                    FlashMap flashMap, HttpServletRequest request, HttpServletResponse response) {
                throw new UnsupportedOperationException("nothing is handed on to another page");
            }
        };
    }

    /** A view's address is known to the interface alone; the server answers each with the same page. */
    @Override
    public void addViewControllers(ViewControllerRegistry registry) {
        registry.addViewController("/").setViewName("forward:/index.html");
        registry.addViewController("/{view:[a-z-]+}").setViewName("forward:/index.html");
    }
}
