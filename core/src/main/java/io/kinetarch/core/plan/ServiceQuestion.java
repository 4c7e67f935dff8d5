package io.kinetarch.core.plan;

/**
 * What a service of the installation is asked with the values that the bot has collected; what it answers can stand in the
 * topic's answers.
 *
 * @param service its name among the services of the installation, which know its address and key
 * @param seconds after which it is not waited for any longer, 1 to {@value #MOST_SECONDS}
 * @param failed said in place of the answer where it does not answer in time, or not well
 */
public record ServiceQuestion(String service, int seconds, LocalText failed) {
    private static final int MOST_SECONDS = 20;

    public ServiceQuestion {
        Checks.service("service", service);
        Checks.between("seconds", seconds, 1, MOST_SECONDS);
        if (failed.isEmpty()) {
            throw new PlanRefusal("/failed", "write what the bot says where the service does not answer");
        }
    }
}
