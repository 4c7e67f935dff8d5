package io.kinetarch.server.account;

import static org.assertj.core.api.Assertions.assertThat;

import io.kinetarch.server.Api;
import io.kinetarch.server.TestServer;
import java.util.EnumMap;
import java.util.List;
import java.util.Map;
import java.util.Set;
import org.junit.jupiter.api.Test;

/** Which role may send what; what is allowed may still be refused for what it says. */
class PermissionsTest {
    private static final String PLAN = "/api/v1/plans/tarnwick";
    private static final Set<Role> ALL = Set.of(Role.values());
    private static final Set<Role> DESIGNERS = Set.of(Role.ADMINISTRATOR, Role.PLANNER);

    private record Call(String method, String path, Set<Role> allowed) {}

    private static final List<Call> CALLS = List.of(
            new Call("GET", "/api/v1/plans", ALL),
            new Call("GET", PLAN + "/draft", ALL),
            new Call("GET", PLAN + "/people", ALL),
            new Call("GET", PLAN + "/people.csv", ALL),
            new Call("GET", PLAN + "/document", ALL),
            new Call("GET", PLAN + "/history", ALL),
            new Call("GET", PLAN + "/findings", ALL),
            new Call("GET", PLAN + "/week", ALL),
            new Call("GET", "/api/v1/tokens", ALL),
            new Call("POST", "/api/v1/calc/staffing", ALL),
            new Call("POST", "/api/v1/calc/hours", ALL),
            new Call("POST", "/api/v1/calc/decision", ALL),
            new Call("POST", PLAN + "/trials", ALL),
            new Call("PUT", PLAN + "/profile", Set.of(Role.ADMINISTRATOR, Role.PLANNER, Role.OPERATOR)),
            new Call("POST", "/api/v1/pictures", Set.of(Role.ADMINISTRATOR, Role.PLANNER, Role.OPERATOR)),
            new Call("PUT", PLAN + "/draft/queues/fares", DESIGNERS),
            new Call("DELETE", PLAN + "/draft/queues/nowhere?version=1", DESIGNERS),
            new Call("POST", PLAN + "/draft/edits", DESIGNERS),
            new Call("POST", PLAN + "/draft/queues/nowhere/move", DESIGNERS),
            new Call("POST", PLAN + "/draft/restoration", DESIGNERS),
            new Call("PUT", PLAN + "/document?change=-1", DESIGNERS),
            new Call("PUT", PLAN + "/people.csv?change=-1", DESIGNERS),
            new Call("POST", PLAN + "/revisions", DESIGNERS),
            new Call("POST", PLAN + "/volumes/imports?timeZone=Europe/Dublin", DESIGNERS),
            new Call("POST", "/api/v1/plans", DESIGNERS),
            new Call("DELETE", "/api/v1/plans/tarnwick?name=another", Set.of(Role.ADMINISTRATOR)),
            new Call("GET", "/api/v1/accounts", Set.of(Role.ADMINISTRATOR)),
            new Call("POST", "/api/v1/accounts", Set.of(Role.ADMINISTRATOR)),
            new Call("PUT", "/api/v1/accounts/nobody", Set.of(Role.ADMINISTRATOR)));

    @Test
    void everyRoleMayDoWhatItIsThereForAndNothingElse() {
        var clients = new EnumMap<Role, Api>(Map.of(
                Role.ADMINISTRATOR, TestServer.running().signedIn("admin"),
                Role.PLANNER, TestServer.running().signedIn("planner"),
                Role.OPERATOR, TestServer.running().signedIn("operator"),
                Role.VIEWER, TestServer.running().signedIn("viewer")));
        for (Call call : CALLS) {
            clients.forEach((role, client) -> {
                int status = call.method().equals("GET")
                        ? client.get(call.path()).status()
                        : client.withCsrf(call.method(), call.path(), "{}").status();
                assertThat(status == 403)
                        .as("%s %s as %s: %s", call.method(), call.path(), role, status)
                        .isNotEqualTo(call.allowed().contains(role));
            });
        }
    }

    @Test
    void nobodyMayDoAnything() {
        for (Call call : CALLS) {
            var stranger = TestServer.running().browser();
            stranger.get("/api/v1/session");
            int status = call.method().equals("GET")
                    ? stranger.get(call.path()).status()
                    : stranger.withCsrf(call.method(), call.path(), "{}").status();
            assertThat(status).as("%s %s", call.method(), call.path()).isEqualTo(401);
        }
    }
}
