package io.kinetarch.server.wire;

import java.security.Principal;

/** Whose connection it is. */
sealed interface Party extends Principal {
    String plan();

    /** The one destination that they may hear. */
    String destination();

    @Override
    default String getName() {
        return destination();
    }

    /** The visitor of a chat. */
    record Visitor(String plan, long chat) implements Party {
        @Override
        public String destination() {
            return "/topic/visit." + plan + "." + chat;
        }
    }

    /** An operator at a desk. */
    record AtDesk(String plan, String operator) implements Party {
        @Override
        public String destination() {
            return "/topic/desk." + plan + "." + operator;
        }
    }
}
