package io.kinetarch.server.outgoing;

import java.time.Instant;
import java.util.List;
import java.util.Optional;
import org.apache.ibatis.annotations.Delete;
import org.apache.ibatis.annotations.Insert;
import org.apache.ibatis.annotations.Mapper;
import org.apache.ibatis.annotations.Select;
import org.apache.ibatis.annotations.Update;
import org.jspecify.annotations.Nullable;

@Mapper
interface OutgoingMapper {
    /** Something to be sent. */
    record NewOutgoing(
            String planId, long chat, String kind, String recipient, String about, String body, Instant madeAt) {}

    /** 0 where it was there before: a chat has one transcript. */
    @Insert("""
            insert into outgoing (plan_id, chat, kind, recipient, about, body, made_at, next_try)
            values (#{planId}, #{chat}, #{kind}, #{recipient}, #{about}, #{body}, #{madeAt}, #{madeAt})
            on conflict do nothing""")
    int insert(NewOutgoing outgoing);

    /**
     * Something that goes out, or has gone.
     *
     * @param nextTry null once it is sent or given up
     * @param trouble why it is not sent; null where it is, or nothing has gone wrong yet
     * @param ticket of which it is; null where it is of none
     */
    record Stored(
            long id,
            String planId,
            long chat,
            String kind,
            String recipient,
            String about,
            String body,
            Instant madeAt,
            @Nullable Instant sentAt,
            int tries,
            @Nullable Instant nextTry,
            @Nullable String trouble,
            @Nullable Long ticket) {}

    String OUTGOING = """
            select id, plan_id, chat, kind, recipient, about, body, made_at, sent_at, tries, next_try, trouble, ticket
            from outgoing
            """;

    /** What is due longest, which nobody else sends meanwhile. */
    @Select(OUTGOING + " where next_try <= #{now} order by next_try, id limit 1 for update skip locked")
    Optional<Stored> due(Instant now);

    /** The newest, those that are not sent first. */
    @Select(OUTGOING + " where plan_id = #{planId} order by sent_at is not null, id desc limit #{most}")
    List<Stored> newest(String planId, int most);

    @Update("update outgoing set sent_at = #{at}, tries = tries + 1, next_try = null, trouble = null where id = #{id}")
    void sent(long id, Instant at);

    @Update("update outgoing set tries = tries + 1, next_try = #{next}, trouble = #{trouble} where id = #{id}")
    void failed(long id, @Nullable Instant next, String trouble);

    /** What else goes to a service waits until then, but for what another instance is sending to it. */
    @Update("""
            update outgoing set next_try = #{until} where id in (
                select id from outgoing where kind in ('news', 'ticket') and recipient = #{service} and next_try < #{until} for update skip locked)""")
    void putOff(String service, Instant until);

    /** 0 where it is sent already, or there is none. */
    @Update("update outgoing set next_try = #{now} where plan_id = #{planId} and id = #{id} and sent_at is null")
    int again(String planId, long id, Instant now);

    @Delete("delete from outgoing where sent_at < #{before}")
    int forget(Instant before);

    // News

    /** From which call on a plan's receivers are told; what was before the first look is no news. */
    @Insert("""
            insert into outgoing_told (plan_id, call) select plan_id, done from live_run where plan_id = #{planId}
            on conflict do nothing""")
    void beginTelling(String planId);

    /** Up to which call they were told; none where another instance tells them just now. */
    @Select("select call from outgoing_told where plan_id = #{planId} for update skip locked")
    Optional<Long> told(String planId);

    @Select("select done from live_run where plan_id = #{planId}")
    Optional<Long> done(String planId);

    @Update("update outgoing_told set call = #{call} where plan_id = #{planId}")
    void tell(String planId, long call);

    /** Something that happened in a chat. */
    record Happened(
            long call,
            long chat,
            Instant at,
            String event,
            @Nullable String operatorId,
            @Nullable String queueId) {}

    @Select("""
            select call, chat, at, event, operator_id, queue_id from live_entry
            where plan_id = #{planId} and call > #{after} and call <= #{until} and event in ('offered', 'assigned', 'ended')
            order by call, chat, number""")
    List<Happened> happened(String planId, long after, long until);
}
