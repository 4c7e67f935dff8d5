package io.kinetarch.server.visit;

import io.kinetarch.server.live.ChatReader;
import java.time.Duration;
import java.util.Map;
import java.util.concurrent.ConcurrentHashMap;
import java.util.concurrent.CountDownLatch;
import java.util.concurrent.TimeUnit;
import org.springframework.stereotype.Component;

/** Lets requests wait for what comes in a chat: the way of whoever cannot hold a connection open. */
@Component
public class Awaited {
    private final ChatReader chats;
    private final Map<String, CountDownLatch> waiting = new ConcurrentHashMap<>();

    Awaited(ChatReader chats) {
        this.chats = chats;
    }

    /** Waits until there is an entry after one, at most so long. */
    void more(String plan, long chat, int after, Duration most) {
        var latch = waiting.computeIfAbsent(name(plan, chat), _ -> new CountDownLatch(1));
        try {
            // It may have come between the look before and this one.
            boolean come =
                    chats.chat(plan, chat).map(now -> now.entries() > after).orElse(true);
            if (!come && !latch.await(most.toMillis(), TimeUnit.MILLISECONDS)) {
                waiting.remove(name(plan, chat), latch);
            }
        } catch (InterruptedException e) {
            Thread.currentThread().interrupt();
        }
    }

    /** Something came in a chat. */
    public void came(String plan, long chat) {
        var latch = waiting.remove(name(plan, chat));
        if (latch != null) {
            latch.countDown();
        }
    }

    private static String name(String plan, long chat) {
        return plan + " " + chat;
    }
}
