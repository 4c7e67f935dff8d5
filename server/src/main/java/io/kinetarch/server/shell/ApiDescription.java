package io.kinetarch.server.shell;

import io.swagger.v3.oas.models.Components;
import io.swagger.v3.oas.models.OpenAPI;
import io.swagger.v3.oas.models.info.Info;
import io.swagger.v3.oas.models.security.SecurityRequirement;
import io.swagger.v3.oas.models.security.SecurityScheme;
import io.swagger.v3.oas.models.servers.Server;
import java.util.List;
import org.springframework.context.annotation.Bean;
import org.springframework.context.annotation.Configuration;

/** The head of the API description; the rest is generated from the controllers. */
@Configuration(proxyBeanMethods = false)
class ApiDescription {
    private static final String TOKEN = "apiToken";

    @Bean
    OpenAPI api() {
        return new OpenAPI()
                .info(new Info()
                        .title("Kinetarch")
                        .version("v1")
                        .description("Design, try and staff the chat routing of a contact centre."))
                .servers(List.of(new Server().url("/")))
                .components(new Components()
                        .addSecuritySchemes(
                                TOKEN,
                                new SecurityScheme()
                                        .type(SecurityScheme.Type.HTTP)
                                        .scheme("bearer")))
                .addSecurityItem(new SecurityRequirement().addList(TOKEN));
    }
}
