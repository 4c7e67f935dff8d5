package io.kinetarch.bench;

import java.io.IOException;
import java.net.CookieManager;
import java.net.URI;
import java.net.http.HttpClient;
import java.net.http.HttpRequest;
import java.net.http.HttpRequest.BodyPublishers;
import java.net.http.HttpResponse;
import java.net.http.HttpResponse.BodyHandlers;
import java.util.Arrays;
import java.util.List;
import java.util.regex.Pattern;

/**
 * A scripted load on an empty installation: makes the largest plan and times what an administrator waits for, over HTTP.
 * Started by {@code ./kinetarch bench plan}.
 */
public final class PlanLoad {
    private static final int WARM_UP = 100;
    private static final int EDITS = 200;
    private static final String PLAN = "/api/v1/plans/main";
    private static final String NL = System.lineSeparator();

    private final String address;
    private final CookieManager cookies = new CookieManager();
    private final HttpClient client =
            HttpClient.newBuilder().cookieHandler(cookies).build();

    private PlanLoad(String address) {
        this.address = address;
    }

    /**
     * Runs it.
     *
     * @param arguments the installation's address
     */
    public static void main(String[] arguments) throws IOException, InterruptedException {
        new PlanLoad(arguments[0]).run(PlanText.of(LargePlan.of(1)));
    }

    private void run(String document) throws IOException, InterruptedException {
        send("GET", "/api/v1/session", "");
        send("POST", "/api/v1/setup", "{\"name\":\"load\",\"displayName\":\"Load\",\"password\":\"a long password\"}");
        send("GET", "/api/v1/session", "");
        send("POST", "/api/v1/plans/document", document);
        time("first view: session, plans, draft, week", 20, 3, _ -> {
            send("GET", "/api/v1/session", "");
            send("GET", "/api/v1/plans", "");
            send("GET", PLAN + "/draft", "");
            send("GET", PLAN + "/week", "");
        });
        String draft = send("GET", PLAN + "/draft", "");
        List<String> operators = Pattern.compile("\\{\"id\":\"operator-\\d+\".*?\"presence\":\\[.*?\\]\\}")
                .matcher(draft)
                .results()
                .map(match -> match.group())
                .toList();
        int[] versions = new int[operators.size()];
        Arrays.fill(versions, 1);
        time("an edit stored", EDITS, WARM_UP, i -> {
            int which = i % operators.size();
            String changed = operators.get(which).replaceFirst("\"capacity\":\\d+", "\"capacity\":" + (7 + i % 5));
            String id = changed.substring(7, changed.indexOf('"', 7));
            String answer = send(
                    "PUT",
                    PLAN + "/draft/operators/" + id,
                    "{\"version\":" + versions[which] + ",\"element\":" + changed + "}");
            versions[which] = Integer.parseInt(answer.replaceAll(".*\"version\":(\\d+).*", "$1"));
        });
        time("the draft fetched anew", 50, 10, _ -> send("GET", PLAN + "/draft", ""));
        send("POST", PLAN + "/draft/undo", "");
        time(
                "the change list, draft against itself",
                20,
                5,
                _ -> send("GET", PLAN + "/changes?from=draft&to=draft", ""));
    }

    private interface Step {
        void take(int number) throws IOException, InterruptedException;
    }

    private static void time(String what, int times, int warmUp, Step step) throws IOException, InterruptedException {
        for (int i = 0; i < warmUp; i++) {
            step.take(i);
        }
        double[] millis = new double[times];
        for (int i = 0; i < times; i++) {
            long begun = System.nanoTime();
            step.take(warmUp + i);
            millis[i] = (System.nanoTime() - begun) / 1e6;
        }
        Arrays.sort(millis);
        System.out.printf(
                "%-45s median %6.0f ms   95 in 100 %6.0f ms   most %6.0f ms%s",
                what, millis[times / 2], millis[(int) (times * 0.95)], millis[times - 1], NL);
    }

    private String send(String method, String path, String body) throws IOException, InterruptedException {
        var request = HttpRequest.newBuilder(URI.create(address + path))
                .method(method, BodyPublishers.ofString(body))
                .header("Content-Type", "application/json");
        cookies.getCookieStore().getCookies().stream()
                .filter(cookie -> cookie.getName().equals("XSRF-TOKEN"))
                .forEach(cookie -> request.header("X-XSRF-TOKEN", cookie.getValue()));
        HttpResponse<String> answer = client.send(request.build(), BodyHandlers.ofString());
        if (answer.statusCode() >= 300) {
            throw new IOException(method + " " + path + ": " + answer.statusCode() + " " + answer.body());
        }
        return answer.body();
    }
}
