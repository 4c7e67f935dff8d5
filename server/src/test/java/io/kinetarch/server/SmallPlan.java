package io.kinetarch.server;

import tools.jackson.databind.node.ObjectNode;

/** A plan of one team and one door as a document, small enough to be read as an example. */
public final class SmallPlan {
    private static final String MADE =
            "{\"name\":\"One team\",\"timeZone\":\"Europe/Dublin\",\"template\":\"ONE_TEAM\"}";

    private SmallPlan() {}

    /** The template, made as a plan and taken away again. */
    public static ObjectNode document(TestServer server) {
        var admin = server.signedIn("admin");
        String plan = "/api/v1/plans/"
                + admin.postWithCsrf("/api/v1/plans", MADE)
                        .ok()
                        .body()
                        .path("id")
                        .asString();
        var document = (ObjectNode) admin.get(plan + "/document").ok().body();
        admin.withCsrf("DELETE", plan + "?name=One+team", "").ok();
        return document;
    }
}
