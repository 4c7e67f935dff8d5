package io.kinetarch.server.installation;

import java.util.ArrayList;
import java.util.HashSet;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import java.util.stream.Collectors;
import java.util.stream.Stream;
import org.jspecify.annotations.Nullable;
import org.springframework.dao.DataAccessException;
import org.springframework.dao.DuplicateKeyException;
import org.springframework.jdbc.core.JdbcTemplate;

/**
 * Puts a row more into every table of a database, whatever its columns are, by what the database's own catalogue says of them:
 * parents before children, values of the right type, the first value that a check allows.
 */
final class SampleRows {
    /** Of the pattern that a digest keeps to. */
    private static final String DIGEST = "^[0-9a-f]";

    private static final Pattern QUOTED = Pattern.compile("'([^']+)'");
    /** Times that are counted in minutes lie on a grid of these. */
    private static final int MINUTES = 30;

    private final JdbcTemplate database;
    private final Map<String, List<Map<String, Object>>> references;
    private final Map<String, List<String>> checks;
    private final int number;
    private int seconds;

    private record Column(String name, String type, boolean optional) {}

    private SampleRows(JdbcTemplate database, int number) {
        this.database = database;
        this.number = number;
        references = database.queryForList("""
                        select c.conrelid::regclass::text as child, c.confrelid::regclass::text as parent,
                               (select string_agg(a.attname, ',' order by k.at) from unnest(c.conkey) with ordinality k (n, at)
                                join pg_attribute a on a.attrelid = c.conrelid and a.attnum = k.n) as own,
                               (select string_agg(a.attname, ',' order by k.at) from unnest(c.confkey) with ordinality k (n, at)
                                join pg_attribute a on a.attrelid = c.confrelid and a.attnum = k.n) as others
                        from pg_constraint c where c.contype = 'f' and c.connamespace = 'public'::regnamespace""").stream()
                .collect(Collectors.groupingBy(row -> String.valueOf(row.get("child"))));
        checks = database.queryForList("""
                        select c.conrelid::regclass::text || ' ' || a.attname as "column",
                               pg_get_constraintdef(c.oid) as "check"
                        from pg_constraint c join pg_attribute a on a.attrelid = c.conrelid and a.attnum = any (c.conkey)
                        where c.contype = 'c' and cardinality(c.conkey) = 1""").stream()
                .collect(Collectors.groupingBy(
                        row -> String.valueOf(row.get("column")),
                        Collectors.mapping(row -> String.valueOf(row.get("check")), Collectors.toList())));
    }

    /**
     * Adds them.
     *
     * @param number of the round; values that must be unique are made of it
     * @return the tables that have a row more now
     */
    static Set<String> add(JdbcTemplate database, int number) {
        var rows = new SampleRows(database, number);
        var done = new HashSet<String>();
        var filled = new HashSet<String>();
        var waiting = new ArrayList<>(texts(database, """
                select table_name from information_schema.tables
                where table_schema = 'public' and table_type = 'BASE TABLE' and table_name <> 'flyway_schema_history'
                order by table_name"""));
        while (!waiting.isEmpty()) {
            var ready = waiting.stream()
                    .filter(table -> rows.parents(table).stream()
                            .allMatch(parent -> parent.equals(table) || done.contains(parent)))
                    .toList();
            if (ready.isEmpty()) {
                throw new IllegalStateException("these tables refer to each other in a circle: " + waiting);
            }
            ready.stream().filter(rows::fill).forEach(filled::add);
            done.addAll(ready);
            waiting.removeAll(ready);
        }
        return filled;
    }

    private static List<String> texts(JdbcTemplate database, String query, Object... values) {
        return database.query(query, (row, _) -> row.getString(1), values);
    }

    private List<String> parents(String table) {
        return references.getOrDefault(table, List.of()).stream()
                .map(row -> String.valueOf(row.get("parent")))
                .toList();
    }

    /**
     * All columns; where a check forbids that together, only those that must be, and where one more is asked for, with the
     * first that will do. Of some tables only one row can be.
     */
    private boolean fill(String table) {
        var columns = database.query(
                """
                select column_name, data_type, is_nullable = 'YES'
                from information_schema.columns
                where table_schema = 'public' and table_name = ? and is_identity = 'NO' and is_generated = 'NEVER'
                  and column_default is null
                order by ordinal_position""", (row, _) -> new Column(row.getString(1), row.getString(2), row.getBoolean(3)), table);
        var needed = columns.stream().filter(column -> !column.optional()).toList();
        var tries = Stream.concat(
                Stream.of(columns, needed),
                columns.stream()
                        .filter(Column::optional)
                        .map(more ->
                                Stream.concat(needed.stream(), Stream.of(more)).toList()));
        DataAccessException why = null;
        for (var some : (Iterable<List<Column>>) tries::iterator) {
            for (int figure : List.of(number + 1, MINUTES * number, 1)) {
                try {
                    insert(table, some, figure);
                    return true;
                } catch (DataAccessException refused) {
                    why = why == null ? refused : why;
                }
            }
        }
        if (why instanceof DuplicateKeyException) {
            return false;
        }
        throw new IllegalStateException("no row can be put into " + table, why);
    }

    private void insert(String table, List<Column> columns, int figure) {
        var values = new LinkedHashMap<String, String>();
        columns.forEach(column -> values.put(column.name(), value(table, column.name(), column.type(), figure)));
        for (var reference : references.getOrDefault(table, List.of())) {
            var own = String.valueOf(reference.get("own")).split(",", -1);
            var others = String.valueOf(reference.get("others")).split(",", -1);
            for (int i = 0; i < own.length; i++) {
                if (values.containsKey(own[i])) {
                    values.put(
                            own[i],
                            "(select " + others[i] + " from " + reference.get("parent")
                                    + " order by ctid desc limit 1)");
                }
            }
        }
        database.execute("insert into " + table + " (" + String.join(", ", values.keySet()) + ") values ("
                + String.join(", ", values.values()) + ")");
    }

    private String value(String table, String column, String type, int figure) {
        return switch (type) {
            case "text", "character varying", "character" -> {
                String allowed = allowed(table, column);
                yield allowed == null ? "'v" + number + "'" : "'" + allowed + "'";
            }
            case "bigint", "integer", "smallint", "numeric", "double precision", "real" -> String.valueOf(figure);
            case "boolean" -> "false";
            case "timestamp with time zone", "timestamp without time zone" -> // what ends comes after what begins
                "timestamptz '2026-11-01 08:00Z' + %d * interval '1 day' + %d * interval '1 second'"
                        .formatted(number, ++seconds);
            case "date" -> "date '2026-11-02' + 7 * " + number; // weeks begin on Mondays
            case "uuid" -> "gen_random_uuid()";
            case "jsonb", "json" -> "'{}'";
            case "bytea" -> "decode('%064x', 'hex')".formatted(number);
            case "ARRAY" -> "'{1}'";
            case "time without time zone" -> "'08:00'";
            case "tsvector" -> "to_tsvector('v')";
            case "interval" -> "interval '1 hour'";
            default ->
                throw new IllegalStateException(table + "." + column + " is of type " + type + "; say what one is");
        };
    }

    /** What a check asks for: a word that it lists, or something of the pattern that it names. */
    private String matching(String asked) {
        if (asked.startsWith(DIGEST)) {
            return "%064x".formatted(number);
        }
        return asked.startsWith("^") ? "v" + number : asked;
    }

    /** The first value that a check of the column lists. */
    private @Nullable String allowed(String table, String column) {
        return checks.getOrDefault(table + " " + column, List.of()).stream()
                .map(QUOTED::matcher)
                .filter(Matcher::find)
                .map(found -> matching(found.group(1)))
                .findFirst()
                .orElse(null);
    }
}
