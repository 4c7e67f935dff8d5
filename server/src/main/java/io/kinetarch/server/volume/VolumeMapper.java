package io.kinetarch.server.volume;

import io.kinetarch.core.plan.DoorId;
import io.kinetarch.core.plan.QueueId;
import io.kinetarch.core.volume.ChatCount;
import io.kinetarch.core.volume.Origin;
import java.time.Instant;
import java.util.List;
import java.util.Objects;
import java.util.Optional;
import org.apache.ibatis.annotations.Delete;
import org.apache.ibatis.annotations.Insert;
import org.apache.ibatis.annotations.Mapper;
import org.apache.ibatis.annotations.Options;
import org.apache.ibatis.annotations.Param;
import org.apache.ibatis.annotations.Select;
import org.apache.ibatis.annotations.Update;
import org.apache.ibatis.cursor.Cursor;
import org.jspecify.annotations.Nullable;

@Mapper
public interface VolumeMapper {
    String COLUMNS = "starts_at, queue_id, door_id, language, topic, chats, answered, left_waiting, handling_seconds,"
            + " wait_seconds, chats_at_once";

    /** Counts as one array a column, so that thousands of rows travel in one statement. */
    @SuppressWarnings("ArrayRecordComponent") // a carrier to the driver, never compared
    record Columns(
            Long[] times,
            String[] queues,
            String[] doors,
            String[] languages,
            String[] topics,
            Integer[] chats,
            @Nullable Integer[] answered,
            @Nullable Integer[] left,
            @Nullable Double[] handling,
            @Nullable Double[] waits,
            @Nullable Double[] atOnce) {
        static Columns of(List<ChatCount> counts) {
            int rows = counts.size();
            var columns = new Columns(
                    new Long[rows],
                    new String[rows],
                    new String[rows],
                    new String[rows],
                    new String[rows],
                    new Integer[rows],
                    new @Nullable Integer[rows],
                    new @Nullable Integer[rows],
                    new @Nullable Double[rows],
                    new @Nullable Double[rows],
                    new @Nullable Double[rows]);
            for (int i = 0; i < rows; i++) {
                columns.set(i, counts.get(i));
            }
            return columns;
        }

        private void set(int i, ChatCount count) {
            var origin = count.origin();
            var queue = origin.queue();
            var door = origin.door();
            times[i] = count.startsAt().getEpochSecond();
            queues[i] = queue == null ? "" : queue.value();
            doors[i] = door == null ? "" : door.value();
            languages[i] = Objects.requireNonNullElse(origin.language(), "");
            topics[i] = Objects.requireNonNullElse(origin.topic(), "");
            chats[i] = count.chats();
            answered[i] = count.answered();
            left[i] = count.left();
            handling[i] = count.handlingSeconds();
            waits[i] = count.waitSeconds();
            atOnce[i] = count.chatsAtOnce();
        }
    }

    record StoredCount(
            Instant startsAt,
            String queueId,
            String doorId,
            String language,
            String topic,
            int chats,
            @Nullable Integer answered,
            @Nullable Integer leftWaiting,
            @Nullable Double handlingSeconds,
            @Nullable Double waitSeconds,
            @Nullable Double chatsAtOnce) {
        ChatCount toCount() {
            return new ChatCount(
                    new Origin(
                            queueId.isEmpty() ? null : new QueueId(queueId),
                            doorId.isEmpty() ? null : new DoorId(doorId),
                            language.isEmpty() ? null : language,
                            topic.isEmpty() ? null : topic),
                    startsAt,
                    chats,
                    answered,
                    leftWaiting,
                    handlingSeconds,
                    waitSeconds,
                    chatsAtOnce);
        }
    }

    /** First and last half-hour known; null where nothing is. */
    record Range(@Nullable Instant first, @Nullable Instant last, long counts) {}

    /**
     * A file that was accepted.
     *
     * @param madeBy who accepted it; null where the account is gone
     * @param stored half-hours it brought
     * @param replaced counts that were known before and gave way
     */
    record AcceptedFile(
            long id,
            String fileName,
            @Nullable String madeBy,
            Instant acceptedAt,
            Instant firstAt,
            Instant lastAt,
            int stored,
            int replaced) {}

    /** A file that was accepted, and how it was read, as JSON. */
    record ReadBefore(String fileName, Instant acceptedAt, String reading) {}

    /**
     * What a file's counts would replace.
     *
     * @param counts known counts
     * @param chats in them
     * @param differing half-hours of which file and store say different numbers of chats
     */
    record Overlap(
            long counts,
            long chats,
            long differing,
            @Nullable Instant first,
            @Nullable Instant last) {}

    /** Chats by weekday, 1 for Monday, and half-hour of the local day, from 0. */
    record TimeOfDay(String queueId, String doorId, int weekday, int slot, long chats) {}

    String UNNESTED = """
            select to_timestamp(t), q, d, l, o, c, a, w, h, s, m
            from unnest(#{rows.times}::bigint[], #{rows.queues}::text[], #{rows.doors}::text[], #{rows.languages}::text[],
                        #{rows.topics}::text[], #{rows.chats}::int[], #{rows.answered}::int[], #{rows.left}::int[],
                        #{rows.handling}::double precision[], #{rows.waits}::double precision[],
                        #{rows.atOnce}::double precision[]) as r (t, q, d, l, o, c, a, w, h, s, m)""";

    /**
     * What a file says of a queue's half-hour, or of a door's where it says no queue, replaces everything known of it: else its
     * chats would be counted twice.
     */
    String REPLACED = """
            v.plan_id = #{planId} and v.starts_at = c.starts_at
            and (c.queue_id <> '' and v.queue_id = c.queue_id
                 or c.door_id <> '' and v.door_id = c.door_id and (c.queue_id = '' or v.queue_id = ''))""";

    String TOLD = """
            (select distinct starts_at, queue_id, door_id from volume_import_count where import_id = #{importId}) c""";

    @Insert("insert into volume (plan_id, " + COLUMNS + ") select #{planId}, s.* from (" + UNNESTED + ") s")
    void insert(@Param("planId") String planId, @Param("rows") Columns rows);

    @Insert("insert into volume (plan_id, " + COLUMNS + ") select #{toPlan}, " + COLUMNS
            + " from volume where plan_id = #{fromPlan}")
    void copy(String fromPlan, String toPlan);

    @Insert("insert into volume_import_part (import_id, part, " + COLUMNS + """
            ) values (
                #{importId}, #{part}, #{rows.times}::bigint[], #{rows.queues}::text[], #{rows.doors}::text[],
                #{rows.languages}::text[], #{rows.topics}::text[], #{rows.chats}::int[], #{rows.answered}::int[],
                #{rows.left}::int[], #{rows.handling}::double precision[], #{rows.waits}::double precision[],
                #{rows.atOnce}::double precision[])""")
    void insertRead(@Param("importId") long importId, @Param("part") int part, @Param("rows") Columns rows);

    @Select(value = """
            insert into volume_import (plan_id, file_name, made_by, made_at, header, reading)
            values (#{planId}, #{fileName}, #{madeBy}, #{now}, #{header}, #{reading}::jsonb) returning id""", affectData = true)
    long insertImport(
            String planId,
            String fileName,
            @Nullable Long madeBy,
            Instant now,
            @Nullable String header,
            @Nullable String reading);

    /** How the newest accepted file with a header was read. */
    @Select("""
            select file_name, accepted_at, reading::text as reading from volume_import
            where plan_id = #{planId} and header = #{header} and accepted_at is not null
            order by accepted_at desc, id desc limit 1""")
    Optional<ReadBefore> readBefore(String planId, String header);

    @Select("""
            select true from volume_import
            where id = #{importId} and plan_id = #{planId} and accepted_at is null for update""")
    Optional<Boolean> lockImport(String planId, long importId);

    @Delete("delete from volume v using " + TOLD + " where " + REPLACED)
    int deleteReplaced(String planId, long importId);

    @Select("""
            with replaced as (
                select distinct v.* from volume v,
            """ + TOLD + " where " + REPLACED + """
            ),
            known as (select starts_at, sum(chats) as chats from replaced group by 1),
            told as (select starts_at, sum(chats) as chats from volume_import_count where import_id = #{importId} group by 1)
            select (select count(*) from replaced) as counts,
                   (select coalesce(sum(chats), 0) from replaced) as chats,
                   count(*) filter (where known.chats <> told.chats) as differing,
                   min(starts_at) as first, max(starts_at) as last
            from known join told using (starts_at)""")
    Overlap overlap(String planId, long importId);

    @Insert("insert into volume (plan_id, " + COLUMNS + ") select #{planId}, " + COLUMNS
            + " from volume_import_count where import_id = #{importId}")
    int accept(String planId, long importId);

    @Update("""
            update volume_import set accepted_at = #{now}, stored = #{stored}, replaced = #{replaced},
                (first_at, last_at) = (select min(starts_at), max(starts_at) from volume_import_count
                                       where import_id = #{importId})
            where id = #{importId}""")
    void keepAccepted(long importId, int stored, int replaced, Instant now);

    @Delete("delete from volume_import_part where import_id = #{importId}")
    void deleteRead(long importId);

    @Select("""
            select i.id, file_name, a.display_name as made_by, accepted_at, first_at, last_at, stored, replaced
            from volume_import i left join account a on a.id = i.made_by
            where plan_id = #{planId} and accepted_at is not null order by accepted_at desc limit #{most}""")
    List<AcceptedFile> accepted(String planId, int most);

    /** Files that were read long ago and neither accepted nor discarded are forgotten. */
    @Delete("delete from volume_import where accepted_at is null and made_at < #{before}")
    void deleteLeft(Instant before);

    @Delete("delete from volume_import where id = #{importId} and plan_id = #{planId} and accepted_at is null")
    int deleteImport(String planId, long importId);

    @Select("select " + COLUMNS
            + " from volume where plan_id = #{planId} and starts_at >= #{from} and starts_at < #{until}")
    List<StoredCount> between(String planId, Instant from, Instant until);

    @Select("select " + COLUMNS + """
             from volume where plan_id = #{planId}
            order by starts_at, queue_id, door_id, language, topic""")
    @Options(fetchSize = 10_000)
    Cursor<StoredCount> all(String planId);

    @Select("""
            select queue_id, door_id, extract(isodow from local)::int as weekday,
                   (extract(hour from local) * 2 + extract(minute from local) / 30)::int as slot, sum(chats) as chats
            from (select *, starts_at at time zone #{zone} as local from volume where plan_id = #{planId}) v
            group by 1, 2, 3, 4 having sum(chats) > 0""")
    List<TimeOfDay> timesOfDay(String planId, String zone);

    @Select("""
            select min(starts_at) as first, max(starts_at) as last, count(*) as counts
            from volume where plan_id = #{planId}""")
    Range range(String planId);

    @Select("select max(starts_at) from volume where plan_id = #{planId} and starts_at < #{before}")
    @Nullable
    Instant lastBefore(String planId, Instant before);
}
