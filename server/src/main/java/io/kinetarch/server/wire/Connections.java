package io.kinetarch.server.wire;

import io.kinetarch.server.live.CallKind;
import io.kinetarch.server.live.LiveLog;
import io.kinetarch.server.live.Passing;
import io.kinetarch.server.live.Passing.Passed;
import io.kinetarch.server.live.Wish;
import java.util.Map;
import java.util.Set;
import java.util.concurrent.ConcurrentHashMap;
import java.util.concurrent.ExecutorService;
import java.util.concurrent.Executors;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.context.event.EventListener;
import org.springframework.messaging.simp.stomp.StompHeaderAccessor;
import org.springframework.stereotype.Component;
import org.springframework.web.socket.messaging.SessionConnectedEvent;
import org.springframework.web.socket.messaging.SessionDisconnectEvent;

/**
 * Who is connected to this instance, and by that to the plan: a last connection that breaks is a call, and so is one that is back. An
 * instance cannot know whether another has a connection of the same party; where it takes one for lost, the other says that it is not.
 */
@Component
class Connections {
    private static final Logger LOG = LoggerFactory.getLogger(Connections.class);

    private final LiveLog log;
    private final Passing passing;
    private final Map<Party, Set<String>> sessions = new ConcurrentHashMap<>();
    /** Telling may have to wait for the database, which whoever closes a connection must not. */
    private final ExecutorService telling = Executors.newVirtualThreadPerTaskExecutor();

    Connections(LiveLog log, Passing passing) {
        this.log = log;
        this.passing = passing;
        passing.on(this::heard);
    }

    boolean has(Party party) {
        return sessions.containsKey(party);
    }

    @EventListener
    void opened(SessionConnectedEvent event) {
        if (event.getUser() instanceof Party party) {
            sessions.computeIfAbsent(party, _ -> ConcurrentHashMap.newKeySet())
                    .add(String.valueOf(
                            StompHeaderAccessor.wrap(event.getMessage()).getSessionId()));
            tell(() -> back(party));
        }
    }

    @EventListener
    void closed(SessionDisconnectEvent event) {
        if (event.getUser() instanceof Party party) {
            var left = sessions.computeIfPresent(party, (_, all) -> {
                all.remove(event.getSessionId());
                return all.isEmpty() ? null : all;
            });
            if (left == null) {
                tell(() -> lost(party));
            }
        }
    }

    private void heard(Passed passed) {
        switch (passed.what()) {
            case LOST -> {
                Long chat = passed.chat();
                String operator = passed.operator();
                Party party = chat != null
                        ? new Party.Visitor(passed.plan(), chat)
                        : new Party.AtDesk(passed.plan(), String.valueOf(operator));
                if (has(party)) {
                    tell(() -> back(party));
                }
            }
            case ALL_LOST ->
                sessions.keySet().stream()
                        .filter(party -> party.plan().equals(passed.plan()))
                        .forEach(party -> tell(() -> back(party)));
            default -> {
                // of others' concern
            }
        }
    }

    private void back(Party party) {
        log.append(
                party.plan(),
                switch (party) {
                    case Party.Visitor(var _, var chat) -> Wish.byVisitor(chat, CallKind.VISITOR_BACK, null, null);
                    case Party.AtDesk(var _, var operator) -> Wish.by(CallKind.OPERATOR_BACK, operator);
                });
    }

    private void lost(Party party) {
        switch (party) {
            case Party.Visitor(var plan, var chat) -> {
                log.append(plan, Wish.byVisitor(chat, CallKind.VISITOR_LOST, null, null));
                passing.visitorLost(plan, chat);
            }
            case Party.AtDesk(var plan, var operator) -> {
                log.append(plan, Wish.by(CallKind.OPERATOR_LOST, operator));
                passing.operatorLost(plan, operator);
            }
        }
    }

    private void tell(Runnable call) {
        telling.execute(() -> {
            try {
                call.run();
            } catch (RuntimeException e) {
                // The runner that takes over takes everybody for lost until they are heard of.
                LOG.warn("A connection could not be told of: {}", e.getMessage());
            }
        });
    }
}
