package io.kinetarch.server.database;

import org.springframework.beans.factory.annotation.Value;
import org.springframework.boot.context.properties.ConfigurationProperties;
import org.springframework.boot.jdbc.autoconfigure.DataSourceProperties;
import org.springframework.context.annotation.Bean;
import org.springframework.context.annotation.Configuration;

@Configuration
class DatabaseConfiguration {
    /** Where the database is, and what else is set of its connections, stands where Spring Boot looks for it. */
    @Bean
    @ConfigurationProperties("spring.datasource.hikari")
    Connections dataSource(DataSourceProperties place, @Value("${kinetarch.live.connections:4}") int ofChats) {
        var connections = new Connections(ofChats);
        connections.setDriverClassName(place.determineDriverClassName());
        connections.setJdbcUrl(place.determineUrl());
        connections.setUsername(place.determineUsername());
        connections.setPassword(place.determinePassword());
        return connections;
    }
}
