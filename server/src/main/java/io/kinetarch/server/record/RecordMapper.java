package io.kinetarch.server.record;

import java.time.Instant;
import java.util.List;
import java.util.Optional;
import org.apache.ibatis.annotations.Mapper;
import org.apache.ibatis.annotations.Select;
import org.jspecify.annotations.Nullable;

@Mapper
interface RecordMapper {
    /** A finished chat without what happened in it. */
    record Head(
            long id,
            String doorId,
            String language,
            Instant arrivedAt,
            int revision,
            @Nullable String queueId,
            @Nullable String operatorId,
            long waitedMillis,
            Instant endedAt,
            String outcome) {}

    String HEAD = """
            select id, door_id, language, arrived_at, revision, queue_id, operator_id, coalesce(waited_millis, 0) as waited_millis,
                   ended_at, outcome
            from live_chat where plan_id = #{planId} and ended_at is not null and outcome <> 'REFUSED'
            """;

    /** The newest first, older than one. */
    @Select(HEAD + " and (ended_at, id) < (#{endedBefore}, #{idBefore}) order by ended_at desc, id desc limit #{most}")
    List<Head> newest(String planId, Instant endedBefore, long idBefore, int most);

    @Select(HEAD + " and id = #{id}")
    List<Head> find(String planId, long id);

    /** How its visitor found a chat. */
    record Rated(int mark, Instant at, @Nullable String comment) {}

    @Select("""
            select c.detail::int as mark, c.at, w.words as comment
            from live_call c left join live_words w on w.plan_id = c.plan_id and w.call = c.number and w.part = 0
            where c.plan_id = #{planId} and c.chat = #{chat} and c.kind = 'rate' and c.refusal is null""")
    Optional<Rated> rating(String planId, long chat);

    /** Where a chat changed hands. */
    record Change(
            long chat,
            Instant at,
            String event,
            @Nullable String queueId,
            @Nullable String operatorId) {}

    @Select("""
            select chat, at, event, queue_id, operator_id from live_entry
            where plan_id = #{planId} and chat = any(#{chats,typeHandler=org.apache.ibatis.type.ArrayTypeHandler})
              and event in ('arrived', 'to-bot', 'queued', 'moved', 'assigned', 'stepped-out', 'handed-over', 'ended')
            order by chat, number""")
    List<Change> changes(String planId, Long[] chats);
}
