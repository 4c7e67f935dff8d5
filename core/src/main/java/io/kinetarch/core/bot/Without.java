package io.kinetarch.core.bot;

/**
 * What is to be looked at as if it had never been learned.
 *
 * @param phrase its number
 * @param topic that of the phrase, or the one that is left out
 */
record Without(Kind kind, int phrase, int topic) {
    static final Without NOTHING = new Without(Kind.NOTHING, -1, -1);

    enum Kind {
        NOTHING,
        PHRASE,
        TOPIC
    }

    static Without phrase(int phrase, int topic) {
        return new Without(Kind.PHRASE, phrase, topic);
    }

    static Without topic(int topic) {
        return new Without(Kind.TOPIC, -1, topic);
    }
}
