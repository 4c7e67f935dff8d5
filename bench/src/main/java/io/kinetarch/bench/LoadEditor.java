package io.kinetarch.bench;

import java.io.IOException;
import java.util.Arrays;
import java.util.List;
import java.util.regex.Pattern;
import java.util.stream.IntStream;

/** Changes the capacity of operators of the large plan, each in turn. */
final class LoadEditor {
    private final LoadSession session;
    private final List<String> operators;
    private final int[] versions;
    private int next;

    LoadEditor(LoadSession session) throws IOException, InterruptedException {
        this(session, 0);
    }

    /**
     * An editor of every fifth operator.
     *
     * @param which of five, from 0
     */
    LoadEditor(LoadSession session, int which) throws IOException, InterruptedException {
        this.session = session;
        var all = Pattern.compile("\\{\"id\":\"operator-\\d+\".*?\"presence\":\\[.*?\\]\\}")
                .matcher(session.send("GET", LargePlan.PATH + "/draft", ""))
                .results()
                .map(match -> match.group())
                .toList();
        operators = IntStream.range(0, all.size())
                .filter(i -> i % 5 == which)
                .mapToObj(all::get)
                .toList();
        versions = new int[operators.size()];
        Arrays.fill(versions, 1);
    }

    void edit() throws IOException, InterruptedException {
        int which = next++ % operators.size();
        String changed = operators
                .get(which)
                .replaceFirst("\"capacity\":\\d+", "\"capacity\":" + (7 + (versions[which] + which) % 5));
        String id = changed.substring(7, changed.indexOf('"', 7));
        String answer = session.send(
                "PUT",
                LargePlan.PATH + "/draft/operators/" + id,
                "{\"version\":" + versions[which] + ",\"element\":" + changed + "}");
        versions[which] = Integer.parseInt(answer.replaceAll(".*\"version\":(\\d+).*", "$1"));
    }
}
