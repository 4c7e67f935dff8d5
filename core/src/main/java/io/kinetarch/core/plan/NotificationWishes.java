package io.kinetarch.core.plan;

/**
 * What an operator wants to be told of while at the desk.
 *
 * @param newChat a chat was assigned to them
 * @param waiting a chat waits that they could take
 * @param transfer a colleague hands a chat over or calls them in
 * @param sound with a sound, not only on the screen
 */
public record NotificationWishes(boolean newChat, boolean waiting, boolean transfer, boolean sound) {
    public static final NotificationWishes USUAL = new NotificationWishes(true, false, true, true);
}
