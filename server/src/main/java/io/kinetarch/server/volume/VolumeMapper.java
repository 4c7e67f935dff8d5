package io.kinetarch.server.volume;

import io.kinetarch.core.volume.ChatCount;
import java.time.Instant;
import java.util.List;
import java.util.Objects;
import java.util.Optional;
import org.apache.ibatis.annotations.Delete;
import org.apache.ibatis.annotations.Insert;
import org.apache.ibatis.annotations.Mapper;
import org.apache.ibatis.annotations.Param;
import org.apache.ibatis.annotations.Select;
import org.jspecify.annotations.Nullable;

@Mapper
public interface VolumeMapper {
    String COLUMNS = "starts_at, queue_id, door_id, language, topic, chats, handling_seconds";

    /** Counts as one array a column, so that thousands of rows travel in one statement. */
    @SuppressWarnings("ArrayRecordComponent") // a carrier to the driver, never compared
    record Columns(
            Long[] times,
            String[] queues,
            String[] doors,
            String[] languages,
            String[] topics,
            Integer[] chats,
            @Nullable Double[] handling) {
        static Columns of(List<ChatCount> counts) {
            int rows = counts.size();
            var columns = new Columns(
                    new Long[rows],
                    new String[rows],
                    new String[rows],
                    new String[rows],
                    new String[rows],
                    new Integer[rows],
                    new @Nullable Double[rows]);
            for (int i = 0; i < rows; i++) {
                var count = counts.get(i);
                var door = count.door();
                columns.times[i] = count.startsAt().getEpochSecond();
                columns.queues[i] = count.queue().value();
                columns.doors[i] = door == null ? "" : door.value();
                columns.languages[i] = Objects.requireNonNullElse(count.language(), "");
                columns.topics[i] = Objects.requireNonNullElse(count.topic(), "");
                columns.chats[i] = count.chats();
                columns.handling[i] = count.handlingSeconds();
            }
            return columns;
        }
    }

    record StoredCount(
            Instant startsAt,
            String queueId,
            String doorId,
            String language,
            String topic,
            int chats,
            @Nullable Double handlingSeconds) {}

    /** First and last half-hour known; null where nothing is. */
    record Range(@Nullable Instant first, @Nullable Instant last, long counts) {}

    String UNNESTED = """
            select to_timestamp(t), q, d, l, o, c, h
            from unnest(#{rows.times}::bigint[], #{rows.queues}::text[], #{rows.doors}::text[], #{rows.languages}::text[],
                        #{rows.topics}::text[], #{rows.chats}::int[],
                        #{rows.handling}::double precision[]) as r (t, q, d, l, o, c, h)""";

    @Insert("insert into volume (plan_id, " + COLUMNS + ") select #{planId}, s.* from (" + UNNESTED + ") s")
    void insert(@Param("planId") String planId, @Param("rows") Columns rows);

    @Insert("insert into volume (plan_id, " + COLUMNS + ") select #{toPlan}, " + COLUMNS
            + " from volume where plan_id = #{fromPlan}")
    void copy(String fromPlan, String toPlan);

    @Insert("insert into volume_import_count (import_id, " + COLUMNS + ") select #{importId}, s.* from (" + UNNESTED
            + ") s")
    void insertRead(@Param("importId") long importId, @Param("rows") Columns rows);

    @Select(value = """
            insert into volume_import (plan_id, file_name, made_by)
            values (#{planId}, #{fileName}, #{madeBy}) returning id""", affectData = true)
    long insertImport(String planId, String fileName, long madeBy);

    @Select("select true from volume_import where id = #{importId} and plan_id = #{planId} for update")
    Optional<Boolean> lockImport(String planId, long importId);

    /** What a file says of a queue's half-hour replaces everything known of it, whichever door it was counted at. */
    @Delete("""
            delete from volume v using volume_import_count c
            where c.import_id = #{importId} and v.plan_id = #{planId}
              and v.starts_at = c.starts_at and v.queue_id = c.queue_id""")
    int deleteReplaced(String planId, long importId);

    @Select("""
            select count(*) from volume v
            where v.plan_id = #{planId} and exists (
                select from volume_import_count c
                where c.import_id = #{importId} and c.starts_at = v.starts_at and c.queue_id = v.queue_id)""")
    long countReplaced(String planId, long importId);

    @Insert("insert into volume (plan_id, " + COLUMNS + ") select #{planId}, " + COLUMNS
            + " from volume_import_count where import_id = #{importId}")
    int accept(String planId, long importId);

    @Delete("delete from volume_import where id = #{importId} and plan_id = #{planId}")
    int deleteImport(String planId, long importId);

    @Select("""
            select starts_at, queue_id, door_id, language, topic, chats, handling_seconds from volume
            where plan_id = #{planId} and starts_at >= #{from} and starts_at < #{until}""")
    List<StoredCount> between(String planId, Instant from, Instant until);

    @Select("""
            select min(starts_at) as first, max(starts_at) as last, count(*) as counts
            from volume where plan_id = #{planId}""")
    Range range(String planId);

    @Select("select max(starts_at) from volume where plan_id = #{planId} and starts_at < #{before}")
    @Nullable
    Instant lastBefore(String planId, Instant before);
}
