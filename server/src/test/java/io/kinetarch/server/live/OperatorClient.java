package io.kinetarch.server.live;

import io.kinetarch.server.Api;
import tools.jackson.databind.JsonNode;

/** An operator at the desk of a plan, without a browser. */
public final class OperatorClient {
    private final Api api;
    private final String desk;

    /**
     * Somebody who is signed in.
     *
     * @param api with the session of an account that is an operator of the live plan
     */
    public OperatorClient(Api api, String plan) {
        this.api = api;
        this.desk = "/api/v1/plans/" + plan + "/desk";
    }

    /** Says that they are present, away or gone. */
    public void is(String state) {
        api.postWithCsrf(desk + "/presence", "{\"state\":\"" + state + "\"}").ok();
    }

    public JsonNode desk() {
        return api.get(desk).ok().body();
    }

    /** Their id in the plan. */
    public String id() {
        return desk().path("self").path("id").asString();
    }

    /** A chat as it stands on the desk; empty where it does not. */
    public JsonNode place(long chat) {
        return desk().path("places")
                .valueStream()
                .filter(place -> place.path("chat").asLong() == chat)
                .findFirst()
                .orElse(Api.json("{}"));
    }
}
