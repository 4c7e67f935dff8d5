package io.kinetarch.server.shell;

import io.kinetarch.server.account.CallRules;
import io.kinetarch.server.account.CallRules.CallRule;
import io.kinetarch.server.account.Permission;
import io.swagger.v3.oas.models.Components;
import io.swagger.v3.oas.models.OpenAPI;
import io.swagger.v3.oas.models.Operation;
import io.swagger.v3.oas.models.info.Contact;
import io.swagger.v3.oas.models.info.Info;
import io.swagger.v3.oas.models.info.License;
import io.swagger.v3.oas.models.media.ArraySchema;
import io.swagger.v3.oas.models.media.Content;
import io.swagger.v3.oas.models.media.IntegerSchema;
import io.swagger.v3.oas.models.media.MediaType;
import io.swagger.v3.oas.models.media.ObjectSchema;
import io.swagger.v3.oas.models.media.Schema;
import io.swagger.v3.oas.models.media.StringSchema;
import io.swagger.v3.oas.models.responses.ApiResponse;
import io.swagger.v3.oas.models.security.SecurityRequirement;
import io.swagger.v3.oas.models.security.SecurityScheme;
import io.swagger.v3.oas.models.servers.Server;
import java.time.ZoneId;
import java.util.List;
import java.util.Optional;
import java.util.stream.Collectors;
import org.springdoc.core.customizers.OpenApiCustomizer;
import org.springdoc.core.utils.SpringDocUtils;
import org.springframework.context.annotation.Bean;
import org.springframework.context.annotation.Configuration;
import org.springframework.web.servlet.mvc.method.annotation.SseEmitter;

/** What the API description says of all calls; the rest is made of the controllers and what is written above them. */
@Configuration(proxyBeanMethods = false)
class ApiDescription {
    private static final String TOKEN = "apiToken";
    private static final String PROBLEM = "Problem";
    private static final String PREFIX = "/api/";

    @Bean
    OpenAPI api() {
        // events are text, whatever writes them
        SpringDocUtils.getConfig()
                .replaceWithSchema(SseEmitter.class, new StringSchema())
                // the library takes a zone for its own request's, of which callers know nothing
                .removeRequestWrapperToIgnore(ZoneId.class)
                .replaceWithSchema(ZoneId.class, new StringSchema());
        return new OpenAPI()
                .info(new Info()
                        .title("Kinetarch")
                        .version("v1")
                        .description("""
                                Design, try, staff and run the chat routing of a contact centre.

                                Instants are of RFC 3339 in UTC; days and times of day are those of the plan's time zone. \
                                Durations are in seconds where their name does not say otherwise, shares between 0 and 1. \
                                Every refusal is a problem of RFC 9457: its type names the kind, its errors point at what \
                                was wrong in what was sent.

                                Scripts send an API token, made under Account, as `Authorization: Bearer …`.""")
                        .license(new License().name("Proprietary").identifier("LicenseRef-Proprietary"))
                        .contact(new Contact().name("Whoever runs this installation")))
                .servers(List.of(new Server().url("/")))
                .components(new Components()
                        .addSecuritySchemes(
                                TOKEN,
                                new SecurityScheme()
                                        .type(SecurityScheme.Type.HTTP)
                                        .scheme("bearer")))
                .addSecurityItem(new SecurityRequirement().addList(TOKEN));
    }

    /** Tells of each call who may send it, what a refusal looks like, and an example. */
    @Bean
    OpenApiCustomizer everyCallTellsWhatItNeeds(ApiExamples examples) {
        return api -> {
            api.getComponents().addSchemas(PROBLEM, problem());
            api.getComponents().getSchemas().values().forEach(ApiDescription::allowNothing);
            api.getPaths()
                    .forEach((path, item) -> item.readOperationsMap().forEach((method, call) -> {
                        complete(method.name(), path, call);
                        examples.show(method.name(), path, call);
                    }));
        };
    }

    /** Words that may be missing are one of some, or null; springdoc leaves null out of the list. */
    private static void allowNothing(Schema<?> schema) {
        if (schema.getProperties() != null) {
            for (Schema<?> property : schema.getProperties().values()) {
                boolean mayBeMissing =
                        property.getTypes() != null && property.getTypes().contains("null");
                if (mayBeMissing
                        && property.getEnum() != null
                        && !property.getEnum().contains(null)) {
                    property.addEnumItemObject(null);
                }
            }
        }
    }

    private static void complete(String method, String path, Operation call) {
        var rule = path.startsWith(PREFIX) ? CallRules.of(method, path) : Optional.<CallRule>empty();
        boolean open = rule.map(CallRule::isOpen).orElse(true);
        if (open) {
            call.setSecurity(List.of());
        }
        String said = call.getDescription() == null ? "" : call.getDescription().strip() + "\n\n";
        call.setSummary(sentence(said));
        call.setDescription(said + rule.map(ApiDescription::needs).orElse("Visitors call it, without an account."));
        call.getResponses()
                .addApiResponse(
                        "4XX",
                        new ApiResponse()
                                .description("Refused; why, where, and how to mend it.")
                                .content(new Content()
                                        .addMediaType(
                                                org.springframework.http.MediaType.APPLICATION_PROBLEM_JSON_VALUE,
                                                new MediaType()
                                                        .schema(new Schema<>()
                                                                .$ref("#/components/schemas/" + PROBLEM)))));
    }

    /** The first sentence of what is said about a call. */
    private static String sentence(String said) {
        int end = said.indexOf(". ");
        String first = (end < 0 ? said : said.substring(0, end)).strip();
        return first.endsWith(".") ? first.substring(0, first.length() - 1) : first;
    }

    private static String needs(CallRule rule) {
        if (rule.isOpen()) {
            return "Needs no account.";
        }
        String permissions =
                rule.anyOf().stream().map(Permission::name).sorted().collect(Collectors.joining(" or "));
        if (!rule.sessionOnly()) {
            return "Needs the permission " + permissions + ".";
        }
        return permissions.isEmpty()
                ? "Needs a session; a token is refused."
                : "Needs the permission " + permissions + " and a session; a token is refused.";
    }

    private static Schema<?> problem() {
        return new ObjectSchema()
                .description("A refusal (RFC 9457).")
                .addProperty(
                        "type",
                        new StringSchema().description("Names the kind, such as tag:kinetarch,2026:problem/not-found."))
                .addProperty("title", new StringSchema().description("The kind in words."))
                .addProperty("status", new IntegerSchema().description("As the answer's own."))
                .addProperty("detail", new StringSchema().description("What is wrong, and how to mend it."))
                .addProperty(
                        "errors",
                        new ArraySchema()
                                .items(new ObjectSchema()
                                        .addProperty(
                                                "pointer",
                                                new StringSchema().description("A JSON pointer as a URI fragment."))
                                        .addProperty("detail", new StringSchema()))
                                .description("Where in what was sent, where that can be told."));
    }
}
