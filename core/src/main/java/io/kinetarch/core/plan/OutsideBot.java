package io.kinetarch.core.plan;

/**
 * A bot of somebody else, which answers through a service of the installation.
 *
 * @param service its name among the services of the installation, which know its address and key
 * @param seconds after which it is not waited for any longer and people take over, 1 to {@value #MOST_SECONDS}
 */
public record OutsideBot(String service, int seconds) {
    private static final int MOST_SECONDS = 20;

    public OutsideBot {
        Checks.service("service", service);
        Checks.between("seconds", seconds, 1, MOST_SECONDS);
    }
}
