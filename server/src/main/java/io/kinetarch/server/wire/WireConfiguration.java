package io.kinetarch.server.wire;

import io.kinetarch.server.shell.PublicAddress;
import java.net.URI;
import java.time.Duration;
import org.springframework.beans.factory.annotation.Value;
import org.springframework.context.annotation.Bean;
import org.springframework.context.annotation.Configuration;
import org.springframework.messaging.simp.config.ChannelRegistration;
import org.springframework.messaging.simp.config.MessageBrokerRegistry;
import org.springframework.scheduling.TaskScheduler;
import org.springframework.scheduling.concurrent.ThreadPoolTaskScheduler;
import org.springframework.web.socket.config.annotation.EnableWebSocketMessageBroker;
import org.springframework.web.socket.config.annotation.StompEndpointRegistry;
import org.springframework.web.socket.config.annotation.WebSocketMessageBrokerConfigurer;
import org.springframework.web.socket.config.annotation.WebSocketTransportRegistration;

/** STOMP 1.2 over WebSockets, through Spring's own broker in memory or an external one. */
@Configuration(proxyBeanMethods = false)
@EnableWebSocketMessageBroker
class WireConfiguration implements WebSocketMessageBrokerConfigurer {
    static final String VISITORS = "/live/visit";
    static final String DESKS = "/live/desk";

    /** Every visitor has a destination; one that is not remembered is looked for among all connections. */
    private static final int MOST_TOPICS_KEPT = 65_536;

    private static final int MOST_DESTINATIONS = 50_000;

    private static final String TOPICS = "/topic";
    private static final long PULSE = Duration.ofSeconds(10).toMillis();
    private static final int LARGEST_FRAME = 16 * 1024;
    private static final int LARGEST_BACKLOG = 512 * 1024;
    private static final Duration LONGEST_SENDING = Duration.ofSeconds(15);
    private static final Duration TO_CONNECT = Duration.ofSeconds(15);

    private final WireGuard guard;
    private final ConnectionLimit limit;
    private final DeskSessions desks;
    private final PublicAddress address;
    private final TaskScheduler pulses;
    private final String broker;
    private final String brokerLogin;
    private final String brokerPasscode;
    private final String brokerRoom;

    WireConfiguration(
            WireGuard guard,
            ConnectionLimit limit,
            DeskSessions desks,
            PublicAddress address,
            @Value("${kinetarch.stomp-broker.address:}") String broker,
            @Value("${kinetarch.stomp-broker.login:guest}") String brokerLogin,
            @Value("${kinetarch.stomp-broker.passcode:guest}") String brokerPasscode,
            @Value("${kinetarch.stomp-broker.virtual-host:/}") String brokerRoom) {
        this.guard = guard;
        this.limit = limit;
        this.desks = desks;
        this.address = address;
        this.broker = broker;
        this.brokerLogin = brokerLogin;
        this.brokerPasscode = brokerPasscode;
        this.brokerRoom = brokerRoom;
        var scheduler = new ThreadPoolTaskScheduler();
        scheduler.setPoolSize(1);
        scheduler.setThreadNamePrefix("wire-pulse-");
        scheduler.setDaemon(true);
        scheduler.initialize();
        this.pulses = scheduler;
    }

    /** Whether frames go through a broker that other instances use too. */
    @Bean
    WireReach wireReach() {
        return broker.isEmpty() ? WireReach.THIS_INSTANCE : WireReach.ALL_INSTANCES;
    }

    @Override
    public void registerStompEndpoints(StompEndpointRegistry registry) {
        // A visitor's page may be anywhere; its token says which chat is theirs.
        registry.addEndpoint(VISITORS).addInterceptors(limit).setAllowedOriginPatterns("*");
        // A desk signs in by its session, so only the application's own pages may connect.
        registry.addEndpoint(DESKS)
                .addInterceptors(limit, desks)
                .setAllowedOrigins(address.proxiedOrigins().toArray(String[]::new));
    }

    @Override
    public void configureMessageBroker(MessageBrokerRegistry registry) {
        registry.setCacheLimit(MOST_DESTINATIONS);
        if (broker.isEmpty()) {
            // every chat is a topic of its own: for one that is not kept, all connections are looked through at each
            // message
            registry.setCacheLimit(MOST_TOPICS_KEPT);
            registry.enableSimpleBroker(TOPICS)
                    .setHeartbeatValue(new long[] {PULSE, PULSE})
                    .setTaskScheduler(pulses);
            return;
        }
        var address = URI.create("stomp://" + broker);
        registry.enableStompBrokerRelay(TOPICS)
                .setRelayHost(address.getHost())
                .setRelayPort(address.getPort())
                // What a client calls its host is the site's name, which a broker would take for one of its own rooms.
                .setVirtualHost(brokerRoom)
                .setClientLogin(brokerLogin)
                .setClientPasscode(brokerPasscode)
                .setSystemLogin(brokerLogin)
                .setSystemPasscode(brokerPasscode)
                .setTaskScheduler(pulses);
    }

    @Override
    public void configureClientInboundChannel(ChannelRegistration registration) {
        registration.interceptors(guard);
    }

    @Override
    public void configureWebSocketTransport(WebSocketTransportRegistration registration) {
        registration
                .setMessageSizeLimit(LARGEST_FRAME)
                .setSendBufferSizeLimit(LARGEST_BACKLOG)
                .setSendTimeLimit(Math.toIntExact(LONGEST_SENDING.toMillis()))
                .setTimeToFirstMessage(Math.toIntExact(TO_CONNECT.toMillis()))
                .addDecoratorFactory(limit::counting)
                .addDecoratorFactory(desks::lookingAfter);
    }
}
