package io.kinetarch.server.wire;

import io.kinetarch.server.account.SignedIn;
import io.kinetarch.server.desk.DeskPeople;
import io.kinetarch.server.problem.Refusal;
import io.kinetarch.server.visit.Visits;
import java.security.Principal;
import java.util.Optional;
import org.jspecify.annotations.Nullable;
import org.springframework.messaging.Message;
import org.springframework.messaging.MessageChannel;
import org.springframework.messaging.MessagingException;
import org.springframework.messaging.simp.stomp.StompHeaderAccessor;
import org.springframework.messaging.support.ChannelInterceptor;
import org.springframework.messaging.support.MessageHeaderAccessor;
import org.springframework.security.core.Authentication;
import org.springframework.stereotype.Component;

/** Lets in who shows that they may, to the one destination that is theirs. Whatever else a frame asks for ends the connection. */
@Component
class WireGuard implements ChannelInterceptor {
    private final Visits visits;
    private final DeskPeople people;

    WireGuard(Visits visits, DeskPeople people) {
        this.visits = visits;
        this.people = people;
    }

    @Override
    public Message<?> preSend(Message<?> message, MessageChannel channel) {
        var frame = MessageHeaderAccessor.getAccessor(message, StompHeaderAccessor.class);
        if (frame == null || frame.getCommand() == null) {
            return message; // a sign of life
        }
        switch (frame.getCommand()) {
            case CONNECT, STOMP -> frame.setUser(party(frame));
            case SUBSCRIBE -> {
                if (!(frame.getUser() instanceof Party party)
                        || !party.destination().equals(frame.getDestination())) {
                    throw new MessagingException("Only " + name(frame.getUser()) + " may be heard on this connection.");
                }
            }
            case DISCONNECT, UNSUBSCRIBE -> {
                // whoever is in may go
            }
            default -> throw new MessagingException("Nothing is sent through this connection; use the HTTP calls.");
        }
        return message;
    }

    private Party party(StompHeaderAccessor frame) {
        String plan = header(frame, "plan");
        try {
            if (frame.getUser() instanceof Authentication signedIn
                    && signedIn.getPrincipal() instanceof SignedIn account
                    && frame.getFirstNativeHeader("chat") == null) {
                return new Party.AtDesk(
                        plan, people.operator(plan, account).id().value());
            }
            long chat = Long.parseLong(header(frame, "chat"));
            return new Party.Visitor(
                    plan, visits.opened(plan, chat, header(frame, "token")).id());
        } catch (Refusal refusal) {
            throw new MessagingException(String.valueOf(refusal.getMessage()));
        } catch (NumberFormatException e) {
            throw new MessagingException("The header \"chat\" is no number.");
        }
    }

    private static String header(StompHeaderAccessor frame, String name) {
        return Optional.ofNullable(frame.getFirstNativeHeader(name))
                .orElseThrow(() -> new MessagingException("The frame lacks its header \"" + name + "\"."));
    }

    private static String name(@Nullable Principal user) {
        return user instanceof Party party ? party.destination() : "nothing";
    }
}
